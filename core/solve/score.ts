/**
 * How ways are ordered: wishes first, by stops missed; then what a way costs. The weights say how
 * many stops of one thing people give for a stop of another; common practice, no source.
 */
import { isPastSync } from '../plan/sync'
import { pixelPitchMm } from '../kit/kit'
import type { Ledger } from '../ledger/ledger'
import { cellAt } from '../ledger/ledger'
import { goalOf } from '../ledger/suggest'
import type { Light, Place, Plan } from '../plan/plan'
import { dialLowest } from '../scales/dial'
import { endBlur, neededDepthMm } from '../plan/lensInUse'
import { turnedDeg } from '../set/scene'
import { isSwung, sameModifiers, swungDeg } from './change'
import { beyond, FAR_OFF, type GoalResult } from './goals'

export const WEIGHT = {
  /** a stop of a missed wish outweighs everything that is only price */
  wish: 100,
  close: 0.5,
  balance: 0.3,
  power: 0.02,
  end: 0.2,
  above: 0.5,
  shutter: 0.05,
  aperture: 0.05,
  iso: 0.4,
  nd: 0.3,
  ndStop: 0.05,
  sharp: 0.5,
  move: 0.4,
  moveStop: 0.2,
  swing: 0.4,
  swingDeg: 0.02,
  modifier: 0.5,
  shade: 0.3,
  shadeStop: 0.4
} as const

/** A light that serves no goal keeps its place in the picture: its level there is held as it is. */
export const isFree = (plan: Plan, light: Light): boolean =>
  goalOf(plan, light) === null && !(plan.goals.keyFill !== null && light.role === 'fill')

/** Where a free light's level is held: the subject if it reaches it, else where it gives most. */
export function heldAt(ledger: Ledger, light: Light): Place | null {
  const level = (place: Place): number => cellAt(ledger, light.id, place)!.level
  if (Number.isFinite(level('subject'))) return 'subject'
  const best = ledger.places.reduce(
    (most, place) => (level(place) > level(most) ? place : most),
    'subject'
  )
  return Number.isFinite(level(best)) ? best : null
}

export function lightPrice(light: Pick<Light, 'strobe'>, powerStops: number): number {
  const lowest = dialLowest(light.strobe.dial)
  return (
    WEIGHT.power * (powerStops - lowest) +
    (powerStops > -1e-9 || powerStops <= lowest + 1e-9 ? WEIGHT.end : 0)
  )
}

export const shutterPrice = (from: Plan, shutterStops: number): number =>
  WEIGHT.shutter * Math.abs(shutterStops - from.settings.shutterStops) +
  (isPastSync({ ...from, settings: { ...from.settings, shutterStops } }) ? WEIGHT.above : 0)

/**
 * Aperture, ISO and ND: sharpness at the ends of the depth, noise, filters.
 * @param edgePx blur at the ends of the depth
 */
export const settingsPrice = (
  from: Plan,
  apertureStops: number,
  isoStops: number,
  ndStops: number,
  edgePx: number
): number =>
  WEIGHT.sharp * Math.log2(edgePx) +
  WEIGHT.aperture * Math.abs(apertureStops - from.settings.apertureStops) +
  WEIGHT.iso * (isoStops - from.camera.lowestIsoStops) +
  (Math.abs(ndStops - from.settings.ndStops) > 1e-6 ? WEIGHT.nd : 0) +
  WEIGHT.ndStop * ndStops

/** A light swung round the subject, or its head turned. */
function swingPrice(from: Plan, to: Plan, i: number): number {
  const [was, is] = [from.lights[i]!, to.lights[i]!]
  if (!isSwung(was, is)) return 0
  const deg = swungDeg(is.at, was.at) || turnedDeg(from, to, i)
  return WEIGHT.swing + WEIGHT.swingDeg * deg
}

/** What is moved, turned, put on or drawn. */
export const setPrice = (from: Plan, to: Plan): number =>
  to.lights.reduce((sum, light, i) => {
    const was = from.lights[i]!
    const way = Math.abs(2 * Math.log2(light.at.distanceMm / was.at.distanceMm))
    return (
      sum +
      (way > 1e-9 ? WEIGHT.move + WEIGHT.moveStop * way : 0) +
      swingPrice(from, to, i) +
      (sameModifiers(light.modifiers, was.modifiers) ? 0 : WEIGHT.modifier)
    )
  }, 0) +
  (to.ambient.shadeStops === from.ambient.shadeStops
    ? 0
    : WEIGHT.shade + WEIGHT.shadeStop * Math.abs(to.ambient.shadeStops - from.ambient.shadeStops))

/**
 * A way's whole score from its own evaluation; smaller is better. The search adds the same up by
 * parts.
 */
export function scoreOf(
  from: Plan,
  was: Ledger,
  to: Plan,
  is: Ledger,
  goals: readonly GoalResult[]
): number {
  let score = 0
  for (const goal of goals) {
    if (!goal.hard) score += WEIGHT.wish * goal.missStops
    if (goal.kind === 'about') score += WEIGHT.close * beyond(goal, goal.value)
  }
  for (const [i, light] of to.lights.entries()) {
    if (!light.on) continue
    score += lightPrice(light, light.powerStops)
    const place = isFree(from, light) ? heldAt(was, from.lights[i]!) : null
    if (place === null) continue
    const moved = Math.abs(cellAt(is, light.id, place)!.level - cellAt(was, light.id, place)!.level)
    score += WEIGHT.balance * (Number.isFinite(moved) ? moved : FAR_OFF)
  }
  const { apertureStops, isoStops, ndStops, shutterStops } = to.settings
  const edgePx = endBlur(to, neededDepthMm(to)).bothMm / pixelPitchMm(to.camera)
  return (
    score +
    shutterPrice(from, shutterStops) +
    settingsPrice(from, apertureStops, isoStops, ndStops, edgePx) +
    setPrice(from, to)
  )
}
