/**
 * What may be tried: real marks of this camera and these strobes, what the bag holds, how far each
 * light may go. Locks and bounds are kept here, so that nothing outside is ever looked at. Of the
 * set itself, heads staying out of the picture, one thing is changed at a time: one light moved (or
 * all that may, by the same factor), swung round the subject or its head turned, one modifier put on
 * or taken off, or the ambient shaded; or two of these.
 */
import { canShade } from '../plan/ambient'
import { shutterOf } from '../plan/shutterInUse'
import { isPastSync } from '../plan/sync'
import type { Modifier } from '../kit/kit'
import type { Light, Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { marksBetween, marksOf, type Axis } from '../scales/marks'
import { apertureRange } from '../plan/lensInUse'
import { fitting } from '../set/fitting'
import { comesIntoFrame } from '../set/inFrame'
import { axesOf } from '../set/scene'
import { add, anglesOf, basisOf, scale, toRad, wrappedDeg, type Vec } from '../set/vec'
import { applyChange, type Swing, type WayChange } from './change'
import { isCameraLocked, isLightLocked } from '../plan/controls'
import { isLocked } from '../plan/path'
import { setPrice } from './score'

/** How many distances between a light's bounds are tried. */
export const DISTANCES = 5

/** What a way changes of the set. */
type SetChange = Pick<WayChange, 'distances' | 'modifiers' | 'swings' | 'shadeStops'>

export interface SearchSpace {
  readonly apertures: readonly number[]
  readonly shutters: readonly number[]
  readonly isos: readonly number[]
  readonly nds: readonly number[]
  /** stops below full, light by light; only the present one of a light that is off or locked */
  readonly powers: readonly (readonly number[])[]
  /** sets to try, the present one first, as changes of it */
  readonly sets: readonly SetChange[]
}

function settingMarks(plan: Plan, axis: Axis, from: number, to: number): readonly number[] {
  const present = plan.settings[`${axis}Stops`]
  if (isCameraLocked(plan, axis)) return [present]
  const marks = marksBetween(marksOf(axis, plan.camera.step), from, to).map((mark) => mark.stops)
  return marks.length ? marks : [present]
}

function fastest(plan: Plan): number {
  const { curtain, highSpeedSync, fastestShutterStops, syncStops } = shutterOf(plan)
  return curtain === 'leaf' || (plan.bag.aboveSync && highSpeedSync)
    ? fastestShutterStops
    : syncStops
}

/** A distance as a hand sets it: whole millimetres near, fives farther off. */
const tidy = (mm: number): number => (mm < 100 ? Math.round(mm) : Math.round(mm / 5) * 5)

/** How far a light may be moved; null for one that stays. */
const reachOf = ({ on, mount, reach }: Light): Light['reach'] =>
  on && mount === 'stand' ? reach : null

function distancesOf(plan: Plan, index: number): number[] {
  const light = plan.lights[index]!
  const reach = reachOf(light)
  if (!reach || isLightLocked(plan, 'distance', light.id)) return []
  const { nearMm, farMm } = reach
  const all = Array.from({ length: DISTANCES }, (_, k) =>
    Math.min(farMm, Math.max(nearMm, tidy(nearMm * (farMm / nearMm) ** (k / (DISTANCES - 1)))))
  )
  return [...new Set(all)].filter((mm) => Math.abs(mm / light.at.distanceMm - 1) > 0.01)
}

/** Whole degrees, −180 to 180. */
const tidyDeg = (deg: number): number => wrappedDeg(Math.round(deg))

/**
 * Half and all of what a light may swing, to either side: round the subject and above it, where it
 * looks at a place and so goes on looking there; its head turned off what it looks at.
 */
function swingsOf(plan: Plan, index: number): Swing[] {
  const light = plan.lights[index]!
  const most = reachOf(light)?.swingDeg ?? 0
  if (most === 0) return []
  const { at, aim } = light
  const free = (figure: 'at.azimuthDeg' | 'at.elevationDeg' | 'aim'): boolean =>
    !isLocked(plan, `lights.${light.id}.${figure}`)
  const { azimuthDeg, elevationDeg } = at
  const axis = axesOf(plan)[index]!
  const { across, upward } = basisOf(axis)
  const turned = (side: Vec, deg: number): Swing => {
    const looks = add(scale(axis, Math.cos(toRad(deg))), scale(side, Math.sin(toRad(deg))))
    const to = anglesOf(looks)
    return {
      azimuthDeg,
      elevationDeg,
      aim: {
        kind: 'free',
        azimuthDeg: tidyDeg(to.azimuthDeg),
        elevationDeg: tidyDeg(to.elevationDeg)
      }
    }
  }
  return [most / 2, -most / 2, most, -most].flatMap((by) => {
    const above = tidyDeg(elevationDeg + by)
    return [
      ...(aim.kind === 'place' && free('at.azimuthDeg')
        ? [{ azimuthDeg: tidyDeg(azimuthDeg + by), elevationDeg, aim }]
        : []),
      ...(aim.kind === 'place' && free('at.elevationDeg') && Math.abs(above) <= 90
        ? [{ azimuthDeg, elevationDeg: above, aim }]
        : []),
      ...(free('aim') ? [turned(across, by), turned(upward, by)] : [])
    ]
  })
}

function modifierSets(plan: Plan, index: number): (readonly Modifier[])[] {
  const light = plan.lights[index]!
  if (!light.on || isLightLocked(plan, 'modifier', light.id) || plan.bag.modifiers.length === 0)
    return []
  const more = fitting(light, plan.bag.modifiers).map((each) => [...light.modifiers, each])
  const less = light.modifiers.map((each) => light.modifiers.filter((other) => other !== each))
  return [...more, ...less]
}

/** Whether no head comes into the picture by a change that was not in it before. */
function staysOut(plan: Plan, set: SetChange): boolean {
  const there = withSet(plan, set)
  return plan.lights.every(
    (light, i) =>
      (set.distances[i] === null && set.swings[i] === null) ||
      !light.on ||
      !comesIntoFrame(plan, there, i)
  )
}

function setsOf(plan: Plan): SearchSpace['sets'] {
  const none = plan.lights.map(() => null)
  const stay = {
    distances: none,
    modifiers: none,
    swings: none,
    shadeStops: plan.ambient.shadeStops
  }
  const at = <T>(index: number, value: T): (T | null)[] =>
    none.map((_, i) => (i === index ? value : null))
  const sets: SearchSpace['sets'][number][] = [stay]
  const movable = plan.lights.map((_, i) => distancesOf(plan, i))
  movable.forEach((list, i) => list.forEach((mm) => sets.push({ ...stay, distances: at(i, mm) })))
  const together = movable.map((list, i) => (list.length ? i : -1)).filter((i) => i >= 0)
  if (together.length > 1)
    for (const factor of [0.7, 0.5, 1.4]) {
      const distances = plan.lights.map((light, i) =>
        together.includes(i) ? tidy(light.at.distanceMm * factor) : null
      )
      const inside = distances.every(
        (mm, i) =>
          mm === null || (mm >= plan.lights[i]!.reach!.nearMm && mm <= plan.lights[i]!.reach!.farMm)
      )
      if (inside) sets.push({ ...stay, distances })
    }
  plan.lights.forEach((_, i) =>
    modifierSets(plan, i).forEach((list) => sets.push({ ...stay, modifiers: at(i, list) }))
  )
  plan.lights.forEach((_, i) =>
    swingsOf(plan, i).forEach((swing) => sets.push({ ...stay, swings: at(i, swing) }))
  )
  if (canShade(plan) && !isLocked(plan, 'ambient.shadeStops'))
    for (let shade = 1; shade <= plan.bag.shadeStops + 1e-9; shade++)
      if (Math.abs(shade - plan.ambient.shadeStops) > 1e-9)
        sets.push({ ...stay, shadeStops: shade })
  return sets.filter((set) => set === stay || staysOut(plan, set))
}

export function searchSpaceOf(plan: Plan): SearchSpace {
  const { camera } = plan
  const [widest, narrowest] = apertureRange(plan)
  return {
    apertures: settingMarks(plan, 'aperture', widest, narrowest),
    shutters: settingMarks(plan, 'shutter', camera.slowestShutterStops, fastest(plan)),
    isos: settingMarks(plan, 'iso', camera.lowestIsoStops, camera.highestIsoStops),
    nds: isCameraLocked(plan, 'nd')
      ? [plan.settings.ndStops]
      : [...new Set([0, plan.settings.ndStops, ...plan.bag.ndStops])],
    powers: plan.lights.map((light) =>
      !light.on || isLightLocked(plan, 'power', light.id)
        ? [light.powerStops]
        : dialMarks(light.strobe.dial).map((mark) => mark.stops)
    ),
    sets: setsOf(plan)
  }
}

/** Most pairs of changes of the set that are tried. */
const MOST_PAIRS = 240

/** Two changes of the set as one; null where both are of the same thing, or undo each other. */
function joined(a: SetChange, b: SetChange, plan: Plan): SetChange | null {
  const clash = <T>(x: readonly (T | null)[], y: readonly (T | null)[]): boolean =>
    x.some((each, i) => each !== null && y[i] !== null)
  const shaded = [a, b].filter((each) => each.shadeStops !== plan.ambient.shadeStops)
  if (
    shaded.length > 1 ||
    clash(a.distances, b.distances) ||
    clash(a.modifiers, b.modifiers) ||
    clash(a.swings, b.swings)
  )
    return null
  const merge = <T>(x: readonly (T | null)[], y: readonly (T | null)[]): (T | null)[] =>
    x.map((each, i) => each ?? y[i]!)
  return {
    distances: merge(a.distances, b.distances),
    modifiers: merge(a.modifiers, b.modifiers),
    swings: merge(a.swings, b.swings),
    shadeStops: shaded[0]?.shadeStops ?? plan.ambient.shadeStops
  }
}

/** Whether a change swings a light or turns its head. */
export const isSwing = ({ swings }: SetChange): boolean => swings.some((each) => each !== null)

/** What kind of thing a single change is of. */
const kindOf = (set: SetChange): string =>
  set.distances.some((each) => each !== null)
    ? 'distance'
    : set.modifiers.some((each) => each !== null)
      ? 'modifier'
      : isSwing(set)
        ? 'swing'
        : 'shade'

/**
 * Pairs of the single changes of the set: a layer and a distance, a grid and a swing, a darker room
 * and a layer. The cheapest of each such kind in turn, so that none crowds out the others.
 */
export function pairsOf(plan: Plan, { sets }: SearchSpace): SetChange[] {
  const single = sets.slice(1).map((set) => ({
    set,
    kind: kindOf(set),
    price: setPrice(plan, withSet(plan, set))
  }))
  const kinds = new Map<string, { set: SetChange; price: number }[]>()
  single.forEach((a, i) =>
    single.slice(i + 1).forEach((b) => {
      const set = joined(a.set, b.set, plan)
      if (!set) return
      const kind = `${a.kind} ${b.kind}`
      const list = kinds.get(kind) ?? []
      list.push({ set, price: a.price + b.price })
      kinds.set(kind, list)
    })
  )
  const lists = [...kinds.values()].map((list) => list.sort((a, b) => a.price - b.price))
  const pairs: SetChange[] = []
  for (let n = 0; pairs.length < MOST_PAIRS && lists.some((list) => n < list.length); n++)
    for (const { set } of lists.flatMap((list) => list[n] ?? []))
      if (staysOut(plan, set)) pairs.push(set)
  return pairs.slice(0, MOST_PAIRS)
}

/** The plan with one of the sets, its settings and powers as they are. */
export const withSet = (plan: Plan, set: SetChange): Plan =>
  applyChange(plan, {
    ...set,
    settings: plan.settings,
    powers: plan.lights.map((light) => light.powerStops)
  })

/** Strobes go to high-speed sync when the shutter is past sync, unless the user has that locked. */
export const highSpeedSyncAt = (plan: Plan, shutterStops: number): boolean =>
  !isCameraLocked(plan, 'highSpeedSync') &&
  isPastSync({ ...plan, settings: { ...plan.settings, shutterStops } })
    ? plan.bag.aboveSync && plan.camera.highSpeedSync
    : plan.settings.highSpeedSync
