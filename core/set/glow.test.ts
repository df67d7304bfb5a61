// checks: thick things that glow through (a slab summed over ways; the picture’s own paths)
import { describe, expect, it } from '@jest/globals'
import { cellTerms } from '../ledger/cellTerms'
import { cellAt } from '../ledger/ledger'
import { evaluate } from '../ledger/evaluate'
import { FIRST_LIGHT, meanAt } from '../picture/testing'
import { tracerOf } from '../picture/trace'
import { worldOf } from '../picture/world'
import type { Plan } from '../plan/plan'
import { testLight, testPlan, testReading, testStrobe } from '../testing'
import { project } from './camera'
import { computeTransport } from './transport'

const wax = (azimuthDeg: number, change: Partial<Plan['subject']> = {}): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      shape: 'ellipsoid',
      finish: 'translucent',
      reflectance: 0.5,
      transmittance: 0.15,
      layerMm: 10,
      colour: '#e8c080',
      widthMm: 24,
      heightMm: 24,
      depthMm: 24,
      ...change
    }
    plan.lights = [
      testLight({
        strobe: testStrobe({ face: { kind: 'disc', diameterMm: 40 } }),
        at: { distanceMm: 250, azimuthDeg, elevationDeg: 10 }
      })
    ]
    plan.focus = { ...plan.focus, magnification: 0.6 }
    plan.view = { elevationDeg: 12 }
  })
const level = (plan: Plan, place: string): number => evaluate(plan).ledger.totals[place]!

describe('something thick that glows through', () => {
  // Two-flux layers by their own closed form (1 / (1 + S·x), nothing taken), summed over ways.
  it('a slab lit all over its back: what comes through along every way, by the cosine of each', () => {
    const mm = 6
    const slab = wax(180, {
      shape: 'box',
      widthMm: 2000,
      heightMm: 2000,
      depthMm: mm,
      colour: null,
      reflectance: 0.999,
      transmittance: 0.2,
      layerMm: 12
    })
    slab.view = { elevationDeg: 0 }
    slab.background = { ...slab.background, distanceMm: 9000 }
    slab.lights[0]!.at = { distanceMm: 4000, azimuthDeg: 180, elevationDeg: 0 }
    const { direct, scene } = computeTransport(slab)
    const j = scene.places.findIndex(({ id }) => id === 'front')
    const place = scene.places[j]!
    // S from 1 / (1 + S·12) = 0.2, ways of mm / cos, weighed by 2·cos·sin.
    const s = (1 / 0.2 - 1) / 12
    let [through, back] = [0, 0]
    const STEPS = 20000
    for (let i = 0; i < STEPS; i++) {
      const cos = (i + 0.5) / STEPS
      const one = 1 / (1 + (s * mm) / cos)
      through += (one * 2 * cos) / STEPS
      back += ((1 - one) * 2 * cos) / STEPS
    }
    expect(place.reflectance).toBeCloseTo(back, 2)
    // The light on its back: inverse square of 4 m less half the slab.
    const falls = (1000 / (4000 - mm / 2)) ** 2
    expect(Math.log2((direct[j]! * place.reflectance) / (falls * through))).toBeCloseTo(0, 1)
  })

  it.each([
    ['ellipsoid', 30],
    ['ellipsoid', 150],
    ['ellipsoid', 180],
    ['box', 150],
    ['lathe', 160]
  ] as const)('%s lit from %p°: as the picture finds it by chance ways', (shape, azimuth) => {
    const plan = wax(azimuth, { shape })
    const world = worldOf({ ...plan, settings: { ...plan.settings, apertureStops: 14 } })
    const tracer = tracerOf(world)
    const { direct, bounce, scene } = computeTransport(plan)
    // A box’s lit side is one the lens does not see.
    const offs = (shape === 'box' ? ['front'] : ['subject', 'front']).map((id) => {
      const j = scene.places.findIndex((place) => place.id === id)
      const place = scene.places[j]!
      const spot = project(scene.pose, place.at)!
      const got = meanAt(tracer, FIRST_LIGHT, 6000, spot.x, spot.y, 3)
      const sum = ((direct[j]! + bounce[j]!) * place.reflectance) / 0.18
      return Math.abs(Math.log2(got.mean / sum)) - 3 * Math.log2(1 + got.error / got.mean)
    })
    expect(Math.max(...offs)).toBeLessThan(0.15)
  })

  it('is a picture of figures in a colour that has none of one of the three', () => {
    const plan = wax(150, { colour: '#ff0000' })
    const tracer = tracerOf(worldOf(plan))
    const { mean } = meanAt(tracer, FIRST_LIGHT, 200, 0, 0, 1)
    expect(mean).toBeGreaterThan(0)
    expect([...tracer.got].every(Number.isFinite)).toBe(true)
  })

  it('thinner is brighter from behind, and a little darker from before', () => {
    const thin = { depthMm: 8 }
    expect(level(wax(180, thin), 'front')).toBeGreaterThan(level(wax(180), 'front') + 0.7)
    expect(level(wax(0, thin), 'front')).toBeLessThan(level(wax(0), 'front'))
    // Nothing comes through what is as thick as this, as far as anyone sees.
    const dense = wax(180, { transmittance: 0.001, layerMm: 1 })
    expect(level(dense, 'front')).toBeLessThan(level(wax(180), 'front') - 5)
  })

  it('the terms of a cell add up, lit from before, from behind and from beside', () => {
    for (const azimuth of [20, 95, 180])
      for (const place of ['subject', 'shadow', 'front', 'top']) {
        const plan = wax(azimuth)
        const terms = cellTerms(plan, 'A', place)
        const cell = cellAt(evaluate(plan).ledger, 'A', place)!
        if (cell.state !== 'known') expect(terms).toEqual([])
        else expect(terms.reduce((all, term) => all + term.stops, 0)).toBeCloseTo(cell.level, 6)
      }
    expect(cellTerms(wax(180), 'A', 'front').some(({ kind }) => kind === 'glow')).toBe(true)
  })

  it('ambient that was read off it is taken as it was read', () => {
    const plan = wax(0)
    const read = { ...plan, ambient: { ...plan.ambient, subject: testReading(8, { via: 'lens' }) } }
    const thin = { ...read, subject: { ...read.subject, depthMm: 6 } }
    const of = (each: Plan): number => evaluate(each).ledger.ambient.subject!.level
    expect(of(thin)).toBeCloseTo(of(read), 9)
  })
})
