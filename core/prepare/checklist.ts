/**
 * What to see to before a shoot and after it: made from what is in the plan. Words are the client's;
 * here stands which steps there are, what they are about, and the figures behind their reasons.
 */
import { flashesPerCharge } from '../light/strobe'
import type { Seal } from '../kit/fields'
import type { Housing } from '../kit/housing'
import { pixelPitchMm, type KitItem } from '../kit/kit'
import { flashes, linkOf } from '../plan/firing'
import { depthOf } from '../plan/lensInUse'
import type { Light, LightId, Plan } from '../plan/plan'
import { holdsLiquid } from '../set/props'

export const CHECK_TOPICS = [
  'subject-clean',
  'glass-clean',
  'place-marked',
  'cloths',
  'background-cleared',
  'lamps-off',
  'stand-weighed',
  'focus-stand-in',
  'still-air',
  'cells',
  'trigger',
  'light-guide',
  'cells-way-round',
  'seals',
  'assembly',
  'trigger-before-closing',
  'leak-test',
  'port-clean',
  'spare-parts',
  'own',
  'rinse',
  'dry',
  'cells-out',
  'charge',
  'put-back',
  'aired'
] as const
export type CheckTopic = (typeof CHECK_TOPICS)[number]

export interface CheckItem {
  /** names it among all of a shoot, the same while the plan has what it is about */
  readonly key: string
  readonly topic: CheckTopic
  readonly when: 'before' | 'after'
  /** a shoot is started without it only knowingly */
  readonly important: boolean
  readonly light: LightId | null
  /** the kit item it is about, or the text of a step of one’s own; '' for neither */
  readonly about: string
  readonly figures: Readonly<Record<string, number>>
  /** when the seal was last serviced; null: not noted, or none */
  readonly servicedOn: string | null
  /** which seal it is; '' for all of them, and for other steps */
  readonly seal: string
  /** name of a picture that shows it */
  readonly picture: string | null
}

type Part = Partial<Omit<CheckItem, 'topic' | 'when' | 'key'>>
const item = (
  topic: CheckTopic,
  part: Part = {},
  when: CheckItem['when'] = 'before'
): CheckItem => ({
  key: part.light ? `${topic}-${part.light}` : topic,
  topic,
  when,
  important: false,
  light: null,
  about: '',
  figures: {},
  servicedOn: null,
  seal: '',
  picture: null,
  ...part
})
const after = (topic: CheckTopic, part: Part = {}): CheckItem => item(topic, part, 'after')

/** A grain of dust, mm; common practice, no source. */
const DUST_MM = 0.05
/** Wanted background darker than this: the room must be dark. */
const DARK_GOAL = -3

const isWet = ({ medium }: Plan): boolean => medium.kind !== 'air'
const isLiquid = (plan: Plan): boolean => holdsLiquid(plan.subject)
const isGlassy = ({ subject }: Plan): boolean =>
  subject.finish === 'clear' || subject.finish === 'gloss' || subject.finish === 'metal'

function subjectSteps(plan: Plan): CheckItem[] {
  const { subject, focus, camera } = plan
  const dustPx = (DUST_MM * focus.magnification) / pixelPitchMm(camera)
  const depthMm = depthOf(plan).totalMm
  const moves = subject.speedMmS > 0
  const alive = isWet(plan)
  return [
    ...(subject.shape === 'plume' || alive
      ? []
      : [item('subject-clean', { figures: { grainPx: dustPx } })]),
    ...(isGlassy(plan) && !alive ? [item('glass-clean')] : []),
    ...(alive ? [] : [item('place-marked', { figures: { depthMm } })]),
    ...(moves && !alive
      ? [item('focus-stand-in', { figures: { depthMm, speedMmS: subject.speedMmS } })]
      : []),
    ...(isLiquid(plan) ? [item('cloths')] : []),
    ...(subject.shape === 'plume' ? [item('still-air')] : [])
  ]
}

function roomSteps(plan: Plan): CheckItem[] {
  const { background, goals } = plan
  if (isWet(plan)) return []
  return [
    item('background-cleared', { figures: { behindMm: background.distanceMm } }),
    ...(goals.backgroundStops <= DARK_GOAL ? [item('lamps-off')] : [])
  ]
}

