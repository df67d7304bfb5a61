/**
 * How a head's light falls off away from its axis: cosⁿ, a table, or a photometric file. Relative
 * to the axis, so that the guide number keeps its meaning.
 */
import { z } from 'zod'
import { positive } from '../guard'

/** The largest photometric file a plan takes: values, and candela each. */
export const MOST_VALUES = 40_000
export const MOST_CANDELA = 1e9

const angles = z.array(z.number().min(-360).max(360)).min(1).max(400)

export const distributionSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('cos').describe('cosⁿ, one stop down at the edge of the stated beam')
    }),
    z
      .strictObject({
        kind: z.literal('table'),
        points: z
          .array(
            z.strictObject({ deg: z.number().min(0).max(180), stops: z.number().min(-20).max(6) })
          )
          .min(2)
          .max(60)
      })
      .describe('stops against the axis, by angle off it; nothing beyond the last angle'),
    z
      .strictObject({
        kind: z.literal('file'),
        name: z.string().min(1).max(120),
        verticalDeg: angles,
        horizontalDeg: angles,
        candela: z
          .array(z.number().min(0).max(MOST_CANDELA))
          .min(1)
          .max(MOST_VALUES)
          .describe('horizontal plane by plane, each with all vertical angles')
      })
      .describe('read from an IES LM-63 file, type C, its nadir is the head’s axis')
  ])
  .superRefine((value, context) => {
    if (
      value.kind === 'table' &&
      value.points.some((point, i) => i > 0 && point.deg <= value.points[i - 1]!.deg)
    )
      context.addIssue({ code: 'custom', path: ['points'], message: 'the angles must rise' })
    if (
      value.kind === 'file' &&
      value.candela.length !== value.verticalDeg.length * value.horizontalDeg.length
    )
      context.addIssue({
        code: 'custom',
        path: ['candela'],
        message: 'must hold one value for each pair of angles'
      })
  })
export type Distribution = z.infer<typeof distributionSchema>

/**
 * Intensity against the axis, a share ≥ 0 of it, from the cosine of the angle off it and the angle
 * round it (radians).
 */
export type BeamShape = (cosOffAxis: number, roundRad: number) => number

/**
 * Exponent of a cosⁿ beam that has lost one stop at the edge of its full angle.
 * @param beamDeg full angle, 1–178
 * Source: common practice for stated coverage (one stop at the edge), no source; n = 1, a
 * Lambertian face, at 120°.
 */
export const beamExponent = (beamDeg: number): number =>
  -1 / Math.log2(Math.cos((Math.min(positive(beamDeg, 'beamDeg'), 178) * Math.PI) / 360))

/** Index of the last entry not above `value`, and how far `value` lies towards the next. */
function between(list: readonly number[], value: number): readonly [number, number] {
  let i = 0
  while (i < list.length - 2 && list[i + 1]! <= value) i++
  const span = (list[i + 1] ?? list[i]!) - list[i]!
  return [i, span > 0 ? Math.min(1, Math.max(0, (value - list[i]!) / span)) : 0]
}

/**
 * Brings an angle round the axis into the range a file gives, by the symmetry its last angle stands
 * for (LM-63: 0, 90, 180 or 360).
 */
function foldRound(deg: number, last: number): number {
  const full = ((deg % 360) + 360) % 360
  if (last <= 0) return 0
  const half = full > 180 ? 360 - full : full
  if (last <= 90) return half > 90 ? 180 - half : half
  return last <= 180 ? half : full
}

const STEPS = 4096
/**
 * cosⁿ from a table over the cosine, straight between its points: a power for each sample would
 * take a quarter of an evaluation. Off by at most n²/(8·4096²) of the axis: 0.004 for a beam of 5°.
 */
function tabled(n: number): BeamShape {
  const table = Float64Array.from(
    { length: STEPS + 2 },
    (_, i) => (Math.min(i, STEPS) / STEPS) ** n
  )
  return (cosine) => {
    if (cosine <= 0) return 0
    const x = (cosine < 1 ? cosine : 1) * STEPS
    // Wide beams drop steeply just before edge-on.
    if (x < 1) return cosine ** n
    const i = x | 0
    return table[i]! + (table[i + 1]! - table[i]!) * (x - i)
  }
}

