/** A light set to the power the sum suggests for it, on its own dial. */
import { evaluate } from '../ledger/evaluate'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'

/**
 * The plan with the suggested power set; as it is where nothing can be suggested.
 * @param index the light's position among `plan.lights`
 */
export function withBestPower(plan: Plan, index: number): Plan {
  const choice = evaluate(plan).suggestions[plan.lights[index]!.id]?.choice
  return choice ? withLight(plan, index, { powerStops: choice.mark.stops }) : plan
}
