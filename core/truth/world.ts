/** A plan as the tracer's world, written out again from the figures of the plan. */
import type { Card, Plan } from '../plan/plan'
import { isSheet } from '../set/shapes'
import type { Scene } from '../set/scene'
import type { Block, Board, Body, Lamp, Point, World } from './things'

const RAD = Math.PI / 180
const toward = (azimuthDeg: number, elevationDeg: number, by = 1): Point => [
  by * Math.cos(elevationDeg * RAD) * Math.sin(azimuthDeg * RAD),
  by * Math.sin(elevationDeg * RAD),
  by * Math.cos(elevationDeg * RAD) * Math.cos(azimuthDeg * RAD)
]
const cross = (a: Point, b: Point): Point => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
]
const normed = (a: Point): Point => {
  const l = Math.hypot(...a)
  return [a[0] / l, a[1] / l, a[2] / l]
}
/** Level and upright directions square to one. */
function axes(look: Point): { right: Point; up: Point } {
  const right: Point = Math.abs(look[1]) > 0.999999 ? [1, 0, 0] : normed(cross([0, 1, 0], look))
  return { right, up: cross(look, right) }
}

/** Where a thing stands and looks; aimed at a place of the scene or free. */
function stand(
  thing: Pick<Card, 'at' | 'aim'>,
  places: Scene['places']
): { middle: Point; look: Point; right: Point; up: Point } {
  const { at, aim } = thing
  const middle = toward(at.azimuthDeg, at.elevationDeg, at.distanceMm)
  const to =
    aim.kind === 'place' ? (places.find((each) => each.id === aim.place)?.at ?? [0, 0, 0]) : null
  const look =
    aim.kind === 'free'
      ? toward(aim.azimuthDeg, aim.elevationDeg)
      : normed([to![0] - middle[0], to![1] - middle[1], to![2] - middle[2]])
  return { middle, look, ...axes(look) }
}

const MATT = {
  ellipsoid: 'ellipsoid',
  box: 'box',
  cylinder: 'cylinder'
} as const

/**
 * @param scene only for the points of its places and for where the background hangs, which are
 *   definitions and no light
 * @param light index of the one that shines
 */
export function worldOf(plan: Plan, scene: Scene, light = 0): World {
  const { subject, table, room } = plan
  const boards: Board[] = plan.cards
    .filter((card) => card.on)
    .map((card) => ({
      ...stand(card, scene.places),
      halfWidth: card.widthMm / 2,
      halfHeight: card.heightMm / 2,
      front: card.kind === 'card' ? card.reflectance : 0,
      back: card.kind === 'card' ? card.reflectance : 0
    }))
  const sheet = scene.background
  boards.push({
    middle: sheet.at,
    right: sheet.across,
    up: sheet.upward,
    halfWidth: sheet.halfAcross,
    halfHeight: sheet.halfUpward,
    front: plan.background.reflectance,
    back: 0
  })
  if (table)
    boards.push({
      middle: [0, -table.belowMm, 0],
      right: [0, 0, 1],
      up: [1, 0, 0],
      halfWidth: table.depthMm / 2,
      halfHeight: table.widthMm / 2,
      front: table.reflectance,
      back: 0
    })
  const half: Point = [subject.widthMm / 2, subject.heightMm / 2, subject.depthMm / 2]
  const turn = subject.rotationDeg * RAD
  if (subject.shape === 'sheet')
    boards.push({
      middle: [0, 0, 0],
      right: [Math.cos(turn), 0, -Math.sin(turn)],
      up: [0, 1, 0],
      halfWidth: half[0],
      halfHeight: half[1],
      front: subject.reflectance,
      back: subject.reflectance
    })
  const { shape } = subject
  if (!(shape in MATT) && shape !== 'sheet' && shape !== 'plume')
    throw new RangeError(`subject.shape must be a simple body, not ${shape}`)
  const body: Body | null =
    shape === 'sheet' || shape === 'plume'
      ? null
      : { kind: MATT[shape as keyof typeof MATT], half, turn, reflectance: subject.reflectance }
  return {
    boards,
    body,
    // Where the camera and lens stand, and how large they are, are definitions too.
    blocks: scene.cameraBodies.flatMap((each): Block[] =>
      !isSheet(each) && each.kind !== 'mesh'
        ? [
            {
              middle: each.at,
              axes: each.axes,
              body: { kind: each.kind, half: each.half, turn: 0, reflectance: 0 }
            }
          ]
        : []
    ),
    chamber: room && {
      low: [-room.leftMm, -room.floorMm, -room.behindMm],
      high: [room.widthMm - room.leftMm, room.ceilingMm, room.depthMm - room.behindMm],
      walls: room.wallReflectance,
      ceiling: room.ceilingReflectance,
      floor: room.floorReflectance
    },
    lamp: lampOf(plan, scene, light)
  }
}

function lampOf(plan: Plan, scene: Scene, index: number): Lamp {
  const light = plan.lights[index]!
  const { beamDeg } = light.strobe
  const stands = stand(light, scene.places)
  const [worn] = light.modifiers
  const face = ((): Lamp['face'] => {
    const own = light.strobe.face
    if (own.kind === 'rectangle')
      return { kind: 'rectangle', width: own.widthMm, height: own.heightMm }
    return own.kind === 'disc'
      ? { kind: 'ring', inner: 0, outer: own.diameterMm }
      : { kind: 'ring', inner: own.innerMm, outer: own.outerMm }
  })()
  const lamp = { ...stands, face, cut: Math.PI / 2, cells: false, tube: null }
  const exponent = -1 / Math.log2(Math.cos((beamDeg / 2) * RAD))
  if (worn?.beam.kind === 'cut')
    return { ...lamp, exponent, cut: (worn.beam.beamDeg / 2) * RAD, cells: true }
  if (worn?.beam.kind !== 'snoot' || face.kind !== 'ring') return { ...lamp, exponent }
  const { throatMm, lengthMm } = worn.beam
  const { middle, look } = stands
  return {
    ...lamp,
    exponent,
    middle: [0, 1, 2].map((k) => middle[k]! - lengthMm * look[k]!) as unknown as Point,
    face: { kind: 'ring', inner: 0, outer: Math.min(face.outer, throatMm) },
    tube: { radius: throatMm / 2, length: lengthMm }
  }
}