/** Each seal by itself; all in one where none are listed. The first keeps the key of all. */
function sealSteps(seals: readonly Seal[], part: Part): CheckItem[] {
  const all = item('seals', { ...part, important: true })
  if (seals.length === 0) return [all]
  return seals.map(({ name: seal, servicedOn }, k) => ({
    ...all,
    seal,
    servicedOn,
    key: k === 0 ? all.key : `${all.key}-${k + 1}`
  }))
}

/** How a housing is put together, in its own order. */
const assemblySteps = ({ id, assembly }: Housing): CheckItem[] =>
  assembly.map(({ text, picture }, k) => ({
    ...item('assembly', { about: text, picture, figures: { step: k + 1, of: assembly.length } }),
    key: `assembly-${id}-${k + 1}`
  }))

function cellSteps(plan: Plan, { id, strobe, powerStops }: Light): CheckItem[] {
  const part: Part = { light: id, about: strobe.name, important: true }
  const flashes = flashesPerCharge(powerStops, strobe)
  return [
    item('cells', { ...part, figures: { flashes } }),
    ...(isWet(plan) ? [item('cells-way-round', part)] : [])
  ]
}

function lightSteps(plan: Plan, light: Light): CheckItem[] {
  const { id, strobe, mount, at } = light
  const link = linkOf(light)
  const about = strobe.name
  return [
    ...(mount === 'stand' && !isWet(plan)
      ? [
          item('stand-weighed', {
            light: id,
            about,
            important: at.elevationDeg > 30,
            figures: { distanceMm: at.distanceMm, aboveDeg: at.elevationDeg }
          })
        ]
      : []),
    ...(strobe.onMains ? [] : cellSteps(plan, light)),
    ...(link && link.way !== 'fibre'
      ? [
          item('trigger', {
            light: id,
            about: link.name,
            important: true,
            figures:
              light.firedBy?.kind === 'link' && light.firedBy.channel !== null
                ? { channel: light.firedBy.channel }
                : {}
          })
        ]
      : []),
    ...(link?.way === 'fibre' ? [item('light-guide', { light: id, about: link.name })] : []),
    ...(isWet(plan) ? sealSteps(strobe.seals, { light: id, about }) : [])
  ]
}

function housingSteps(plan: Plan): CheckItem[] {
  const { housing } = plan
  if (!isWet(plan)) return []
  return [
    item('trigger-before-closing', { important: true }),
    ...sealSteps(housing?.seals ?? [], { about: housing?.name ?? '' }),
    ...(housing ? assemblySteps(housing) : []),
    item('leak-test', { important: true }),
    item('port-clean'),
    item('spare-parts')
  ]
}

/** The user's own steps of each kit item in the plan, in its order. */
function ownSteps(plan: Plan): CheckItem[] {
  const kit: readonly (KitItem | null)[] = [
    plan.camera,
    plan.lens,
    plan.housing,
    plan.meter,
    ...plan.lights
      .filter(flashes)
      .flatMap((light) => [light.strobe, linkOf(light), ...light.modifiers, ...light.filters])
  ]
  const each = new Map(kit.flatMap((one) => (one ? [[one.id, one] as const] : [])))
  return [...each.values()].flatMap(({ id, prepare }) =>
    prepare
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean)
      .map((about, k) => ({ ...item('own', { about }), key: `own-${id}-${k}` }))
  )
}

/** Whether cells of a light run down: its head’s, or its receiver’s. */
export function hasCells(light: Light): boolean {
  if (!flashes(light)) return false
  const way = linkOf(light)?.way
  return !light.strobe.onMains || way === 'radio' || way === 'infrared'
}

function afterSteps(plan: Plan): CheckItem[] {
  return [
    ...(isWet(plan) ? [after('rinse', { important: true }), after('dry')] : [after('put-back')]),
    ...(plan.subject.shape === 'plume' ? [after('aired')] : []),
    ...(plan.lights.some(hasCells) ? [after('cells-out'), after('charge')] : [])
  ]
}

/** The steps of a plan in the order of the work, before it and after it. */
export const checklistOf = (plan: Plan): CheckItem[] => [
  ...subjectSteps(plan),
  ...roomSteps(plan),
  ...plan.lights.filter(flashes).flatMap((light) => lightSteps(plan, light)),
  ...housingSteps(plan),
  ...ownSteps(plan),
  ...afterSteps(plan)
]