/** A distribution as a function; built once per head. */
export function beamShape(distribution: Distribution, beamDeg: number): BeamShape {
  if (distribution.kind === 'cos') {
    const n = beamExponent(beamDeg)
    if (Math.abs(n - 1) < 1e-9) return (cosine) => (cosine > 0 ? cosine : 0)
    return tabled(n)
  }
  if (distribution.kind === 'table') {
    const degrees = distribution.points.map((point) => point.deg)
    const values = distribution.points.map((point) => point.stops)
    return (cosine) => {
      const deg = (Math.acos(Math.min(1, Math.max(-1, cosine))) * 180) / Math.PI
      if (deg > degrees[degrees.length - 1]! + 1e-9) return 0
      const [i, share] = between(degrees, Math.max(deg, degrees[0]!))
      return 2 ** (values[i]! + ((values[i + 1] ?? values[i]!) - values[i]!) * share)
    }
  }
  const { verticalDeg, horizontalDeg, candela } = distribution
  const rows = verticalDeg.length
  const axis = candela[0]! > 0 ? candela[0]! : Math.max(...candela) || 1
  const at = (column: number, row: number) =>
    candela[Math.min(column, horizontalDeg.length - 1) * rows + Math.min(row, rows - 1)]!
  return (cosine, round) => {
    const deg = (Math.acos(Math.min(1, Math.max(-1, cosine))) * 180) / Math.PI
    if (deg > verticalDeg[rows - 1]! + 1e-9 || deg < verticalDeg[0]! - 1e-9) return 0
    const [row, down] = between(verticalDeg, deg)
    const [column, along] = between(
      horizontalDeg,
      foldRound((round * 180) / Math.PI, horizontalDeg[horizontalDeg.length - 1]!)
    )
    const first = at(column, row) * (1 - down) + at(column, row + 1) * down
    const second = at(column + 1, row) * (1 - down) + at(column + 1, row + 1) * down
    return (first * (1 - along) + second * along) / axis
  }
}

/** Angle off the axis at which a shape has lost one stop, degrees; 89 where it never has. */
export function edgeHalfDeg(shape: BeamShape): number {
  const lost = (half: number): boolean => shape(Math.cos((half * Math.PI) / 180), 0) < 0.5
  let inside = 0
  let outside = 0.25
  while (!lost(outside)) {
    inside = outside
    outside *= 1.1
    if (outside > 89) return 89
  }
  for (let i = 0; i < 24; i++) {
    const middle = (inside + outside) / 2
    if (lost(middle)) outside = middle
    else inside = middle
  }
  return inside
}

/** Steps off the axis and round it over which a beam is added up. */
const [OFF, ROUND] = [720, 24]
/**
 * All the light of a beam before its face, for 1 on the axis: ∫ shape dΩ over the half space, sr.
 * A cosⁿ beam has 2π/(n + 1).
 */
export function beamFlux(shape: BeamShape): number {
  const rounds = shape.length > 1 ? ROUND : 1
  let sum = 0
  for (let i = 0; i < OFF; i++) {
    // Denser near the axis, where narrow beams have their light.
    const t = (i + 0.5) / OFF
    const angle = (Math.PI / 2) * t * t
    const ring = Math.sin(angle) * Math.PI * t * (1 / OFF)
    for (let k = 0; k < rounds; k++)
      sum += (ring * shape(Math.cos(angle), (2 * Math.PI * (k + 0.5)) / rounds)) / rounds
  }
  return 2 * Math.PI * sum
}

/** Angle off the axis beyond which a distribution sends nothing, degrees, 90 at most. */
export const lastAngleDeg = (distribution: Distribution): number =>
  distribution.kind === 'cos'
    ? 90
    : Math.min(
        90,
        distribution.kind === 'table'
          ? distribution.points[distribution.points.length - 1]!.deg
          : distribution.verticalDeg[distribution.verticalDeg.length - 1]!
      )
