/**
 * What a ray meets first: a surface of the set, the room round it, or something clear before either;
 * from the lens, a moving subject where it is by then.
 */
import { HIT, isSheet, SIDE, surfacesOf } from '../set/surface'
import { crossFace, newCrossing, type Crossing } from '../set/clear'
import { CLEAR_OF, type Walk } from './walk'
import type { Finishes, World } from './world'

/** Filled anew for each ray. */
export interface Met {
  /** of the surface, in the list of its finishes; −1: none */
  index: number
  finishes: Finishes
  inRoom: boolean
  /** index of the clear thing before it; −1: none */
  glass: number
  /** how far off the first of them is */
  most: number
}

export interface Meeting {
  readonly met: Met
  /** [HIT] as of Surfaces.nearest, of the clear thing */
  readonly clearHit: Float64Array
  /**
   * Meets what a walk's ray meets, filling its hit.
   * @param moved [3] where a moving subject has got to, for rays from the lens
   */
  readonly meet: (vertex: number, moved: Float64Array) => void
  /** Whether the surface met is one that counts from its other side only. */
  readonly fromBehind: () => boolean
  readonly onSubject: () => boolean
  /** What the walk crosses at the clear face met. */
  readonly cross: () => Crossing
}

export function newMeeting(world: World, { ray, hit, within }: Walk): Meeting {
  const { seen, all, room, clear } = world
  const clearHit = new Float64Array(HIT)
  const crossing = newCrossing()
  const shifted = new Float64Array(8)
  const ownHit = new Float64Array(HIT)
  const subject = seen.list.findIndex((each) => each.id === 'subject')
  const alone = subject < 0 ? null : surfacesOf([seen.list[subject]!])
  const others = surfacesOf(seen.list.filter((_, i) => i !== subject))
  const met: Met = { index: -1, finishes: world.finishes, inRoom: false, glass: -1, most: 0 }

  /** From the lens, with the subject moved: it is met at rest, by a ray moved back. */
  const meetMoved = (moved: Float64Array): number => {
    let index = others.nearest(ray, hit)
    if (subject >= 0 && index >= subject) index++
    if (!alone) return index
    shifted.set(ray)
    for (let k = 0; k < 3; k++) shifted[k]! -= moved[k]!
    if (index >= 0) shifted[7] = hit[0]!
    if (alone.nearest(shifted, ownHit) < 0) return index
    hit.set(ownHit)
    ray.set(shifted)
    ray[7] = Infinity
    return subject
  }

  /** Meets the room from inside; from outside it is not there. */
  const meetRoom = (): number => {
    const { sides } = room!
    for (let i = 0; i < 2; i++) {
      const index = sides.nearest(ray, hit)
      if (index < 0) return -1
      const side = sides.list[index]!
      if (!isSheet(side)) return -1
      const { normal } = side
      if (ray[3]! * normal[0] + ray[4]! * normal[1] + ray[5]! * normal[2] < 0) return index
      ray[6] = hit[0]! + CLEAR_OF
    }
    return -1
  }

  return {
    met,
    clearHit,
    meet(vertex, moved) {
      const still = moved[0] === 0 && moved[1] === 0 && moved[2] === 0
      met.index =
        vertex === 0 ? (still ? seen.nearest(ray, hit) : meetMoved(moved)) : all.nearest(ray, hit)
      met.inRoom = false
      met.finishes = world.finishes
      if (met.index < 0 && room) {
        met.index = meetRoom()
        met.inRoom = met.index >= 0
        met.finishes = room.finishes
      }
      met.most = met.index < 0 ? Infinity : hit[0]!
      met.glass = -1
      if (!clear) return
      ray[7] = met.most
      met.glass = clear.faces.nearest(ray, clearHit)
      if (met.glass >= 0) met.most = clearHit[0]!
    },
    fromBehind() {
      if (met.finishes.oneSided[met.index]! === 0) return false
      const side = (met.inRoom ? room!.sides : all).list[met.index]!
      if (!isSheet(side)) return false
      const { normal } = side
      return normal[0] * hit[4]! + normal[1] * hit[5]! + normal[2] * hit[6]! < 0
    },
    onSubject: () => met.index === subject && !met.inRoom,
    cross() {
      crossFace(clear!, met.glass, clearHit[SIDE]! > 0, within, crossing)
      return crossing
    }
  }
}
