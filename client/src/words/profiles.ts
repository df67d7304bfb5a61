/** Outlines to start from, by the names they are offered under. */
import { BOTTLE, BOWL, CUP, SEED, TOP_SHELL, TUBE, VIAL } from '@core/model/profiles'
import type { Body } from '@core/plan/body'

export const PROFILES: Readonly<Record<string, Body['profile']>> = {
  Bottle: BOTTLE,
  'Straight tube': TUBE,
  Vial: VIAL,
  Bowl: BOWL,
  'Cup, hollow': CUP,
  'Top shell': TOP_SHELL,
  Seed: SEED
}
