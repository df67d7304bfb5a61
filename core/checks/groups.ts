/** Two lights on one group move together: do they need the same move? */
import { GROUP_LETTERS } from '../plan/plan'
import type { Check, CheckContext } from './check'

export function groupChecks({ plan, evaluation }: CheckContext): Check[] {
  const groups = [
    ...new Set(plan.lights.filter((light) => light.on && light.group).map((light) => light.group!))
  ]
  return groups.flatMap((group): Check[] => {
    const needs = plan.lights.flatMap((light) => {
      const wanted =
        light.on && light.group === group ? evaluation.suggestions[light.id]?.wantedStops : null
      return wanted === null || wanted === undefined
        ? []
        : [{ light, by: wanted - light.powerStops }]
    })
    if (needs.length < 2) return []
    const most = needs.reduce((a, b) => (b.by > a.by ? b : a))
    const least = needs.reduce((a, b) => (b.by < a.by ? b : a))
    const apart = most.by - least.by
    if (apart <= 1 / 3 + 1e-6) return []
    const free = GROUP_LETTERS.find(
      (letter) => !plan.lights.some((light) => light.group === letter)
    )
    const after = free
      ? {
          ...plan,
          lights: plan.lights.map((light) =>
            light === least.light ? { ...light, group: free } : light
          )
        }
      : null
    return [
      {
        kind: 'group',
        state: 'near',
        light: most.light.id,
        place: null,
        figures: { apart, most: most.by, least: least.by },
        remedies: after
          ? [
              {
                kind: 'split',
                name: `${least.light.id} ${free}`,
                figures: {},
                effectStops: null,
                after
              }
            ]
          : []
      }
    ]
  })
}
