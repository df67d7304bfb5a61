/** Straight light of every lamp: on a surface a path has met, and what shows of lamps to its ray. */
import { fresnelOver } from '../set/specular'
import { HIT, SIDE } from '../set/surface'
import { crossFace, mediumOf, newCrossing, type Within } from '../set/clear'
import { byTableOf } from './byTable'
import { AMBIENT_SOURCES } from './film'
import { keptBy, type Kept } from '../set/facetLoss'
import { shownTo } from '../set/shown'
import { lightBy, towards, type Lamp } from './lamps'
import { coatIn } from '../set/coat'
import { coatOften, fromFacets, metalShare } from '../set/scatter'
import { GREY } from '../light/luminance'
import { absorb, CLEAR_OF, draw, GUESSED, type Walk } from './walk'
import { GLOSS, METAL, type Finishes, type World } from './world'

/** GGX's α of a metal once light has been scattered: it is taken for rougher. */
export const ALPHA_LATER = 0.35
/** Straight light passes so many clear faces at most. */
const MOST_FACES = 24

/** What the facets of a metal keep; once light has been scattered, of the rougher one. */
export const metalKept = (finishes: Finishes, index: number, later: boolean): Kept =>
  later ? LATER : finishes.kept[index]!
const LATER = keptBy(ALPHA_LATER, null)

/** Two ways of finding the same light, weighed by the squares of how likely each was. */
const balance = (own: number, other: number): number => (own * own) / (own * own + other * other)

/** How likely the spot at the end of a line was drawn, per steradian. */
function chanceOf({ emitter: { axis, areaMm2 } }: Lamp, line: Float64Array): number {
  const d2 = line[3]! * line[3]! + line[4]! * line[4]! + line[5]! * line[5]!
  const cos = -(line[3]! * axis[0] + line[4]! * axis[1] + line[5]! * axis[2])
  return (d2 * Math.sqrt(d2)) / (cos * areaMm2)
}

export interface Direct {
  /**
   * What every lamp throws on the surface met, thrown back towards the ray.
   * @param later whether light has been scattered before, seen from the lens
   */
  readonly lit: (
    vertex: number,
    finishes: Finishes,
    index: number,
    cosOut: number,
    later: boolean
  ) => void
  /**
   * What every lamp throws on a rough face of something clear, mirrored towards the ray.
   * @param face [HIT] of it, met from outside
   * @param over refractive index behind over that before
   */
  readonly glint: (
    vertex: number,
    face: Float64Array,
    cosOut: number,
    over: number,
    alpha: number
  ) => void
  /**
   * Lamps that show to the ray itself, nearer than what it meets.
   * @param chance how likely a metal sent the ray this way, per steradian; 0: a mirror or the lens
   */
  readonly shown: (most: number, chance: number) => void
}

