/**
 * Follows light from the lens into the set, path by path, with all its bounces. At every surface
 * every lamp is asked, so each light has a sum of its own and can be mixed afterwards. Source:
 * Monte Carlo integration of the rendering equation (Kajiya 1986, from memory); several ways of
 * finding a lamp weighed by the balance of their squares (Veach 1997, from memory).
 *
 * What is only guessed: straight light goes through clear things as if they bent nothing, and what
 * metal and glass throw on other things is left soft or out.
 */
import { ALPHA, ALPHA_LATER, CLEAR_OF, GREY, newDirect } from './direct'
import { sourcesOf } from './film'
import { lampsOf } from './lamps'
import { lensOf } from './lens'
import { nextOf } from './random'
import {
  bent,
  byFacet,
  COAT,
  COAT_EVEN,
  coated,
  evenly,
  fresnelOver,
  metalShare,
  mirrored,
  putBasis
} from './scatter'
import { newVapour } from './vapour'
import { add, addBy, begin, draw, GUESSED, newWalk, WHICH } from './walk'
import { BLACK, GLOSS, METAL, type Finishes, type World } from './world'

/** A path may meet so many surfaces. */
const LONGEST = 64
/** From here on a path goes on by chance, as likely as it still carries light. */
const CERTAIN = 3
export interface Tracer {
  readonly sources: number
  /** [source × 3] what the last path brought */
  readonly got: Float64Array
  /** [8] what it met first: unit normal, distance, its square, albedo */
  readonly first: Float64Array
  /** index of the surface it met first, one more; 0: none */
  readonly which: () => number
  /** whether light of the last path went through glass by the guessed way */
  readonly guessed: () => boolean
  /**
   * Follows one path through a spot of the frame.
   * @param x,y −1 to 1, + right and up
   * @param sample which of this seed's samples
   */
  readonly through: (x: number, y: number, seed: number, sample: number) => void
}

