/**
 * Checks of the set: what goes wrong with it, why, what would cure it and what the cure does in stops. A cure that can be
 * carried out holds the whole plan after it, evaluated, so that what it promises is what the sum says.
 */
import type { Modifier } from '../kit/kit'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { evaluate, type Evaluation } from '../ledger/evaluate'
import type { Light, LightId, Place, Plan } from '../plan/plan'
import { transportOf, type Transport } from '../set/transport'
import { frameChecks } from './inFrame'
import { flareChecks } from './flare'
import { groupChecks } from './groups'
import { cardMirrorChecks, mirrorChecks } from './mirrors'
import { reachChecks } from './reach'
import { shadowChecks } from './shadow'
import { spillChecks } from './spill'

export type CheckKind =
  | 'in-frame'
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
export type CureKind =
  | 'turn'
  | 'raise'
  | 'away'
  | 'nearer'
  | 'larger'
  | 'narrow'
  | 'modifier'
  | 'flag'
  | 'ground-back'
  | 'distance'
  | 'control'
  | 'split'

export interface Cure {
  readonly kind: CureKind
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
  readonly place: Place | null
  readonly figures: Readonly<Record<string, number>>
  readonly cures: readonly Cure[]
}
export interface Context {
  readonly plan: Plan
  readonly evaluation: Evaluation
  readonly transport: Transport
  /** modifiers at hand */
  readonly bag: readonly Modifier[]
}

/** Level of a light at a place of another plan minus its level now, stops; null when either gives none. */
export const effectAt = (plan: Plan, after: Plan, light: Light, place: Place): number | null => {
  const was = cellAt(ledgerOf(plan), light.id, place)?.level ?? -Infinity
  const is = cellAt(ledgerOf(after), light.id, place)?.level ?? -Infinity
  return Number.isFinite(was) && Number.isFinite(is)
    ? is - was
    : Number.isFinite(was)
      ? -Infinity
      : null
}

const valueAt = (plan: Plan, path: string): unknown =>
  path
    .split('.')
    .reduce<unknown>((at, key) => (at as Record<string, unknown> | undefined)?.[key], plan)
/** A cure leaves alone what is locked. */
const keepsLocks = (plan: Plan, { after }: Cure): boolean =>
  after === null || plan.locks.every((path) => valueAt(plan, path) === valueAt(after, path))

/** All checks of a plan, the worst first. */
export const checkSet = (plan: Plan, bag: readonly Modifier[] = []): Check[] => {
  const context: Context = { plan, bag, evaluation: evaluate(plan), transport: transportOf(plan) }
  const order = { miss: 0, near: 1, info: 2 }
  return [
    frameChecks,
    flareChecks,
    spillChecks,
    reachChecks,
    shadowChecks,
    groupChecks,
    mirrorChecks,
    cardMirrorChecks
  ]
    .flatMap((check) => check(context))
    .map((check) => ({ ...check, cures: check.cures.filter((cure) => keepsLocks(plan, cure)) }))
    .sort((a, b) => order[a.state] - order[b.state])
}
