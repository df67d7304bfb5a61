/**
 * How much of each source of a film is in the picture: everything that changes a light as a whole,
 * by the ledger's own sums, so that it is mixed without tracing.
 */
import { ambientCell, lightStops } from '../ledger/cells'
import { correctionFor } from '../ledger/corrections'
import type { LightId, Plan } from '../plan/plan'
import type { PlacePoint } from '../set/places'
import { AMBIENT_SOURCES } from './film'

/** What a picture shows of its sources. */
export type Shown = 'together' | 'ambient' | 'lights' | LightId

/** An 18 % card at a place, for what is read there. */
const card = (id: string): PlacePoint => ({
  id,
  at: [0, 0, 0],
  normal: null,
  reflectance: 0.18,
  on: 'free'
})

/**
 * The factor of each source of a film, 0 where it is off or not to be shown. Level 0 becomes 1.
 * @returns [source] ambient round the subject, ambient behind it, then the lights
 */
export function factorsOf(plan: Plan, shown: Shown = 'together'): Float64Array {
  const factors = new Float64Array(AMBIENT_SOURCES + plan.lights.length)
  if (shown === 'together' || shown === 'ambient')
    (['subject', 'background'] as const).forEach((place, i) => {
      factors[i] = 2 ** ambientCell(plan, card(place)).level
    })
  plan.lights.forEach((light, i) => {
    const wanted = shown === 'together' || shown === 'lights' || shown === light.id
    if (!light.on || !wanted) return
    const stops = lightStops(plan, light) + (correctionFor(plan, light.id, 'subject')?.stops ?? 0)
    factors[AMBIENT_SOURCES + i] = 2 ** stops
  })
  return factors
}
