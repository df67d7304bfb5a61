/**
 * Sources of ambient light that stand somewhere, as lit faces: a window, a patch of sky or a screen
 * is flat and looks at the focus point; a lamp is a ball. They stand in nothing's way.
 */
import type { BeamShape } from '../light/beam'
import type { PlacedSource } from '../plan/plan'
import type { CameraPose } from './camera'
import type { Emitter } from './emitter'
import type { Face } from '../kit/kit'
import { faceAreaMm2, faceRadiusMm } from './faces'
import type { Head } from './heads'
import { basisOf, pointOf, scale, sub, unit, type Vec } from './vec'

/** A face that looks as bright from every side. Source: Lambert's law. */
const even: BeamShape = (cosine) => Math.max(0, cosine)
/** As much light to all sides. */
const all: BeamShape = () => 1

export const faceOfSource = ({ kind, from }: PlacedSource): Face =>
  kind === 'lamp'
    ? { kind: 'disc', diameterMm: from.widthMm }
    : { kind: 'rectangle', widthMm: from.widthMm, heightMm: from.heightMm }

/** Tangent of the angle at which an even face has lost a stop. */
const STOP_TAN = Math.tan(Math.PI / 3)

function emitterOf(face: Face, at: Vec, axis: Vec, shape: BeamShape): Emitter {
  return {
    at,
    mouth: at,
    axis,
    ...basisOf(axis, 0),
    face,
    tube: null,
    shape,
    share: 1,
    limitCos: 0,
    limitTan: Infinity,
    smoothTan: STOP_TAN,
    radiusMm: faceRadiusMm(face),
    areaMm2: faceAreaMm2(face)
  }
}

/** A source as a head: 1 at one metre before its face, as a strobe of guide number 1. */
export function headOfSource(source: PlacedSource, pose: CameraPose): Head {
  const at = pointOf(source.from.at)
  const ball = source.kind === 'lamp'
  // A ball is seen whole from the lens.
  const axis = unit(scale(ball ? sub(at, pose.pupil) : at, -1), [0, 0, 1])
  const face = faceOfSource(source)
  const shape = ball ? all : even
  const front = emitterOf(face, at, axis, shape)
  return {
    at,
    axis,
    ...basisOf(axis, 0),
    face,
    radiusMm: faceRadiusMm(face),
    emitters: ball ? [front, emitterOf(face, at, scale(axis, -1), shape)] : [front],
    shape,
    limitCos: 0,
    beamDeg: 120,
    modifierStops: []
  }
}
