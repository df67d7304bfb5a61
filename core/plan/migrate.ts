/**
 * Older documents made new, one version after the other. What the figures mean stays the same, and
 * so does the light they predict. Nothing is checked here: what does not fit is refused by the
 * schema afterwards, by its path.
 */
import { isObject, type Loose } from './migrations/loose'
import { kitItemFromVersion1, planFromVersion1, snapshotFromVersion1 } from './migrations/version1'
import { planFromVersion2 } from './migrations/version2'
import { planFromVersion4 } from './migrations/version4'
import { frameFromVersion5, kitItemFromVersion5, planFromVersion5 } from './migrations/version5'
import { planFromVersion6 } from './migrations/version6'
import { planFromVersion7 } from './migrations/version7'
import { kitItemFromVersion8, planFromVersion8 } from './migrations/version8'
import { planFromVersion10 } from './migrations/version10'
import { kitItemFromVersion11, planFromVersion11 } from './migrations/version11'
import { kitItemFromVersion12, planFromVersion12 } from './migrations/version12'
import { planFromVersion13 } from './migrations/version13'
import { kitItemFromVersion14, planFromVersion14 } from './migrations/version14'
import { planFromVersion15 } from './migrations/version15'
import { planFromVersion16 } from './migrations/version16'
import { planFromVersion17 } from './migrations/version17'
import { kitItemFromVersion18, planFromVersion18 } from './migrations/version18'
import { kitItemFromVersion19, planFromVersion19 } from './migrations/version19'
import { kitItemFromVersion20, planFromVersion20 } from './migrations/version20'
import { planFromVersion9 } from './migrations/version9'
import { frameFromVersion3, kitItemFromVersion3, planFromVersion3 } from './migrations/version3'

/** What makes a plan of each version one of the next. */
const STEPS: Record<number, (plan: Loose) => Loose> = {
  1: planFromVersion1,
  2: planFromVersion2,
  3: planFromVersion3,
  4: planFromVersion4,
  5: planFromVersion5,
  6: planFromVersion6,
  7: planFromVersion7,
  8: planFromVersion8,
  9: planFromVersion9,
  10: planFromVersion10,
  11: planFromVersion11,
  12: planFromVersion12,
  13: planFromVersion13,
  14: planFromVersion14,
  15: planFromVersion15,
  16: planFromVersion16,
  17: planFromVersion17,
  18: planFromVersion18,
  19: planFromVersion19,
  20: planFromVersion20
}

/**
 * A plan document of any older version as the present one writes it.
 * @param plan its `version` a whole number from 1 on
 */
export function migratePlan(plan: Loose): Loose {
  let migrated = plan
  for (let step = STEPS[Number(plan.version)]; step; step = STEPS[Number(migrated.version)])
    migrated = step(migrated)
  return migrated
}

/** A kit item of any version; kit items carry no version of their own. */
export const migrateKitItem = (item: unknown): unknown =>
  [
    kitItemFromVersion1,
    kitItemFromVersion3,
    kitItemFromVersion5,
    kitItemFromVersion8,
    kitItemFromVersion11,
    kitItemFromVersion12,
    kitItemFromVersion14,
    kitItemFromVersion18,
    kitItemFromVersion19,
    kitItemFromVersion20
  ].reduce((migrated, step) => step(migrated), item)

/** A logged frame of any version. */
export const migrateFrame = (frame: unknown): unknown =>
  frameFromVersion5(
    frameFromVersion3(
      isObject(frame) ? { ...frame, snapshot: snapshotFromVersion1(frame.snapshot) } : frame
    )
  )
