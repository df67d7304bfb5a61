/**
 * How a ray goes on from a face that mirrors or bends it: as a smooth face does, or by one of the
 * facets of a rough one, drawn evenly. Sources: as of scatter.ts and facetLoss.ts.
 */
import { bent, mirrored } from './bend'
import { keptBy } from './facetLoss'
import { evenPair } from './random'
import { bendInFacet, drawFacet, mirrorInFacet, putBasis } from './scatter'
import { fresnelOver } from './specular'

/** A face as a ray meets it. */
export interface Face {
  /** [9] its unit normal on the side the ray comes from, and two directions square to it */
  readonly basis: Float64Array
  /** of the ray, 0–1 */
  readonly cosIn: number
  /** refractive index behind over that before; null: a metal, of which nothing comes through */
  readonly over: number | null
  /** GGX's α */
  readonly alpha: number
}
/** Which ray of several it is, and which of its faces: each gets numbers of its own. */
export interface Turn {
  readonly sample: number
  readonly faces: number
}

const facet = new Float64Array(3)
const spot = new Float64Array(2)
const out = new Float64Array(2)

/** Cosine between a ray and the facet a rough face is met by, which is drawn. */
function facetMet({ basis, cosIn, alpha }: Face, ray: Float64Array, turn: Turn): number {
  putBasis(basis)
  evenPair(turn.sample, 0x51ed27 + turn.faces * 0x61c88647, spot)
  return Math.min(1, drawFacet(basis, ray, Math.max(1e-6, cosIn), alpha, spot, facet))
}

/** What of the light at a face is mirrored, smooth or by the facet that was met. */
const back = (cos: number, over: number | null): number =>
  over === null ? 1 : fresnelOver(cos, over)

/** Both ways on from a face: each ray's direction is put, and what it keeps is told; 0: it ends. */
export interface Ways {
  readonly mirrored: number
  readonly through: number
}

/**
 * @param ray [8] goes on through the face
 * @param away [8] the same, mirrored
 */
export function turn(face: Face, ray: Float64Array, away: Float64Array, which: Turn): Ways {
  const { basis, cosIn, over, alpha } = face
  away.set(ray)
  if (alpha === 0) {
    const share = back(Math.min(1, cosIn), over)
    mirrored(basis, away)
    if (over === null || share >= 1) return { mirrored: share, through: 0 }
    bent(basis, cosIn, over, ray)
    return { mirrored: share, through: 1 - share }
  }
  const cosFacet = facetMet(face, ray, which)
  if (cosFacet <= 0) return { mirrored: 0, through: 0 }
  const share = back(cosFacet, over)
  const given = 1 / keptBy(alpha, over)(cosIn)
  const goes = mirrorInFacet(basis, away, Math.max(1e-6, cosIn), cosFacet, alpha, facet, out)
  const passes =
    over === null || share >= 1 ? 0 : bendInFacet(basis, ray, cosFacet, over, alpha, facet)
  return { mirrored: goes ? share * out[0]! * given : 0, through: (1 - share) * passes * given }
}
