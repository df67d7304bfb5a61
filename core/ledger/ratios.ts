/** Sums of any set of sources, and the two ratios people speak of. */
import type { Place, Plan } from '../plan/plan'
import { keyLight } from '../set/places'
import { transportOf } from '../set/transport'
import { cellAt, type Ledger } from './ledger'
import type { SourceId } from './terms'

/** Level of some sources together at a place, stops; −Infinity for none. */
export const sumAt = (ledger: Ledger, place: Place, sources: readonly SourceId[]): number =>
  Math.log2(ledger.rows.reduce((sum, row) => (sources.includes(row.source) ? sum + 2 ** row.cells[place]!.level : sum), 0))

export interface Ratios {
  /** key alone at the lit side over the fill alone at the shadow side, stops; null where nothing fills */
  readonly keyFill: number | null
  /** lit side over shadow side, everything on, stops; null where the subject has no shadow side */
  readonly litShadow: number | null
}
const finite = (value: number): number | null => (Number.isFinite(value) ? value : null)

/** What cards return to a place from every light that is on, linear. */
const fromCards = (plan: Plan, ledger: Ledger, place: Place): number => {
  const { scene, direct, bounce, bounceBy } = transportOf(plan)
  const { names } = scene.reflectors
  const j = scene.places.findIndex((each) => each.id === place)
  return plan.lights.reduce((sum, light, i) => {
    const at = i * scene.places.length + j
    const arrives = direct[at]! + bounce[at]!
    const cards = names.reduce((all, name, r) => (/^K\d$/.test(name) ? all + bounceBy[at * names.length + r]! : all), 0)
    return arrives > 0 ? sum + 2 ** cellAt(ledger, light.id, place)!.level * (cards / arrives) : sum
  }, 0)
}

/** Fill is the lights called so and what white cards throw back. */
export const ratiosOf = (plan: Plan, ledger: Ledger): Ratios => {
  if (!ledger.places.includes('shadow')) return { keyFill: null, litShadow: null }
  const key = keyLight(plan)
  const lamps = plan.lights.filter((light) => light.on && light !== key && light.role === 'fill')
  // Their own bounce off a card is in their cells already.
  const fill = 2 ** sumAt(ledger, 'shadow', lamps.map((light) => light.id)) + (lamps.length ? 0 : fromCards(plan, ledger, 'shadow'))
  return {
    keyFill: finite(cellAt(ledger, key.id, 'subject')!.level - Math.log2(fill)),
    litShadow: finite(ledger.totals.subject! - ledger.totals.shadow!)
  }
}
