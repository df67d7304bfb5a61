/**
 * How much of each source of a picture is in it: everything that changes a light as a whole, by the
 * ledger's own sums, so that it is mixed without tracing.
 */
import { aroundStops, faceStops } from '../ledger/ambientSources'
import { lightStops, restCell } from '../ledger/cells'
import { correctionFor } from '../ledger/corrections'
import { ambientTint, lightTint, sourceTint } from '../ledger/sourceColours'
import type { Rgb } from '../colour/balance'
import {
  placedSources,
  READ_PLACES,
  type AmbientSource,
  type LightId,
  type Plan,
  type ReadPlace
} from '../plan/plan'
import type { PlacePoint } from '../set/places'
import { transportOf } from '../set/remembered'
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

/** Level and look of something that gives light. */
interface Given {
  readonly level: number
  readonly tint: Rgb
}

/** Ambient light from all round that falls on a place, with what frames have taught of it. */
function aroundAt(plan: Plan, place: ReadPlace): Given[] {
  const taught = correctionFor(plan, 'ambient', place)?.stops ?? 0
  const rest = restCell(plan, card(place)).level + taught
  const sources = plan.ambient.sources.filter(
    ({ from, state }) =>
      state !== 'off' && from.kind === 'around' && [place, 'both'].includes(from.falls)
  )
  return [
    { level: rest, tint: ambientTint(plan, place) },
    ...sources.map((source) => ({
      level: aroundStops(plan, transportOf(plan), source) + taught,
      tint: sourceTint(plan, source)
    }))
  ]
}

/** Ambient light from a face, one metre before it. */
function fromFace(plan: Plan, source: AmbientSource): Given {
  const at = source.readAt === 'background' ? 'background' : 'subject'
  const taught = correctionFor(plan, 'ambient', at)?.stops ?? 0
  return {
    level: faceStops(plan, transportOf(plan), source) + taught,
    tint: sourceTint(plan, source)
  }
}

/**
 * The factor of each source, 0 where it is off or not to be shown. Level 0 becomes 1.
 * @param traced the plan the picture was traced of: its lights, in their order
 * @param plan the one to mix for
 * @returns [source × 3] red, green, blue; in the order of film.ts
 */
export function factorsOf(traced: Plan, plan: Plan, shown: Shown = 'together'): Factors {
  const placed = placedSources(traced.ambient.sources)
  const first = AMBIENT_SOURCES + traced.lights.length
  const factors = new Float64Array(3 * (first + placed.length))
  const put = (source: number, given: readonly Given[]): void => {
    // What a screen cannot show of a colour is left out of it.
    for (const { level, tint } of given)
      tint.forEach((value, k) => (factors[3 * source + k]! += Math.max(0, value) * 2 ** level))
  }
  if (shown === 'together' || shown === 'ambient') {
    READ_PLACES.forEach((place, i) => put(i, aroundAt(plan, place)))
    placed.forEach(({ id }, k) => {
      const source = plan.ambient.sources.find((each) => each.id === id)
      if (source) put(first + k, [fromFace(plan, source)])
    })
  }
  traced.lights.forEach(({ id }, i) => {
    const light = plan.lights.find((each) => each.id === id)
    if (!light?.on || (shown !== 'together' && shown !== id)) return
    const level = lightStops(plan, light) + (correctionFor(plan, id, 'subject')?.stops ?? 0)
    put(AMBIENT_SOURCES + i, [{ level, tint: lightTint(plan, light) }])
  })
  return factors
}
