/**
 * Where a path meets a face of something clear: mirrored or let through by chance, as Fresnel's
 * equations say, by the facets of a rough one.
 */
import { fresnelOver } from '../set/specular'
import { SIDE } from '../set/surface'
import { mediumOf, NO_BODY } from '../set/clear'
import type { Direct } from './direct'
import { keptBy, type Kept } from '../set/facetLoss'
import type { Meeting } from './meeting'
import { nextOf } from '../set/random'
import { bent, mirrored } from '../set/bend'
import { bendInFacet, drawFacet, mirrorInFacet, putBasis } from '../set/scatter'
import { absorb, draw, leave, scale, type Walk } from './walk'
import type { World } from './world'

/**
 * Sends the ray on from the clear face met.
 * @returns how likely it went this way as far as lamps were asked for by themselves, per steradian;
 *   −1 where it ends
 */
export type Glass = (vertex: number, later: boolean) => number

export function newGlass(
  { clear }: World,
  walk: Walk,
  { met, clearHit, cross }: Meeting,
  direct: Direct
): Glass {
  const { ray, basis, weight, spot, two, state, within } = walk
  const facet = new Float64Array(3)
  /** [face × medium before × medium behind] filled as they are met */
  const kept: (Kept | undefined)[] = []
  const keptAt = (alpha: number, before: number, behind: number, over: number): Kept => {
    const many = clear!.media.length
    const key = (met.glass * many + before) * many + behind
    return (kept[key] ??= keptBy(alpha, over))
  }

  /**
   * Mirrors the ray in the facets of rough glass or sends it through; `two` is filled as by byFacet,
   * where it is mirrored.
   * @returns 1 mirrored, −1 through, 0 it ends
   */
  const atFacets = (
    vertex: number,
    cosIn: number,
    over: number,
    alpha: number,
    later: boolean
  ): 1 | -1 | 0 => {
    putBasis(basis)
    if (!later && clearHit[SIDE]! > 0) direct.glint(vertex, clearHit, cosIn, over, alpha)
    draw(walk, vertex, 2)
    const cosFacet = drawFacet(basis, ray, cosIn, alpha, spot, facet)
    if (cosFacet <= 0) return 0
    const mirrors = fresnelOver(Math.min(1, cosFacet), over)
    if (nextOf(state) < mirrors) {
      if (!mirrorInFacet(basis, ray, cosIn, cosFacet, alpha, facet, two)) return 0
      scale(walk, two[0]!)
      two[1]! *= mirrors
      return 1
    }
    const through = bendInFacet(basis, ray, cosFacet, over, alpha, facet)
    scale(walk, through)
    return through > 0 ? -1 : 0
  }

  return (vertex, later) => {
    const { media, roughness } = clear!
    const { bends, before, behind, after } = cross()
    let goes: 1 | -1 | 0 = -1
    let chance = 0
    absorb(weight, media[bends ? before : mediumOf(within)]!.absorbs, clearHit[0]!)
    if (bends) {
      const cosIn = -(ray[3]! * clearHit[4]! + ray[4]! * clearHit[5]! + ray[5]! * clearHit[6]!)
      const over = media[behind]!.index / media[before]!.index
      for (let k = 0; k < 3; k++) basis[k] = clearHit[4 + k]!
      const alpha = roughness[met.glass]!
      if (alpha > 0) {
        const cos = Math.min(1, Math.max(1e-6, cosIn))
        scale(walk, 1 / keptAt(alpha, before, behind, over)(cos))
        goes = atFacets(vertex, cos, over, alpha, later)
        if (goes > 0 && !later && clearHit[SIDE]! > 0) chance = two[1]!
      } else {
        goes = nextOf(state) < fresnelOver(Math.min(1, cosIn), over) ? 1 : -1
        if (goes > 0) mirrored(basis, ray)
        else bent(basis, Math.min(1, cosIn), over, ray)
      }
    }
    if (goes === 0) return -1
    leave(walk, clearHit, goes)
    if (goes < 0) {
      within.host = after.host
      within.body = after.body
    } else if (within.body === NO_BODY) within.host = before
    return chance
  }
}
