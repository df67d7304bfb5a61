// checks: water (a card at two distances, made by an own sum over the water, gives back its figures)
/** Water by a card at two distances: what an own sum makes of some water is found again. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Xyz } from '../colour/observer'
import { MATCHING } from '../colour/observer'
import { daylight } from '../colour/sources'
import { particlePhase } from '../medium/particles'
import { fitWater } from '../medium/waterFit'
import { attenuationOf, AIR, typicalWater, WATERS, type Water } from '../medium/water'
import type { Plan } from '../plan/plan'
import { poseOf } from '../set/camera'
import { testPlan, testStrobe } from '../testing'
import { waterByCard, type TwoCards, type WaterByCard } from './waterByCard'

const SILT: Water = { ...typicalWater('sea', 'silty'), extraPerM: 0.5, scatterPerM: 1.2 }
const [GREY, BLACK] = [0.18, 0.04]

/** A point head with the smooth beam, beside the port. */
const set = (medium: Plan['medium'], azimuthDeg = 25): Plan =>
  testPlan((plan) => {
    plan.medium = medium
    plan.camera = { ...plan.camera, bodyWidthMm: 0, bodyHeightMm: 0 }
    plan.lens = { ...plan.lens, frontDiameterMm: 0, hoodDeg: null }
    plan.focus = { ...plan.focus, magnification: 0.2 }
    plan.lights[0]!.strobe = testStrobe({
      guideNumberWaterM: 20,
      beamDeg: 100,
      face: { kind: 'disc', diameterMm: 2 },
      colour: { kind: 'daylight', kelvin: 5500 }
    })
    const distanceMm = poseOf(plan).frontMm / Math.cos((azimuthDeg * Math.PI) / 180)
    plan.lights[0]!.at = { distanceMm, azimuthDeg, elevationDeg: 0 }
  })

const D55 = daylight(5500)
/** What is left of daylight after so many metres, seen as X, Y, Z: no code of the module. */
const after = (water: Water, metres: number): Xyz =>
  MATCHING.map((curve) =>
    curve.reduce(
      (sum, value, k) => sum + value * D55[k]! * Math.exp(-attenuationOf(water)[k]! * metres),
      0
    )
  ) as unknown as Xyz

/** What a card on the axis shows, the water before it lit by the plan's one head. */
function seen(plan: Plan, water: Water, portMm: number, reflectance: number): Xyz {
  const { frontMm } = poseOf(plan)
  const { distanceMm, azimuthDeg } = plan.lights[0]!.at
  const a = (azimuthDeg * Math.PI) / 180
  const [lx, lz] = [distanceMm * Math.sin(a), distanceMm * Math.cos(a)]
  const n = Math.log(0.5) / Math.log(Math.cos((50 * Math.PI) / 180))
  const falls = (z: number): { e: number; d: number } => {
    const d = Math.hypot(lx, lz - z)
    const cos = (lx * lx + (lz - z) * lz) / (d * distanceMm)
    return { e: cos > 0 ? cos ** n / (d * d) : 0, d }
  }
  const total: [number, number, number] = [0, 0, 0]
  const z = frontMm - portMm
  const card = falls(z)
  after(water, (card.d + portMm) / 1000).forEach((value, k) => {
    total[k]! += (value * card.e * ((lz - z) / card.d) * reflectance) / Math.PI
  })
  const many = 3000
  for (let i = 0; i < many; i++) {
    const from = ((i + 0.5) / many) * portMm
    const spot = frontMm - from
    const { e, d } = falls(spot)
    const share =
      ((e * water.scatterPerM) / 1000) * particlePhase((spot - lz) / d) * (portMm / many)
    after(water, (d + from) / 1000).forEach((value, k) => (total[k]! += value * share))
  }
  return total
}
const cardsOf = (plan: Plan, water: Water, nearMm = 150, farMm = 700, black = true): TwoCards => {
  const one = (portMm: number) => ({
    portMm,
    grey: seen(plan, water, portMm, GREY),
    black: black ? seen(plan, water, portMm, BLACK) : null
  })
  return { near: one(nearMm), far: one(farMm), greyReflectance: GREY, blackReflectance: BLACK }
}
const known = (plan: Plan, cards: TwoCards): WaterByCard => {
  const found = waterByCard(plan, cards)
  if (typeof found === 'string') throw new Error(found)
  return found
}

