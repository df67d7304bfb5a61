/**
 * Follows light from the lens into the set, path by path, with all its bounces. At every surface
 * every lamp is asked, so each light has a sum of its own and can be mixed afterwards. Source:
 * Monte Carlo integration of the rendering equation (Kajiya 1986, from memory); several ways of
 * finding a lamp weighed by the balance of their squares (Veach 1997, from memory).
 *
 * What is only guessed: straight light goes through clear things as if they bent nothing, and what
 * metal and glass throw on other things is left soft or out.
 */
import { fresnelShare } from '../set/specular'
import { AMBIENT_SOURCES, sourcesOf } from './film'
import { lampsOf, lightBy, shownTo, towards } from './lamps'
import { lensOf } from './lens'
import { evenPair, hashed, nextOf } from './random'
import {
  bent,
  byFacet,
  evenly,
  fresnelOver,
  fromFacets,
  metalShare,
  mirrored,
  putBasis
} from './scatter'
import { newVapour } from './vapour'
import { BLACK, GLOSS, METAL, type Finishes, type World } from './world'

/** A path may meet so many surfaces. */
const LONGEST = 64
/** From here on a path goes on by chance, as likely as it still carries light. */
const CERTAIN = 3
/** Mid-grey: what a reflectance is held against. */
const GREY = 0.18
/** Of the metals of a plan, GGX's α; once light has been scattered it is taken for rougher. */
const ALPHA = 0.06
const ALPHA_LATER = 0.35
/** A ray counts nothing nearer than this, mm: the surface it leaves. */
const CLEAR_OF = 1e-4
/** What a matt base under a clear coat sends on of what it would without, so that head on it is the same. */
const COAT = 1 / (1 - fresnelShare(1)) ** 2
/** What comes out of the coat again of light spread evenly. ∫ (1 − F) 2 cos sin, n = 1.5. */
const COAT_EVEN = 0.908

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
  const got = new Float64Array(sources * 3)
  const first = new Float64Array(8)
  const ray = new Float64Array(8)
  const hit = new Float64Array(7)
  const clearHit = new Float64Array(7)
  const line = new Float64Array(6)
  const onward = new Float64Array(8)
  const basis = new Float64Array(9)
  const weight = new Float64Array(3)
  const spot = new Float64Array(2)
  const two = new Float64Array(2)
  const state = new Int32Array(1)
  const normal: [number, number, number] = [0.5, 0.5, 0.5]
  const marks = new Int32Array(4)
  const [WHICH, GUESSED, SEED, SAMPLE] = [0, 1, 2, 3]

  /** Two numbers: spread evenly over a pixel's samples at the first surface, by chance after. */
  const draw = (vertex: number, which: number): void => {
    if (vertex === 0) evenPair(marks[SAMPLE]!, marks[SEED]! + which * 0x61c88647, spot)
    else {
      spot[0] = nextOf(state)
      spot[1] = nextOf(state)
    }
  }
  const add = (source: number, share: number): void => {
    for (let k = 0; k < 3; k++) got[source * 3 + k]! += share * weight[k]!
  }
  /** The same for light a surface throws back by its albedo. */
  const addBy = (source: number, share: number, finishes: Finishes, index: number): void => {
    for (let k = 0; k < 3; k++)
      got[source * 3 + k]! += share * weight[k]! * finishes.albedo[index * 3 + k]!
  }

  /** Share of straight light that comes through clear things on a line; 1 where there are none. */
  const passing = (): number => {
    if (!clear) return 1
    let share = 1
    for (let k = 0; k < 6; k++) onward[k] = line[k]!
    onward[6] = 1e-6
    onward[7] = 1 - 1e-6
    const length = Math.sqrt(line[3]! ** 2 + line[4]! ** 2 + line[5]! ** 2)
    for (let i = 0; i < 8; i++) {
      if (clear.nearest(onward, clearHit) < 0) break
      const cos = -(line[3]! * clearHit[4]! + line[4]! * clearHit[5]! + line[5]! * clearHit[6]!)
      share *= 1 - fresnelOver(Math.min(1, Math.max(1e-3, cos / length)), 1.5)
      marks[GUESSED] = 1
      onward[6] = clearHit[0]! + 1e-6
    }
    return share
  }

  /** What every lamp throws on the point of `hit`, thrown back towards the ray. */
  const lit = (
    vertex: number,
    finishes: Finishes,
    index: number,
    kind: number,
    cosOut: number,
    later: boolean
  ): void => {
    for (let k = 0; k < 3; k++) line[k] = hit[1 + k]! + CLEAR_OF * hit[4 + k]!
    for (let e = 0; e < lamps.length; e++) {
      const { emitter, light, before } = lamps[e]!
      draw(vertex, 8 + e)
      towards(emitter, line, spot)
      const falls = lightBy(emitter, line, normal)
      if (!(falls > 0) || all.stopped(before, before.length, line)) continue
      const arrives = (falls * passing()) / GREY
      if (kind !== METAL) {
        let share = arrives
        if (kind === GLOSS && !later) share *= coated(cosOut) * coatedFrom(line)
        addBy(AMBIENT_SOURCES + light, share, finishes, index)
        continue
      }
      const alpha = later ? ALPHA_LATER : ALPHA
      const cosFacet = fromFacets(basis, ray, cosOut, line, alpha, two)
      if (cosFacet <= 0) continue
      const sent = arrives * Math.PI * two[0]! * (later ? 1 : balance(chanceOf(e), two[1]!))
      for (let k = 0; k < 3; k++)
        got[(AMBIENT_SOURCES + light) * 3 + k]! +=
          sent * weight[k]! * metalShare(finishes.albedo[index * 3 + k]!, cosFacet)
    }
  }
  const coated = (cos: number): number => 1 - fresnelShare(cos)
  const coatedFrom = (to: Float64Array): number => {
    const d = Math.sqrt(to[3]! * to[3]! + to[4]! * to[4]! + to[5]! * to[5]!)
    const cos = (to[3]! * normal[0] + to[4]! * normal[1] + to[5]! * normal[2]) / d
    return COAT * (1 - fresnelShare(Math.min(1, cos)))
  }
  /** How likely the spot at the end of `line` was drawn, per steradian. */
  const chanceOf = (e: number): number => {
    const { axis, areaMm2 } = lamps[e]!.emitter
    const d2 = line[3]! * line[3]! + line[4]! * line[4]! + line[5]! * line[5]!
    const cos = -(line[3]! * axis[0] + line[4]! * axis[1] + line[5]! * axis[2])
    return (d2 * Math.sqrt(d2)) / (cos * areaMm2)
  }
  const balance = (own: number, other: number): number => (own * own) / (own * own + other * other)

  /** Lamps that show to the ray itself, nearer than what it meets. */
  const shown = (most: number, chance: number): void => {
    for (let e = 0; e < lamps.length; e++) {
      const { emitter, light } = lamps[e]!
      const radiance = shownTo(emitter, ray, most, two)
      if (radiance <= 0) continue
      const drawn = (two[0]! * two[0]!) / (two[1]! * emitter.areaMm2)
      const share = chance > 0 ? balance(chance, drawn) : 1
      add(AMBIENT_SOURCES + light, (share * Math.PI * radiance) / GREY)
    }
  }

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
      if (!later) shown(most, chance)
      vapour.scatter(ray, most, weight, got, state)
      if (glass >= 0) {
        const cosIn = -(
          ray[3]! * clearHit[4]! +
          ray[4]! * clearHit[5]! +
          ray[5]! * clearHit[6]!
        )
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
        if (!later) add(vertex === 0 ? 1 : 0, 1 / GREY)
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
        const { normal: own } = list.list[index] as { readonly normal: readonly [number, number, number] }
        if (own[0] * hit[4]! + own[1] * hit[5]! + own[2] * hit[6]! < 0) return
      }
      for (let k = 0; k < 3; k++) basis[k] = normal[k] = hit[4 + k]!
      putBasis(basis)
      const cosOut = Math.max(1e-6, -(ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2]))
      lit(vertex, finishes, index, kind, cosOut, later)
      if (!later && kind !== METAL) {
        const share = kind === GLOSS ? coated(cosOut) * COAT * COAT_EVEN : 1
        addBy(finishes.farther[index]!, share / GREY, finishes, index)
      }
      draw(vertex, 2)
      if (kind === METAL) {
        const cosFacet = byFacet(basis, ray, cosOut, later ? ALPHA_LATER : ALPHA, spot, two)
        if (cosFacet <= 0) return
        for (let k = 0; k < 3; k++)
          weight[k]! *= two[0]! * metalShare(finishes.albedo[index * 3 + k]!, cosFacet)
        chance = two[1]!
      } else {
        let base = 1
        if (kind === GLOSS && !later) {
          const own = fresnelShare(Math.min(1, cosOut))
          const often = Math.min(0.75, Math.max(0.25, own / (own + finishes.albedo[index * 3 + 1]!)))
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
      got.fill(0)
      first.fill(0)
      weight.fill(1)
      marks[WHICH] = marks[GUESSED] = 0
      marks[SEED] = seed
      marks[SAMPLE] = sample
      state[0] = hashed(seed ^ Math.imul(sample + 1, 0x2545f491))
      draw(0, 1)
      lens.rayTo(x, y, spot, ray)
      path()
    }
  }
}
