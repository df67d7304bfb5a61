/**
 * Demo shoots of the Tidewater Cabinet, in different states and looks. Subjects, kit and figures
 * are invented.
 */
import { beetle } from './beetle'
import { bottle } from './bottle'
import { cards } from './cards'
import { coin } from './coin'
import { crab } from './crab'
import { crystal } from './crystal'
import type { DemoShoot } from './demoShoot'
import { lamplit } from './lamplit'
import { flaskOnBlack, flaskOnBright } from './glassFields'
import { goby } from './goby'
import { harbourGlass } from './harbourGlass'
import { leafBeetle } from './leafBeetle'
import { movement } from './movement'
import { mudShrimp } from './mudShrimp'
import { seaSlug } from './seaSlug'
import { seed } from './seed'
import { shells } from './shells'
import { steam } from './steam'
import { takenBefore } from './take'
import { tent } from './tent'
import { tideGauge } from './tideGauge'
import { vial } from './vial'
import { waxCast } from './waxCast'
import { wing } from './wing'

/** @param camera takes the frames; those taken before when left out */
export const demoShoots = async (camera = takenBefore): Promise<DemoShoot[]> => [
  await beetle(camera),
  crab(),
  await steam(camera),
  movement(),
  bottle(),
  flaskOnBright(),
  flaskOnBlack(),
  harbourGlass(),
  waxCast(),
  coin(),
  crystal(),
  seed(),
  vial(),
  shells(),
  tent(),
  wing(),
  leafBeetle(),
  lamplit(),
  tideGauge(),
  seaSlug(),
  goby(),
  mudShrimp(),
  await cards(camera)
]
