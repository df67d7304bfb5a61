/** Light of heads at places that are seen through something clear or in a table. */
import { GREY } from '../light/luminance'
import type { Plan } from '../plan/plan'
import { headGlance } from './gather'
import { mirrorImageOf } from './mirrorImage'
import type { PlacePoint } from './placePoint'
import type { Scene } from './scene'
import { coatIn } from './coat'
import { endsOf, type SeenEnd } from './seenEnds'
import { shownTo } from './shown'
import { dot, sub, unit, type Vec } from './vec'

const met = new Float64Array(2)

/**
 * What a head gives a place that is seen by way of something else, as an 18 % card there that got so
 * much light: its face where that shows, else what it throws on what stands behind.
 * @param keep which of what it shows counts
 * @returns relative as the transport's own
 */
export function seenOf(
  plan: Plan,
  scene: Scene,
  i: number,
  place: PlacePoint,
  keep: (end: SeenEnd) => boolean = () => true
): number {
  const head = scene.heads[i]!
  const image = mirrorImageOf(plan, scene)
  const coat = coatIn(plan.medium)
  let sum = 0
  for (const end of endsOf(plan, scene, place)) {
    if (!keep(end)) continue
    for (const emitter of head.emitters) {
      const radiance = shownTo(emitter, end.ray, end.ray[7]!, met)
      if (radiance > 0) sum += (end.share * Math.PI * radiance) / GREY
    }
    if (end.reflectance <= 0 || end.counts === 0) continue
    const lightAt = (at: Vec, normal: Vec): number =>
      headGlance(head, scene.standing, at, normal, end.index) +
      (image ? image.glance(i, at, normal, end.index) : 0)
    let light = lightAt(end.before, end.normal)
    for (const { at, normal, through } of end.exits) light += through * lightAt(at, normal)
    if (end.coat) {
      const cos = dot(unit(sub(head.at, end.at)), end.normal)
      light *= coat.through(Math.max(0, cos)) / coat.through(1)
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
