/** Which cautions a plan asks for, and at which stage each matters. */
import type { Stage } from '../api/api'
import { flashes } from '../plan/firing'
import type { Plan } from '../plan/plan'
import { holdsLiquid } from '../set/props'
import { cutAngleDeg } from '../set/modified'
import { hasCells } from './checklist'

export const CAUTIONS = [
  'animals',
  'glass',
  'vapour',
  'diving',
  'lithium',
  'high-voltage',
  'heat',
  'mains',
  'dark-room',
  'eyes'
] as const
export type Caution = (typeof CAUTIONS)[number]

/** Where each is shown once. */
export const CAUTION_STAGE: Readonly<Record<Caution, Stage>> = {
  animals: 'subject',
  glass: 'subject',
  vapour: 'subject',
  diving: 'prepare',
  lithium: 'prepare',
  'high-voltage': 'light',
  heat: 'light',
  mains: 'light',
  'dark-room': 'run',
  eyes: 'run'
}

/** From this power on the tube heats what lies against it; common practice, no source. */
const HOT_STOPS = -2

/** Whether a caution is for this plan. */
function applies(plan: Plan, caution: Caution): boolean {
  const { subject, medium, lights, goals } = plan
  const lit = lights.filter(flashes)
  const wet = medium.kind !== 'air'
  switch (caution) {
    case 'animals':
      return wet || (subject.speedMmS > 0 && subject.shape !== 'plume')
    case 'glass':
      return [subject, ...plan.props].some(({ finish }) => finish === 'clear')
    case 'vapour':
      return subject.shape === 'plume'
    case 'diving':
      return wet
    case 'heat':
      return lit.some(
        ({ powerStops, modifiers, filters }) =>
          filters.length > 0 ||
          modifiers.some(({ beam }) => cutAngleDeg(beam) !== null) ||
          powerStops >= HOT_STOPS
      )
    case 'mains':
      return wet
        ? lit.some(({ strobe }) => strobe.onMains)
        : holdsLiquid(subject) || subject.shape === 'plume'
    case 'dark-room':
      return !wet && goals.backgroundStops <= -3
    case 'lithium':
      return lights.some(hasCells)
    case 'high-voltage':
    case 'eyes':
      return lit.length > 0
  }
}

/** Those for a plan, in the order of the stages. */
export const cautionsFor = (plan: Plan): Caution[] =>
  CAUTIONS.filter((caution) => applies(plan, caution))
