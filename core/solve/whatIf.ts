/** What one step of one control does to every verdict: the plan evaluated before and after. */
import type { Plan } from '../plan/plan'
import { evaluate } from '../ledger/evaluate'
import type { Verdict, VerdictId } from '../ledger/verdicts'
import { dialMarks } from '../scales/dial'
import { marksBetween, marksOf, stepMark, type Axis } from '../scales/marks'
import { apertureRange } from '../set/optic'
import { withLight } from './power'

/** A control by its path in the plan: `settings.apertureStops`, `lights.0.powerStops`, `lights.0.at.distanceMm` … */
export type ControlPath = string

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

const stepped = (
  plan: Plan,
  path: ControlPath,
  by: number
): { readonly from: number; readonly to: number; readonly after: Plan } => {
  const light = path.match(/^lights\.(\d+)\.(powerStops|at\.distanceMm)$/)
  if (light) {
    const index = Number(light[1])
    const { strobe, powerStops, at } = plan.lights[index]!
    if (light[2] === 'powerStops') {
      const to = stepMark(dialMarks(strobe.dial), powerStops, by).stops
      return { from: powerStops, to, after: withLight(plan, index, { powerStops: to }) }
    }
    const to = Number((at.distanceMm * DISTANCE_STEP ** by).toPrecision(3))
    return {
      from: at.distanceMm,
      to,
      after: withLight(plan, index, { at: { ...at, distanceMm: to } })
    }
  }
  const key = path.replace('settings.', '') as
    'apertureStops' | 'shutterStops' | 'isoStops' | 'ndStops'
  const from = plan.settings[key]
  const { camera } = plan
  const [widest, narrowest] = apertureRange(plan)
  const ranges: Record<Axis, readonly [number, number]> = {
    aperture: [widest, narrowest],
    shutter: [camera.slowestShutterStops, camera.fastestShutterStops],
    iso: [camera.lowestIsoStops, camera.highestIsoStops]
  }
  const axis = key.replace('Stops', '') as Axis | 'nd'
  const marks = axis === 'nd' ? [] : marksBetween(marksOf(axis, camera.step), ...ranges[axis])
  const to =
    axis === 'nd' ? Math.max(0, from + by) : marks.length ? stepMark(marks, from, by).stops : from
  return { from, to, after: { ...plan, settings: { ...plan.settings, [key]: to } } }
}

const shown = (verdict: Verdict): string =>
  `${verdict.state} ${verdict.reason} ${verdict.value === null ? '' : verdict.value.toFixed(2)} ${verdict.limit?.toFixed(2)} ${(verdict.figures.recycle ?? 0).toFixed(2)}`

/** @param by steps of the control's own dial, negative is down */
export const whatIf = (plan: Plan, path: ControlPath, by: number): WhatIf => {
  const { from, to, after } = stepped(plan, path, by)
  const ended = Math.abs(to - from) < 1e-9
  const was = evaluate(plan).verdicts
  const is = ended ? was : evaluate(after).verdicts
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
