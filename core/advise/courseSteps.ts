/** Falling light as marks of the camera: which shutter is due when, and what lies either side. */
import type { Falling, Plan } from '../plan/plan'
import { shutterOf } from '../plan/shutterInUse'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import type { Course } from './course'

export interface CourseStep {
  /** from when on it is the nearest mark; ms since 1970 */
  readonly from: number
  readonly to: number
  /** mark of the camera, −log2 s */
  readonly shutterStops: number
  /**
   * slower than the camera goes, or faster than the flash lights the whole frame: then the mark is
   * the last one there is, and the background is off its level
   */
  readonly beyond: 'too-dark' | 'too-bright' | null
}

/** Which mark is due when, in order of time. */
export function stepsOf(plan: Plan, { points }: Course): CourseStep[] {
  const { syncStops, curtain, fastestShutterStops } = shutterOf(plan)
  const slowest = plan.camera.slowestShutterStops
  const fastest = curtain === 'leaf' ? fastestShutterStops : syncStops
  const marks = marksBetween(marksOf('shutter', plan.camera.step), slowest, fastest)
  const halfStep = marks.length > 1 ? Math.abs(marks[1]!.stops - marks[0]!.stops) / 2 : 0.5
  const markAt = (due: number): Pick<CourseStep, 'shutterStops' | 'beyond'> => ({
    shutterStops: nearestMark(marks, due).stops,
    beyond: due < slowest - halfStep ? 'too-dark' : due > fastest + halfStep ? 'too-bright' : null
  })
  const steps: CourseStep[] = []
  points.forEach((point, i) => {
    const next = points[i + 1]
    if (!next) return
    // Within a minute the light may pass more than one mark: looked at every five seconds.
    for (let part = 0; part < 12; part++) {
      const share = part / 12
      const at = point.at + share * (next.at - point.at)
      const mark = markAt(point.dueStops + share * (next.dueStops - point.dueStops))
      const last = steps.at(-1)
      if (last && last.shutterStops === mark.shutterStops && last.beyond === mark.beyond)
        steps[steps.length - 1] = {
          ...last,
          to: point.at + ((part + 1) / 12) * (next.at - point.at)
        }
      else
        steps.push({ ...mark, from: at, to: point.at + ((part + 1) / 12) * (next.at - point.at) })
    }
  })
  return steps
}

/** What is due at a moment, and what comes next. */
export function stepAt(
  steps: readonly CourseStep[],
  now: number
): { readonly step: CourseStep | null; readonly next: CourseStep | null } {
  const i = steps.findIndex(({ from, to }) => now >= from && now < to)
  if (i >= 0) return { step: steps[i]!, next: steps[i + 1] ?? null }
  return { step: null, next: steps.find(({ from }) => from > now) ?? null }
}

/** Shutters of one moment: the one due, and either side of it where that is asked. */
export const bracketOf = (
  { bracketStops }: Pick<Falling, 'bracketStops'>,
  shutterStops: number
): readonly number[] =>
  bracketStops === 0
    ? [shutterStops]
    : [shutterStops + bracketStops, shutterStops, shutterStops - bracketStops]
