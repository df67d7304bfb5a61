// checks: backscatter (the veil over a place in the sum, by an own sum along the ray)
/** The lit water in the sum: against an own sum along the lens's axis, and what follows from it. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { xyzOf } from '../colour/observer'
import { daylight } from '../colour/sources'
import { particlePhase } from '../medium/particles'
import { AIR, attenuationOf, typicalWater, type Water } from '../medium/water'
import type { Light, Plan } from '../plan/plan'
import { expectedReading } from '../run/metering'
import { poseOf } from '../set/camera'
import { transportOf } from '../set/remembered'
import { testLight, testModifier, testPlan, testReading, testStrobe } from '../testing'
import { cellTerms } from './cellTerms'
import { channelsAt } from './colours'
import { evaluate } from './evaluate'
import { ledgerOf } from './ledger'
import { veilAt } from './veil'

const SILT: Water = typicalWater('sea', 'silty')

/** A small ball before a dark, far background; a small head as a point with the smooth beam. */
const set = (medium: Plan['medium'] = SILT, part: Partial<Light> = {}): Plan =>
  testPlan((plan) => {
    plan.medium = medium
    plan.subject = { ...plan.subject, shape: 'ellipsoid', widthMm: 12, heightMm: 12, depthMm: 12 }
    plan.background = { ...plan.background, distanceMm: 1500, reflectance: 0.02, colour: null }
    plan.camera = { ...plan.camera, bodyWidthMm: 0, bodyHeightMm: 0 }
    plan.lens = { ...plan.lens, frontDiameterMm: 0, hoodDeg: null }
    plan.focus = { ...plan.focus, magnification: 0.2 }
    plan.ambient = { ...plan.ambient, subject: null, background: null }
    plan.lights[0]!.strobe = testStrobe({
      guideNumberWaterM: 20,
      beamDeg: 60,
      face: { kind: 'disc', diameterMm: 2 }
    })
    plan.lights[0]!.at = { distanceMm: 500, azimuthDeg: 30, elevationDeg: 0 }
    Object.assign(plan.lights[0]!, part)
  })
const cell = (plan: Plan, place: string) => ledgerOf(plan).rows[1]!.cells[place]!
const without = (plan: Plan): Plan => ({
  ...plan,
  medium: { ...(plan.medium as Water), scatterPerM: 0 }
})

/** The veil on the axis from the port to so far, as light on a grey card; no code of the module. */
function onAxis(plan: Plan, water: Water, toMm: number): number {
  const { frontMm } = poseOf(plan)
  const { distanceMm, azimuthDeg } = plan.lights[0]!.at
  const a = (azimuthDeg * Math.PI) / 180
  const [lx, lz] = [distanceMm * Math.sin(a), distanceMm * Math.cos(a)]
  const n = Math.log(0.5) / Math.log(Math.cos(Math.PI / 6))
  const light = daylight(5500)
  const [, white] = xyzOf(light)
  const many = 4000
  let sum = 0
  for (let i = 0; i < many; i++) {
    const from = ((i + 0.5) / many) * toMm
    const z = frontMm - from
    const d = Math.hypot(lx, lz - z)
    const cos = (lx * lx + (lz - z) * lz) / (d * distanceMm)
    if (cos <= 0) continue
    const kept =
      xyzOf(light.map((v, k) => v * Math.exp((-attenuationOf(water)[k]! * (d + from)) / 1000)))[1] /
      white
    sum += ((cos ** n * 1e6) / (d * d)) * kept * particlePhase((z - lz) / d) * (toMm / many)
  }
  return (sum * (water.scatterPerM / 1000) * Math.PI) / 0.18
}

