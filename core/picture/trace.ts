/**
 * Follows light from the lens into the set, path by path, with all its bounces. At every surface
 * every lamp is asked, so each light has a sum of its own and can be mixed afterwards. Source:
 * Monte Carlo integration of the rendering equation (Kajiya 1986, from memory); several ways of
 * finding a lamp weighed by the balance of their squares (Veach 1997, from memory).
 *
 * What is only guessed: straight light goes through clear things as if they bent nothing, and what
 * metal and glass throw on other things is left soft or out.
 */
import { mediumOf } from '../set/clear'
import { newGround } from './ground'
import { PAINT } from '../set/surface'
import { ALPHA_LATER, metalKept, newDirect } from './direct'
import { newGlass } from './glass'
import { sourcesOf } from './film'
import { lampsOf } from './lamps'
import { lensOf } from './lens'
import { newMeeting } from './meeting'
import { momentOf, movedBy } from './moment'
import { nextOf } from '../set/random'
import { mirrored } from '../set/bend'
import { coatIn } from '../set/coat'
import { byFacet, coatOften, evenly, metalShare, putBasis } from '../set/scatter'
import { newThick } from './thick'
import { GREY } from '../light/luminance'
import { newVapour } from './vapour'
import { newWaterVeil } from './waterVeil'
import { absorb, add, addBy, begin, draw, GUESSED, leave, newWalk, scale } from './walk'
import { BLACK, GLOSS, METAL, type World } from './world'

/** A path may meet so many surfaces. */
const LONGEST = 64
/** From here on a path goes on by chance, as likely as it still carries light. */
const CERTAIN = 3
/** What a tracer shows that the plain picture does not. */
export interface Extras {
  /**
   * sources by the moments their light falls, where the subject is seen to move: samples are shared
   * out among them, so that they must be a multiple of their number
   */
  readonly moments?: readonly (readonly number[])[]
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
export function tracerOf(world: World, { moments = [], grain }: Extras = {}): Tracer {
  const { scene, plan, water } = world
  const coatHere = coatIn(plan.medium)
  const sources = sourcesOf(scene.heads.length)
  const lamps = lampsOf(scene.heads, world.all)
  const lens = lensOf(plan, scene.pose)
  const vapour = newVapour(world, lamps)
  const walk = newWalk(sources)
  const { got, ray, hit, normal, basis, albedo, weight, spot, two, state, marks, within } = walk
  const direct = newDirect(world, lamps, walk)
  const meeting = newMeeting(world, walk)
  const { met, clearHit } = meeting
  const first = new Float64Array(8)
  const moved = new Float64Array(3)
  /** what is seen of open water counts as from where the background stands */
  const openWaterMm = scene.pose.pupilMm + plan.background.distanceMm
  const { paints } = world
  const ground = newGround(world.backdrop)
  const glass = newGlass(world, walk, meeting, direct)
  const thick = newThick(world, walk, direct)
  const veil = newWaterVeil(world, lamps, walk)

  const noteFirst = (at: Float64Array, own: Float64Array | null): void => {
    for (let k = 0; k < 3; k++) {
      first[k] = at[4 + k]!
      first[5 + k] = own ? own[k]! : 1
    }
    first[3] = at[0]!
    first[4] = at[0]! * at[0]!
  }
  /** Fills `albedo` for the surface met. */
  const putAlbedo = (): void => {
    const o = met.index * 3
    for (let k = 0; k < 3; k++) albedo[k] = met.finishes.albedo[o + k]!
    if (met.inRoom) return
    const paint = paints[met.index]
    if (paint) {
      let share = 1
      if (grain && meeting.onSubject()) share *= grain(hit[1]!, hit[2]!, hit[3]!)
      if (paint.mottle) share *= paint.mottle(hit[1]!, hit[2]!, hit[3]!)
      const from = hit[PAINT]! * 3
      for (let k = 0; k < 3; k++) albedo[k]! *= share * paint.palette[from + k]!
    } else if (met.index === world.backdrop.index) ground.print(hit, albedo)
    for (let k = 0; k < 3; k++) if (albedo[k]! > 1) albedo[k] = 1
  }

  /** Sends the ray on from a rough metal; false where it ends. */
  const fromMetal = (cosOut: number, later: boolean): boolean => {
    const own = met.finishes.roughness[met.index]!
    const cosFacet = byFacet(basis, ray, cosOut, later ? ALPHA_LATER : own, spot, two)
    if (cosFacet <= 0) return false
    const lost = 1 / metalKept(met.finishes, met.index, later)(cosOut) - 1
    for (let k = 0; k < 3; k++)
      weight[k]! *= two[0]! * metalShare(albedo[k]!, cosFacet) * (1 + lost * albedo[k]!)
    return true
  }

  /**
   * Mirrors the ray in a coat that is chosen so often.
   * @returns whether it goes on
   */
  const fromCoat = (cosOut: number, often: number): boolean => {
    const rough = met.finishes.roughness[met.index]!
    if (rough === 0) {
      scale(walk, (1 - coatHere.through(cosOut)) / often)
      mirrored(basis, ray)
      two[1] = 0
      return true
    }
    const cosFacet = byFacet(basis, ray, cosOut, rough, spot, two)
    if (cosFacet <= 0) return false
    scale(walk, (two[0]! * (1 - coatHere.through(cosFacet))) / often)
    two[1]! *= often
    return true
  }

  /** Sends the ray on from a matt surface; under a coat, which leaves so much of the choices. */
  const fromMatt = (coat: boolean, cosOut: number, often: number): void => {
    let base = 1
    evenly(basis, spot, ray)
    if (coat)
      base =
        (coatHere.through(cosOut) *
          coatHere.base *
          coatHere.through(ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2])) /
        (1 - often)
    for (let k = 0; k < 3; k++) weight[k]! *= base * albedo[k]!
  }

