/**
 * How light travels in a set, remembered for the last few sets: power, aperture, shutter, ISO and
 * goals move no light, so they work nothing out anew; a light that moves leaves the others as they
 * were.
 */
import type { Plan } from '../plan/plan'
import { sameLights, samePlaces, sameStage } from './same'
import { workOut, type Known, type Transport } from './transport'

const KEPT = 12
const kept: Known[] = []

/** The transport of a plan's set; the same object as long as nothing has moved. */
export function transportOf(plan: Plan): Transport {
  let near: Known | null = null
  for (let i = 0; i < kept.length; i++) {
    const entry = kept[i]!
    if (entry.plan !== plan) {
      if (!sameStage(entry.plan, plan)) continue
      near ??= entry
      if (!samePlaces(entry.plan, plan) || !sameLights(entry.plan, plan)) continue
    }
    entry.plan = plan
    if (i > 0) {
      kept.splice(i, 1)
      kept.unshift(entry)
    }
    return entry.transport
  }
  const made = workOut(plan, near)
  kept.unshift(made)
  if (kept.length > KEPT) kept.pop()
  return made.transport
}
