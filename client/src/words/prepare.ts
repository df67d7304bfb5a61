/** Steps of the checklist with the reason for each, in words. */
import type { Plan } from '@core/plan/plan'
import { hasCells, type CheckItem } from '@core/prepare/checklist'
import { poseOf } from '@core/set/camera'
import { mm, plain } from './format'

export interface CheckWords {
  readonly what: string
  readonly why: string
}

/** A seal serviced longer ago is told; common practice, no source. */
const SERVICE_MONTHS = 12
const MONTH_MS = 30.44 * 24 * 3600 * 1000

/** Whether seals are due for service: months since the last; null: not noted. */
function monthsSince(servicedOn: string | null, nowMs: number): number | null {
  return servicedOn === null ? null : Math.max(0, (nowMs - Date.parse(servicedOn)) / MONTH_MS)
}

function servicedWords(servicedOn: string | null, nowMs: number): string {
  const months = monthsSince(servicedOn, nowMs)
  if (months === null) return 'When it was last serviced is not noted under Kit.'
  const ago =
    months < 1 ? 'less than a month ago' : `${Math.floor(months)} month${months < 2 ? '' : 's'} ago`
  return `Last serviced on ${servicedOn}, ${ago}${months > SERVICE_MONTHS ? ': due again' : ''}.`
}

/** @param nowMs ms since 1970 */
export function checkItemWords(item: CheckItem, nowMs: number): CheckWords {
  const { topic, about, figures: f, light } = item
  const of = light === null ? about : `${about} (${light})`
  switch (topic) {
    case 'subject-clean':
      return {
        what: 'Subject clean',
        why: `A grain of dust of 0.05 mm is ${plain(f.grainPx ?? 0, 2)} pixels wide here, and side light finds it.`
      }
    case 'glass-clean':
      return {
        what: 'Wiped without a trace, from now on touched with gloves',
        why: 'A fingerprint on what shines lights up like the subject.'
      }
    case 'place-marked':
      return {
        what: 'Its place marked, with a template of its outline',
        why: `The depth that is sharp is ${mm(f.depthMm ?? 0)}: what goes back beside its mark is out of it, and out of the light.`
      }
    case 'cloths':
      return {
        what: 'Liquid, spare liquid, cloths and a tray at hand',
        why: 'What spills is wiped before it runs to a cable.'
      }
    case 'background-cleared':
      return {
        what: `Cleared behind it, as far as ${mm(f.behindMm ?? 0)} and past the edges`,
        why: 'What stands there takes the strobe’s stray light, and shows.'
      }
    case 'lamps-off':
      return {
        what: 'Curtains drawn, lamps and screens off',
        why: 'Black is what no lamp reaches while the shutter is open.'
      }
    case 'stand-weighed':
      return {
        what: `Stand of ${of} weighed down, its cable taped`,
        why:
          (f.aboveDeg ?? 0) > 30
            ? `The head hangs ${mm(f.distanceMm ?? 0)} over the subject: it falls on it.`
            : 'In the dark somebody walks into it, and the light is another.'
      }
    case 'focus-stand-in':
      return {
        what: 'Focus set on a stand-in, then left alone',
        why: `At ${plain((f.speedMmS ?? 0) / 1000, 2)} m/s nobody focuses it: it has to pass through ${mm(f.depthMm ?? 0)} of depth.`
      }
    case 'still-air':
      return {
        what: 'Windows and doors shut, fans off',
        why: 'A breath of air bends the plume away from the beam.'
      }
    case 'cells':
      return {
        what: `Full cells in ${of}, a spare set beside it`,
        why: `A charge gives some ${plain(f.flashes ?? 0, 3)} flashes at this power; near its end the light falls off unseen.`
      }
    case 'trigger':
      return {
        what: `${of}: receiver on${f.channel === undefined ? '' : `, channel ${f.channel}`}`,
        why: 'A light that does not fire looks like a wrong setting.'
      }
    case 'light-guide':
      return {
        what: `${of} seated at both ends`,
        why: 'Light that leaks out at its end does not fire the head.'
      }
    case 'cells-way-round':
      return {
        what: `Cells of ${of} the right way round, of the kind it is made for`,
        why: 'A cell put in backwards heats up in a closed head.'
      }
    case 'seals':
      return {
        what: `${item.seal || 'Seals'} of ${of || 'the housing'}: groove clean, thin grease, no hair, closed evenly`,
        why: `One hair across a seal lets water in. ${servicedWords(item.servicedOn, nowMs)}`
      }
    case 'assembly':
      return { what: about, why: `Step ${f.step} of ${f.of} of putting the housing together.` }
    case 'trigger-before-closing':
      return {
        what: 'Trigger switched on and test-fired before the housing is closed',
        why: 'Its switch is out of reach afterwards.'
      }
    case 'leak-test':
      return {
        what: 'Leak test: vacuum held, or a dip with the camera left out',
        why: 'A leak found at the surface costs minutes.'
      }
    case 'port-clean':
      return {
        what: 'Port clean inside and out, cap off, bubbles wiped under water',
        why: 'What sits on the port is lit by every strobe.'
      }
    case 'spare-parts':
      return {
        what: 'Spare seals, grease, cells and a light guide boxed',
        why: 'A lost seal or an empty cell ends the day otherwise.'
      }
    case 'own':
      return { what: about, why: '' }
    case 'rinse':
      return {
        what: 'Housing, strobes and arms soaked in fresh water, buttons worked',
        why: 'Salt dries to crystals that cut seals.'
      }
    case 'dry':
      return { what: 'Dried, then opened, port down', why: 'A drop at the seal runs inside.' }
    case 'put-back':
      return {
        what: 'Subject back in its place',
        why: 'What was taken from a tray is missed there.'
      }
    case 'aired':
      return { what: 'Room aired', why: 'What hung in the beam hangs in the room.' }
    case 'cells-out':
      return {
        what: 'Cells out of strobes and triggers, stored in their case',
        why: 'Cells left inside run down, and leak.'
      }
    case 'charge':
      return {
        what: 'Cells on charge, somebody by',
        why: 'A cell that fails does so while it is charged.'
      }
  }
}

/** How all of it stands before the first frame. */
export const standingWords = (plan: Plan): string =>
  plan.medium.kind === 'air'
    ? 'Subject on its mark, focus by hand on its plane and left alone, the space behind cleared, ' +
      `${plan.lights.some(hasCells) ? 'cells full' : 'heads plugged in'}.`
    : `Port ${mm(poseOf(plan).frontMm)} from the subject, focus by hand for that and left alone: ` +
      'move the camera, not the ring. Every head on.'
