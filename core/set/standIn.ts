/**
 * A set's light before its bounces are worked out: straight light as it is, bounced light as it was
 * last known, light by light and place by place. What was not there yet gets none.
 */
import { placedSources, type Plan } from '../plan/plan'
import { sceneOf, type Scene } from './scene'
import { straightLight } from './straight'
import { noBounces, takeBounces, type Bounces, type Transport } from './transport'
import { unmovedSince } from './unmoved'

/** A set's light, with the plan it belongs to. */
export interface Lit {
  readonly plan: Plan
  readonly transport: Transport
}

const indexById = (list: readonly { readonly id: string }[]): Map<string, number> =>
  new Map(list.map(({ id }, i) => [id, i]))

/** What has a head in the scene, in the order of its heads. */
const givingLight = ({ lights, ambient }: Plan): readonly { readonly id: string }[] => [
  ...lights,
  ...placedSources(ambient.sources)
]

/** The bounces of another set, for the lights and places of a plan's. */
export function bouncesFrom(other: Lit, plan: Plan, { places }: Scene): Bounces {
  const old = other.transport
  const giving = givingLight(plan)
  const bounces = noBounces(old.reflectors, giving.length * places.length)
  const lightAt = indexById(givingLight(other.plan))
  const placeAt = indexById(old.scene.places)
  giving.forEach(({ id }, i) =>
    places.forEach((place, j) => {
      const light = lightAt.get(id)
      const spot = placeAt.get(place.id)
      if (light === undefined || spot === undefined || place.seen) return
      const from = light * old.scene.places.length + spot
      takeBounces(bounces, i * places.length + j, old, from)
    })
  )
  return bounces
}

/**
 * @param before set with most of the same straight light
 * @param lastKnown set whose bounces stand in
 */
export function standInFor(plan: Plan, before: Lit, lastKnown: Lit): Transport {
  const scene = sceneOf(plan)
  const unmoved = unmovedSince({ plan: before.plan, scene: before.transport.scene }, plan, scene)
  const straight = straightLight(plan, scene, unmoved && { straight: before.transport, unmoved })
  return { ...straight, ...bouncesFrom(lastKnown, plan, scene) }
}
