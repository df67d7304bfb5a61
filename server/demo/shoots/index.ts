/**
 * Demo shoots of the Tidewater Cabinet, in different states and looks. Subjects, kit and figures
 * are invented.
 */
import { beetle } from './beetle'
import { bottle } from './bottle'
import { coin } from './coin'
import { crab } from './crab'
import { crystal } from './crystal'
import type { DemoShoot } from './demoShoot'
import { leafBeetle } from './leafBeetle'
import { movement } from './movement'
import { seed } from './seed'
import { shells } from './shells'
import { steam } from './steam'
import { tent } from './tent'
import { vial } from './vial'
import { wing } from './wing'

export const demoShoots = async (): Promise<DemoShoot[]> => [
  await beetle(),
  crab(),
  await steam(),
  movement(),
  bottle(),
  coin(),
  crystal(),
  seed(),
  vial(),
  shells(),
  tent(),
  wing(),
  leafBeetle()
]
