/** Does the dial reach what is wanted of a light? */
import { waysOut } from '../solve/waysOut'
import type { Check, Context } from './checks'

export const reachChecks = ({ plan, evaluation, bag }: Context): Check[] =>
  plan.lights.flatMap((light, i): Check[] => {
    const suggestion = evaluation.suggestions[light.id]
    if (!suggestion || (suggestion.state !== 'too-dim' && suggestion.state !== 'too-bright'))
      return []
    const way = waysOut(plan, i, bag)[0]
    return [
      {
        kind: suggestion.state,
        state: 'miss',
        light: light.id,
        place: suggestion.place,
        figures: { miss: suggestion.missStops },
        cures: way
          ? [
              {
                kind: way.control === 'distance' ? 'distance' : 'control',
                name: way.control,
                figures: { to: typeof way.to === 'number' ? way.to : 0 },
                effectStops: -suggestion.missStops + way.suggestion.missStops,
                after: way.after
              }
            ]
          : []
      }
    ]
  })
