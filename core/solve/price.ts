/**
 * Prices: what a change of one control does to everything that matters, found by evaluating the plan again.
 */
import type { Plan } from '../plan/plan'
import { evaluate, type Evaluation } from '../ledger/evaluate'
import { depthOf, markedFNumber } from '../ledger/verdicts'

export type Control = 'shutter' | 'aperture' | 'iso' | 'nd' | 'power' | 'distance' | 'modifier' | 'pulsed'

/** Plan path a control stands at, as locks name it. */
export const CONTROL_PATH: Record<Control, string> = {
  shutter: 'settings.shutterStops',
  aperture: 'settings.apertureStops',
  iso: 'settings.isoStops',
  nd: 'settings.ndStops',
  power: 'lights.0.powerStops',
  distance: 'lights.0.distanceMm',
  modifier: 'lights.0.modifier',
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

const change = (after: number, before: number): number => (after === before || !Number.isFinite(after - before) ? 0 : after - before)

export const priceOf = (before: Plan, after: Plan, was: Evaluation = evaluate(before), is: Evaluation = evaluate(after)): Price => ({
  ambientSubject: change(is.ledger.ambient.subject.level, was.ledger.ambient.subject.level),
  ambientGround: change(is.ledger.ambient.ground.level, was.ledger.ambient.ground.level),
  strobeSubject: change(is.ledger.strobe.subject.level, was.ledger.strobe.subject.level),
  strobeGround: change(is.ledger.strobe.ground.level, was.ledger.strobe.ground.level),
  depthMm: change(depthOf(after).totalMm, depthOf(before).totalMm),
  fNumber: markedFNumber(after) - markedFNumber(before)
})

export const isLocked = (plan: Plan, control: Control): boolean => plan.locks.includes(CONTROL_PATH[control])
