/**
 * How light travels in a set, remembered for the last few sets: power, aperture, shutter, ISO and
 * goals move no light, so they work nothing out anew; a light that moves leaves the others as they
 * were. Where bounces are worked out elsewhere, a stand-in is remembered until they come.
 */
import type { Plan } from '../plan/plan'
import { sameLights, samePlaces, sameStage } from './same'
import { bouncesFrom, standInFor } from './standIn'
import { workOut, type Bounces, type Known, type Transport } from './transport'

interface Entry {
  plan: Plan
  transport: Transport
  /** its bounces are its own, not those of a set before it */
  settled: boolean
  /** null where they were worked out elsewhere */
  readonly known: Known | null
}

const KEPT = 12
const kept: Entry[] = []
/** The last set in hand whose bounces are its own. */
let lastSettled: Entry | null = null

function remember(entry: Entry): Entry {
  kept.unshift(entry)
  if (kept.length > KEPT) kept.pop()
  return entry
}

/** What is remembered of a plan's set; the last one asked for comes first. */
function find(plan: Plan): Entry | null {
  for (let i = 0; i < kept.length; i++) {
    const entry = kept[i]!
    if (
      entry.plan !== plan &&
      !(sameStage(entry.plan, plan) && samePlaces(entry.plan, plan) && sameLights(entry.plan, plan))
    )
      continue
    entry.plan = plan
    if (i > 0) {
      kept.splice(i, 1)
      kept.unshift(entry)
    }
    return entry
  }
  return null
}

function workedOut(plan: Plan): Entry {
  const near = kept.find(({ plan: other, known }) => known !== null && sameStage(other, plan))
  const known = workOut(plan, near ? { ...near.known!, plan: near.plan } : null)
  return remember({ plan, transport: known.transport, settled: true, known })
}

let onStandIn = (): void => undefined
/** @param heard told whenever a stand-in is given out, so that who asked may be told of its end */
export function hearOfStandIns(heard: () => void): void {
  onStandIn = heard
}

/**
 * The transport of a plan's set; the same object as long as nothing has moved. Where a stand-in is
 * remembered for it, that.
 */
export function transportOf(plan: Plan): Transport {
  const entry = find(plan) ?? workedOut(plan)
  if (!entry.settled) onStandIn()
  return entry.transport
}

/**
 * Takes a set in hand: if it is not known a stand-in is remembered for it, until `settle` brings
 * its bounces. The first set of all is worked out.
 * @returns whether the set is known
 */
export function standIn(plan: Plan): boolean {
  let entry = find(plan)
  // One that was passed over may stand in with bounces older than the last known.
  if (entry && !entry.settled && lastSettled) {
    const { scene } = entry.transport
    entry.transport = { ...entry.transport, ...bouncesFrom(lastSettled, plan, scene) }
  }
  const before = kept[0]
  if (!entry && before)
    entry = remember({
      plan,
      transport: standInFor(plan, before, lastSettled ?? before),
      settled: false,
      known: null
    })
  entry ??= workedOut(plan)
  if (entry.settled) lastSettled = entry
  return entry.settled
}

/**
 * Brings the bounces of a set that a stand-in is remembered for; nothing to do where none is.
 * @param bounces for the same lights and places, in their order
 */
export function settle(plan: Plan, bounces: Bounces): void {
  const entry = find(plan)
  if (!entry || entry.settled) return
  entry.transport = { ...entry.transport, ...bounces }
  entry.settled = true
  lastSettled = entry
}

/** Forgets a stand-in, so that the set is worked out here. */
export function dropStandIn(plan: Plan): void {
  const entry = find(plan)
  if (entry && !entry.settled) kept.splice(kept.indexOf(entry), 1)
}
