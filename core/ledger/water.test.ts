// checks: water (a strobe’s way out and back band by band, bounces against two cards by hand)
/** What water does to the sum, worked out again from the set and the table with no code of it. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { xyzOf } from '../colour/observer'
import { daylight } from '../colour/sources'
import { AIR, attenuationOf, typicalWater, type Water } from '../medium/water'
import { poseOf } from '../set/camera'
import { transportOf } from '../set/remembered'
import { testCard, testPlan, testReading, testSource, testStrobe } from '../testing'
import { evaluate } from './evaluate'
import { cellTerms } from './cellTerms'
import { channelsAt, mixColour } from './colours'
import { ledgerOf } from './ledger'
import type { Plan } from '../plan/plan'

const SEA: Water = { ...typicalWater('sea', 'green'), extraPerM: 0.4 }

/** A grey sheet lit by one head at a distance, before a background out of its reach. */
const set = (medium: Plan['medium'], distanceMm: number, change?: (p: Plan) => void): Plan =>
  testPlan((plan) => {
    plan.medium = medium
    plan.subject = { ...plan.subject, shape: 'sheet', colour: null }
    plan.background = { ...plan.background, distanceMm: 4000, reflectance: 0.005 }
    plan.lights[0]!.strobe = testStrobe({ guideNumberM: 20, guideNumberWaterM: 20 })
    plan.lights[0]!.at = { distanceMm, azimuthDeg: 30, elevationDeg: 20 }
    change?.(plan)
  })

/** Stops of luminance lost by daylight on a way, metres. */
const lost = (medium: Water, way: number): number => {
  const light = daylight(5500)
  const after = light.map((value, k) => value * Math.exp(-attenuationOf(medium)[k]! * way))
  return Math.log2(xyzOf(after)[1] / xyzOf(light)[1])
}

describe('a strobe under water', () => {
  test('property: loses what the bands lose from head to subject and from there to the port', () => {
    fc.assert(
      fc.property(fc.double({ min: 150, max: 3000, noNaN: true }), (distance) => {
        const [wet, dry] = [SEA, AIR].map((medium) => set(medium, distance)) as [Plan, Plan]
        const flash = (plan: Plan): number => evaluate(plan).ledger.flash.subject!
        const way = distance / 1000 + poseOf(wet).workingMm / 1000
        expect(flash(wet) - flash(dry)).toBeCloseTo(lost(SEA, way), 1)
      }),
      { numRuns: 20 }
    )
  })
  test('the term says how far the light goes, and the terms make the level', () => {
    const plan = set(SEA, 600)
    const terms = cellTerms(plan, 'A', 'subject')
    const water = terms.find(({ kind }) => kind === 'water')!
    expect(water.figures.out).toBeCloseTo(0.6, 2)
    expect(water.figures.back).toBeCloseTo(poseOf(plan).workingMm / 1000, 3)
    expect(water.stops).toBeLessThan(-0.2)
    const sum = terms.reduce((so, { stops }) => so + stops, 0)
    expect(sum).toBeCloseTo(ledgerOf(plan).rows[1]!.cells.subject!.level, 9)
    expect(cellTerms(set(AIR, 600), 'A', 'subject').some(({ kind }) => kind === 'water')).toBe(
      false
    )
  })
  test('its colour at the subject is that of its bands after the way', () => {
    const plan = set(SEA, 800)
    const { outM, backM } = { outM: 0.8, backM: poseOf(plan).workingMm / 1000 }
    const after = daylight(5500).map(
      (value, k) => value * Math.exp(-attenuationOf(SEA)[k]! * (outM + backM))
    )
    const [x, y, z] = xyzOf(after)
    const { chromaticity } = mixColour(
      { ...plan, ambient: { ...plan.ambient, subject: null } },
      ledgerOf(plan),
      'subject'
    )!
    expect(chromaticity.x).toBeCloseTo(x / (x + y + z), 3)
    expect(chromaticity.y).toBeCloseTo(y / (x + y + z), 3)
  })
  test('a red thing loses more of its light than a grey one, and its red', () => {
    const clear = typicalWater('sea')
    const red = (p: Plan): void => void (p.subject.colour = '#a01810')
    const fall = (change?: (p: Plan) => void): number =>
      evaluate(set(clear, 3000, change)).ledger.flash.subject! -
      evaluate(set(clear, 300, change)).ledger.flash.subject!
    expect(fall(red)).toBeLessThan(fall() - 0.3)
    const redOverGreen = (medium: Plan['medium']): number => {
      const plan = set(medium, 3000, red)
      const [r, g] = channelsAt(plan, ledgerOf(plan), 'subject')!
      return r - g
    }
    expect(redOverGreen(clear)).toBeLessThan(redOverGreen(AIR) - 0.5)
  })
  test('property: more water never gives more light, whatever else stands there', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 0.01, max: 3, noNaN: true }),
        (extra, more) => {
          const level = (extraPerM: number): number =>
            evaluate(set({ ...SEA, extraPerM }, 700)).ledger.flash.subject!
          expect(level(extra + more)).toBeLessThan(level(extra))
        }
      ),
      { numRuns: 20 }
    )
  })
})

