/**
 * A set's light before its bounces are worked out: straight light as it is, bounced light as it was
 * last known, light by light and place by place. What was not there yet gets none.
 */
import type { Plan } from '../plan/plan'
import { sceneOf } from './scene'
import { straightLight } from './straight'
import { noBounces, takeBounces, type Transport } from './transport'
import { unmovedSince } from './unmoved'

/** A set's light, with the plan it belongs to. */
export interface Lit {
  readonly plan: Plan
  readonly transport: Transport
}

const indexById = (list: readonly { readonly id: string }[]): Map<string, number> =>
  new Map(list.map(({ id }, i) => [id, i]))

/**
 * @param before set with most of the same straight light
 * @param lastKnown set whose bounces stand in
 */
export function standInFor(plan: Plan, before: Lit, lastKnown: Lit): Transport {
  const scene = sceneOf(plan)
  const unmoved = unmovedSince({ plan: before.plan, scene: before.transport.scene }, plan, scene)
  const straight = straightLight(scene, unmoved && { straight: before.transport, unmoved })
  const old = lastKnown.transport
  const bounces = noBounces(old.reflectors, plan.lights.length * scene.places.length)
  const lights = indexById(lastKnown.plan.lights)
  const places = indexById(old.scene.places)
  plan.lights.forEach(({ id }, i) =>
    scene.places.forEach((place, j) => {
      const [light, spot] = [lights.get(id), places.get(place.id)]
      if (light === undefined || spot === undefined) return
      const from = light * old.scene.places.length + spot
      takeBounces(bounces, i * scene.places.length + j, old, from)
    })
  )
  return { ...straight, ...bounces }
}
