/**
 * Which of the user's readings corrects a cell. The newest one that still fits the kit in use
 * counts. A strobe's reading on the subject speaks for its output, so it serves every place that
 * has none of its own; one on the background or the lens speaks for the spill there alone. Ambient
 * does not travel, each place has its own light.
 */
import type { Correction, Light, Place, Plan } from '../plan/plan'
import type { SourceId } from './terms'

const ON_SUBJECT = /^(subject|shadow|top|front|P\d)$/

const sameList = (a: readonly string[], b: readonly { readonly id: string }[]): boolean =>
  a.length === b.length && a.every((id, i) => id === b[i]!.id)

const fitsKit = (correction: Pick<Correction, 'strobeId' | 'modifierIds'>, light: Light): boolean =>
  correction.strobeId === light.strobe.id && sameList(correction.modifierIds, light.modifiers)

export function correctionFor(plan: Plan, source: SourceId, place: Place): Correction | null {
  if (plan.corrections.length === 0) return null
  const light = source === 'ambient' ? null : plan.lights.find((each) => each.id === source)
  let elsewhere: Correction | null = null
  let bySubject = false
  for (let i = plan.corrections.length - 1; i >= 0; i--) {
    const correction = plan.corrections[i]!
    if (!correction.on || correction.source !== source || (light && !fitsKit(correction, light)))
      continue
    if (correction.place === place) return correction
    if (!light || !ON_SUBJECT.test(correction.place)) continue
    if (!elsewhere || (correction.place === 'subject' && !bySubject)) {
      elsewhere = correction
      bySubject = correction.place === 'subject'
    }
  }
  return elsewhere
}
