/**
 * Prices: what a change of one control does to everything that matters, found by evaluating the plan again.
 */
import type { Plan } from '../plan/plan'
import { evaluate, type Evaluation } from '../ledger/evaluate'
import { depthOf, markedFNumber } from '../set/optic'

export type Control =
  'shutter' | 'aperture' | 'iso' | 'nd' | 'power' | 'distance' | 'modifier' | 'pulsed'

/** Plan path a control stands at, as locks name it; those of a light follow `lights.<index>.`. */
const CONTROL_PATH: Record<Control, string> = {
  shutter: 'settings.shutterStops',
  aperture: 'settings.apertureStops',
  iso: 'settings.isoStops',
  nd: 'settings.ndStops',
  power: 'powerStops',
  distance: 'at.distanceMm',
  modifier: 'modifiers',
  pulsed: 'settings.pulsedSync'
}

export interface Price {
  /** change of each level, stops; 0 where a source gives nothing before and after */
  readonly ambientSubject: number
  readonly ambientGround: number
  readonly strobeSubject: number
  readonly strobeGround: number
  readonly depthMm: number
  /** marked f-number after minus before; diffraction follows it */
  readonly fNumber: number
}

const change = (after: number, before: number): number =>
  after === before || !Number.isFinite(after - before) ? 0 : after - before

export const priceOf = (
  before: Plan,
  after: Plan,
  was: Evaluation = evaluate(before),
  is: Evaluation = evaluate(after)
): Price => ({
  ambientSubject: change(is.ledger.ambient.subject!.level, was.ledger.ambient.subject!.level),
  ambientGround: change(is.ledger.ambient.ground!.level, was.ledger.ambient.ground!.level),
  strobeSubject: change(is.ledger.flash.subject!, was.ledger.flash.subject!),
  strobeGround: change(is.ledger.flash.ground!, was.ledger.flash.ground!),
  depthMm: change(depthOf(after).totalMm, depthOf(before).totalMm),
  fNumber: markedFNumber(after) - markedFNumber(before)
})

/** @param light index of the light a power, distance or modifier belongs to */
export const lockPath = (control: Control, light = 0): string =>
  control === 'power' || control === 'distance' || control === 'modifier'
    ? `lights.${light}.${CONTROL_PATH[control]}`
    : CONTROL_PATH[control]

export const isLocked = (plan: Plan, control: Control, light = 0): boolean =>
  plan.locks.includes(lockPath(control, light))
