/** Light of heads at places that are seen through something clear or in a table. */
import type { Plan } from '../plan/plan'
import { gather, newGathered } from './gather'
import type { PlacePoint } from './placePoint'
import type { Scene } from './scene'
import { endsOf, GREY } from './seenEnds'
import { shownTo } from './shown'

const found = newGathered()
const met = new Float64Array(2)

/**
 * What a head gives a place that is seen by way of something else, as an 18 % card there that got so
 * much light: its face where that shows, else what it throws on what stands behind.
 * @returns relative as the transport's own
 */
export function seenOf(plan: Plan, scene: Scene, i: number, place: PlacePoint): number {
  const head = scene.heads[i]!
  let sum = 0
  for (const end of endsOf(plan, scene, place)) {
    for (const emitter of head.emitters) {
      const radiance = shownTo(emitter, end.ray, end.ray[7]!, met)
      if (radiance > 0) sum += (end.share * Math.PI * radiance) / GREY
    }
    if (end.reflectance <= 0 || end.counts === 0) continue
    gather(head, scene.standing, end.before, end.normal, end.index, found)
    let light = found.direct
    for (const { at, normal, through } of end.exits) {
      gather(head, scene.standing, at, normal, end.index, found)
      light += through * found.direct
    }
    sum += (end.counts * end.share * end.reflectance * light) / GREY
  }
  return sum
}

/** What stands behind a place, each with its share of what is seen there, most first. */
export function behindGlass(
  plan: Plan,
  scene: Scene,
  place: PlacePoint
): readonly { readonly id: string; readonly share: number }[] {
  const shares = new Map<string, number>()
  for (const end of endsOf(plan, scene, place)) {
    const lit = scene.heads.findIndex(({ emitters }) =>
      emitters.some((emitter) => shownTo(emitter, end.ray, end.ray[7]!, met) > 0)
    )
    const id =
      lit >= 0
        ? (plan.lights[lit]?.id ?? 'ambient')
        : end.index < 0
          ? 'nothing'
          : scene.standing.list[end.index]!.id
    shares.set(id, (shares.get(id) ?? 0) + end.share)
  }
  return [...shares].map(([id, share]) => ({ id, share })).sort((a, b) => b.share - a.share)
}
