/**
 * Where a path meets a thick thing that light comes through: it goes on from the spot it met, or from
 * where a straight way through comes out. The same ways as the sum's (core/set/glow.ts), one by chance.
 */
import { backFromLayer, throughLayer, type Layered } from '../light/layer'
import { evenly, putBasis } from '../set/scatter'
import { HIT, SIDE, surfacesOf, type Surfaces } from '../set/surface'
import { nextOf } from '../set/random'
import type { Direct } from './direct'
import { GREY } from '../light/luminance'
import { addBy, CLEAR_OF, draw, scale, type Walk } from './walk'
import type { World } from './world'

/**
 * Asks lamps at both ends of a way, and puts the walk's hit, basis and albedo at one of them.
 * @param stuff of the thing met, red, green, blue
 * @param index of it
 */
export type Thick = (
  vertex: number,
  stuff: readonly Layered[],
  index: number,
  later: boolean
) => void

export function newThick(world: World, walk: Walk, direct: Direct): Thick {
  const { hit, basis, albedo, spot, normal, state } = walk
  const { finishes, all } = world
  const inside = new Map<number, Surfaces>()
  const own = new Float64Array(8)
  const before = new Float64Array(HIT)
  const through = new Float64Array(HIT)
  /** [3] what comes through of red, green, blue, and what goes back */
  const passes = new Float64Array(3)
  const back = new Float64Array(3)

  const putAt = (there: Float64Array, of: Float64Array): void => {
    hit.set(there)
    for (let k = 0; k < 3; k++) {
      basis[k] = normal[k] = there[4 + k]!
      albedo[k] = of[k]!
    }
  }
  return (vertex, stuff, index, later) => {
    let surface = inside.get(index)
    if (!surface) inside.set(index, (surface = surfacesOf([all.list[index]!])))
    before.set(hit)
    for (let k = 0; k < 3; k++) {
      own[k] = hit[1 + k]! - 2 * CLEAR_OF * hit[4 + k]!
      basis[k] = -hit[4 + k]!
    }
    putBasis(basis)
    draw(walk, vertex, 4)
    // The direction goes where a ray's does.
    evenly(basis, spot, own)
    own[6] = 0
    own[7] = Infinity
    const met = surface.nearest(own, through) >= 0 && through[SIDE]! < 0
    const mm = met ? through[0]! : 0
    if (!met) through.set(before)
    else for (let k = 4; k < 7; k++) through[k] = -through[k]!
    for (let k = 0; k < 3; k++) {
      // What is painted on it, and its texture.
      const plain = finishes.albedo[index * 3 + k]!
      const painted = plain > 0 ? albedo[k]! / plain : 1
      back[k] = backFromLayer(stuff[k]!, mm) * painted
      passes[k] = throughLayer(stuff[k]!, mm) * painted
    }
    putAt(before, back)
    if (!later) addBy(walk, finishes.farther[index]!, 1 / GREY)
    direct.lit(vertex, finishes, index, 1, later)
    putAt(through, passes)
    direct.lit(vertex, finishes, index, 1, later)
    const sum = back[1]! + passes[1]!
    const often = sum > 0 ? Math.min(0.9, Math.max(0.1, passes[1]! / sum)) : 0.5
    const goes = nextOf(state) < often
    if (!goes) putAt(before, back)
    scale(walk, 1 / (goes ? often : 1 - often))
    putBasis(basis)
  }
}
