/** Straight light of every head at every place. */
import { addThrough } from './exitLight'
import { gather, newGathered } from './gather'
import { mirrorImageOf } from './mirrorImage'
import type { Plan } from '../plan/plan'
import { seenOf } from './seenLight'
import type { Scene } from './scene'
import type { Unmoved } from './unmoved'

export interface Straight {
  readonly scene: Scene
  /** [light × place] light straight from the face, with what stands in the way; relative */
  readonly direct: Float64Array
  /** [light × place] the same with nothing in the way */
  readonly open: Float64Array
}

/**
 * @param before the same of another set, and what has not moved since: that is taken from there
 */
export function straightLight(
  plan: Plan,
  scene: Scene,
  before: { readonly straight: Straight; readonly unmoved: Unmoved } | null
): Straight {
  const { heads, places, placesOn, standing } = scene
  const P = places.length
  const direct = new Float64Array(heads.length * P)
  const open = new Float64Array(heads.length * P)
  const stride = before?.straight.scene.places.length ?? 0
  const found = newGathered()
  const image = mirrorImageOf(plan, scene)
  heads.forEach((head, i) =>
    places.forEach((place, j) => {
      const { at, normal } = place
      const to = i * P + j
      if (place.seen) {
        direct[to] = open[to] = seenOf(plan, scene, i, place)
        return
      }
      // What moves elsewhere may stand in the way of light by the table.
      if (!image && before?.unmoved.ways(i, j)) {
        direct[to] = before.straight.direct[i * stride + j]!
        open[to] = before.straight.open[i * stride + j]!
        return
      }
      gather(head, standing, at, normal, placesOn[j]!, found)
      image?.add(i, at, normal, placesOn[j]!, found)
      addThrough(scene, image, i, j, found)
      direct[to] = found.direct
      open[to] = found.open
    })
  )
  return { scene, direct, open }
}
