/** A light while its modifiers go on one at a time, and the plan as it stands for such a frame. */
import { ledgerOf } from '../ledger/ledger'
import { suggestFrom } from '../ledger/suggest'
import { withLight, withOnly } from '../plan/edit'
import type { LightId, Plan } from '../plan/plan'

/** A light with only the first of its modifiers on. */
export interface Part {
  readonly light: LightId
  /** modifiers that are on, from the lamp outward */
  readonly on: number
}

/** The light alone with that part of its modifiers, its power as it is in the plan. */
export function withPart(plan: Plan, { light: id, on }: Part): Plan {
  const index = plan.lights.findIndex((light) => light.id === id)
  const light = plan.lights[index]
  if (!light) return plan
  return withOnly(withLight(plan, index, { modifiers: light.modifiers.slice(0, on) }), [id])
}

/**
 * The same with the power that lands the place it serves: without its snoot a light would blow it
 * out. Where no mark does, the nearest; the plan's own where the light serves no goal.
 */
export function partPlan(plan: Plan, part: Part): Plan {
  const bare = withPart(plan, part)
  const index = bare.lights.findIndex(({ id }) => id === part.light)
  const light = bare.lights[index]
  const choice = light ? suggestFrom(bare, ledgerOf(bare), light)?.choice : null
  return choice ? withLight(bare, index, { powerStops: choice.mark.stops }) : bare
}
