/** Two classical sets for clear things, put round a plan’s subject. Distances: common practice, no source. */
import { ledgerOf } from '../ledger/ledger'
import { EVEN } from '../plan/background'
import { DARK_SUBJECT, type Light, type Place, type Plan } from '../plan/plan'
import { powerMarks } from '../plan/sync'
import { chooseAmong } from '../scales/dial'
import { fieldAt, poseOf, type CameraPose } from '../set/camera'
import { anyLockOn, keepLocked } from './keepLocked'
import { add, anglesOf, positionOf, scale, sub, tidyPosition, unit, type Vec } from '../set/vec'

const tidy = (value: number): number => Number(value.toFixed(1))

/** A point so far to the right, up and behind the focus point as the camera sees it, mm. */
const pointAt = ({ right, up, toCamera }: CameraPose, x: number, y: number, behind: number): Vec =>
  add(add(scale(right, x), scale(up, y)), scale(toCamera, -behind))

const placed = (point: Vec): Light['at'] => tidyPosition(positionOf(point), 1)
const facing = (from: Vec, to: Vec): Light['aim'] => {
  const { azimuthDeg, elevationDeg } = anglesOf(unit(sub(to, from)))
  return { kind: 'free', azimuthDeg: tidy(azimuthDeg), elevationDeg: tidy(elevationDeg) }
}

/** Smallest and largest things of a set, mm. */
const size = (mm: number): number => tidy(Math.min(3000, Math.max(20, mm)))

/** Two heads alike, left and right, each where `standing` puts it. */
const heads = (
  plan: Plan,
  name: string,
  standing: (side: 1 | -1) => Pick<Light, 'at' | 'aim' | 'serves'>
): Light[] =>
  ([-1, 1] as const).map((side) => ({
    ...plan.lights[0]!,
    id: side < 0 ? 'A' : 'B',
    name: `${name}, ${side < 0 ? 'left' : 'right'}`,
    role: side < 0 ? 'key' : 'fill',
    group: 'A',
    modifiers: [],
    filters: [],
    zoomMm: null,
    units: 1,
    mount: 'stand',
    on: true,
    rollDeg: 0,
    reach: null,
    ...standing(side)
  }))

/**
 * What was locked as it was, all other heads at the one mark of their dial that brings a place nearest
 * to a level.
 */
function poweredAlike(before: Plan, anew: Plan, place: Place, level: number): Plan {
  const plan = keepLocked(before, anew)
  const isFree = ({ id }: Light): boolean => !anyLockOn(before, 'light', id)
  const first = plan.lights.find(isFree)
  if (!first) return plan
  const off = level - ledgerOf(plan).flash[place]!
  const { mark } = chooseAmong(
    powerMarks(plan, first),
    first.powerStops + (Number.isFinite(off) ? off : 0)
  )
  return {
    ...plan,
    lights: plan.lights.map((light) =>
      isFree(light) ? { ...light, powerStops: mark.stops } : light
    )
  }
}

const tallOf = ({ subject }: Plan): number => Math.max(subject.heightMm, subject.widthMm)

/**
 * Bright-field: a white panel behind that just fills the picture, lit from both sides; the dark room
 * past its edges draws the outline dark.
 */
export function asBrightField(plan: Plan): Plan {
  const pose = poseOf(plan)
  const behind = Math.max(140, 2.6 * tallOf(plan))
  const field = fieldAt(pose, behind)
  const set: Plan = {
    ...plan,
    background: {
      ...plan.background,
      ...EVEN,
      distanceMm: tidy(behind),
      reflectance: 0.85,
      widthMm: size(field.widthMm * 1.05),
      heightMm: size(field.heightMm * 1.05),
      tiltDeg: 0
    },
    goals: {
      ...plan.goals,
      backgroundStops: 2.3,
      backgroundLeastStops: -0.5,
      subjectStops: 0,
      toleranceStops: 0.5,
      places: [],
      wished: []
    },
    lights: heads(plan, 'On the panel', (side) => {
      const at = pointAt(pose, side * (field.widthMm / 2 + 110), tallOf(plan) * 0.5, behind * 0.3)
      return {
        at: placed(at),
        aim: facing(at, pointAt(pose, side * field.widthMm * -0.15, 0, behind)),
        serves: 'subject'
      }
    }),
    cards: []
  }
  return poweredAlike(plan, set, 'subject', 0)
}

/**
 * Dark-field: black just fills the picture behind, a lit white panel looks past it on all sides;
 * the outline shines, the middle stays dark.
 */
export function asDarkField(plan: Plan): Plan {
  const pose = poseOf(plan)
  const black = Math.max(110, 1.6 * tallOf(plan))
  const panel = black + Math.max(120, 1.4 * tallOf(plan))
  const field = fieldAt(pose, black)
  const wide = size(fieldAt(pose, panel).widthMm * 2.6)
  const set: Plan = {
    ...plan,
    background: {
      ...plan.background,
      ...EVEN,
      distanceMm: tidy(black),
      reflectance: 0.02,
      widthMm: size(field.widthMm * 1.08),
      heightMm: size(field.heightMm * 1.08),
      tiltDeg: 0
    },
    goals: {
      ...plan.goals,
      backgroundStops: -5,
      backgroundLeastStops: null,
      // The middle is to be black.
      subjectStops: DARK_SUBJECT,
      toleranceStops: 0.5,
      places: [
        { place: 'rimLeft', kind: 'about', stops: 0, toleranceStops: 0.7 },
        { place: 'rimRight', kind: 'about', stops: 0, toleranceStops: 0.7 }
      ],
      wished: []
    },
    lights: heads(plan, 'On the panel', (side) => {
      const at = pointAt(pose, side * (field.widthMm / 2 + 60), tallOf(plan) * 0.4, black * 0.9)
      return {
        at: placed(at),
        aim: facing(at, pointAt(pose, side * wide * 0.36, 0, panel)),
        serves: side < 0 ? 'rimLeft' : 'rimRight'
      }
    }),
    cards: [
      {
        id: 'K1',
        kind: 'card',
        on: true,
        widthMm: wide,
        heightMm: size(fieldAt(pose, panel).heightMm * 1.8),
        reflectance: 0.88,
        at: placed(pointAt(pose, 0, 0, panel)),
        aim: { kind: 'free', azimuthDeg: 0, elevationDeg: tidy(plan.view.elevationDeg) }
      }
    ]
  }
  return poweredAlike(plan, set, 'rimLeft', 0)
}
