/** Does the dial reach what is wanted of a light? */
import { powerRemedies } from '../advise/powerRemedies'
import type { Check, CheckContext } from './check'

export const reachChecks = ({ plan, evaluation, bag }: CheckContext): Check[] =>
  plan.lights.flatMap((light, i): Check[] => {
    const suggestion = evaluation.suggestions[light.id]
    if (!suggestion || (suggestion.state !== 'too-dim' && suggestion.state !== 'too-bright'))
      return []
    const way = powerRemedies(plan, i, bag)[0]
    return [
      {
        kind: suggestion.state,
        state: 'miss',
        light: light.id,
        place: suggestion.place,
        figures: { miss: suggestion.missStops },
        remedies: way
          ? [
              {
                kind: way.control === 'distance' ? 'distance' : 'control',
                name: way.control,
                figures: typeof way.to === 'number' ? { to: way.to } : {},
                effectStops: -suggestion.missStops + way.missStops,
                after: way.after
              }
            ]
          : []
      }
    ]
  })
