/** What a check says of a set, what would remedy it, and what it is worked out from. */
import type { Modifier } from '../kit/kit'
import type { Evaluation } from '../ledger/evaluate'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { valueIn } from '../plan/path'
import type { Light, LightId, Place, Plan } from '../plan/plan'
import type { Transport } from '../set/transport'

export type CheckKind =
  | 'in-view'
  | 'hidden'
  | 'into-lens'
  | 'spill'
  | 'mirror-flat'
  | 'mirror-curved'
  | 'mirror-card'
  | 'shadow'
  | 'too-dim'
  | 'too-bright'
  | 'group'
  | 'in-the-way'
  | 'backscatter'
  | 'link'
export type RemedyKind =
  | 'azimuth'
  | 'elevation'
  | 'away'
  | 'nearer'
  | 'larger'
  | 'narrow'
  | 'modifier'
  | 'flag'
  | 'background-back'
  | 'distance'
  | 'control'
  | 'split'
  | 'hood'
  | 'turn-out'
  | 'come-nearer'
  | 'only-triggers'
  | 'channel'
  | 'shutter'

/** What keeps a strobe from firing, or from firing in time. */
export type LinkTrouble =
  | 'unsaid'
  | 'loop'
  | 'master-off'
  | 'master-silent'
  | 'pre-flash'
  | 'waits'
  | 'learns'
  | 'water'
  | 'sun'
  | 'range'
  | 'blocked'
  | 'aside'
  | 'channel'
  | 'one-power'
  | 'one-cable'
  | 'by-hand'
  | 'high-speed'
  | 'late'
  | 'apart'

export interface Remedy {
  readonly kind: RemedyKind
  readonly figures: Readonly<Record<string, number>>
  readonly name?: string
  /** what it changes, in stops, at the place the check is about; null when no level changes */
  readonly effectStops: number | null
  /** null: a thing to do by hand */
  readonly after: Plan | null
}
export interface Check {
  readonly kind: CheckKind
  readonly state: 'miss' | 'near' | 'info'
  /** the light it is about; null for a card */
  readonly light: LightId | null
  readonly card?: string
  /** what stands in its way: a light's letter, camera, lens or hood, a surface; or the other light */
  readonly by?: string
  /** of a link: what is wrong with it */
  readonly trouble?: LinkTrouble
  readonly place: Place | null
  readonly figures: Readonly<Record<string, number>>
  readonly remedies: readonly Remedy[]
}
export interface CheckContext {
  readonly plan: Plan
  readonly evaluation: Evaluation
  readonly transport: Transport
  /** modifiers at hand */
  readonly bag: readonly Modifier[]
}

/** A remedy leaves alone what is locked. */
export const keepsLocks = (plan: Plan, { after }: Pick<Remedy, 'after'>): boolean =>
  after === null || plan.locks.every((path) => valueIn(plan, path) === valueIn(after, path))

/**
 * Level of a light at a place of another plan of the same lights and places minus its level now,
 * stops; null where it gives none now, −∞ where it gives none any more.
 */
export function effectAt(plan: Plan, after: Plan, light: Light, place: Place): number | null {
  const was = cellAt(ledgerOf(plan), light.id, place)?.level
  if (was === undefined || was === -Infinity) return null
  return cellAt(ledgerOf(after), light.id, place)!.level - was
}
