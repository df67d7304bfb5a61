/**
 * Which of the user's readings corrects a cell. The newest one that still fits the kit in use counts. A strobe's
 * reading at the subject speaks for its output, so it serves the ground too until that has its own; ambient does
 * not travel, each place has its own light.
 */
import type { Correction, Place, Plan } from '../plan/plan'
import type { SourceId } from './terms'

const fits = (plan: Plan, correction: Correction): boolean =>
  correction.source === 'ambient' ||
  (correction.strobeId === plan.lights[0].strobe.id && correction.modifierId === (plan.lights[0].modifier?.id ?? null))

export const correctionFor = (plan: Plan, source: SourceId, place: Place): Correction | null => {
  let elsewhere: Correction | null = null
  for (let i = plan.corrections.length - 1; i >= 0; i--) {
    const correction = plan.corrections[i]!
    if (!correction.on || correction.source !== source || !fits(plan, correction)) continue
    if (correction.place === place) return correction
    if (source !== 'ambient' && correction.place === 'subject') elsewhere ??= correction
  }
  return elsewhere
}
