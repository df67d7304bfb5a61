/** How warm or cool a light is: correlated colour temperature, mired, and how far off white light. */
import { chromaticityOf, uvOf, xyzOf, type Chromaticity, type Uv } from './observer'
import { planck } from './sources'

/** Reciprocal megakelvin: shifts of filters add in it. Source: definition. */
export const miredOf = (kelvin: number): number => 1e6 / kelvin
export const kelvinAt = (mired: number): number => 1e6 / mired

const steps = (from: number, to: number, step: number): number[] =>
  Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step)
/** Mired of the points along the Planckian locus that are looked through: 25 000 to 1000 K. */
const LOCUS_MIRED = steps(40, 1000, 5)
let locus: Uv[] | null = null
export const planckUv = (mired: number): Uv => uvOf(chromaticityOf(xyzOf(planck(kelvinAt(mired)))))

export interface Temperature {
  /** correlated colour temperature, K */
  readonly kelvin: number
  /**
   * distance off the Planckian locus, thousandths of CIE 1960 u, v: + greener, − more magenta.
   * Daylight lies at about +3.
   */
  readonly duv: number
  /** within 25 000–1000 K and near enough to the locus for a temperature to mean anything */
  readonly meaningful: boolean
}

/** Past this a light has a colour rather than a temperature. Source: CIE 15 (0.05 in u′, v′). */
const MOST_DUV = 50

/**
 * The temperature on the Planckian locus nearest to a chromaticity in CIE 1960 u, v. Source: CIE 15.
 */
export function temperatureOf(chromaticity: Chromaticity): Temperature {
  const at = uvOf(chromaticity)
  locus ??= LOCUS_MIRED.map(planckUv)
  let best = 0
  const away = (point: Uv): number => (point.u - at.u) ** 2 + (point.v - at.v) ** 2
  locus.forEach((point, i) => {
    if (away(point) < away(locus![best]!)) best = i
  })
  // The nearest point on the two chords that meet there.
  let near = { mired: LOCUS_MIRED[best]!, distance: Infinity, side: 1 }
  for (const i of [best - 1, best]) {
    const a = locus[i]
    const b = locus[i + 1]
    if (!a || !b) continue
    const [du, dv] = [b.u - a.u, b.v - a.v]
    const along = ((at.u - a.u) * du + (at.v - a.v) * dv) / (du * du + dv * dv)
    const share = Math.min(1, Math.max(0, along))
    const distance = Math.hypot(a.u + share * du - at.u, a.v + share * dv - at.v)
    if (distance < near.distance)
      near = {
        mired: LOCUS_MIRED[i]! + share * (LOCUS_MIRED[i + 1]! - LOCUS_MIRED[i]!),
        distance,
        side: Math.sign(du * (at.v - a.v) - dv * (at.u - a.u)) || 1
      }
  }
  const duv = 1000 * near.distance * near.side
  const inside = near.mired > LOCUS_MIRED[0]! && near.mired < LOCUS_MIRED.at(-1)!
  return {
    kelvin: kelvinAt(near.mired),
    duv,
    meaningful: inside && Math.abs(duv) <= MOST_DUV
  }
}
