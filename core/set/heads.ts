/**
 * A strobe with what is on it, as one source of light: where it stands, which way it looks, the
 * faces its light leaves from.
 */
import type { Face } from '../kit/kit'
import type { BeamShape } from '../light/beam'
import { edgeHalfDeg } from '../light/beam'
import type { Aim, Light, Plan } from '../plan/plan'
import type { CameraPose } from './camera'
import type { Emitter } from './emitter'
import { faceAreaMm2, faceRadiusMm, faceSizeMm } from './faces'
import { modifiedBy, type Part } from './modified'
import type { Sheet } from './shapes'
import { add, basisOf, direction, pointOf, scale, sub, toRad, unit, type Vec } from './vec'

export interface Head {
  /** middle of its front */
  readonly at: Vec
  /** unit direction the head looks in */
  readonly axis: Vec
  readonly across: Vec
  readonly upward: Vec
  /** what shows of it from in front */
  readonly face: Face
  /** of a ball round that, mm */
  readonly radiusMm: number
  /** faces its light leaves from, the one that gives most on the axis first */
  readonly emitters: readonly [Emitter, ...Emitter[]]
  /** beam of the first of them */
  readonly shape: BeamShape
  readonly limitCos: number
  /** full angle drawn as its beam: the cut, or where the light has lost a stop; degrees */
  readonly beamDeg: number
  /** what each modifier changes on the axis, stops */
  readonly modifierStops: readonly number[]
}

const directionOf = (aim: Aim, from: Vec, placeAt: (place: string) => Vec): Vec =>
  aim.kind === 'free'
    ? direction(aim.azimuthDeg, aim.elevationDeg)
    : unit(sub(placeAt(aim.place), from), [0, 0, -1])

export const lightPoint = (light: Pick<Light, 'mount' | 'at'>, pose: CameraPose): Vec =>
  light.mount === 'lens' ? pose.front : pointOf(light.at)

const smoothTans = new WeakMap<Part, number>()
function smoothTanOf(part: Part): number {
  const known = smoothTans.get(part) ?? Math.tan(toRad(Math.min(edgeHalfDeg(part.shape), 85)))
  smoothTans.set(part, known)
  return known
}

function emitterOf(
  part: Part,
  mouth: Vec,
  axis: Vec,
  basis: { readonly across: Vec; readonly upward: Vec }
): Emitter {
  const limit = toRad(Math.min(part.lastDeg, 90))
  return {
    at: part.tube ? add(mouth, scale(axis, -part.tube.lengthMm)) : mouth,
    mouth,
    axis,
    ...basis,
    face: part.face,
    tube: part.tube,
    shape: part.shape,
    share: part.share,
    limitCos: Math.cos(limit),
    limitTan: limit < Math.PI / 2 ? Math.tan(limit) : Infinity,
    smoothTan: smoothTanOf(part),
    radiusMm: faceRadiusMm(part.face),
    areaMm2: faceAreaMm2(part.face)
  }
}

export function headOf(light: Light, pose: CameraPose, placeAt: (place: string) => Vec): Head {
  const at = lightPoint(light, pose)
  const axis =
    light.mount === 'lens' ? scale(pose.toCamera, -1) : directionOf(light.aim, at, placeAt)
  const basis = basisOf(axis, light.rollDeg)
  const { parts, front, beamDeg, stops } = modifiedBy(light)
  const [main, ...rest] = parts.map((part) => emitterOf(part, at, axis, basis))
  return {
    at,
    axis,
    ...basis,
    face: front,
    radiusMm: faceRadiusMm(front),
    emitters: [main!, ...rest],
    shape: main!.shape,
    limitCos: main!.limitCos,
    beamDeg,
    modifierStops: stops
  }
}

/** Normal of a card or flag. */
export const cardNormal = (card: Plan['cards'][number], placeAt: (place: string) => Vec): Vec =>
  directionOf(card.aim, pointOf(card.at), placeAt)

/** The front of a head as a flat thing. */
export function faceSheet({ at, across, upward, axis, face }: Head): Sheet {
  const [halfAcross, halfUpward] =
    face.kind === 'rectangle'
      ? [face.widthMm / 2, face.heightMm / 2]
      : [faceSizeMm(face) / 2, faceSizeMm(face) / 2]
  const hole = face.kind === 'ring' ? face.innerMm / face.outerMm : 0
  return {
    id: 'face',
    kind: face.kind,
    at,
    normal: axis,
    across,
    upward,
    halfAcross,
    halfUpward,
    hole
  }
}
