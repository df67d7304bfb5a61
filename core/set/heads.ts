/**
 * A strobe with what is on it, as one source of light: where its face stands, which way it looks,
 * how its light falls off.
 */
import type { Face } from '../kit/kit'
import { beamShape, edgeAngleDeg, lastAngleDeg, type BeamShape } from '../light/beam'
import type { Aim, Light, Plan } from '../plan/plan'
import type { CameraPose } from './camera'
import { basisOf, direction, pointOf, scale, sub, toRad, unit, type Vec } from './vec'

export interface Head {
  readonly at: Vec
  /** unit direction the head looks in */
  readonly axis: Vec
  readonly across: Vec
  readonly upward: Vec
  readonly face: Face
  readonly shape: BeamShape
  /** cosine of the angle beyond which it sends nothing: a grid's, a snoot's, a table's last */
  readonly limitCos: number
  /** tangent of that angle; Infinity where it sends light to the sides */
  readonly limitTan: number
  /** tangent of the angle within which its beam falls by about a stop */
  readonly smoothTan: number
  /** of a ball round the face, mm */
  readonly radiusMm: number
  readonly areaMm2: number
  /** full angle drawn as its beam: the cut, or where the light has lost a stop; degrees */
  readonly beamDeg: number
  readonly lossStops: number
}

/**
 * Full angle a modifier cuts the beam to, degrees; null when it does not. Snoot: half angle
 * atan(throat / length), geometry of a black tube.
 */
export const cutAngleDeg = (beam: Light['modifiers'][number]['beam']): number | null =>
  beam.kind === 'cut'
    ? beam.beamDeg
    : beam.kind === 'snoot'
      ? (2 * Math.atan(beam.throatMm / beam.lengthMm) * 180) / Math.PI
      : null

/** The face a light shines from: that of the last modifier that has one, else the strobe's. */
export function lastFace(light: Pick<Light, 'strobe' | 'modifiers'>): Face {
  for (let i = light.modifiers.length - 1; i >= 0; i--) {
    const { face, beam } = light.modifiers[i]!
    if (face.kind !== 'keep') return face
    if (beam.kind === 'snoot') return { kind: 'disc', diameterMm: beam.throatMm }
  }
  return light.strobe.face
}

/** Largest size of a face, mm. */
export const faceSizeMm = (face: Face): number =>
  face.kind === 'disc'
    ? face.diameterMm
    : face.kind === 'ring'
      ? face.outerMm
      : Math.max(face.widthMm, face.heightMm)

/** Area of a lit face, mm². */
export const faceAreaMm2 = (face: Face): number =>
  face.kind === 'rectangle'
    ? face.widthMm * face.heightMm
    : (Math.PI / 4) *
      (face.kind === 'disc' ? face.diameterMm ** 2 : face.outerMm ** 2 - face.innerMm ** 2)

const directionOf = (aim: Aim, from: Vec, placeAt: (place: string) => Vec): Vec =>
  aim.kind === 'free'
    ? direction(aim.azimuthDeg, aim.elevationDeg)
    : unit(sub(placeAt(aim.place), from), [0, 0, -1])

interface Shape {
  readonly shape: BeamShape
  /** full angle at whose edge it is down a stop */
  readonly edgeDeg: number
  /** angle off the axis beyond which it sends nothing */
  readonly lastDeg: number
}
const shapes = new WeakMap<object, Map<number, Shape>>()
function shapeOf(light: Pick<Light, 'strobe' | 'modifiers'>): Shape {
  const spread = [...light.modifiers].reverse().find((each) => each.beam.kind === 'spread')?.beam
  const beamDeg = spread?.kind === 'spread' ? spread.beamDeg : 0
  const known = shapes.get(light.strobe)?.get(beamDeg)
  if (known) return known
  const shape = beamDeg
    ? beamShape({ kind: 'cos' }, beamDeg)
    : beamShape(light.strobe.distribution, light.strobe.beamDeg)
  const edgeDeg =
    beamDeg ||
    (light.strobe.distribution.kind === 'cos' ? light.strobe.beamDeg : edgeAngleDeg(shape))
  const lastDeg = beamDeg ? 90 : lastAngleDeg(light.strobe.distribution)
  const made = { shape, edgeDeg, lastDeg }
  shapes.set(light.strobe, (shapes.get(light.strobe) ?? new Map()).set(beamDeg, made))
  return made
}

export const lightPoint = (light: Pick<Light, 'mount' | 'at'>, pose: CameraPose): Vec =>
  light.mount === 'lens' ? pose.front : pointOf(light.at)

export function headOf(light: Light, pose: CameraPose, placeAt: (place: string) => Vec): Head {
  const at = lightPoint(light, pose)
  const axis =
    light.mount === 'lens' ? scale(pose.toCamera, -1) : directionOf(light.aim, at, placeAt)
  const { shape, edgeDeg, lastDeg } = shapeOf(light)
  const cuts = light.modifiers.map((each) => cutAngleDeg(each.beam)).filter((each) => each !== null)
  const cutDeg = cuts.length ? Math.min(...cuts) : null
  const limit = toRad(Math.min(cutDeg ?? 180, 2 * lastDeg, 180) / 2)
  const face = lastFace(light)
  return {
    at,
    axis,
    ...basisOf(axis, light.rollDeg),
    face,
    shape,
    limitCos: Math.cos(limit),
    limitTan: limit < Math.PI / 2 ? Math.tan(limit) : Infinity,
    smoothTan: Math.tan(toRad(Math.min(edgeDeg, 170) / 2)),
    radiusMm:
      face.kind === 'rectangle'
        ? Math.hypot(face.widthMm, face.heightMm) / 2
        : faceSizeMm(face) / 2,
    areaMm2: faceAreaMm2(face),
    beamDeg: cutDeg === null ? edgeDeg : Math.min(cutDeg, edgeDeg),
    lossStops: light.modifiers.reduce((sum, each) => sum + each.lossStops, 0)
  }
}

/** Normal of a card or flag. */
export const cardNormal = (card: Plan['cards'][number], placeAt: (place: string) => Vec): Vec =>
  directionOf(card.aim, pointOf(card.at), placeAt)
