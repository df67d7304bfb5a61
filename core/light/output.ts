/**
 * What a head truly gives at a mark of its dial, and loses in high-speed sync, as far as it has been
 * measured. Between measured marks straight in stops; beyond them as at the last.
 * Source: piecewise linear interpolation; that dials stray most at their low end is common practice,
 * no source.
 */
import { chooseOnDial, dialMarks, type Dial } from '../scales/dial'
import type { Mark } from '../scales/marks'

interface Point {
  readonly at: number
  readonly stops: number
  readonly uncertaintyStops: number
}

/** A figure between the points of a rising table; null for an empty one. */
function between(points: readonly Point[], at: number): Point | null {
  const above = points.findIndex((point) => point.at >= at)
  if (above < 0) return points.at(-1) ?? null
  const [low, high] = [points[above - 1], points[above]!]
  if (!low) return high
  const share = (at - low.at) / (high.at - low.at)
  const mix = (a: number, b: number): number => a + (b - a) * share
  return {
    at,
    stops: mix(low.stops, high.stops),
    uncertaintyStops: mix(low.uncertaintyStops, high.uncertaintyStops)
  }
}

export interface MeasuredDial {
  readonly dial: Dial
  /** against full power, which is right by the guide number; weakest first */
  readonly marks: readonly {
    readonly powerStops: number
    readonly stops: number
    readonly uncertaintyStops: number
  }[]
}

/** Full power is what the guide number is measured at. */
const FULL: Point = { at: 0, stops: 0, uncertaintyStops: 0 }

const markAt = ({ marks }: Pick<MeasuredDial, 'marks'>, powerStops: number): Point | null =>
  marks.length === 0
    ? null
    : between(
        [...marks.map(({ powerStops: at, ...rest }) => ({ at, ...rest })), FULL],
        Math.min(0, powerStops)
      )

/**
 * What a mark gives more than it says, stops; 0 where no mark was measured.
 * @param powerStops stops below full, ≤ 0
 */
export const markStops = (head: Pick<MeasuredDial, 'marks'>, powerStops: number): number =>
  head.marks.length === 0 ? 0 : markAt(head, powerStops)!.stops

/** ± of that, stops; null where no mark was measured. */
export const markUncertainty = (
  head: Pick<MeasuredDial, 'marks'>,
  powerStops: number
): number | null => markAt(head, powerStops)?.uncertaintyStops ?? null

/** What it gives at a power, stops below full. */
export const outputStops = (head: Pick<MeasuredDial, 'marks'>, powerStops: number): number =>
  powerStops + markStops(head, powerStops)

/**
 * The mark whose light is nearest to what is wanted.
 * @param wantedStops stops below full
 */
export function markGiving(head: MeasuredDial, wantedStops: number): Mark {
  if (head.marks.length === 0) return chooseOnDial(head.dial, wantedStops).mark
  const off = ({ stops }: Mark): number => Math.abs(outputStops(head, stops) - wantedStops)
  return dialMarks(head.dial).reduce((best, mark) => (off(mark) < off(best) - 1e-9 ? mark : best))
}

export interface HighSpeedHead {
  readonly highSpeedPenaltyStops: number
  readonly highSpeedLosses: readonly {
    readonly shutterStops: number
    readonly stops: number
    readonly uncertaintyStops: number
  }[]
}

const highSpeedAt = ({ highSpeedLosses }: HighSpeedHead, shutterStops: number): Point | null =>
  between(
    highSpeedLosses.map(({ shutterStops: at, ...rest }) => ({ at, ...rest })),
    shutterStops
  )

/**
 * What a head loses in high-speed sync beyond what the curtains spread, stops.
 * @param shutterStops −log2 of seconds
 */
export const highSpeedPenalty = (head: HighSpeedHead, shutterStops: number): number =>
  highSpeedAt(head, shutterStops)?.stops ?? head.highSpeedPenaltyStops

/** ± of that, stops; null where it was not measured. */
export const highSpeedUncertainty = (head: HighSpeedHead, shutterStops: number): number | null =>
  highSpeedAt(head, shutterStops)?.uncertaintyStops ?? null
