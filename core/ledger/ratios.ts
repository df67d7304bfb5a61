/** Sums of any set of sources, and the two ratios people speak of. */
import type { Place, Plan } from '../plan/plan'
import { keyLight } from '../set/places'
import { transportOf } from '../set/remembered'
import { cellAt, type Ledger } from './ledger'
import type { SourceId } from './terms'

/** Level of some sources together at a place, stops; −Infinity for none. */
export const sumAt = (ledger: Ledger, place: Place, sources: readonly SourceId[]): number =>
  Math.log2(
    ledger.rows.reduce(
      (sum, row) => (sources.includes(row.source) ? sum + 2 ** row.cells[place]!.level : sum),
      0
    )
  )

export interface Ratios {
  /**
   * key alone at the lit side over the fill alone at the shadow side, stops; null where nothing
   * fills
   */
  readonly keyFill: number | null
  /** lit side over shadow side, everything on, stops; null where the subject has no shadow side */
  readonly litShadow: number | null
}
const finite = (value: number): number | null => (Number.isFinite(value) ? value : null)

/** Between which places key and fill are compared: two zones, or the lit and the shadow side. */
export const ratioPlaces = ({ goals }: Plan): { readonly over: Place; readonly under: Place } =>
  goals.keyFill ?? { over: 'subject', under: 'shadow' }

/**
 * How much of what each light gives where the fill is taken counts as fill: all of a fill light's;
 * without such lights what white cards throw back of any light.
 * @returns a share for each light, or null where there is no such place
 */
export function fillShares(plan: Plan): number[] | null {
  const { scene, reflectors: names, direct, bounce, bounceBy } = transportOf(plan)
  const { under } = ratioPlaces(plan)
  const j = scene.places.findIndex((each) => each.id === under)
  if (j < 0) return null
  const key = keyLight(plan)
  // Their own bounce off a card is in their cells already.
  const fills = plan.lights.map((light) => light.on && light !== key && light.role === 'fill')
  if (fills.some(Boolean)) return fills.map(Number)
  return plan.lights.map((_, i) => {
    const at = i * scene.places.length + j
    const arrives = direct[at]! + bounce[at]!
    const cards = names.reduce(
      (all, name, r) => (/^K\d$/.test(name) ? all + bounceBy[at * names.length + r]! : all),
      0
    )
    return arrives > 0 ? cards / arrives : 0
  })
}

/** Fill is the lights called so and what white cards throw back. */
export function ratiosOf(plan: Plan, ledger: Ledger): Ratios {
  const { over, under } = ratioPlaces(plan)
  const shares = fillShares(plan)
  if (!shares) return { keyFill: null, litShadow: null }
  const fill = plan.lights.reduce(
    (sum, light, i) => sum + shares[i]! * 2 ** cellAt(ledger, light.id, under)!.level,
    0
  )
  const key = cellAt(ledger, keyLight(plan).id, over)?.level ?? -Infinity
  return {
    keyFill: finite(key - Math.log2(fill)),
    litShadow: finite(ledger.totals.subject! - (ledger.totals.shadow ?? NaN))
  }
}
