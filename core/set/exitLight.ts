/** Straight light that comes through to a place of something translucent. */
import { gather, headGlance, newGathered, type Gathered } from './gather'
import type { MirrorImage } from './mirrorImage'
import type { Scene } from './scene'

const found = newGathered()

/**
 * Adds what a head gives a place through its exits: of a thin thing's one closely, of a thick one's
 * many by glances.
 * @param i,j index of the head and of the place
 * @param image where a table throws light up; null: none does
 */
export function addThrough(
  { heads, places, placesOn, standing }: Scene,
  image: MirrorImage | null,
  i: number,
  j: number,
  into: Gathered
): void {
  const { exits = [] } = places[j]!
  const on = placesOn[j]!
  if (exits.length === 1) {
    const { at, normal, through } = exits[0]!
    gather(heads[i]!, standing, at, normal, on, found)
    image?.add(i, at, normal, on, found)
    into.direct += through * found.direct
    into.open += through * found.open
    return
  }
  for (const { at, normal, through } of exits) {
    const light = headGlance(heads[i]!, standing, at, normal, on)
    const all = through * (light + (image ? image.glance(i, at, normal, on) : 0))
    into.direct += all
    into.open += all
  }
}