  /** From where the ray begins, the pupil, to the port; < 0 where the pupil shows before it. */
  const toPort = (): number => {
    const { pupilMm, frontMm, toCamera } = scene.pose
    const cos = ray[3]! * toCamera[0] + ray[4]! * toCamera[1] + ray[5]! * toCamera[2]
    return (frontMm - pupilMm) / cos
  }

  const path = (): void => {
    let later = false
    let chance = 0
    for (let vertex = 0; vertex < LONGEST; vertex++) {
      meeting.meet(vertex, moved)
      if (!later) direct.shown(met.most, chance)
      // From the lens, vapour where it is by then: met at rest, by a ray moved back.
      if (vertex === 0) for (let k = 0; k < 3; k++) ray[k]! -= moved[k]!
      vapour.scatter(ray, met.most, weight, got, state)
      if (vertex === 0) for (let k = 0; k < 3; k++) ray[k]! += moved[k]!
      if (vertex === 0) veil?.(toPort(), Math.min(met.most, openWaterMm))
      if (met.glass >= 0) {
        if (vertex === 0) noteFirst(clearHit, null)
        chance = glass(vertex, later)
        if (chance < 0) return
        continue
      }
      if (met.index < 0) {
        // Ambient light is taken to come from everywhere alike.
        if (water) absorb(weight, water, openWaterMm)
        if (!later) add(walk, vertex === 0 ? 1 : 0, 1 / GREY)
        return
      }
      const medium = mediumOf(within)
      if (medium > 0) absorb(weight, world.clear!.media[medium]!.absorbs, hit[0]!)
      else if (water) absorb(weight, water, hit[0]!)
      const { finishes, index } = met
      const kind = finishes.kinds[index]!
      putAlbedo()
      if (vertex === 0) noteFirst(hit, kind === METAL ? null : albedo)
      if (kind === BLACK || meeting.fromBehind()) return
      for (let k = 0; k < 3; k++) basis[k] = normal[k] = hit[4 + k]!
      putBasis(basis)
      const cosOut = Math.min(
        1,
        Math.max(1e-6, -(ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2]))
      )
      const through = finishes.through[index]!
      const stuff = finishes.stuffs[index]
      if (stuff) thick(vertex, stuff, index, later)
      // Of a metal table, light has been asked for by its lamps' images.
      else if (!(later && kind === METAL && index === world.table && !met.inRoom))
        direct.lit(vertex, finishes, index, cosOut, later)
      if (!stuff && !later && kind !== METAL) {
        const out =
          kind === GLOSS ? coatHere.through(cosOut) * coatHere.base * coatHere.even : 1 - through
        const falls = index === world.backdrop.index && !met.inRoom ? ground.ambient(hit) : 1
        addBy(walk, finishes.farther[index]!, (out * falls) / GREY)
      }
      draw(walk, vertex, 2)
      let side: 1 | -1 = 1
      if (kind === METAL) {
        if (!fromMetal(cosOut, later)) return
        chance = two[1]!
      } else {
        const coat = kind === GLOSS && !later
        const often = coat ? coatOften(1 - coatHere.through(cosOut), albedo[1]!) : 0
        if (coat && nextOf(state) < often) {
          if (!fromCoat(cosOut, often)) return
          chance = two[1]!
        } else {
          if (through > 0 && nextOf(state) < through) {
            side = -1
            for (let k = 0; k < 3; k++) basis[k] = -basis[k]!
            putBasis(basis)
          }
          fromMatt(coat, cosOut, often)
          chance = 0
          later = true
        }
      }
      leave(walk, hit, side)
      if (vertex < CERTAIN) continue
      const lives = Math.min(0.95, Math.max(weight[0]!, weight[1]!, weight[2]!))
      if (nextOf(state) >= lives) return
      scale(walk, 1 / lives)
    }
  }

  const moving = moments.length > 1 ? moments.length : 0
  /** [group × source × 3] what of a path counts, of the group whose moment it was */
  const counted = moments.map((group) =>
    Float64Array.from(got, (_, i) => (group.includes(Math.floor(i / 3)) ? moments.length : 0))
  )
  const keepOnly = (group: number): void => {
    const share = counted[group]!
    for (let i = 0; i < got.length; i++) got[i]! *= share[i]!
  }

  return {
    sources,
    got,
    first,
    guessed: () => marks[GUESSED]! === 1,
    through(x, y, seed, sample) {
      begin(walk, seed, sample)
      first.fill(0)
      const group = moving > 0 ? sample % moving : 0
      if (moving > 0) {
        draw(walk, 0, 3)
        movedBy(plan, scene.pose, momentOf(plan, moments[group]![0]!, spot[0]!), moved)
      }
      draw(walk, 0, 1)
      lens.rayTo(x, y, spot, ray)
      // There is no water behind the port; a pupil that shows before it has some behind.
      if (water) absorb(weight, water, -toPort())
      path()
      if (moving > 0) keepOnly(group)
    }
  }
}
