/**
 * Follows light from the lens into the set, path by path, with all its bounces. At every surface
 * every lamp is asked, so each light has a sum of its own and can be mixed afterwards. Source:
 * Monte Carlo integration of the rendering equation (Kajiya 1986, from memory); several ways of
 * finding a lamp weighed by the balance of their squares (Veach 1997, from memory).
 *
 * What is only guessed: straight light goes through clear things as if they bent nothing, and what
 * metal and glass throw on other things is left soft or out.
 */
import { fresnelOver } from '../set/specular'
import { ALPHA, ALPHA_LATER, CLEAR_OF, newDirect } from './direct'
import { sourcesOf } from './film'
import { lampsOf } from './lamps'
import { lensOf } from './lens'
import { newMeeting } from './meeting'
import { momentOf, movedBy } from './moment'
import { nextOf } from './random'
import {
  bent,
  byFacet,
  COAT,
  COAT_EVEN,
  coated,
  evenly,
  metalShare,
  mirrored,
  putBasis
} from './scatter'
import { GREY } from './tone'
import { newVapour } from './vapour'
import { add, addBy, begin, draw, GUESSED, newWalk } from './walk'
import { BLACK, GLOSS, METAL, type World } from './world'

/** A path may meet so many surfaces. */
const LONGEST = 64
/** From here on a path goes on by chance, as likely as it still carries light. */
const CERTAIN = 3
/** What a tracer shows that the plain picture does not. */
export interface Extras {
  /** the subject at the moment each source lights it: samples are shared out among the sources */
  readonly moving?: boolean
  /** fine detail of the subject: what of its light each point throws back */
  readonly grain?: (x: number, y: number, z: number) => number
}

export interface Tracer {
  readonly sources: number
  /** [source × 3] what the last path brought */
  readonly got: Float64Array
  /** [8] what it met first: unit normal, distance, its square, albedo */
  readonly first: Float64Array
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
export function tracerOf(world: World, { moving = false, grain }: Extras = {}): Tracer {
  const { scene, plan } = world
  const sources = sourcesOf(scene.heads.length)
  const lamps = lampsOf(scene.heads, world.all)
  const lens = lensOf(plan, scene.pose)
  const vapour = newVapour(world, lamps)
  const walk = newWalk(sources)
  const { got, ray, hit, normal, basis, weight, spot, two, state, marks } = walk
  const direct = newDirect(world, lamps, walk)
  const meeting = newMeeting(world, walk)
  const { met, clearHit } = meeting
  const first = new Float64Array(8)
  const moved = new Float64Array(3)

  const noteFirst = (at: Float64Array, albedo: Float64Array | null, share: number): void => {
    for (let k = 0; k < 3; k++) {
      first[k] = at[4 + k]!
      first[5 + k] = albedo ? share * albedo[met.index * 3 + k]! : 1
    }
    first[3] = at[0]!
    first[4] = at[0]! * at[0]!
  }
  const goOn = (at: Float64Array, side: number): void => {
    for (let k = 0; k < 3; k++) ray[k] = at[1 + k]! + side * CLEAR_OF * at[4 + k]!
    ray[6] = CLEAR_OF
    ray[7] = Infinity
  }
  const scale = (by: number): void => {
    for (let k = 0; k < 3; k++) weight[k]! *= by
  }

  /** Mirrors the ray in glass or sends it through, by chance. */
  const throughClear = (): void => {
    const cosIn = -(ray[3]! * clearHit[4]! + ray[4]! * clearHit[5]! + ray[5]! * clearHit[6]!)
    const over = meeting.over()
    basis.set(clearHit.subarray(4, 7))
    const mirrors = nextOf(state) < fresnelOver(Math.min(1, cosIn), over)
    if (mirrors) mirrored(basis, ray)
    else bent(basis, Math.min(1, cosIn), over, ray)
    goOn(clearHit, mirrors ? 1 : -1)
  }

  /** Sends the ray on from a rough metal; false where it ends. */
  const fromMetal = (cosOut: number, later: boolean): boolean => {
    const cosFacet = byFacet(basis, ray, cosOut, later ? ALPHA_LATER : ALPHA, spot, two)
    if (cosFacet <= 0) return false
    const { albedo } = met.finishes
    for (let k = 0; k < 3; k++)
      weight[k]! *= two[0]! * metalShare(albedo[met.index * 3 + k]!, cosFacet)
    return true
  }

  /**
   * Sends the ray on from a matt surface, or by chance mirrors it in the coat over it.
   * @param share of the light the surface throws back there
   * @returns whether it was mirrored
   */
  const fromMatt = (coat: boolean, cosOut: number, share: number): boolean => {
    const { albedo } = met.finishes
    const o = met.index * 3
    let base = share
    if (coat) {
      const own = 1 - coated(cosOut)
      const often = Math.min(0.75, Math.max(0.25, own / (own + albedo[o + 1]!)))
      if (nextOf(state) < often) {
        scale(own / often)
        mirrored(basis, ray)
        return true
      }
      base *= ((1 - own) * COAT) / (1 - often)
    }
    evenly(basis, spot, ray)
    if (coat) base *= coated(ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2])
    for (let k = 0; k < 3; k++) weight[k]! *= base * albedo[o + k]!
    return false
  }

