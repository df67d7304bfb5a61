/** What of a set stands as it did in another, as far as the way of light goes. */
import type { Plan } from '../plan/plan'
import { putBall } from './between'
import type { Head } from './heads'
import type { PlacePoint } from './places'
import { sameHead, sameStage, sameSurface } from './same'
import type { Scene } from './scene'
import { surfacesOf, type Surface } from './surface'
import { sameVec, type Vec } from './vec'

export interface Unmoved {
  /** by index: the same place stood there under the same index */
  readonly places: readonly boolean[]
  /** by index: the same light stood there under the same index, and all it may bounce off */
  readonly lights: readonly boolean[]
  /** whether straight light of a light at a place, by index, came the same way */
  readonly ways: (light: number, place: number) => boolean
  /** the same for straight light of a light all over a ball, mm */
  readonly waysTo: (light: number, at: Vec, radiusMm: number) => boolean
}

const sameExits = (a: PlacePoint['exits'] = [], b: PlacePoint['exits'] = []): boolean =>
  a.length === b.length && a.every(({ through }, i) => through === b[i]!.through)
const samePlace = (a: PlacePoint | undefined, b: PlacePoint): boolean =>
  a !== undefined &&
  a.on === b.on &&
  sameExits(a.exits, b.exits) &&
  sameVec(a.at, b.at) &&
  sameVec(a.normal, b.normal)

const sameBodies = (a: readonly Surface[], b: readonly Surface[]): boolean =>
  a.length === b.length && a.every((each, i) => sameSurface(each, b[i]!))

/** Whether cards and flags stand and look alike; one may follow a place, and that the key light. */
export const sameCards = (a: Scene, b: Scene): boolean =>
  a.cards.every(({ sheet }, i) => {
    const other = b.cards[i]!.sheet
    return sameVec(sheet.at, other.at) && sameVec(sheet.normal, other.normal)
  })

const spare = new Int32Array(64)
const balls = new Float64Array(8)
/**
 * Whether heads that moved, or went, or came, may change the straight light of a head in a ball.
 */
function disturbedBy(
  before: Scene,
  now: Scene
): (head: Head, at: Vec, radiusMm: number) => boolean {
  const has = (list: readonly Surface[], one: Surface): boolean =>
    list.some((each) => sameSurface(each, one))
  const moved = [
    ...before.headBodies.filter((each) => !has(now.headBodies, each)),
    ...now.headBodies.filter((each) => !has(before.headBodies, each))
  ]
  if (moved.length === 0) return () => false
  const { between } = surfacesOf(moved)
  return (head, at, radiusMm) => {
    putBall(balls, 0, at, radiusMm)
    putBall(balls, 1, head.at, head.radiusMm)
    if (between(balls, -1, spare) > 0) return true
    const [{ tube, at: back, radiusMm: backMm }] = head.emitters
    if (!tube) return false
    // Whatever passes the mouth of a tube has come through it.
    putBall(balls, 0, back, backMm)
    return between(balls, -1, spare) > 0
  }
}

/** @returns null where something else has moved but lamps and places: nothing is the same then */
export function unmovedSince(
  before: { readonly plan: Plan; readonly scene: Scene },
  plan: Plan,
  scene: Scene
): Unmoved | null {
  const was = before.scene
  if (
    !sameStage(before.plan, plan) ||
    !sameCards(was, scene) ||
    !sameBodies(was.cameraBodies, scene.cameraBodies)
  )
    return null
  const places = scene.places.map((place, j) => samePlace(was.places[j], place))
  const lights = scene.heads.map((head, i) => {
    const old = was.heads[i]
    return (
      old !== undefined &&
      sameHead(plan, before.plan, i) &&
      sameVec(head.at, old.at) &&
      sameVec(head.axis, old.axis)
    )
  })
  const disturbed = disturbedBy(was, scene)
  const waysTo: Unmoved['waysTo'] = (i, at, radiusMm) =>
    lights[i]! && !disturbed(scene.heads[i]!, at, radiusMm)
  return {
    places,
    lights,
    ways: (i, j) => places[j]! && waysTo(i, scene.places[j]!.at, 0),
    waysTo
  }
}
