/**
 * Automatic flash (TTL): a pre-flash is read through the lens over an area, and power is set so that
 * its mean comes out at mid-grey plus compensation. Where most of the area is black a small subject
 * comes out over, by how much follows from what it covers of the area.
 */
import { ledgerOf, type Ledger } from '../ledger/ledger'
import { outputStops } from '../light/output'
import { withOnly } from '../plan/edit'
import type { LightId, Place, Plan } from '../plan/plan'
import { dialLowest } from '../scales/dial'
import { poseOf, type CameraPose } from '../set/camera'
import { halfSizes, rotated } from '../set/subjectBody'
import { dot, type Vec } from '../set/vec'

/** What of the frame is metered: all of it, a disc in its middle, a small spot there. */
export const AUTOMATIC_AREAS = ['frame', 'middle', 'spot'] as const
export type AutomaticArea = (typeof AUTOMATIC_AREAS)[number]

/** Width of the discs over the height of the frame. Common practice, no source. */
const DISC = { middle: 0.6, spot: 0.15 } as const
/** Points looked at each way. */
const FINE = 96
/** Shapes that fill the rectangle round what is seen of them; others fill its ellipse. */
const SQUARE: readonly Plan['subject']['shape'][] = ['sheet', 'box', 'cylinder', 'vessel']

/** Half width and height of the subject as the camera sees it, turned as it is, mm. */
function seenHalves({ subject }: Plan, { right, up }: CameraPose): readonly [number, number] {
  const [wide, high, deep] = halfSizes(subject)
  const { shape, rotationDeg } = subject
  const across = rotated([wide, 0, 0], rotationDeg)
  const along = rotated([0, 0, shape === 'sheet' ? 0 : deep], rotationDeg)
  const half = (axis: Vec): number => {
    const [x, y, z] = [dot(axis, across), axis[1] * high, dot(axis, along)]
    if (shape === 'box' || shape === 'sheet') return Math.abs(x) + Math.abs(y) + Math.abs(z)
    return SQUARE.includes(shape) ? Math.abs(y) + Math.hypot(x, z) : Math.hypot(x, y, z)
  }
  return [half(right), half(up)]
}

/**
 * How much of the metered area the subject covers, 0 to 1: the rectangle or ellipse of its width and
 * height as the camera sees it, in the middle of the frame.
 */
export function coveredShare(plan: Plan, area: AutomaticArea): number {
  const pose = poseOf(plan)
  const [wide, high] = seenHalves(plan, pose)
  const square = SQUARE.includes(plan.subject.shape)
  const radius = area === 'frame' ? 0 : DISC[area] * pose.halfHeightMm
  const [across, up] = area === 'frame' ? [pose.halfWidthMm, pose.halfHeightMm] : [radius, radius]
  let metered = 0
  let covered = 0
  for (let i = 0; i < FINE; i++)
    for (let k = 0; k < FINE; k++) {
      const x = across * ((2 * i + 1) / FINE - 1)
      const y = up * ((2 * k + 1) / FINE - 1)
      if (radius > 0 && x * x + y * y > radius * radius) continue
      metered++
      const inside = square
        ? Math.abs(x) <= wide && Math.abs(y) <= high
        : (x / wide) ** 2 + (y / high) ** 2 <= 1
      if (inside) covered++
    }
  return covered / metered
}

/** Level a light alone gives a place; −Infinity where it gives none. */
function ownLevel(ledger: Ledger, id: LightId, place: Place): number {
  const cell = ledger.rows.find(({ source }) => source === id)?.cells[place]
  return cell?.state === 'known' ? cell.level : -Infinity
}

/** By how many stops a place lies over the mean of the metered area, lit by one light alone. */
function overMean(plan: Plan, id: LightId, place: Place, area: AutomaticArea): number {
  const ledger = ledgerOf(withOnly(plan, [id]))
  const level = (at: Place): number => 2 ** ownLevel(ledger, id, at)
  const share = coveredShare(plan, area)
  const mean = share * level('subject') + (1 - share) * level('background')
  return ownLevel(ledger, id, place) - Math.log2(mean)
}

export interface Automatic {
  readonly light: LightId
  readonly area: AutomaticArea
  readonly compensationStops: number
}

export interface AutomaticForecast {
  /** of the metered area that the subject covers */
  readonly share: number
  /** level of the place, stops; null where the light does not reach it */
  readonly levelStops: number | null
  /** what brings the place to the level wanted, stops */
  readonly compensationStops: number | null
  /** what the head would have to give, stops below full; above 0: it cannot */
  readonly powerStops: number | null
  /** where the head has to stand for it to be within its powers, mm; by the inverse square */
  readonly nearestMm: number | null
  readonly farthestMm: number | null
  readonly reach: 'within' | 'too-far' | 'too-near' | 'none'
}

const NOTHING = {
  levelStops: null,
  compensationStops: null,
  powerStops: null,
  nearestMm: null,
  farthestMm: null,
  reach: 'none'
} as const

/**
 * What an automatic flash would do in a set.
 * @param wantedStops level the place is to have
 */
export function automaticForecast(
  plan: Plan,
  { light: id, area, compensationStops }: Automatic,
  place: Place,
  wantedStops: number
): AutomaticForecast {
  const share = coveredShare(plan, area)
  const light = plan.lights.find((each) => each.id === id)
  const over = light ? overMean(plan, id, place, area) : NaN
  if (!light || !Number.isFinite(over)) return { share, ...NOTHING }
  const level = compensationStops + over
  const given = ownLevel(ledgerOf(withOnly(plan, [id])), id, place)
  const { strobe, powerStops, at } = light
  const lowest = outputStops(strobe, dialLowest(strobe.dial))
  const needed = outputStops(strobe, powerStops) + level - given
  const away = (output: number): number => at.distanceMm * 2 ** ((output - needed) / 2)
  return {
    share,
    levelStops: level,
    compensationStops: wantedStops - over,
    powerStops: needed,
    nearestMm: away(lowest),
    farthestMm: away(0),
    reach: needed > 0 ? 'too-far' : needed < lowest ? 'too-near' : 'within'
  }
}

/**
 * Level of a place with the light as the plan has it set, by the mark an automatic flash chose.
 * @param automatic with the mark it says it gave, `powerStops` below full
 * @returns level in stops, ambient in it; NaN where the light is not there or does not reach it
 */
export function levelByAutomatic(
  plan: Plan,
  automatic: Automatic & { readonly powerStops: number },
  place: Place
): number {
  const { light: id, area, compensationStops, powerStops } = automatic
  const light = plan.lights.find((each) => each.id === id)
  if (!light) return NaN
  const chosen = compensationStops + overMean(plan, id, place, area)
  const own =
    chosen + outputStops(light.strobe, light.powerStops) - outputStops(light.strobe, powerStops)
  const ambient = ledgerOf(withOnly(plan, [id])).ambient[place]
  return Math.log2(2 ** own + (ambient?.state === 'known' ? 2 ** ambient.level : 0))
}
