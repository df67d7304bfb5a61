/**
 * What the facets of a rough surface keep of light: what they hide from each other is lost in the
 * plain model, though in truth it is thrown about among them and comes out. So much is given back.
 * Source: Turquin 2019 (from memory): the plain model over its own sum.
 */
import { fresnelOver } from './specular'
import { bendInFacet, drawFacet, mirrorInFacet, putBasis } from './scatter'

/** Cosines a sum is worked out for, and points along each way facets are drawn by. */
const [COSINES, POINTS] = [24, 24] as const

/** Share kept of light that comes at a cosine. */
export type Kept = (cos: number) => number

const known = new Map<string, Kept>()
/** The last few. */
const KEPT = 64

/**
 * @param alpha GGX's α
 * @param over refractive index behind over that before; null: a metal, of which nothing comes through
 */
export function keptBy(alpha: number, over: number | null): Kept {
  const key = `${alpha} ${over}`
  const before = known.get(key)
  if (before) return before
  const table = Float64Array.from({ length: COSINES + 1 }, (_, i) =>
    shareKept(Math.max(0.01, i / COSINES), alpha, over)
  )
  const made: Kept = (cos) => {
    const x = Math.min(1, Math.max(0, cos)) * COSINES
    const i = Math.min(COSINES - 1, Math.floor(x))
    return table[i]! + (x - i) * (table[i + 1]! - table[i]!)
  }
  if (known.size >= KEPT) known.clear()
  known.set(key, made)
  return made
}

function shareKept(cos: number, alpha: number, over: number | null): number {
  const basis = Float64Array.of(0, 0, 1, 0, 0, 0, 0, 0, 0)
  putBasis(basis)
  const spot = new Float64Array(2)
  const ray = new Float64Array(8)
  const facet = new Float64Array(3)
  const out = new Float64Array(2)
  const way = [Math.sqrt(1 - cos * cos), 0, -cos]
  let sum = 0
  for (let a = 0; a < POINTS; a++)
    for (let b = 0; b < POINTS; b++) {
      spot[0] = (a + 0.5) / POINTS
      spot[1] = (b + 0.5) / POINTS
      ray.set(way, 3)
      const cosFacet = drawFacet(basis, ray, cos, alpha, spot, facet)
      if (cosFacet <= 0) continue
      const mirrors = over === null ? 1 : fresnelOver(Math.min(1, cosFacet), over)
      if (over !== null && mirrors < 1)
        sum += (1 - mirrors) * bendInFacet(basis, ray, cosFacet, over, alpha, facet)
      ray.set(way, 3)
      if (mirrorInFacet(basis, ray, cos, cosFacet, alpha, facet, out)) sum += mirrors * out[0]!
    }
  return Math.max(0.05, sum / POINTS ** 2)
}
