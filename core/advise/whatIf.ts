/** What one step of one control does to every verdict: the plan evaluated before and after. */
import { shutterOf } from '../plan/shutterInUse'
import type { LightId, Plan } from '../plan/plan'
import { evaluate } from '../ledger/evaluate'
import type { Verdict, VerdictId } from '../ledger/verdict'
import { powerMarks } from '../plan/sync'
import { marksBetween, marksOf, stepMark, type Axis, type Mark } from '../scales/marks'
import { apertureRange } from '../plan/lensInUse'
import { figureOf, lightAtPath, valueAt, withValueAt } from '../plan/path'

/** What can be stepped: the camera's settings, a light's power and its distance. */
export type SteppablePath =
  | `settings.${'apertureStops' | 'shutterStops' | 'isoStops' | 'ndStops'}`
  | `lights.${LightId}.powerStops`
  | `lights.${LightId}.at.distanceMm`

export interface Effect {
  readonly id: VerdictId
  readonly before: Verdict
  readonly after: Verdict
  /** the figure shown or the state is another */
  readonly changed: boolean
}
export interface WhatIf {
  readonly from: number
  /** null: the dial ends here */
  readonly to: number | null
  readonly effects: readonly Effect[]
}

/** A distance steps by a third of a stop of light. */
const DISTANCE_STEP = 2 ** (1 / 6)

const AXES: Record<string, Axis> = {
  apertureStops: 'aperture',
  shutterStops: 'shutter',
  isoStops: 'iso'
}

/** Marks of a setting within the range of camera and lens. */
function marksOfAxis(plan: Plan, axis: Axis): readonly Mark[] {
  const { camera } = plan
  const ranges: Record<Axis, readonly [number, number]> = {
    aperture: apertureRange(plan),
    shutter: [camera.slowestShutterStops, shutterOf(plan).fastestShutterStops],
    iso: [camera.lowestIsoStops, camera.highestIsoStops]
  }
  return marksBetween(marksOf(axis, camera.step), ...ranges[axis])
}

/** Where so many steps lead; the value itself where the scale has no mark. */
function stepped(plan: Plan, path: SteppablePath, from: number, by: number): number {
  const figure = figureOf(path)
  if (figure === 'ndStops') return Math.max(0, from + by)
  if (figure === 'distanceMm') return Number((from * DISTANCE_STEP ** by).toPrecision(3))
  const marks =
    figure === 'powerStops'
      ? powerMarks(plan, lightAtPath(plan, path)!)
      : marksOfAxis(plan, AXES[figure]!)
  return marks.length ? stepMark(marks, from, by).stops : from
}

const shown = (verdict: Verdict): string =>
  `${verdict.state} ${verdict.reason} ` +
  `${verdict.value === null ? '' : verdict.value.toFixed(2)} ` +
  `${verdict.limit?.toFixed(2)} ${(verdict.figures.recycle ?? 0).toFixed(2)}`

/**
 * Every verdict before and after a step.
 * @param by steps of the control's own dial, negative is down
 */
export function whatIf(plan: Plan, path: SteppablePath, by: number): WhatIf {
  const from = valueAt(plan, path) as number
  const to = stepped(plan, path, from, by)
  const ended = Math.abs(to - from) < 1e-9
  const was = evaluate(plan).verdicts
  const is = ended ? was : evaluate(withValueAt(plan, path, to)).verdicts
  return {
    from,
    to: ended ? null : to,
    effects: was.map((before, i) => ({
      id: before.id,
      before,
      after: is[i]!,
      changed: shown(before) !== shown(is[i]!)
    }))
  }
}
