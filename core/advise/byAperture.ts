/** Blur at the ends of the depth at every aperture of the lens: what the Focus stage draws. */
import { pixelPitchMm } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { marksBetween, marksOf } from '../scales/marks'
import {
  apertureRange,
  bestMarkedFNumber,
  endBlur,
  markedFNumber,
  neededDepthMm
} from '../plan/lensInUse'

export interface AperturePoint {
  /** as the body shows it */
  readonly apertureStops: number
  /** f-number as marked, converter counted in */
  readonly marked: number
  /** px */
  readonly defocusPx: number
  readonly airyPx: number
  readonly bothPx: number
}

export function byAperture(plan: Plan): AperturePoint[] {
  const [widest, narrowest] = apertureRange(plan)
  const pitch = pixelPitchMm(plan.camera)
  const need = neededDepthMm(plan)
  return marksBetween(marksOf('aperture', plan.camera.step), widest, narrowest).map(
    ({ stops: apertureStops }) => {
      const there = { ...plan, settings: { ...plan.settings, apertureStops } }
      const marked = markedFNumber(there)
      const { defocusMm, airyMm, bothMm } = endBlur(there, need, marked)
      return {
        apertureStops,
        marked,
        defocusPx: defocusMm / pitch,
        airyPx: airyMm / pitch,
        bothPx: bothMm / pitch
      }
    }
  )
}

/** a sixth of a stop of f-number */
const SIXTH = 2 ** (1 / 12)

export interface BestAperture {
  /** the mark of this lens with the least blur */
  readonly mark: AperturePoint
  /** marked f-number of least blur, whatever the lens allows */
  readonly ideal: number
  /** the lens ends before the ideal is reached */
  readonly held: 'widest' | 'narrowest' | null
}
export function bestAperture(plan: Plan): BestAperture | null {
  const points = byAperture(plan)
  if (!points.length) return null
  const index = points.reduce(
    (best, point, i) => (point.bothPx < points[best]!.bothPx ? i : best),
    0
  )
  const ideal = bestMarkedFNumber(plan, neededDepthMm(plan))
  const held =
    index === 0 && ideal < points[0]!.marked / SIXTH
      ? 'widest'
      : index === points.length - 1 && ideal > points.at(-1)!.marked * SIXTH
        ? 'narrowest'
        : null
  return { mark: points[index]!, ideal, held }
}
