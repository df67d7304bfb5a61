/**
 * What shows through something clear: rays from the lens, bent and thinned at every face, followed
 * to what they end on. The way that is mirrored at the first face is followed too; what is mirrored
 * further in is left out. Sources: Snell's and Fresnel's laws; Beer–Lambert law.
 */
import { LUMINANCE } from '../light/luminance'
import type { Rgb } from '../colour/balance'
import { bent, mirrored } from './bend'
import { crossFace, mediumOf, newCrossing, NO_BODY, type Clear, type Within } from './clear'
import { fresnelOver } from './specular'
import { HIT, isSheet, SIDE, type Surfaces } from './surface'
import type { Vec } from './vec'

/** Where a ray leaves clear things, and what it meets then. */
export interface RayEnd {
  /** [8] as of Surfaces.nearest, its direction of length 1, as far as what it meets */
  readonly ray: Float64Array
  /** of the luminance it began with */
  readonly share: number
  /** index of the surface met; −1: none */
  readonly index: number
  readonly at: Vec
  /** unit, on the side it comes from */
  readonly normal: Vec
  /** met from the side that counts */
  readonly front: boolean
  /** by what came back at the first face */
  readonly mirrored: boolean
}

/** Faces a ray passes at most, and the least of its light that is followed. */
const MOST_FACES = 40
const LEAST_SHARE = 1e-3
/** A ray counts nothing nearer than this, mm: the face it leaves. */
const CLEAR_OF = 1e-4

const lightOf = (weight: Rgb): number =>
  weight.reduce((sum, value, k) => sum + value * LUMINANCE[k]!, 0)

interface Going {
  readonly ray: Float64Array
  readonly within: Within
  weight: Rgb
  readonly mirrored: boolean
}

const hit = new Float64Array(HIT)
const face = new Float64Array(HIT)
const basis = new Float64Array(9)

function endOf({ ray, weight, mirrored: back }: Going, all: Surfaces, index: number): RayEnd {
  const surface = index < 0 ? null : all.list[index]!
  const normal: Vec = [hit[4]!, hit[5]!, hit[6]!]
  const front =
    surface === null ||
    !isSheet(surface) ||
    normal[0] * surface.normal[0] + normal[1] * surface.normal[1] + normal[2] * surface.normal[2] >
      0
  const ended = ray.slice()
  ended[7] = index < 0 ? Infinity : hit[0]!
  return {
    ray: ended,
    share: lightOf(weight),
    index,
    at: [hit[1]!, hit[2]!, hit[3]!],
    normal,
    front,
    mirrored: back
  }
}

/** What a layer takes of light. */
const thinned = (weight: Rgb, absorbs: Rgb, mm: number): Rgb =>
  weight.map((value, k) => value * Math.exp(-absorbs[k]! * mm)) as unknown as Rgb

/**
 * Follows a ray from the lens.
 * @param all what stands in the set besides
 * @param way its direction, of length 1
 * @returns where it comes out, straight through and mirrored at the first face
 */
export function followed(
  clear: Clear,
  all: Surfaces,
  from: Vec,
  way: Vec,
  least: number
): RayEnd[] {
  const ends: RayEnd[] = []
  const crossing = newCrossing()
  const open: Going[] = [
    {
      ray: Float64Array.of(...from, ...way, least, Infinity),
      within: { host: 0, body: NO_BODY },
      weight: [1, 1, 1],
      mirrored: false
    }
  ]
  let first = true
  for (let going = open.pop(); going; going = open.pop()) {
    const { ray, within } = going
    for (let faces = 0; faces < MOST_FACES; faces++) {
      ray[7] = Infinity
      const index = all.nearest(ray, hit)
      ray[7] = index < 0 ? Infinity : hit[0]!
      const met = clear.faces.nearest(ray, face)
      if (met < 0) {
        ends.push(endOf(going, all, index))
        break
      }
      crossFace(clear, met, face[SIDE]! > 0, within, crossing)
      const { bends, before, behind, after } = crossing
      going.weight = thinned(
        going.weight,
        clear.media[bends ? before : mediumOf(within)]!.absorbs,
        face[0]!
      )
      let side: 1 | -1 = -1
      if (bends) {
        const cosIn = Math.min(1, -(ray[3]! * face[4]! + ray[4]! * face[5]! + ray[5]! * face[6]!))
        const over = clear.media[behind]!.index / clear.media[before]!.index
        const back = fresnelOver(cosIn, over)
        for (let k = 0; k < 3; k++) basis[k] = face[4 + k]!
        if (first && back < 1) {
          const away = ray.slice()
          mirrored(basis, away)
          put(away, 1)
          open.push({
            ray: away,
            within: { ...within },
            weight: going.weight.map((value) => value * back) as unknown as Rgb,
            mirrored: true
          })
        }
        first = false
        if (back >= 1) {
          mirrored(basis, ray)
          side = 1
          if (within.body === NO_BODY) within.host = before
        } else {
          bent(basis, cosIn, over, ray)
          going.weight = going.weight.map((value) => value * (1 - back)) as unknown as Rgb
        }
      }
      if (side < 0) {
        within.host = after.host
        within.body = after.body
      }
      put(ray, side)
      if (lightOf(going.weight) < LEAST_SHARE) break
    }
  }
  return ends
}

/** Begins a ray anew off the face met, on the side it came from or the other. */
function put(ray: Float64Array, side: 1 | -1): void {
  for (let k = 0; k < 3; k++) ray[k] = face[1 + k]! + side * CLEAR_OF * face[4 + k]!
  ray[6] = CLEAR_OF
  ray[7] = Infinity
}