describe('bounced light under water', () => {
  test('comes from lamp to card and on: a small card’s two legs, and what bounced again a little more', () => {
    const plan = set(SEA, 500, (p) => {
      p.background.reflectance = 0.005
      p.table = null
      p.cards = [
        testCard({
          kind: 'card',
          widthMm: 20,
          heightMm: 20,
          reflectance: 0.9,
          at: { distanceMm: 700, azimuthDeg: -40, elevationDeg: 0 },
          aim: { kind: 'place', place: 'focus' }
        })
      ]
      p.lights[0]!.at = { distanceMm: 400, azimuthDeg: 40, elevationDeg: 0 }
      p.lights[0]!.aim = { kind: 'free', azimuthDeg: -72, elevationDeg: 0 }
    })
    const { scene, bounce, bounceWayMm, bounceBy, reflectors } = transportOf(plan)
    const j = scene.places.findIndex(({ id }) => id === 'subject')
    expect(bounce[j]).toBeGreaterThan(0)
    // Nearly all of it comes by the card.
    const byCard = bounceBy[j * reflectors.length + reflectors.indexOf('K1')]! / bounce[j]!
    expect(byCard).toBeGreaterThan(0.9)
    const card = scene.cards[0]!.sheet.at
    const to = (at: readonly number[]): number => Math.hypot(...card.map((v, k) => v - at[k]!))
    const legs = to(scene.heads[0]!.at) + to(scene.places[j]!.at)
    expect(bounceWayMm[j]! / legs).toBeGreaterThan(0.9)
    expect(bounceWayMm[j]! / legs).toBeLessThan(1.3)
    const figures = cellTerms(plan, 'A', 'subject').find(({ kind }) => kind === 'water')!.figures
    expect(figures.bounced).toBeCloseTo(bounceWayMm[j]! / 1000, 9)
  })
})

describe('ambient light under water', () => {
  const lit = (change: (p: Plan) => void): number =>
    evaluate(set(SEA, 500, change)).ledger.ambient.subject!.level
  test('read through the port it has the way back in it; read by a meter down there it has not', () => {
    const plan = set(SEA, 500)
    const by = (via: 'lens' | 'incident'): number =>
      lit((p) => void (p.ambient.subject = testReading(8, { via })))
    const dry = (via: 'lens' | 'incident'): number =>
      evaluate({
        ...set(AIR, 500, (p) => void (p.ambient.subject = testReading(8, { via })))
      }).ledger.ambient.subject!.level
    expect(by('lens')).toBeCloseTo(dry('lens'), 9)
    const back = lost(SEA, poseOf(plan).workingMm / 1000 + SEA.depthM) - lost(SEA, SEA.depthM)
    expect(by('incident') - dry('incident')).toBeCloseTo(back, 3)
  })
  test('its colour is what the depth leaves: deeper is less red', () => {
    const red = (depthM: number): number => {
      const plan = set({ ...SEA, water: 'clear', extraPerM: 0.06, depthM }, 500, (p) => {
        p.ambient.subject = testReading(12)
        p.lights[0]!.on = false
      })
      const { stops } = mixColour(plan, ledgerOf(plan), 'subject')!
      return stops[0]
    }
    expect(red(8)).toBeLessThan(red(2) - 0.5)
  })
  test('a lamp in the water loses on its way as a strobe does', () => {
    const source = testSource({
      id: 'a1',
      from: {
        kind: 'face',
        at: { distanceMm: 1000, azimuthDeg: 0, elevationDeg: 45 },
        widthMm: 40,
        heightMm: 40
      },
      readAt: 'itself',
      reading: testReading(12, { via: 'reflected' })
    } as never)
    const [wet, dry] = [SEA, AIR].map((medium) =>
      evaluate(set(medium, 500, (p) => void (p.ambient.sources = [source])))
    )
    const plan = set(SEA, 500)
    const way = 1 + poseOf(plan).workingMm / 1000
    const level = (each: typeof wet): number => each!.ledger.parts[1]!.cells.subject!.level
    expect(level(wet) - level(dry)).toBeCloseTo(lost(SEA, way), 1)
  })
})
