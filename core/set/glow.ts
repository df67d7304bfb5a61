/**
 * Light that comes through a body, spread, to a spot of its surface: of a thin thing from the back of
 * that spot; of a thick one from wherever straight ways through it come out, by how thick it is along
 * each. What spreads farther inside is left out. Source: core/light/layer.ts for each way.
 */
import { albedoOf } from '../colour/surface'
import { backFromLayer, layered, layeredLike, throughLayer, type Layered } from '../light/layer'
import { LUMINANCE } from '../light/luminance'
import { glowsThrough, transmittanceOf, type Body } from '../plan/plan'
import { evenly, putBasis } from './scatter'
import { subjectSurface, type Standing } from './subjectBody'
import { HIT, SIDE, surfacesOf, type Surfaces } from './surface'
import { add, scale, sub, type Vec } from './vec'

/** A spot of the far side, seen from outside it. */
export interface Exit {
  readonly at: Vec
  /** unit, outward */
  readonly normal: Vec
  /** of the light on it, what comes out here, over what is thrown back here */
  readonly through: number
}
export interface Glow {
  /** what the spot throws back of light that falls on it from before */
  readonly reflectance: number
  readonly exits: readonly Exit[]
}

/** A spot lies so far before its surface, mm. */
const OFF_MM = 1e-4
/** Ways through a thick body, evenly by Lambert's law. Source: Vogel's spiral. */
const WAYS = 32
const SPOTS = Array.from({ length: WAYS }, (_, i) =>
  Float64Array.of((i + 0.5) / WAYS, ((i * (3 - Math.sqrt(5))) / 2) % 1)
)

/** Less than this comes through as good as nothing. */
const LEAST = 1e-9

/** The stuff of a thick body, for red, green and blue. */
export function stuffsOf(body: Body): readonly [Layered, Layered, Layered] {
  const { reflectance, transmittance, layerMm, measured, colour } = body
  const stuff = layered(reflectance, transmittance, layerMm)
  const [red, green, blue] = albedoOf(measured ?? colour, reflectance)
  return [layeredLike(stuff, red), layeredLike(stuff, green), layeredLike(stuff, blue)]
}
/** The mean over colours, as an eye weighs them. */
const seen = (stuffs: readonly Layered[], by: (stuff: Layered) => number): number =>
  stuffs.reduce((sum, stuff, k) => sum + LUMINANCE[k]! * by(stuff), 0)

/** What its light may come through: itself as it stands; null for what is thin or lets nothing through. */
export const insideOf = (body: Body, standing?: Standing): Surfaces | null =>
  glowsThrough(body) ? surfacesOf([subjectSurface(body, standing)!]) : null

const ray = new Float64Array(8)
const hit = new Float64Array(HIT)
const basis = new Float64Array(9)

function thick(body: Body, inside: Surfaces, at: Vec, normal: Vec, every: number): Glow {
  const stuffs = stuffsOf(body)
  normal.forEach((value, k) => (basis[k] = -value))
  putBasis(basis)
  let back = 0
  const spots = SPOTS.filter((_, i) => i % every === 0)
  const found = spots.map((spot): Exit => {
    // From just under the surface: a place lies before it.
    at.forEach((value, k) => (ray[k] = value - 3 * OFF_MM * normal[k]!))
    evenly(basis, spot, ray)
    ray[6] = 0
    ray[7] = Infinity
    const met = inside.nearest(ray, hit) >= 0 && hit[SIDE]! < 0
    const mm = met ? hit[0]! : 0
    back += seen(stuffs, (stuff) => backFromLayer(stuff, mm)) / spots.length
    const out: Vec = met ? [-hit[4]!, -hit[5]!, -hit[6]!] : normal
    return {
      at: met ? add([hit[1]!, hit[2]!, hit[3]!], scale(out, OFF_MM)) : at,
      normal: out,
      through: seen(stuffs, (stuff) => throughLayer(stuff, mm)) / spots.length
    }
  })
  const reflectance = Math.max(1e-4, back)
  return {
    reflectance,
    exits: found.map((exit) => ({ ...exit, through: exit.through / reflectance }))
  }
}

/**
 * @param inside as of insideOf
 * @param at a spot before it, by a ten-thousandth of a mm
 * @param normal there, unit
 * @param every of a thick thing's ways, one in so many is looked at
 */
export function glowAt(body: Body, inside: Surfaces | null, at: Vec, normal: Vec, every = 1): Glow {
  if (inside) return thick(body, inside, at, normal, every)
  const { reflectance } = body
  const passes = transmittanceOf(body)
  return {
    reflectance,
    exits:
      passes > LEAST
        ? [
            {
              at: sub(at, scale(normal, 2 * OFF_MM)),
              normal: scale(normal, -1),
              through: passes / reflectance
            }
          ]
        : []
  }
}
