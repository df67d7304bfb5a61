/** What was read together held a source too: its light taken out of that, now that it stands by itself. */
import { cellAt, ledgerOf } from '../ledger/ledger'
import { READ_PLACES, type AmbientReading, type AmbientSourceId, type Plan } from '../plan/plan'
import { evOfReading } from '../plan/readingEv'

/** Less than this of a reading left over does not tell from none, stops. */
const NONE_LEFT = -4

const lowered = (reading: AmbientReading, byStops: number): AmbientReading => ({
  ...reading,
  value: { kind: 'ev', ev: Number((evOfReading(reading) + byStops).toFixed(3)) },
  limit: byStops <= NONE_LEFT ? 'at-most' : reading.limit
})

/**
 * The plan with a source’s light taken out of what was read together, where both are known.
 * @returns null where there is nothing to take it out of
 */
export function restWithout(plan: Plan, id: AmbientSourceId): Plan | null {
  const ledger = ledgerOf(plan)
  const after = READ_PLACES.map((place): AmbientReading | null => {
    const reading = plan.ambient[place]
    const [rest, own] = [cellAt(ledger, 'rest', place)!, cellAt(ledger, id, place)!]
    if (!reading || own.state !== 'known' || rest.state !== 'known') return reading
    const left = 1 - 2 ** (own.level - rest.level)
    return lowered(reading, Math.max(NONE_LEFT, left > 0 ? Math.log2(left) : -Infinity))
  })
  return READ_PLACES.every((place, k) => plan.ambient[place] === after[k])
    ? null
    : { ...plan, ambient: { ...plan.ambient, subject: after[0]!, background: after[1]! } }
}
