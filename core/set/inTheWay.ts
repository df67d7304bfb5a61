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
 * What stands in the way of a light at a place, by what each takes alone, most first; bodies of one
 * head count as one.
 * @param i index of the light,
 * @param j of the place
 */
export function inTheWay(
  { heads, places, standing, placesOn }: Scene,
  i: number,
  j: number
): Shade[] {
  const { at, normal } = places[j]!
  const into = newGathered()
  const ids = [...new Set(standing.list.map((each) => each.id))]
  return ids
    .flatMap((id): Shade[] => {
      const own = normal !== null && standing.list[placesOn[j]!]?.id === id
      const things = standing.list.filter((each) => each.id === id)
      gather(heads[i]!, surfacesOf(things), at, normal, own ? 0 : -1, into)
      return into.open > 0 && into.direct < (1 - LEAST) * into.open
        ? [{ id, share: 1 - into.direct / into.open }]
        : []
    })
    .sort((a, b) => b.share - a.share)
}
