/**
 * Checks of the set: what goes wrong with it, why, what would remedy it and what the remedy does in
 * stops. A remedy that can be carried out holds the whole plan after it, evaluated, so that what it
 * promises is what the sum says.
 */
import type { Modifier } from '../kit/kit'
import { evaluate } from '../ledger/evaluate'
import type { Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { keepsLocks, type Check, type CheckContext } from './check'
import { backscatterChecks } from './backscatter'
import { bodyChecks } from './bodies'
import { flareChecks } from './flare'
import { groupChecks } from './groups'
import { linkChecks } from './links'
import { viewChecks } from './inView'
import { cardMirrorChecks, mirrorChecks } from './mirrors'
import { reachChecks } from './reach'
import { shadowChecks } from './shadow'
import { spillChecks } from './spill'

const WORST_FIRST: readonly Check['state'][] = ['miss', 'near', 'info']
const worstFirst = (a: Check, b: Check): number =>
  WORST_FIRST.indexOf(a.state) - WORST_FIRST.indexOf(b.state)

/** Which strobes will not fire, or not in time, the worst first; without remedies. */
export const linksOf = (plan: Plan): Check[] =>
  linkChecks({ plan, transport: transportOf(plan) })
    .map((check) => ({ ...check, remedies: [] }))
    .sort(worstFirst)

/** All checks of a plan, the worst first. */
export function checkSet(plan: Plan, bag: readonly Modifier[] = []): Check[] {
  const context: CheckContext = {
    plan,
    bag,
    evaluation: evaluate(plan),
    transport: transportOf(plan)
  }
  return [
    linkChecks,
    viewChecks,
    bodyChecks,
    flareChecks,
    spillChecks,
    backscatterChecks,
    reachChecks,
    shadowChecks,
    groupChecks,
    mirrorChecks,
    cardMirrorChecks
  ]
    .flatMap((check) => check(context))
    .map((check) => ({
      ...check,
      remedies: check.remedies.filter((remedy) => keepsLocks(plan, remedy))
    }))
    .sort(worstFirst)
}
