/**
 * Sets to start from under water: a tiny thing close to the port, a fish lit from both sides, one lit
 * from a second place, a near thing before blue water. Figures are common practice, no source.
 */
import type { Link, Modifier } from '../kit/kit'
import { ledgerOf } from '../ledger/ledger'
import { markGiving, outputStops } from '../light/output'
import { typicalWater } from '../medium/water'
import { withSharpest } from '../plan/newPlan'
import { addLight, withLight } from '../plan/edit'
import { apertureRange, blurCircleMm, endBlur, sensorInUse } from '../plan/lensInUse'
import type { Light, Look, Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { marksBetween, marksOf, nearestMark } from '../scales/marks'
import { poseOf } from '../set/camera'
import {
  anglesOf,
  pointOf,
  positionOf,
  scale,
  sub,
  tidyPosition,
  unit,
  wrappedDeg,
  type Vec
} from '../set/vec'
import { withBestPower } from '../solve/power'
import { daylightAt } from './daylightAt'

const WATER_LOOKS = ['water-tiny', 'water-fish', 'water-snoot', 'water-wide'] as const
export type WaterLook = (typeof WATER_LOOKS)[number]
export const isWaterLook = (look: Look): look is WaterLook =>
  (WATER_LOOKS as readonly Look[]).includes(look)

export interface WaterKit {
  readonly snoot: Modifier | null
  /** a cell that sees another flash */
  readonly cell: Link | null
}

/** Sun on the surface, EV at ISO 100; what the surface throws back is left out. */
const SURFACE_EV = 14
const DEPTH_M = 5

/** The same direction turned so far round the upright axis, + to the right. */
function turned(towards: Vec, deg: number): Light['aim'] {
  const { azimuthDeg, elevationDeg } = anglesOf(towards)
  return {
    kind: 'free',
    azimuthDeg: Number(wrappedDeg(azimuthDeg + deg).toFixed(1)),
    elevationDeg: Number(elevationDeg.toFixed(1))
  }
}

/** How far beside the port arms hold a head, mm, and at least as a share of the field's width. */
const ARM_MM = 300
const OF_FIELD = 0.9
/** Back from the subject at least so far against that, so that its front is lit. */
const BACK = 0.75

/** A head beside the port, its beam turned outward so that its edge takes the subject. */
function beside(plan: Plan, side: -1 | 1): Partial<Light> {
  const { frontMm } = poseOf(plan)
  const outMm = Math.max(ARM_MM, (OF_FIELD * sensorInUse(plan).width) / plan.focus.magnification)
  const at: Vec = [side * outMm, 140, Math.max(BACK * outMm, Math.min(frontMm, 600))]
  return {
    at: tidyPosition(positionOf(at), 1),
    aim: turned(unit(scale(at, -1)), -side * 18),
    modifiers: [],
    reach: null
  }
}

/** Over the port, in line with the lens, tilted down at the subject. */
function overPort(plan: Plan): Partial<Light> {
  const at: Vec = [0, 120, Math.max(40, poseOf(plan).frontMm - 10)]
  return { at: tidyPosition(positionOf(at), 1), modifiers: [], reach: null }
}

/** Marks of the aperture at which what must be sharp is, widest first; the plan’s own where none is. */
function sharpApertures(plan: Plan): number[] {
  const [widest, narrowest] = apertureRange(plan)
  const sharp = marksBetween(marksOf('aperture', plan.camera.step), widest, narrowest)
    .map(({ stops }) => stops)
    .filter((apertureStops) => {
      const there = { ...plan, settings: { ...plan.settings, apertureStops } }
      return endBlur(there, plan.subject.sharpDepthMm).bothMm <= blurCircleMm(there)
    })
  return sharp.length > 0 ? sharp : [plan.settings.apertureStops]
}
const nearestOf = (stops: readonly number[], wanted: number): number =>
  stops.reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a))
const withSettings = (plan: Plan, part: Partial<Plan['settings']>): Plan => ({
  ...plan,
  settings: { ...plan.settings, ...part }
})

/** By how much the water is brighter than the middle of where it is wanted, stops. */
function waterOver(plan: Plan): number {
  const { backgroundStops, backgroundLeastStops } = plan.goals
  const wanted = (backgroundStops + (backgroundLeastStops ?? backgroundStops)) / 2
  return ledgerOf(plan).ambient.background!.level - wanted
}
/** The aperture, as long as it is sharp, that brings the water there. */
const waterByAperture = (plan: Plan): Plan =>
  withSettings(plan, {
    apertureStops: nearestOf(sharpApertures(plan), plan.settings.apertureStops + waterOver(plan))
  })
/** The shutter, sync or slower, that does. */
function waterByShutter(plan: Plan): Plan {
  const { camera, settings } = plan
  const marks = marksBetween(
    marksOf('shutter', camera.step),
    camera.slowestShutterStops,
    camera.syncStops
  ).map(({ stops }) => stops)
  return withSettings(plan, {
    shutterStops: nearestOf(marks, settings.shutterStops + waterOver(plan))
  })
}

