/** What keeps a light from a place, thing by thing. */
import { gather, newGathered } from './gather'
import type { Scene } from './scene'
import { surfacesOf } from './surface'

export interface Shade {
  /** of the surface */
  readonly id: string
  /** share of what would arrive that it takes by itself, 0–1 */
  readonly share: number
}

/** A thing that takes less than this share is not named. */
const LEAST = 0.005

/**
 * Share of a light that one thing takes from a place by itself, 0–1; bodies of one head are one.
 * @param i index of the light,
 * @param j of the place
 * @param id of the thing
 */
export function shareTaken(
  { heads, places, standing, placesOn }: Scene,
  i: number,
  j: number,
  id: string
): number {
  const { at, normal } = places[j]!
  const into = newGathered()
  const own = normal !== null && standing.list[placesOn[j]!]?.id === id
  const things = standing.list.filter((each) => each.id === id)
  gather(heads[i]!, surfacesOf(things), at, normal, own ? 0 : -1, into)
  return into.open > 0 ? 1 - into.direct / into.open : 0
}

/** What stands in the way of a light at a place, by what each thing takes alone, most first. */
export const inTheWay = (scene: Scene, i: number, j: number): Shade[] =>
  [...new Set(scene.standing.list.map((each) => each.id))]
    .map((id) => ({ id, share: shareTaken(scene, i, j, id) }))
    .filter(({ share }) => share > LEAST)
    .sort((a, b) => b.share - a.share)
