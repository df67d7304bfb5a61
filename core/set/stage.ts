/**
 * What stands in a set but lamps, and how it throws light back: worked out once, whatever lamps do.
 */
import type { Plan } from '../plan/plan'
import { exchangeOf, type Bounced } from './exchange'
import { reflectorsOf, type Reflectors } from './reflectors'
import { sameStage } from './same'
import type { Scene } from './scene'
import { sameCards } from './unmoved'

export interface Stage {
  readonly plan: Plan
  readonly scene: Scene
  readonly reflectors: Reflectors
  /** what falls on each patch straight → with every bounce */
  readonly bounced: Bounced
}

/** @param near another stage, kept where it is the same */
export function stageOf(plan: Plan, scene: Scene, near: Stage | null): Stage {
  if (near && sameStage(near.plan, plan) && sameCards(near.scene, scene)) return near
  const reflectors = reflectorsOf(plan, scene.background, scene.cards, (id) =>
    scene.surfaces.list.findIndex((each) => each.id === id)
  )
  return { plan, scene, reflectors, bounced: exchangeOf(reflectors, scene.surfaces) }
}
