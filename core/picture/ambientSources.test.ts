// checks: ambient by source (the picture of a lit set, by paths followed one by one)
/** Ambient light from somewhere, in the picture and in the sum. */
import { describe, expect, test } from '@jest/globals'
import { ownLevel } from '../ledger/ambientSources'
import { ledgerOf } from '../ledger/ledger'
import type { AmbientSource, Plan } from '../plan/plan'
import { project } from '../set/camera'
import { transportOf } from '../set/remembered'
import { pointOf } from '../set/vec'
import { testPlan, testReading, testSource } from '../testing'
import { placeShown } from './atPlace'
import { AMBIENT_SOURCES } from './film'
import { sameLight } from './picture'
import { factorsOf } from './sources'
import { meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

const window = testSource({
  from: {
    kind: 'face',
    at: { distanceMm: 260, azimuthDeg: -60, elevationDeg: 20 },
    widthMm: 220,
    heightMm: 160
  }
})
const LAMP_AT = { distanceMm: 60, azimuthDeg: 170, elevationDeg: 12 }
const lamp = testSource({
  id: 'S2',
  name: 'Lamp',
  kind: 'lamp',
  from: {
    kind: 'face',
    at: LAMP_AT,
    widthMm: 6,
    heightMm: 6
  },
  reading: testReading(13, { via: 'lens' })
})
const plan = testPlan((draft) => {
  draft.subject = {
    ...draft.subject,
    shape: 'ellipsoid',
    widthMm: 10,
    heightMm: 8,
    depthMm: 9,
    reflectance: 0.5
  }
  draft.background = {
    ...draft.background,
    distanceMm: 120,
    widthMm: 300,
    heightMm: 200,
    reflectance: 0.4
  }
  draft.settings = { ...draft.settings, apertureStops: 14, shutterStops: 2 }
  draft.ambient.subject = testReading(4)
  draft.ambient.background = testReading(3)
  draft.ambient.sources = [window, lamp]
})
const world = worldOf(plan)
const tracer = tracerOf(world)
const FIRST = AMBIENT_SOURCES + plan.lights.length

/** All that ambient light gives a spot of the picture, stops. */
function shownOf(drawn: Plan, x: number, y: number): number {
  const factors = factorsOf(plan, drawn, 'ambient')
  const sum = Array.from({ length: tracer.sources }, (_, s) => s).reduce(
    (so, s) =>
      factors[3 * s + 1]! === 0
        ? so
        : so + factors[3 * s + 1]! * meanAt(tracer, s, 20000, x, y).mean,
    0
  )
  return Math.log2(sum)
}

describe('ambient sources in the picture', () => {
  test.each(['subject', 'shadow', 'front', 'backgroundLeft'])('%s: as the sum says', (id) => {
    const { scene } = transportOf(plan)
    const spot = placeShown(
      world,
      scene.places.find((place) => place.id === id)!
    )!
    expect(
      Math.abs(shownOf(plan, spot.x, spot.y) - ledgerOf(plan).ambient[id]!.level)
    ).toBeLessThan(0.15)
  })

  test('a lamp in the picture shows as bright as its face was read', () => {
    const { scene } = transportOf(plan)
    const { x, y } = project(scene.pose, pointOf(LAMP_AT))!
    const alone: Plan = {
      ...plan,
      ambient: {
        ...plan.ambient,
        subject: null,
        background: null,
        sources: [{ ...window, state: 'off' }, lamp]
      }
    }
    expect(shownOf(alone, x, y)).toBeCloseTo(ownLevel(plan, transportOf(plan), lamp)!, 1)
  })

  test('off, shaded, read anew: mixed again, not traced again; moved: traced', () => {
    const next = (part: Partial<AmbientSource>): Plan => ({
      ...plan,
      ambient: { ...plan.ambient, sources: [{ ...window, ...part }, lamp] }
    })
    const off = next({ state: 'off' })
    expect(sameLight(plan, off)).toBe(true)
    expect(factorsOf(plan, off)[3 * FIRST]).toBe(0)
    const shaded = next({ state: 'shaded', shadeStops: 3 })
    expect(sameLight(plan, shaded)).toBe(true)
    expect(factorsOf(plan, plan)[3 * FIRST]! / factorsOf(plan, shaded)[3 * FIRST]!).toBeCloseTo(
      8,
      9
    )
    expect(sameLight(plan, next({ from: { ...window.from, widthMm: 300 } as never }))).toBe(false)
    expect(factorsOf(plan, plan, 'A')[3 * FIRST]).toBe(0)
  })
})
