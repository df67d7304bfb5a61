/** What a verdict is: how something stands, the figure and its limit, why, and what decides it. */
import type { PlanPath } from '../plan/path'
import type { Place } from '../plan/plan'
import type { SourceId, TermKind } from './terms'

export type VerdictId =
  'background' | 'subject' | 'depth' | 'freeze' | 'sync' | 'reserve' | 'colour'
export type VerdictState = 'ok' | 'near' | 'miss' | 'unknown' | 'idle'
export type Reason =
  | 'background-dark'
  | 'background-ambient'
  | 'background-strobe'
  | 'background-veil'
  | 'background-unread'
  | 'background-under'
  | 'subject-right'
  | 'subject-over'
  | 'subject-under'
  | 'depth-enough'
  | 'depth-short'
  | 'depth-diffraction'
  | 'freeze-still'
  | 'freeze-sharp'
  | 'freeze-strobe'
  | 'freeze-unsure'
  | 'freeze-ghost'
  | 'sync-within'
  | 'sync-leaf'
  | 'sync-leaf-clip'
  | 'sync-tail'
  | 'sync-high-speed'
  | 'sync-band'
  | 'reserve-fine'
  | 'reserve-end'
  | 'colour-right'
  | 'colour-unread'
  | 'colour-neutral'
  | 'colour-cast'
  | 'colour-alike'
  | 'colour-clip'

export interface Verdict {
  readonly id: VerdictId
  readonly state: VerdictState
  readonly reason: Reason
  readonly value: number | null
  readonly limit: number | null
  readonly figures: Readonly<Record<string, number>>
  /** where the term that decides it stands */
  readonly cause: {
    readonly source: SourceId
    readonly place: Place
    readonly term: TermKind
  } | null
  /** the figure that moves it most directly */
  readonly path: PlanPath
}
