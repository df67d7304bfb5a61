/** A way: what it changes of a plan, and which of the ways people work it is. */
import { shutterOf } from '../plan/shutterInUse'
import { isPastSync } from '../plan/sync'
import type { Modifier } from '../kit/kit'
import type { Plan, Settings } from '../plan/plan'

export interface WayChange {
  readonly settings: Settings
  /** stops below full, light by light */
  readonly powers: readonly number[]
  /** mm, light by light; null where it stays */
  readonly distances: readonly (number | null)[]
  /** light by light; null where they stay */
  readonly modifiers: readonly (readonly Modifier[] | null)[]
  readonly shadeStops: number
}

export const WAY_GROUPS = [
  'sync',
  'above',
  'leaf',
  'closer',
  'farther',
  'modifier',
  'shade',
  'two',
  'nd'
] as const
export type WayGroup = (typeof WAY_GROUPS)[number]

/** The plan with a way taken; parts that do not change stay the same objects. */
export function applyChange(plan: Plan, change: WayChange): Plan {
  const lights = plan.lights.map((light, i) => {
    const powerStops = change.powers[i] ?? light.powerStops
    const distanceMm = change.distances[i] ?? light.at.distanceMm
    const modifiers = change.modifiers[i]
    if (powerStops === light.powerStops && distanceMm === light.at.distanceMm && !modifiers)
      return light
    return {
      ...light,
      powerStops,
      at: distanceMm === light.at.distanceMm ? light.at : { ...light.at, distanceMm },
      modifiers: modifiers ? [...modifiers] : light.modifiers
    }
  })
  return {
    ...plan,
    settings: change.settings,
    lights,
    ambient:
      change.shadeStops === plan.ambient.shadeStops
        ? plan.ambient
        : { ...plan.ambient, shadeStops: change.shadeStops }
  }
}

export const sameModifiers = (a: readonly Modifier[], b: readonly Modifier[]): boolean =>
  a.length === b.length && a.every((each, i) => each.id === b[i]!.id)

/** How many things of the set differ: lights moved together count as one. */
function changedThings(from: Plan, to: Plan): number {
  const factors = to.lights.map((light, i) => light.at.distanceMm / from.lights[i]!.at.distanceMm)
  const moved = factors.filter((factor) => Math.abs(factor - 1) > 1e-9)
  // To whole millimetres and fives lights moved by one factor differ a little.
  const alike = moved.every((factor) => Math.abs(factor / moved[0]! - 1) < 0.1)
  const worn = to.lights.filter(
    (light, i) => !sameModifiers(light.modifiers, from.lights[i]!.modifiers)
  ).length
  return (
    (moved.length > 1 && !alike ? moved.length : Math.min(1, moved.length)) +
    worn +
    (to.ambient.shadeStops === from.ambient.shadeStops ? 0 : 1)
  )
}

/**
 * Which way of working leads from one plan to the other: what is moved or added comes before what
 * is only set.
 */
export function groupOf(from: Plan, to: Plan): WayGroup {
  if (changedThings(from, to) > 1) return 'two'
  for (const [i, light] of to.lights.entries()) {
    const was = from.lights[i]!
    if (light.at.distanceMm !== was.at.distanceMm)
      return light.at.distanceMm < was.at.distanceMm ? 'closer' : 'farther'
    if (!sameModifiers(light.modifiers, was.modifiers)) return 'modifier'
  }
  if (to.ambient.shadeStops !== from.ambient.shadeStops) return 'shade'
  if (Math.abs(to.settings.ndStops - from.settings.ndStops) > 1e-6) return 'nd'
  if (shutterOf(to).curtain === 'leaf') return 'leaf'
  return isPastSync(to) ? 'above' : 'sync'
}
