/** A light set to the power the sum suggests for it, on its own dial. */
import { evaluate } from '../ledger/evaluate'
import type { Light, Plan } from '../plan/plan'
import { chooseOnDial } from '../scales/dial'

export const withLight = (plan: Plan, index: number, part: Partial<Light>): Plan => ({
  ...plan,
  lights: plan.lights.map((light, i) => (i === index ? { ...light, ...part } : light))
})

/** The plan as it is where nothing can be suggested. */
export const withBestPower = (plan: Plan, index: number): Plan => {
  const choice = evaluate(plan).suggestions[plan.lights[index]!.id]?.choice
  return choice ? withLight(plan, index, { powerStops: choice.mark.stops }) : plan
}

/** A group's master moved: every light of the group by the same stops, each to the nearest mark of its own dial. */
export const moveGroup = (plan: Plan, group: string, stops: number): Plan => ({
  ...plan,
  lights: plan.lights.map((light) =>
    light.group === group
      ? {
          ...light,
          powerStops: chooseOnDial(light.strobe.dial, light.powerStops + stops).mark.stops
        }
      : light
  )
})
