/** Straight light of every lamp: on a surface a path has met, and what shows of lamps to its ray. */
import { AMBIENT_SOURCES } from './film'
import { lightBy, shownTo, towards, type Lamp } from './lamps'
import { coated, COAT, fromFacets, metalShare } from './scatter'
import { GREY } from './tone'
import { add, addBy, draw, GUESSED, type Walk } from './walk'
import { GLOSS, METAL, type Finishes, type World } from './world'

/** Of the metals of a plan, GGX's α; once light has been scattered it is taken for rougher. */
export const ALPHA = 0.06
export const ALPHA_LATER = 0.35
/** A ray counts nothing nearer than this, mm: the surface it leaves. */
export const CLEAR_OF = 1e-4

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
   * Lamps that show to the ray itself, nearer than what it meets.
   * @param chance how likely a metal sent the ray this way, per steradian; 0: a mirror or the lens
   */
  readonly shown: (most: number, chance: number) => void
}

export function newDirect({ all, clear }: World, lamps: readonly Lamp[], walk: Walk): Direct {
  const { hit, ray, normal, basis, weight, got, spot, two, marks } = walk
  const line = new Float64Array(6)
  const onward = new Float64Array(8)
  const clearHit = new Float64Array(7)

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
      share *= coated(Math.max(1e-3, cos / length))
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
    cosOut: number,
    later: boolean
  ): void => {
    const kind = finishes.kinds[index]!
    for (let k = 0; k < 3; k++) line[k] = hit[1 + k]! + CLEAR_OF * hit[4 + k]!
    for (let e = 0; e < lamps.length; e++) {
      const lamp = lamps[e]!
      const { emitter, light, before } = lamp
      draw(walk, vertex, 8 + e)
      towards(emitter, line, spot)
      const falls = lightBy(emitter, line, normal)
      if (!(falls > 0) || all.stopped(before, before.length, line)) continue
      const arrives = (falls * passing()) / GREY
      if (kind !== METAL) {
        let share = arrives
        if (kind === GLOSS && !later) share *= coated(cosOut) * coatedFrom(line)
        addBy(walk, AMBIENT_SOURCES + light, share, finishes, index)
        continue
      }
      const alpha = later ? ALPHA_LATER : ALPHA
      const cosFacet = fromFacets(basis, ray, cosOut, line, alpha, two)
      if (cosFacet <= 0) continue
      const sent =
        arrives * Math.PI * two[0]! * (later ? 1 : balance(chanceOf(lamp, line), two[1]!))
      for (let k = 0; k < 3; k++)
        got[(AMBIENT_SOURCES + light) * 3 + k]! +=
          sent * weight[k]! * metalShare(finishes.albedo[index * 3 + k]!, cosFacet)
    }
  }
  const coatedFrom = (to: Float64Array): number => {
    const d = Math.sqrt(to[3]! * to[3]! + to[4]! * to[4]! + to[5]! * to[5]!)
    const cos = (to[3]! * normal[0] + to[4]! * normal[1] + to[5]! * normal[2]) / d
    return COAT * coated(cos)
  }
  /** Lamps that show to the ray itself, nearer than what it meets. */
  const shown = (most: number, chance: number): void => {
    for (let e = 0; e < lamps.length; e++) {
      const { emitter, light } = lamps[e]!
      const radiance = shownTo(emitter, ray, most, two)
      if (radiance <= 0) continue
      const drawn = (two[0]! * two[0]!) / (two[1]! * emitter.areaMm2)
      const share = chance > 0 ? balance(chance, drawn) : 1
      add(walk, AMBIENT_SOURCES + light, (share * Math.PI * radiance) / GREY)
    }
  }

  return { lit, shown }
}
