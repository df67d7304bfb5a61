import { AIR, typicalWater, type Medium } from '../medium/water'
import { expect, it } from '@jest/globals'
import fc from 'fast-check'
import { FINISHES, planSchema, SHAPES, TABLE_FINISHES, type Plan } from '../plan/plan'
import { longly, testLight, testPlan, testReading, testStrobe } from '../testing'
import { tableLook } from '../advise/tableLook'
import { cellTerms } from './cellTerms'
import { evaluate } from './evaluate'

const made = fc.record({
  shape: fc.constantFrom(...SHAPES),
  finish: fc.constantFrom(...FINISHES),
  roughness: fc.constantFrom(0, 0.05, 0.4, 1),
  size: fc.double({ min: 0.5, max: 80, noNaN: true }),
  flat: fc.double({ min: 0.02, max: 2, noNaN: true }),
  transmittance: fc.oneof(fc.constant(5e-324), fc.double({ min: 0, max: 1, noNaN: true })),
  reflectance: fc.double({ min: 0.005, max: 1, noNaN: true }),
  layerMm: fc.double({ min: 0.1, max: 100, noNaN: true }),
  lying: fc.boolean(),
  table: fc.constantFrom(...TABLE_FINISHES),
  tableRoughness: fc.constantFrom(0, 0.1, 1),
  belowMm: fc.double({ min: 0.1, max: 60, noNaN: true }),
  elevationDeg: fc.integer({ min: -30, max: 90 }),
  azimuthDeg: fc.integer({ min: -180, max: 180 }),
  upDeg: fc.integer({ min: -60, max: 80 }),
  mount: fc.constantFrom('stand' as const, 'lens' as const),
  medium: fc.constantFrom<Medium>(AIR, typicalWater('fresh'), typicalWater('sea', 'silty'))
})

const planOf = (each: typeof made extends fc.Arbitrary<infer T> ? T : never): Plan =>
  testPlan((plan) => {
    const { shape, finish, roughness, size, transmittance, reflectance, layerMm, lying } = each
    plan.subject = {
      ...plan.subject,
      ...{ shape, finish, roughness, transmittance, reflectance, layerMm, lying },
      widthMm: size,
      heightMm: size,
      depthMm: Math.max(0.1, size * each.flat),
      colour: '#c08040'
    }
    plan.medium = each.medium
    plan.table = {
      belowMm: each.belowMm,
      widthMm: 400,
      depthMm: 300,
      reflectance: 0.05,
      finish: each.table,
      roughness: each.tableRoughness
    }
    plan.view = { elevationDeg: each.elevationDeg }
    plan.lights = [
      testLight({
        mount: each.mount,
        strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 60, heightMm: 30 } }),
        at: { distanceMm: 180, azimuthDeg: each.azimuthDeg, elevationDeg: each.upDeg }
      })
    ]
    plan.ambient.subject = testReading(3)
    plan.ambient.background = testReading(1, { via: 'lens' })
  })

/** Straight light of 2e-310 on one side of a coin: nothing beside what bounces. */
const faint: Parameters<typeof planOf>[0] = {
  shape: 'coin',
  finish: 'translucent',
  roughness: 0,
  size: 41.51347515529791,
  flat: 1.891061770837533,
  transmittance: 0,
  reflectance: 0.010113812485711538,
  layerMm: 0.1,
  lying: true,
  table: 'matt',
  tableRoughness: 0,
  belowMm: 15.650149457542366,
  elevationDeg: 7,
  azimuthDeg: 79,
  upDeg: 6,
  mount: 'stand',
  medium: AIR
}

it('whatever subject and table are made of: levels are figures, and terms add up to them', () => {
  fc.assert(
    fc.property(made, (each) => {
      const plan = planOf(each)
      expect(planSchema.safeParse(plan).error?.issues ?? []).toEqual([])
      const { ledger } = evaluate(plan)
      for (const place of ledger.places) {
        expect(Number.isNaN(ledger.totals[place])).toBe(false)
        for (const { source, cells } of ledger.rows) {
          const cell = cells[place]!
          const terms = cellTerms(plan, source, place)
          if (cell.state !== 'known') continue
          const sum = terms.reduce((all, { stops }) => all + stops, 0)
          expect(Math.abs(sum - cell.level)).toBeLessThan(1e-6)
        }
      }
      const look = tableLook(plan)
      expect(look === null).toBe(each.table === 'matt')
      if (look?.image) expect(look.image.share).toBeLessThanOrEqual(1)
    }),
    { numRuns: longly(400, 60), examples: [[faint]] }
  )
})