describe('the veil over a place', () => {
  test.each([
    [500, 30],
    [300, 60],
    [500, 10],
    [900, 40]
  ])('a head %d mm off at %d°: as an own sum along the axis says, to 0.1 stop', (mm, deg) => {
    const plan = set(SILT, { at: { distanceMm: mm, azimuthDeg: deg, elevationDeg: 0 } })
    const transport = transportOf(plan)
    const j = transport.scene.places.findIndex(({ id }) => id === 'subject')
    const at = transport.scene.places[j]!.at
    // The lit side of a small ball lies nearly on the axis.
    const toMm = poseOf(plan).frontMm - at[2]
    const found = Math.log2(veilAt(plan, transport, 0, j).light)
    expect(Math.abs(found - Math.log2(onAxis(plan, SILT, toMm)))).toBeLessThan(0.1)
  })
  test('property: its term makes the level whole, at every place; power moves it as it does the rest', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 80 }),
        fc.integer({ min: 200, max: 900 }),
        fc.double({ min: 0.05, max: 5, noNaN: true }),
        (azimuthDeg, distanceMm, scatterPerM) => {
          const at = { distanceMm, azimuthDeg, elevationDeg: 0 }
          const plan = set({ ...SILT, scatterPerM }, { at })
          const weaker = set({ ...SILT, scatterPerM }, { at, powerStops: -3 })
          for (const place of ledgerOf(plan).places) {
            const { level } = cell(plan, place)
            if (level === -Infinity) continue
            const terms = cellTerms(plan, 'A', place)
            expect(terms.reduce((sum, { stops }) => sum + stops, 0)).toBeCloseTo(level, 7)
            expect(level).toBeGreaterThanOrEqual(cell(without(plan), place).level)
            const by = cell(weaker, place).level - level
            expect(by).toBeCloseTo(-3 - plan.lights[0]!.powerStops, 6)
          }
        }
      ),
      { numRuns: 20 }
    )
  })
  test('twice the scattering, twice the veil; none in air, and none where nothing scatters', () => {
    const [one, two, none, air] = [
      { ...SILT, scatterPerM: 1 },
      { ...SILT, scatterPerM: 2 },
      { ...SILT, scatterPerM: 0 },
      AIR
    ].map((medium) => veilAt(set(medium), transportOf(set(medium)), 0, 0).light)
    expect(two! / one!).toBeCloseTo(2, 9)
    expect([none, air]).toEqual([0, 0])
  })
  test('what has been worked out goes with another water or another gel', () => {
    const plan = set()
    const transport = transportOf(plan)
    const veil = (of: Plan): number => veilAt(of, transport, 0, 0).light
    const was = veil(plan)
    expect(veil({ ...plan, medium: { ...SILT, extraPerM: 3 } })).toBeLessThan(was / 1.5)
    expect(veil(plan)).toBe(was)
  })
  test('property: what has not moved is remembered, and never told as it was where a head passes', () => {
    const both = set()
    both.lights = [
      both.lights[0]!,
      testLight({
        id: 'B',
        strobe: testStrobe({ id: 'B', face: { kind: 'rectangle', widthMm: 120, heightMm: 80 } }),
        at: { distanceMm: 400, azimuthDeg: -60, elevationDeg: 10 }
      })
    ]
    const veils = (plan: Plan): number[] => {
      const transport = transportOf(plan)
      return [0, 1].flatMap((i) =>
        transport.scene.places.map((_, j) => veilAt(plan, transport, i, j).light)
      )
    }
    const still = veils(both)
    let shaded = 0
    let same = 0
    fc.assert(
      fc.property(
        fc.integer({ min: 60, max: 400 }),
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: 0, max: 40 }),
        (distanceMm, azimuthDeg, elevationDeg) => {
          const [a, b] = [both.lights[0]!, both.lights[1]!]
          const lights = [a, { ...b, at: { distanceMm, azimuthDeg, elevationDeg } }]
          const after = veils({ ...both, lights })
          // Another subject: nothing is taken from before.
          expect(after).toEqual(veils({ ...both, subject: { ...both.subject }, lights }))
          if (after[0] === still[0]) same++
          else shaded++
          veils(both)
        }
      ),
      { numRuns: 60 }
    )
    expect(Math.min(shaded, same)).toBeGreaterThan(3)
  })
})

describe('what follows from it', () => {
  test('a light that misses the subject lights none of it, but its water veils what is behind', () => {
    // A narrow beam across the view, before the subject.
    const grid = testModifier({ beam: { kind: 'cut', beamDeg: 20 } })
    const plan = set(SILT, {
      at: { distanceMm: 400, azimuthDeg: 40, elevationDeg: 0 },
      aim: { kind: 'free', azimuthDeg: -100, elevationDeg: 0 },
      modifiers: [grid]
    })
    expect(cell(without(plan), 'background').state).toBe('outside')
    expect(cell(plan, 'subject').state).toBe('outside')
    const behind = cell(plan, 'background')
    expect(behind.state).toBe('known')
    const terms = cellTerms(plan, 'A', 'background')
    expect(terms.map(({ kind }) => kind)).toContain('veil')
    expect(terms.map(({ kind }) => kind)).not.toContain('surface')
    expect(terms.reduce((sum, { stops }) => sum + stops, 0)).toBeCloseTo(behind.level, 7)
  })
  test('the background’s verdict names it, and who', () => {
    const plan = set()
    plan.ambient.background = testReading(-6)
    plan.goals = { ...plan.goals, backgroundStops: -9 }
    const verdict = evaluate(plan).verdicts.find(({ id }) => id === 'background')!
    expect(verdict.reason).toBe('background-veil')
    expect(verdict.cause).toMatchObject({ source: 'A', term: 'veil' })
    expect(verdict.path).toBe('lights.A.at.azimuthDeg')
    expect(verdict.figures.veil!).toBeLessThanOrEqual(verdict.figures.strobe!)
    // A pale sheet close behind is lit itself.
    const pale = structuredClone(plan)
    pale.medium = { ...SILT, scatterPerM: 0.02 }
    pale.background = { ...pale.background, distanceMm: 100, reflectance: 0.8 }
    const other = evaluate(pale).verdicts.find(({ id }) => id === 'background')!
    expect(other.reason).toBe('background-strobe')
  })
  test('a black that is veiled has the colour of the water’s light, not its own', () => {
    const plan = set()
    plan.background = { ...plan.background, colour: '#7a0806' }
    const channels = (of: Plan): readonly number[] => channelsAt(of, ledgerOf(of), 'background')!
    const plain = channels(set())
    channels(plan).forEach((value, k) => expect(Math.abs(value - plain[k]!)).toBeLessThan(0.15))
  })
  test('a meter held there sees the light that falls on it, not the water', () => {
    const metering = {
      place: 'subject',
      lights: ['A' as const],
      isoStops: 0,
      shutterStops: null,
      receptor: 'flat' as const
    }
    const plan = set()
    expect(expectedReading(plan, metering)!).toBeCloseTo(
      expectedReading(without(plan), metering)!,
      9
    )
  })
})