describe('a card at two distances by one strobe', () => {
  test.each(WATERS)('%s water is found again: name, extra figure, scattering', (name) => {
    const water: Water = { ...SILT, water: name }
    // What is thought of it beforehand is another water.
    const plan = set(typicalWater('sea', name === 'clear' ? 'silty' : 'clear'))
    const found = known(plan, cardsOf(plan, water))
    expect(found.extraPerM).toBeCloseTo(0.5, 1)
    expect(found.scatterPerM!).toBeCloseTo(1.2, 1)
    expect(found.offStops).toBeLessThan(0.06)
  })
  test('another name is only given where it explains clearly more', () => {
    const plan = set(typicalWater('sea', 'clear'))
    const strong: Water = { ...SILT, water: 'green', extraPerM: 1 }
    expect(known(plan, cardsOf(plan, strong)).water).toBe('green')
    const faint: Water = { ...SILT, water: 'silty', extraPerM: 0.05 }
    expect(known(plan, cardsOf(plan, faint)).water).toBe('clear')
  })
  test('property: any extra figure, any scattering, any head beside the port', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 4, noNaN: true }),
        fc.integer({ min: 10, max: 45 }),
        fc.integer({ min: 100, max: 250 }),
        fc.integer({ min: 300, max: 600 }),
        (extraPerM, scatterPerM, azimuthDeg, nearMm, more) => {
          const water: Water = { ...SILT, extraPerM, scatterPerM }
          const plan = set(SILT, azimuthDeg)
          const found = known(plan, cardsOf(plan, water, nearMm, nearMm + more))
          expect(Math.abs(found.extraPerM - extraPerM)).toBeLessThan(0.02)
          expect(Math.abs(found.scatterPerM! - scatterPerM)).toBeLessThan(0.01 + 0.02 * scatterPerM)
        }
      ),
      { numRuns: 25 }
    )
  })
  test('readings a little off leave the figure within twice what it says it is good to', () => {
    const plan = set(SILT)
    const cards = cardsOf(plan, SILT)
    for (const stops of [0.03, -0.03]) {
      const grey = cards.far.grey.map((value) => value * 2 ** stops) as unknown as Xyz
      const found = known(plan, { ...cards, far: { ...cards.far, grey, black: null } })
      const exact = known(plan, { ...cards, far: { ...cards.far, black: null } })
      expect(Math.abs(found.extraPerM - exact.extraPerM)).toBeLessThan(2 * found.plusMinus)
      expect(Math.abs(found.extraPerM - exact.extraPerM)).toBeGreaterThan(0.2 * found.plusMinus)
    }
  })
  test('cards farther apart are surer', () => {
    const plan = set(SILT)
    const [close, wide] = [300, 900].map((far) => known(plan, cardsOf(plan, SILT, 150, far)))
    expect(wide!.plusMinus).toBeLessThan(close!.plusMinus / 2)
  })
  test('without its black nothing is said of scatter, and the veil passes for clearer water', () => {
    const plan = set(SILT)
    const bare = known(plan, cardsOf(plan, SILT, 150, 700, false))
    expect(bare.scatterPerM).toBeNull()
    expect(bare.veilStops).toBeNull()
    expect(bare.extraPerM).toBeLessThan(0.5)
  })
})

test('by daylight the light falls alike on both: what the way to the port takes is all', () => {
  const water: Water = { ...typicalWater('sea', 'green'), extraPerM: 0.4, depthM: 6 }
  const plan = set({ ...water, extraPerM: 0.1 })
  plan.lights.forEach((light) => (light.on = false))
  const at = (portMm: number) => ({
    portMm,
    grey: after(water, 6 + portMm / 1000).map((value) => value * GREY) as unknown as Xyz,
    black: null
  })
  const found = known(plan, {
    near: at(300),
    far: at(2300),
    greyReflectance: GREY,
    blackReflectance: BLACK
  })
  expect(found.extraPerM).toBeCloseTo(0.4, 2)
  expect(found.longerM).toBeCloseTo(2, 9)
  expect(found.scatterPerM).toBeNull()
})

describe('what says nothing is told', () => {
  const plan = set(SILT)
  const cards = cardsOf(plan, SILT)
  test('air, cards the wrong way round, several lights, no light, no contrast, too bright', () => {
    expect(waterByCard(set(AIR), cards)).toBe('air')
    expect(waterByCard(plan, { ...cards, near: cards.far, far: cards.near })).toBe('order')
    const two = structuredClone(plan)
    two.lights.push({ ...structuredClone(two.lights[0]!), id: 'B' })
    expect(waterByCard(two, cards)).toBe('lights')
    const away = structuredClone(plan)
    away.lights[0]!.aim = { kind: 'free', azimuthDeg: 25, elevationDeg: 0 }
    expect(waterByCard(away, cards)).toBe('unlit')
    const { grey } = cards.far
    expect(waterByCard(plan, { ...cards, far: { ...cards.far, black: grey } })).toBe('no-contrast')
    const bright = cards.near.grey
    const far = { ...cards.far, grey: bright, black: null }
    expect(waterByCard(plan, { ...cards, far })).toBe('no-brighter')
  })
  test('refused: black as light as grey, a long way that is none', () => {
    expect(() => waterByCard(plan, { ...cards, blackReflectance: 0.2 })).toThrow('grey')
    const light = (): typeof D55 => D55
    expect(() => fitWater(SILT, { light, shortM: 1, longM: 1, lost: [0, 0, 0] })).toThrow('longM')
  })
})