/** ISO 200 and 1/125, as far as the camera has them. */
function settingsOf(plan: Plan): Plan['settings'] {
  const { camera, settings } = plan
  const nearest = (axis: 'iso' | 'shutter', from: number, to: number, wanted: number): number =>
    nearestMark(marksBetween(marksOf(axis, camera.step), from, to), wanted).stops
  return {
    ...settings,
    highSpeedSync: false,
    isoStops: nearest('iso', camera.lowestIsoStops, camera.highestIsoStops, 1),
    shutterStops: nearest('shutter', camera.slowestShutterStops, camera.syncStops, 7)
  }
}

function inWater(plan: Plan): Plan {
  const medium = { ...typicalWater('sea'), depthM: DEPTH_M }
  return withSharpest({ ...plan, medium, settings: settingsOf(plan) })
}
/** What swims free is lit by the sky; small things sit in the shade, as the look reads it. */
function inOpenWater(plan: Plan): Plan {
  const wet = inWater(plan)
  if (wet.medium.kind === 'air') return wet
  const daylight = daylightAt(wet, wet.medium, SURFACE_EV, null)
  return waterByAperture({ ...wet, ambient: { ...wet.ambient, ...daylight } })
}

/** A second head of the same kind, B. */
const withSecond = (plan: Plan, part: Partial<Light>): Plan => {
  const two = addLight(plan, plan.lights[0]!.strobe, [])
  return withLight(two, 1, part)
}

/**
 * Both heads at the mark that, together, gives the subject its level; where marks lie too far apart
 * for that, the second a mark weaker, if that comes nearer.
 */
function powered(plan: Plan): Plan {
  const { strobe } = plan.lights[0]!
  const { subjectStops, toleranceStops } = plan.goals
  const at = (first: number, second = first): Plan => ({
    ...plan,
    lights: plan.lights.map((light, i) => ({ ...light, powerStops: i === 0 ? first : second }))
  })
  const off = (each: Plan): number => Math.abs(ledgerOf(each).totals.subject! - subjectStops)
  const { flash, ambient } = ledgerOf(at(0))
  const room = 2 ** subjectStops - 2 ** ambient.subject!.level
  const wanted = room > 0 ? Math.log2(room) : -Infinity
  const mark = markGiving(strobe, outputStops(strobe, 0) + wanted - flash.subject!).stops
  const alike = at(mark)
  if (off(alike) <= toleranceStops) return alike
  const marks = dialMarks(strobe.dial).map(({ stops }) => stops)
  const next = (by: -1 | 1): number => marks[marks.indexOf(mark) + by] ?? mark
  return [alike, at(mark, next(-1)), at(next(1), mark)].reduce((a, b) => (off(b) < off(a) ? b : a))
}

/** The mark of the only head that gives the subject its level; what is left to that, by distance. */
function poweredAlone(plan: Plan): Plan {
  const there = withBestPower(plan, 0)
  const { subjectStops, toleranceStops } = there.goals
  const over = ledgerOf(there).totals.subject! - subjectStops
  if (!(Math.abs(over) > toleranceStops)) return there
  const { at } = there.lights[0]!
  const distanceMm = Number((at.distanceMm * 2 ** (over / 2)).toFixed(1))
  return withLight(there, 0, { at: { ...at, distanceMm } })
}

/** @param plan of that look, as a new shoot begins */
export function asUnderWater(plan: Plan, { snoot, cell }: WaterKit): Plan {
  const open = plan.look === 'water-fish' || plan.look === 'water-wide'
  const wet = open ? inOpenWater(plan) : inWater(plan)
  switch (plan.look) {
    case 'water-tiny': {
      const over = withLight(wet, 0, { name: 'Over the port', ...overPort(wet) })
      return poweredAlone(withSettings(over, { apertureStops: sharpApertures(over).at(-1)! }))
    }
    case 'water-snoot': {
      const a = poweredAlone(
        withLight(wet, 0, {
          name: 'Snoot from the side',
          modifiers: snoot ? [snoot] : [],
          firedBy: cell && { kind: 'link', link: cell, of: 'B', preFlash: false, channel: null },
          reach: null
        })
      )
      const over = overPort(a)
      const toCell = sub(pointOf(a.lights[0]!.at), pointOf(over.at!))
      return withSecond(a, {
        ...over,
        name: 'Only triggers',
        role: 'other',
        on: false,
        onlyTriggers: true,
        firedBy: { kind: 'camera' },
        powerStops: -5,
        aim: turned(unit(toCell), 0)
      })
    }
    case 'water-fish':
    case 'water-wide': {
      const base = plan.look === 'water-wide' ? waterByShutter(wet) : wet
      const a = withLight(base, 0, { name: 'Left arm', ...beside(base, -1) })
      return powered(withSecond(a, { name: 'Right arm', role: 'fill', ...beside(a, 1) }))
    }
    default:
      return wet
  }
}