/** A tracer of a set. Nothing is allocated once it stands. */
export function tracerOf(world: World): Tracer {
  const { scene, seen, all, room, clear, indices } = world
  const sources = sourcesOf(scene.heads.length)
  const lamps = lampsOf(scene.heads, all)
  const lens = lensOf(world.plan, scene.pose)
  const vapour = newVapour(world, lamps)
  const walk = newWalk(sources)
  const { got, ray, hit, normal, basis, weight, spot, two, state, marks } = walk
  const direct = newDirect(world, lamps, walk)
  const first = new Float64Array(8)
  const clearHit = new Float64Array(7)

  /** Meets the room from inside; from outside it is not there. */
  const roomMet = (): number => {
    const { sides } = room!
    for (let i = 0; i < 2; i++) {
      const index = sides.nearest(ray, hit)
      if (index < 0) return -1
      const side = sides.list[index] as { readonly normal: readonly [number, number, number] }
      if (ray[3]! * side.normal[0] + ray[4]! * side.normal[1] + ray[5]! * side.normal[2] < 0)
        return index
      ray[6] = hit[0]! + CLEAR_OF
    }
    return -1
  }

  const noteFirst = (kind: number, finishes: Finishes | null, index: number, at: Float64Array) => {
    for (let k = 0; k < 3; k++) {
      first[k] = at[4 + k]!
      const plain = kind === METAL || !finishes
      first[5 + k] = plain ? 1 : finishes.albedo[index * 3 + k]!
    }
    first[3] = at[0]!
    first[4] = at[0]! * at[0]!
  }
  const goOn = (at: Float64Array, side: number): void => {
    for (let k = 0; k < 3; k++) ray[k] = at[1 + k]! + side * CLEAR_OF * at[4 + k]!
    ray[6] = CLEAR_OF
    ray[7] = Infinity
  }

  /** Mirrors the ray in glass or sends it through, by chance. */
  const throughClear = (index: number, cosIn: number): void => {
    const each = clear!.list[index]!
    let out = 0
    for (let k = 0; k < 3; k++) out += (clearHit[1 + k]! - each.at[k]!) * clearHit[4 + k]!
    const over = out > 0 ? indices[index]! : 1 / indices[index]!
    basis.set(clearHit.subarray(4, 7))
    if (nextOf(state) < fresnelOver(cosIn, over)) {
      mirrored(basis, ray)
      goOn(clearHit, 1)
    } else {
      bent(basis, cosIn, over, ray)
      goOn(clearHit, -1)
    }
  }

  const path = (): void => {
    let later = false
    let chance = 0
    for (let vertex = 0; vertex < LONGEST; vertex++) {
      let index = (vertex === 0 ? seen : all).nearest(ray, hit)
      let { finishes } = world
      let inRoom = false
      if (index < 0 && room) {
        index = roomMet()
        finishes = room.finishes
        inRoom = index >= 0
      }
      let most = index < 0 ? Infinity : hit[0]!
      let glass = -1
      if (clear) {
        ray[7] = most
        glass = clear.nearest(ray, clearHit)
        if (glass >= 0) most = clearHit[0]!
      }
      if (!later) direct.shown(most, chance)
      vapour.scatter(ray, most, weight, got, state)
      if (glass >= 0) {
        const cosIn = -(ray[3]! * clearHit[4]! + ray[4]! * clearHit[5]! + ray[5]! * clearHit[6]!)
        if (vertex === 0) {
          noteFirst(BLACK, null, 0, clearHit)
          marks[WHICH] = 255
        }
        throughClear(glass, Math.min(1, cosIn))
        chance = 0
        continue
      }
      if (index < 0) {
        // Ambient light is taken to come from everywhere alike.
        if (!later) add(walk, vertex === 0 ? 1 : 0, 1 / GREY)
        return
      }
      const kind = finishes.kinds[index]!
      if (vertex === 0) {
        noteFirst(kind, finishes, index, hit)
        marks[WHICH] = (inRoom ? 128 : 0) + index + 1
      }
      if (kind === BLACK) return
      if (finishes.oneSided[index]! === 1) {
        const list = inRoom ? room!.sides : all
        const { normal: own } = list.list[index] as {
          readonly normal: readonly [number, number, number]
        }
        if (own[0] * hit[4]! + own[1] * hit[5]! + own[2] * hit[6]! < 0) return
      }
      for (let k = 0; k < 3; k++) basis[k] = normal[k] = hit[4 + k]!
      putBasis(basis)
      const cosOut = Math.min(
        1,
        Math.max(1e-6, -(ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2]))
      )
      direct.lit(vertex, finishes, index, cosOut, later)
      if (!later && kind !== METAL) {
        const share = kind === GLOSS ? coated(cosOut) * COAT * COAT_EVEN : 1
        addBy(walk, finishes.farther[index]!, share / GREY, finishes, index)
      }
      draw(walk, vertex, 2)
      if (kind === METAL) {
        const cosFacet = byFacet(basis, ray, cosOut, later ? ALPHA_LATER : ALPHA, spot, two)
        if (cosFacet <= 0) return
        for (let k = 0; k < 3; k++)
          weight[k]! *= two[0]! * metalShare(finishes.albedo[index * 3 + k]!, cosFacet)
        chance = two[1]!
      } else {
        let base = 1
        if (kind === GLOSS && !later) {
          const own = 1 - coated(cosOut)
          const often = Math.min(
            0.75,
            Math.max(0.25, own / (own + finishes.albedo[index * 3 + 1]!))
          )
          if (nextOf(state) < often) {
            for (let k = 0; k < 3; k++) weight[k]! *= own / often
            mirrored(basis, ray)
            goOn(hit, 1)
            chance = 0
            continue
          }
          base = ((1 - own) * COAT) / (1 - often)
        }
        evenly(basis, spot, ray)
        if (kind === GLOSS && !later)
          base *= coated(ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2])
        for (let k = 0; k < 3; k++) weight[k]! *= base * finishes.albedo[index * 3 + k]!
        later = true
        chance = 0
      }
      goOn(hit, 1)
      if (vertex >= CERTAIN) {
        const lives = Math.min(0.95, Math.max(weight[0]!, weight[1]!, weight[2]!))
        if (nextOf(state) >= lives) return
        for (let k = 0; k < 3; k++) weight[k]! /= lives
      }
    }
  }

  return {
    sources,
    got,
    first,
    which: () => marks[WHICH]!,
    guessed: () => marks[GUESSED]! === 1,
    through(x, y, seed, sample) {
      begin(walk, seed, sample)
      first.fill(0)
      draw(walk, 0, 1)
      lens.rayTo(x, y, spot, ray)
      path()
    }
  }
}
