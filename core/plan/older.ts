/**
 * Older documents brought forward. What the figures mean stays the same, so does the light they predict. Nothing is checked
 * here: what does not fit is refused by the schema afterwards, by its path.
 * Version 1: one strobe at a distance and an angle off the lens axis, a flat subject facing the
 * lens, a ground square to it. Version 2: no bounds, no bag, nothing between lens and camera.
 */
type Loose = Record<string, unknown>
const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const loose = (value: unknown): Loose => (isObject(value) ? value : {})
const number = (value: unknown, otherwise: number): number =>
  typeof value === 'number' && Number.isFinite(value) ? value : otherwise

/** A kit item of version 1: sizes become faces. Items of version 2 and of other kinds pass as they are. */
export const kitItemForward = (item: unknown): unknown => {
  if (!isObject(item)) return item
  if (item.kind === 'strobe' && 'headSizeMm' in item) {
    const { headSizeMm, ...rest } = item
    return { ...rest, face: { kind: 'disc', diameterMm: headSizeMm } }
  }
  if (item.kind === 'modifier' && 'sizeMm' in item) {
    const { sizeMm, ...rest } = item
    return {
      ...rest,
      face:
        number(sizeMm, 0) > 0
          ? { kind: 'disc', diameterMm: Math.max(1, number(sizeMm, 1)) }
          : { kind: 'keep' }
    }
  }
  return item
}

const kitList = (item: unknown): unknown[] =>
  item === null || item === undefined ? [] : [kitItemForward(item)]

const lightForward = (light: unknown): unknown => {
  if (!isObject(light) || 'at' in light) return light
  const { id, strobe, modifier, powerStops, distanceMm, tiltDeg, ...extra } = light
  return {
    ...extra,
    id,
    name: 'Strobe',
    role: 'key',
    on: true,
    group: null,
    strobe: kitItemForward(strobe),
    modifiers: kitList(modifier),
    powerStops,
    mount: 'stand',
    at: { distanceMm, turnDeg: tiltDeg, heightDeg: 0 },
    aim: { kind: 'place', place: 'focus' },
    rollDeg: 0
  }
}

const correctionForward = (correction: unknown): unknown => {
  if (!isObject(correction) || !('modifierId' in correction)) return correction
  const { modifierId, ...rest } = correction
  return { ...rest, modifierIds: modifierId === null ? [] : [modifierId] }
}

const LOCKS: Record<string, string> = {
  'lights.0.distanceMm': 'lights.0.at.distanceMm',
  'lights.0.tiltDeg': 'lights.0.at.turnDeg',
  'lights.0.modifier': 'lights.0.modifiers'
}

const fromFirst = (plan: Loose): Loose => {
  const subject = loose(plan.subject)
  const ground = loose(plan.ground)
  const frame =
    number(loose(plan.camera).sensorWidthMm, 36) /
    Math.max(0.001, number(loose(plan.focus).magnification, 1))
  const size = Math.min(1e6, Math.max(600, 2 * frame + number(ground.distanceMm, 0)))
  return {
    ...plan,
    version: 2,
    subject: isObject(plan.subject)
      ? {
          shape: 'sheet',
          finish: 'matt',
          depthMm: Math.max(0.1, number(subject.sharpDepthMm, 1)),
          turnDeg: 0,
          ...subject
        }
      : plan.subject,
    ground: isObject(plan.ground)
      ? { widthMm: size, heightMm: size, tiltDeg: 0, ...ground }
      : plan.ground,
    goals: isObject(plan.goals) ? { places: [], ...plan.goals } : plan.goals,
    table: null,
    room: null,
    view: { heightDeg: 0 },
    lights: Array.isArray(plan.lights) ? plan.lights.map(lightForward) : plan.lights,
    cards: [],
    places: [],
    corrections: Array.isArray(plan.corrections)
      ? plan.corrections.map(correctionForward)
      : plan.corrections,
    locks: Array.isArray(plan.locks)
      ? plan.locks.map((path: unknown) => LOCKS[String(path)] ?? path)
      : plan.locks
  }
}

const added = (part: unknown, extra: Loose): unknown =>
  isObject(part) ? { ...extra, ...part } : part
const readingForward = (reading: unknown): unknown => added(reading, { takenAt: null, look: null })

/** Nothing new is asked and nothing new allowed: the goals there were stay, each of them hard. */
const fromSecond = (plan: Loose): Loose => {
  const ambient = loose(plan.ambient)
  return {
    ...plan,
    version: 3,
    subject: added(plan.subject, { directionDeg: 0 }),
    goals: added(plan.goals, {
      keyFill: null,
      edgeBlurPx: null,
      ghostPx: null,
      recycleS: null,
      flashes: null,
      isoStops: null,
      wished: []
    }),
    bag: {
      ndStops: [],
      modifiers: [],
      aboveSync: loose(plan.settings).pulsedSync === true,
      shadeStops: 0
    },
    ambient: isObject(plan.ambient)
      ? {
          shadeStops: 0,
          recheckMinutes: null,
          ...ambient,
          subject: readingForward(ambient.subject),
          ground: readingForward(ambient.ground)
        }
      : plan.ambient,
    focus: added(plan.focus, {
      extensionMm: 0,
      dioptres: 0,
      teleconverter: 1,
      crop: 1,
      tiltDeg: 0
    }),
    lights: Array.isArray(plan.lights)
      ? plan.lights.map((light) => added(light, { reach: null }))
      : plan.lights,
    syncTrials: []
  }
}

export const bringForward = (plan: Loose): Loose =>
  fromSecond(plan.version === 1 ? fromFirst(plan) : plan)

/** A logged frame's settings of version 1, with its one light made a list. */
export const snapshotForward = (snapshot: unknown): unknown => {
  if (!isObject(snapshot) || 'lights' in snapshot) return snapshot
  const { powerStops, distanceMm, tiltDeg, strobeId, modifierId, modifierName, ...settings } =
    snapshot
  return {
    ...settings,
    lights: [
      {
        id: 'A',
        on: true,
        powerStops,
        at: { distanceMm, turnDeg: tiltDeg, heightDeg: 0 },
        strobeId,
        modifierIds: modifierId ? [modifierId] : [],
        modifierNames: modifierName ? [modifierName] : []
      }
    ]
  }
}
