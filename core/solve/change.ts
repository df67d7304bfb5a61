/** A way: what it changes of a plan, and which of the ways people work it is. */
import { shutterOf } from '../plan/shutterInUse'
import { isPastSync } from '../plan/sync'
import type { Modifier } from '../kit/kit'
import type { Aim, Light, Plan, Position, Settings } from '../plan/plan'
import { angleDeg, direction } from '../set/vec'

/** A light swung round the subject, up or down, or its head turned: where it goes, how it looks. */
export interface Swing {
  readonly azimuthDeg: number
  readonly elevationDeg: number
  readonly aim: Aim
}

export interface WayChange {
  readonly settings: Settings
  /** stops below full, light by light */
  readonly powers: readonly number[]
  /** mm, light by light; null where it stays */
  readonly distances: readonly (number | null)[]
  /** light by light; null where they stay */
  readonly modifiers: readonly (readonly Modifier[] | null)[]
  /** light by light; null where it stands and looks as it did */
  readonly swings: readonly (Swing | null)[]
  readonly shadeStops: number
}

export const WAY_GROUPS = [
  'sync',
  'above',
  'leaf',
  'closer',
  'farther',
  'round',
  'aim',
  'modifier',
  'shade',
  'two',
  'nd'
] as const
export type WayGroup = (typeof WAY_GROUPS)[number]

/** The angle a light swings round the subject, degrees; exactly 0 for the same figures. */
export const swungDeg = (a: Position, b: Position): number =>
  a.azimuthDeg === b.azimuthDeg && a.elevationDeg === b.elevationDeg
    ? 0
    : angleDeg(direction(a.azimuthDeg, a.elevationDeg), direction(b.azimuthDeg, b.elevationDeg))

const sameSpot = (a: Position, b: Position): boolean =>
  a.distanceMm === b.distanceMm && swungDeg(a, b) === 0

/** Whether two aims are the same, as figures. */
export const sameAim = (a: Aim, b: Aim): boolean =>
  a === b ||
  (a.kind === 'place'
    ? b.kind === 'place' && a.place === b.place
    : b.kind === 'free' && a.azimuthDeg === b.azimuthDeg && a.elevationDeg === b.elevationDeg)

/** The plan with a way taken; parts that do not change stay the same objects. */
export function applyChange(plan: Plan, change: WayChange): Plan {
  const lights = plan.lights.map((light, i) => {
    const powerStops = change.powers[i] ?? light.powerStops
    const distanceMm = change.distances[i] ?? light.at.distanceMm
    const modifiers = change.modifiers[i]
    const { azimuthDeg, elevationDeg, aim } = change.swings[i] ?? { ...light.at, aim: light.aim }
    const at = { distanceMm, azimuthDeg, elevationDeg }
    const stays = sameSpot(at, light.at)
    if (powerStops === light.powerStops && stays && sameAim(aim, light.aim) && !modifiers)
      return light
    return {
      ...light,
      powerStops,
      at: stays ? light.at : at,
      aim: sameAim(aim, light.aim) ? light.aim : aim,
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

/** Whether a light stands in another direction of the subject, or looks another way. */
export const isSwung = (was: Light, is: Light): boolean =>
  swungDeg(is.at, was.at) > 0 || !sameAim(is.aim, was.aim)

/** How many things of the set differ: lights moved together count as one. */
function changedThings(from: Plan, to: Plan): number {
  const factors = to.lights.map((light, i) => light.at.distanceMm / from.lights[i]!.at.distanceMm)
  const moved = factors.filter((factor) => Math.abs(factor - 1) > 1e-9)
  // To whole millimetres and fives lights moved by one factor differ a little.
  const alike = moved.every((factor) => Math.abs(factor / moved[0]! - 1) < 0.1)
  const worn = to.lights.filter(
    (light, i) => !sameModifiers(light.modifiers, from.lights[i]!.modifiers)
  ).length
  const swung = to.lights.filter((light, i) => isSwung(from.lights[i]!, light)).length
  return (
    (moved.length > 1 && !alike ? moved.length : Math.min(1, moved.length)) +
    worn +
    swung +
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
    if (isSwung(was, light)) return swungDeg(light.at, was.at) > 0 ? 'round' : 'aim'
    if (!sameModifiers(light.modifiers, was.modifiers)) return 'modifier'
  }
  if (to.ambient.shadeStops !== from.ambient.shadeStops) return 'shade'
  if (Math.abs(to.settings.ndStops - from.settings.ndStops) > 1e-6) return 'nd'
  if (shutterOf(to).curtain === 'leaf') return 'leaf'
  return isPastSync(to) ? 'above' : 'sync'
}