export function newDirect(world: World, lamps: readonly Lamp[], walk: Walk): Direct {
  const { all, clear, water } = world
  const coat = coatIn(world.plan.medium)
  const byTable = byTableOf(world, lamps, walk)
  const { hit, ray, normal, basis, weight, albedo, got, spot, two, marks, within } = walk
  const line = new Float64Array(6)
  const onward = new Float64Array(8)
  const clearHit = new Float64Array(HIT)
  const passed = new Float64Array(3)
  const crossing = newCrossing()
  const now: Within = { host: 0, body: 0 }
  const turned: [number, number, number] = [0.5, 0.5, 0.5]

  /**
   * Fills `passed` with the share of straight light that comes through clear things on a line; 1
   * where there are none. None of it is lost in the wrong direction: it goes on as if unbent.
   */
  const passing = (): void => {
    passed.fill(1)
    if (!clear) {
      if (water) absorb(passed, water, Math.sqrt(line[3]! ** 2 + line[4]! ** 2 + line[5]! ** 2))
      return
    }
    const { faces, media } = clear
    let last = 0
    now.host = within.host
    now.body = within.body
    for (let k = 0; k < 6; k++) onward[k] = line[k]!
    onward[6] = 1e-6
    onward[7] = 1 - 1e-6
    const length = Math.sqrt(line[3]! ** 2 + line[4]! ** 2 + line[5]! ** 2)
    for (let i = 0; i < MOST_FACES; i++) {
      const face = faces.nearest(onward, clearHit)
      if (face < 0) break
      const cos = -(line[3]! * clearHit[4]! + line[4]! * clearHit[5]! + line[5]! * clearHit[6]!)
      crossFace(clear, face, clearHit[SIDE]! > 0, now, crossing)
      const { bends, before, behind, after } = crossing
      onward[6] = clearHit[0]! + 1e-6
      now.host = after.host
      now.body = after.body
      if (!bends) continue
      const over = media[behind]!.index / media[before]!.index
      const share =
        1 - fresnelOver(Math.min(1, Math.max(1e-3, cos / length)), Math.max(over, 1 / over))
      absorb(passed, media[before]!.absorbs, (clearHit[0]! - last) * length)
      for (let k = 0; k < 3; k++) passed[k]! *= share
      marks[GUESSED] = 1
      last = clearHit[0]!
    }
    // What a lamp stands in, if not in the open.
    const left = mediumOf(now)
    if (left > 0 || water) absorb(passed, media[left]!.absorbs, (1 - last) * length)
  }

  /** Begins a line off a surface met, on the side the ray comes from or the other. */
  const startLine = (at: Float64Array, side: 1 | -1): void => {
    for (let k = 0; k < 3; k++) line[k] = at[1 + k]! + side * CLEAR_OF * at[4 + k]!
  }

  /** Lamps mirrored by the facets of rough glass, seen from outside it. */
  const glint: Direct['glint'] = (vertex, face, cosOut, over, alpha) => {
    startLine(face, 1)
    for (let k = 0; k < 3; k++) turned[k] = face[4 + k]!
    for (let e = 0; e < lamps.length; e++) {
      const lamp = lamps[e]!
      const { emitter, light, before } = lamp
      draw(walk, vertex, 8 + e)
      towards(emitter, line, spot)
      const falls = lightBy(emitter, line, turned)
      if (!(falls > 0) || all.stopped(before, before.length, line)) continue
      const cosFacet = fromFacets(basis, ray, cosOut, line, alpha, two)
      if (cosFacet <= 0) continue
      const mirrors = fresnelOver(Math.min(1, cosFacet), over)
      passing()
      const sent =
        (falls / GREY) *
        Math.PI *
        two[0]! *
        mirrors *
        balance(chanceOf(lamp, line), mirrors * two[1]!)
      const o = (AMBIENT_SOURCES + light) * 3
      for (let k = 0; k < 3; k++) got[o + k]! += sent * weight[k]! * passed[k]!
    }
  }

  /** What every lamp throws on the point of `hit`, thrown back towards the ray. */
  const lit = (
    vertex: number,
    finishes: Finishes,
    index: number,
    cosOut: number,
    later: boolean
  ): void => {
    const kind = finishes.kinds[index]!
    const through = finishes.through[index]!
    if (byTable && kind !== METAL) {
      byTable(
        vertex,
        1,
        (1 - through) * (kind === GLOSS && !later ? coat.through(cosOut) * coat.base : 1)
      )
      byTable(vertex, -1, through)
    }
    startLine(hit, 1)
    for (let e = 0; e < lamps.length; e++) {
      const lamp = lamps[e]!
      const { emitter, light, before } = lamp
      draw(walk, vertex, 8 + e)
      towards(emitter, line, spot)
      let falls = lightBy(emitter, line, normal)
      let comes = 1 - through
      if (!(falls > 0) && through > 0) {
        // On its other side.
        for (let k = 0; k < 3; k++) turned[k] = -normal[k]!
        startLine(hit, -1)
        towards(emitter, line, spot)
        falls = lightBy(emitter, line, turned)
        comes = through
      }
      if (!(falls > 0) || all.stopped(before, before.length, line)) {
        if (through > 0) startLine(hit, 1)
        continue
      }
      const arrives = (comes * falls) / GREY
      passing()
      if (through > 0) startLine(hit, 1)
      const o = (AMBIENT_SOURCES + light) * 3
      if (kind !== METAL) {
        const share =
          arrives * (kind === GLOSS && !later ? coat.through(cosOut) * coatedFrom(line) : 1)
        for (let k = 0; k < 3; k++) got[o + k]! += share * weight[k]! * albedo[k]! * passed[k]!
        if (kind !== GLOSS || later) continue
      }
      const own = finishes.roughness[index]!
      // A smooth coat's lamps are met by its mirrored ray.
      if (own === 0) continue
      const alpha = later ? ALPHA_LATER : own
      const cosFacet = fromFacets(basis, ray, cosOut, line, alpha, two)
      if (cosFacet <= 0) continue
      const often = kind === GLOSS ? coatOften(1 - coat.through(cosOut), albedo[1]!) : 1
      const sent =
        arrives * Math.PI * two[0]! * (later ? 1 : balance(chanceOf(lamp, line), often * two[1]!))
      const lost = kind === METAL ? 1 / metalKept(finishes, index, later)(cosOut) - 1 : 0
      for (let k = 0; k < 3; k++)
        got[o + k]! +=
          sent *
          weight[k]! *
          passed[k]! *
          (kind === METAL
            ? metalShare(albedo[k]!, cosFacet) * (1 + lost * albedo[k]!)
            : 1 - coat.through(cosFacet))
    }
  }
  const coatedFrom = (to: Float64Array): number => {
    const d = Math.sqrt(to[3]! * to[3]! + to[4]! * to[4]! + to[5]! * to[5]!)
    const cos = (to[3]! * normal[0] + to[4]! * normal[1] + to[5]! * normal[2]) / d
    return coat.base * coat.through(cos)
  }
  /** Lamps that show to the ray itself, nearer than what it meets. */
  const shown = (most: number, chance: number): void => {
    for (let e = 0; e < lamps.length; e++) {
      const { emitter, light } = lamps[e]!
      const radiance = shownTo(emitter, ray, most, two)
      if (radiance <= 0) continue
      const drawn = (two[0]! * two[0]!) / (two[1]! * emitter.areaMm2)
      const share = ((chance > 0 ? balance(chance, drawn) : 1) * Math.PI * radiance) / GREY
      const o = (AMBIENT_SOURCES + light) * 3
      for (let k = 0; k < 3; k++)
        got[o + k]! += share * weight[k]! * (water ? Math.exp(-water[k]! * two[0]!) : 1)
    }
  }

  return { lit, glint, shown }
}
