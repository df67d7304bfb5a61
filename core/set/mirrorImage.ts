/**
 * A set seen in its table: every head's mirror image under it, and what stands in the way of light that
 * comes by the table. Light that a mirror throws on is that of the image behind it, through the
 * mirror's outline. Source: law of reflection.
 */
import type { Plan } from '../plan/plan'
import type { Emitter } from './emitter'
import { gather, headGlance, newGathered, type Gathered } from './gather'
import type { Head } from './heads'
import { mirrors } from './optics'
import { mirrorShare } from './specular'
import { isSheet, surfacesOf, type Sheet, type Surface, type Surfaces } from './surface'
import type { Vec } from './vec'

const under = (v: Vec, planeMm: number): Vec => [v[0], 2 * planeMm - v[1], v[2]]
const turned = (v: Vec): Vec => [v[0], -v[1], v[2]]

/** A lit face as it shows in a level mirror at a height. */
export const emitterImage = (emitter: Emitter, planeMm: number): Emitter => ({
  ...emitter,
  at: under(emitter.at, planeMm),
  mouth: under(emitter.mouth, planeMm),
  axis: turned(emitter.axis),
  across: turned(emitter.across),
  upward: turned(emitter.upward)
})

const headImage = (head: Head, planeMm: number): Head => {
  const [main, ...rest] = head.emitters
  return {
    ...head,
    at: under(head.at, planeMm),
    axis: turned(head.axis),
    across: turned(head.across),
    upward: turned(head.upward),
    emitters: [emitterImage(main, planeMm), ...rest.map((each) => emitterImage(each, planeMm))]
  }
}

const surfaceImage = (surface: Surface, planeMm: number): Surface =>
  isSheet(surface)
    ? {
        ...surface,
        at: under(surface.at, planeMm),
        normal: turned(surface.normal),
        across: turned(surface.across),
        upward: turned(surface.upward)
      }
    : {
        ...surface,
        at: under(surface.at, planeMm),
        axes: [turned(surface.axes[0]), turned(surface.axes[1]), turned(surface.axes[2])]
      }

/** Nothing of a set lies farther out, mm. */
const FAR = 1e5
/** What is not table of its plane, as four sheets round it. */
function frameOf(table: Sheet): Sheet[] {
  const { at, halfAcross: a, halfUpward: b } = table
  const beside = (x: number, z: number, halfAcross: number, halfUpward: number): Sheet => ({
    ...table,
    id: 'no table',
    at: [at[0] + x, at[1], at[2] + z],
    halfAcross,
    halfUpward
  })
  return [
    beside(-a - FAR, 0, FAR, FAR),
    beside(a + FAR, 0, FAR, FAR),
    beside(0, -b - FAR, a, FAR),
    beside(0, b + FAR, a, FAR)
  ]
}

/** What of light a table throws on at a cosine from its normal. */
export const tableShare = (
  { table, medium }: Pick<Plan, 'table' | 'medium'>,
  cos: number
): number => mirrorShare(table!.finish, cos, medium)

export interface MirrorImage {
  /** Adds to `into` what a head gives a point by way of the table; relative as the transport's own. */
  readonly add: (head: number, at: Vec, normal: Vec | null, on: number, into: Gathered) => void
  /** The same of one of many points whose errors even out. */
  readonly glance: (head: number, at: Vec, normal: Vec, on: number) => number
}

/** What of a scene it is made from. */
interface Standing {
  readonly heads: readonly Head[]
  readonly standing: Surfaces
}

const known = new WeakMap<Surfaces, MirrorImage | null>()
/**
 * The same as long as what stands is.
 * @returns null where the table does not mirror
 */
export function mirrorImageOf(plan: Plan, scene: Standing): MirrorImage | null {
  const before = known.get(scene.standing)
  if (before !== undefined) return before
  const made = mirrors(plan) ? make(plan, scene) : null
  known.set(scene.standing, made)
  return made
}

function make(plan: Plan, { heads, standing }: Standing): MirrorImage | null {
  const table = standing.list.find(({ id }) => id === 'table')
  if (!table || !isSheet(table)) return null
  const planeMm = table.at[1]
  // The background runs through the table's plane: its image would stand where nothing does.
  const things = standing.list.filter(({ id }) => id !== 'table' && id !== 'background')
  const unfolded = surfacesOf([
    ...things,
    ...things.map((each) => surfaceImage(each, planeMm)),
    ...frameOf(table)
  ])
  const onOf = standing.list.map(({ id }) => things.findIndex((each) => each.id === id))
  const images = heads.map((head) => (head.at[1] > planeMm ? headImage(head, planeMm) : null))
  const found = newGathered()
  /** The image of a head that may light a point; null where none does. */
  const imageFor = (index: number, at: Vec): Head | null => {
    const image = images[index]
    return image && at[1] > planeMm ? image : null
  }
  const shareOf = (image: Head, at: Vec): number => {
    const dx = image.at[0] - at[0]
    const dy = image.at[1] - at[1]
    const dz = image.at[2] - at[2]
    return tableShare(plan, -dy / Math.sqrt(dx * dx + dy * dy + dz * dz))
  }
  const own = (on: number): number => (on < 0 ? -1 : onOf[on]!)
  return {
    add(index, at, normal, on, into) {
      const image = imageFor(index, at)
      if (!image) return
      gather(image, unfolded, at, normal, own(on), found)
      if (found.open <= 0) return
      const share = shareOf(image, at)
      into.direct += share * found.direct
      into.open += share * found.open
    },
    glance(index, at, normal, on) {
      const image = imageFor(index, at)
      const light = image ? headGlance(image, unfolded, at, normal, own(on)) : 0
      return light > 0 ? shareOf(image!, at) * light : 0
    }
  }
}
