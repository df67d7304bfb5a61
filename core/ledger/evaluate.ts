/**
 * The sum: every source at every place, totals, verdicts and the power to set. Pure and quick: it
 * runs on every key press.
 */
import type { LightId, Plan } from '../plan/plan'
import { findFlags } from './flags'
import { ledgerOf, type Ledger } from './ledger'
import { suggestFrom, type Suggestion } from './suggest'
import type { Flag } from './terms'
import type { Verdict } from './verdict'
import { judge } from './verdicts'

export interface Evaluation {
  readonly ledger: Ledger
  readonly verdicts: readonly Verdict[]
  readonly suggestions: Readonly<Partial<Record<LightId, Suggestion>>>
  readonly flags: readonly Flag[]
}

export function evaluate(plan: Plan): Evaluation {
  const ledger = ledgerOf(plan)
  const suggestions: Partial<Record<LightId, Suggestion>> = {}
  for (const light of plan.lights) {
    const suggestion = light.on ? suggestFrom(plan, ledger, light) : null
    if (suggestion) suggestions[light.id] = suggestion
  }
  return { ledger, suggestions, verdicts: judge(plan, ledger), flags: findFlags(plan) }
}
