/**
 * Version 1 to 2: one strobe at a distance and an angle off the lens axis, a flat subject facing
 * the lens and a background square to it become a set in space. The light they predict stays the
 * same.
 */
import { isObject, loose, named, number, type Loose } from './loose'

/** A kit item of version 1: sizes become faces. Other items pass as they are. */
export function kitItemFromVersion1(item: unknown): unknown {
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
  item === null || item === undefined ? [] : [kitItemFromVersion1(item)]

function lightFromVersion1(light: unknown): unknown {
  if (!isObject(light) || 'at' in light) return light
  const { id, strobe, modifier, powerStops, distanceMm, tiltDeg, ...extra } = light
  return {
    ...extra,
    id,
    name: 'Strobe',
    role: 'key',
    on: true,
    group: null,
    strobe: kitItemFromVersion1(strobe),
    modifiers: kitList(modifier),
    powerStops,
    mount: 'stand',
    at: { distanceMm, turnDeg: tiltDeg, heightDeg: 0 },
    aim: { kind: 'place', place: 'focus' },
    rollDeg: 0
  }
}

function correctionFromVersion1(correction: unknown): unknown {
  if (!isObject(correction) || !('modifierId' in correction)) return correction
  const { modifierId, ...rest } = correction
  return { ...rest, modifierIds: modifierId === null ? [] : [modifierId] }
}

const LOCKS = new Map([
  ['lights.0.distanceMm', 'lights.0.at.distanceMm'],
  ['lights.0.tiltDeg', 'lights.0.at.turnDeg'],
  ['lights.0.modifier', 'lights.0.modifiers']
])

/** A plan of version 1 as version 2 writes it. */
export function planFromVersion1(plan: Loose): Loose {
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
    lights: Array.isArray(plan.lights) ? plan.lights.map(lightFromVersion1) : plan.lights,
    cards: [],
    places: [],
    corrections: Array.isArray(plan.corrections)
      ? plan.corrections.map(correctionFromVersion1)
      : plan.corrections,
    locks: Array.isArray(plan.locks)
      ? plan.locks.map((path: unknown) => named(LOCKS, path))
      : plan.locks
  }
}

/** A logged frame's settings of version 1, with its one light made a list. */
export function snapshotFromVersion1(snapshot: unknown): unknown {
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
