/**
 * What shows through something clear or in a table that mirrors: rays from the lens, bent, mirrored
 * and thinned at every face, followed to what they end on. The way that is mirrored at the first
 * clear face is followed too; what is mirrored further in is left out. Sources: Snell's and Fresnel's
 * laws; Beer–Lambert law.
 */
import { LUMINANCE } from '../light/luminance'
import type { Rgb } from '../colour/balance'
import { crossFace, mediumOf, newCrossing, NO_BODY, type Clear, type Within } from './clear'
import type { Optics } from './optics'
import { METAL_SHARE } from './specular'
import { HIT, isSheet, SIDE, type Surfaces } from './surface'
import { turn, type Face } from './turn'
import type { Vec } from './vec'

/** Where a ray leaves clear things, and what it meets then. */
export interface RayEnd {
  /** [8] as of Surfaces.nearest, its direction of length 1, as far as what it meets */
  readonly ray: Float64Array
  /** of the luminance it began with */
  readonly share: number
  /** the same of red, green and blue */
  readonly weight: Rgb
  /** index of the surface met; −1: none */
  readonly index: number
  readonly at: Vec
  /** unit, on the side it comes from */
  readonly normal: Vec
  /** met from the side that counts */
  readonly front: boolean
  /** by what came back at the first face */
  readonly mirrored: boolean
  /** under a clear coat, which light has to pass */
  readonly coat: boolean
}

/** Faces a ray passes at most, and the least of its light that is followed. */
const MOST_FACES = 40
const LEAST_SHARE = 1e-3
/** A ray counts nothing nearer than this, mm: the face it leaves. */
const CLEAR_OF = 1e-4

const lightOf = (weight: Rgb): number =>
  weight.reduce((sum, value, k) => sum + value * LUMINANCE[k]!, 0)
const times = (weight: Rgb, by: number): Rgb => weight.map((value) => value * by) as unknown as Rgb
/** What a layer takes of light. */
const thinned = (weight: Rgb, absorbs: Rgb, mm: number): Rgb =>
  weight.map((value, k) => value * Math.exp(-absorbs[k]! * mm)) as unknown as Rgb

interface Going {
  readonly ray: Float64Array
  readonly within: Within
  weight: Rgb
  readonly mirrored: boolean
}

const hit = new Float64Array(HIT)
const face = new Float64Array(HIT)
const basis = new Float64Array(9)
const crossing = newCrossing()

/** Where a ray ends on what `hit` was filled by. */
function endOf({ ray, weight, mirrored }: Going, all: Surfaces, index: number): RayEnd {
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
    weight,
    index,
    at: [hit[1]!, hit[2]!, hit[3]!],
    normal,
    front,
    mirrored,
    coat: false
  }
}

/** A face met, as `turn` wants it. */
function faceMet(met: Float64Array, ray: Float64Array, over: number | null, alpha: number): Face {
  for (let k = 0; k < 3; k++) basis[k] = met[4 + k]!
  const cos = -(ray[3]! * met[4]! + ray[4]! * met[5]! + ray[5]! * met[6]!)
  return { basis, cosIn: Math.min(1, cos), over, alpha }
}

/** Begins a ray anew off the face met, on the side it came from or the other. */
function put(ray: Float64Array, met: Float64Array, side: 1 | -1): void {
  for (let k = 0; k < 3; k++) ray[k] = met[1 + k]! + side * CLEAR_OF * met[4 + k]!
  ray[6] = CLEAR_OF
  ray[7] = Infinity
}

/**
 * Follows a ray from the lens.
 * @param all what stands in the set besides
 * @param way its direction, of length 1
 * @param least nearer than this nothing counts, mm
 * @param sample which ray of several: rough faces turn each its own way
 * @returns where it comes out, straight through and mirrored at the first face
 */
export function followed(
  { clear, table, coat }: Optics,
  all: Surfaces,
  from: Vec,
  way: Vec,
  least: number,
  sample = 0
): RayEnd[] {
  const ends: RayEnd[] = []
  const away = new Float64Array(8)
  let first = true
  const open: Going[] = [
    {
      ray: Float64Array.of(...from, ...way, least, Infinity),
      within: { host: 0, body: NO_BODY },
      weight: [1, 1, 1],
      mirrored: false
    }
  ]

  /** Whether a ray goes on in the mirror of a table, and it does; the table's own tone ends there. */
  const inTable = (going: Going, faces: number): boolean => {
    const { metal, roughness } = table!
    const { ray } = going
    const met = faceMet(hit, ray, metal ? null : coat.over, roughness)
    if (!metal) {
      const under = coat.through(met.cosIn) / coat.through(1)
      const own = { ...going, weight: times(going.weight, under) }
      ends.push({ ...endOf(own, all, table!.index), coat: true })
    }
    const share = turn(met, ray, away, { sample, faces }).mirrored * (metal ? METAL_SHARE : 1)
    ray.set(away)
    put(ray, hit, 1)
    going.weight = times(going.weight, share)
    return share > 0
  }

  /** Sends it on through a clear face, or mirrored where that takes all. */
  const inGlass = (going: Going, glass: Clear, met: number, faces: number): void => {
    const { ray, within } = going
    crossFace(glass, met, face[SIDE]! > 0, within, crossing)
    const { bends, before, behind, after } = crossing
    const absorbs = glass.media[bends ? before : mediumOf(within)]!.absorbs
    going.weight = thinned(going.weight, absorbs, face[0]!)
    let side: 1 | -1 = -1
    if (bends) {
      const over = glass.media[behind]!.index / glass.media[before]!.index
      const ways = turn(faceMet(face, ray, over, glass.roughness[met]!), ray, away, {
        sample,
        faces
      })
      const all = ways.through === 0
      if (first && !all) {
        const back = away.slice()
        put(back, face, 1)
        const weight = times(going.weight, ways.mirrored)
        open.push({ ray: back, within: { ...within }, weight, mirrored: true })
      }
      first = false
      going.weight = times(going.weight, all ? ways.mirrored : ways.through)
      if (all) {
        ray.set(away)
        side = 1
        if (within.body === NO_BODY) within.host = before
      }
    }
    if (side < 0) {
      within.host = after.host
      within.body = after.body
    }
    put(ray, face, side)
  }

  for (let going = open.pop(); going; going = open.pop()) {
    const { ray } = going
    for (let faces = 0; faces < MOST_FACES; faces++) {
      ray[7] = Infinity
      const index = all.nearest(ray, hit)
      ray[7] = index < 0 ? Infinity : hit[0]!
      const met = clear ? clear.faces.nearest(ray, face) : -1
      let goes = met >= 0
      if (met >= 0) inGlass(going, clear!, met, faces)
      else if (table && index === table.index && hit[5]! > 0) goes = inTable(going, faces)
      else ends.push(endOf(going, all, index))
      if (!goes || lightOf(going.weight) < LEAST_SHARE) break
    }
  }
  return ends
}
