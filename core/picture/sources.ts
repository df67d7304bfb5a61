/**
 * How much of each source of a picture is in it: everything that changes a light as a whole, by the
 * ledger's own sums, so that it is mixed without tracing.
 */
import { ambientCell, lightStops } from '../ledger/cells'
import { correctionFor } from '../ledger/corrections'
import { ambientTint, lightTint } from '../ledger/sourceColours'
import type { Rgb } from '../colour/balance'
import type { LightId, Plan } from '../plan/plan'
import type { PlacePoint } from '../set/places'
import { AMBIENT_SOURCES } from './film'
import type { Factors } from './mix'

/** What a picture shows of its sources: all, ambient alone, one light alone. */
export type Shown = 'together' | 'ambient' | LightId

/** An 18 % card at a place, for what is read there. */
const card = (id: string): PlacePoint => ({
  id,
  at: [0, 0, 0],
  normal: null,
  reflectance: 0.18,
  on: 'free'
})

/**
 * The factor of each source, 0 where it is off or not to be shown. Level 0 becomes 1.
 * @param traced the plan the picture was traced of: its lights, in their order
 * @param plan the one to mix for
 * @returns [source × 3] red, green, blue; ambient round the subject, ambient behind it, then the lights
 */
export function factorsOf(traced: Plan, plan: Plan, shown: Shown = 'together'): Factors {
  const factors = new Float64Array(3 * (AMBIENT_SOURCES + traced.lights.length))
  const put = (source: number, level: number, tint: Rgb): void =>
    // What a screen cannot show of a colour is left out of it.
    factors.set(
      tint.map((value) => Math.max(0, value) * 2 ** level),
      3 * source
    )
  if (shown === 'together' || shown === 'ambient')
    (['subject', 'background'] as const).forEach((place, i) => {
      put(i, ambientCell(plan, card(place)).level, ambientTint(plan, place))
    })
  traced.lights.forEach(({ id }, i) => {
    const light = plan.lights.find((each) => each.id === id)
    if (!light?.on || (shown !== 'together' && shown !== id)) return
    const stops = lightStops(plan, light) + (correctionFor(plan, id, 'subject')?.stops ?? 0)
    put(AMBIENT_SOURCES + i, stops, lightTint(plan, light))
  })
  return factors
}