  const path = (): void => {
    let later = false
    let chance = 0
    for (let vertex = 0; vertex < LONGEST; vertex++) {
      meeting.meet(vertex, moved)
      if (!later) direct.shown(met.most, chance)
      vapour.scatter(ray, met.most, weight, got, state)
      if (met.glass >= 0) {
        if (vertex === 0) noteFirst(clearHit, null, 1)
        throughClear()
        chance = 0
        continue
      }
      if (met.index < 0) {
        // Ambient light is taken to come from everywhere alike.
        if (!later) add(walk, vertex === 0 ? 1 : 0, 1 / GREY)
        return
      }
      const { finishes, index } = met
      const kind = finishes.kinds[index]!
      const share = grain && meeting.onSubject() ? grain(hit[1]!, hit[2]!, hit[3]!) : 1
      if (vertex === 0) noteFirst(hit, kind === METAL ? null : finishes.albedo, share)
      if (kind === BLACK || meeting.fromBehind()) return
      for (let k = 0; k < 3; k++) basis[k] = normal[k] = hit[4 + k]!
      putBasis(basis)
      const cosOut = Math.min(
        1,
        Math.max(1e-6, -(ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2]))
      )
      scale(share)
      direct.lit(vertex, finishes, index, cosOut, later)
      if (!later && kind !== METAL) {
        const out = kind === GLOSS ? coated(cosOut) * COAT * COAT_EVEN : 1
        addBy(walk, finishes.farther[index]!, out / GREY, finishes, index)
      }
      scale(1 / share)
      draw(walk, vertex, 2)
      if (kind === METAL) {
        if (!fromMetal(cosOut, later)) return
        chance = two[1]!
      } else {
        const mirroredOn = fromMatt(kind === GLOSS && !later, cosOut, share)
        chance = 0
        later ||= !mirroredOn
      }
      goOn(hit, 1)
      if (vertex < CERTAIN) continue
      const lives = Math.min(0.95, Math.max(weight[0]!, weight[1]!, weight[2]!))
      if (nextOf(state) >= lives) return
      scale(1 / lives)
    }
  }

  /** Leaves of the path what the one source gave whose moment it was. */
  const keepOnly = (source: number): void => {
    for (let i = 0; i < got.length; i++)
      got[i]! *= i >= source * 3 && i < source * 3 + 3 ? sources : 0
  }

  return {
    sources,
    got,
    first,
    guessed: () => marks[GUESSED]! === 1,
    through(x, y, seed, sample) {
      begin(walk, seed, sample)
      first.fill(0)
      const source = sample % sources
      if (moving) {
        draw(walk, 0, 3)
        movedBy(plan, scene.pose, momentOf(plan, source, spot[0]!), moved)
      }
      draw(walk, 0, 1)
      lens.rayTo(x, y, spot, ray)
      path()
      if (moving) keepOnly(source)
    }
  }
}
