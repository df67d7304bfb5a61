// checks: vapour (closed form of a point light; its face by plain integration)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { vapourByAzimuth, withMeasuredVapour } from '../advise/vapour'
import { henyeyGreenstein } from '../light/scatter'
import type { Plan } from '../plan/plan'
import { testCorrection, testPlan, testStrobe } from '../testing'
import { cellTerms } from './cellTerms'
import { evaluate } from './evaluate'
import { cellAt } from './ledger'
import { offByAtMost, weaknessesOf } from './weakness'

const plume = (azimuthDeg: number, asymmetry = 0.6, change?: (plan: Plan) => void): Plan =>
  testPlan((p) => {
    p.subject = {
      ...p.subject,
      shape: 'plume',
      widthMm: 20,
      heightMm: 30,
      depthMm: 20,
      vapour: { opticalDepth: 0.1, asymmetry, uncertaintyStops: null }
    }
    p.lights[0]!.at = { distanceMm: 400, azimuthDeg, elevationDeg: 0 }
    p.lights[0]!.powerStops = -3
    p.background = { ...p.background, distanceMm: 1e5, widthMm: 10, heightMm: 10 }
    change?.(p)
  })
const level = (plan: Plan, place = 'subject'): number =>
  cellAt(evaluate(plan).ledger, 'A', place)!.level

describe('vapour', () => {
  test('property: a small light gives by its angle what single scattering says', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -175, max: 175, noNaN: true }),
        fc.double({ min: 0.1, max: 0.85, noNaN: true }),
        (azimuth, g) => {
          // Turned by 180° less how far round it stands: from straight behind it goes straight on.
          const cosine = Math.cos(((180 - Math.abs(azimuth)) * Math.PI) / 180)
          const expected = Math.log2((4 * Math.PI * henyeyGreenstein(cosine, g)) / 1)
          const difference = level(plume(azimuth, g)) - level(plume(azimuth, 0))
          expect(Math.abs(difference - expected)).toBeLessThan(0.02)
        }
      ),
      { numRuns: 40 }
    )
  })

  test('scattering alike to all sides is what it was: ρ = τ/4', () => {
    const terms = cellTerms(plume(70, 0), 'A', 'subject')
    expect(terms.find(({ kind }) => kind === 'surface')!.figures.ρ).toBeCloseTo(0.025, 9)
    expect(terms.some(({ kind }) => kind === 'phase')).toBe(false)
  })

  test('the terms add up, the turn of the light among them', () => {
    const plan = plume(150)
    const terms = cellTerms(plan, 'A', 'subject')
    expect(terms.find(({ kind }) => kind === 'phase')!.stops).toBeGreaterThan(0)
    const sum = terms.reduce((total, term) => total + term.stops, 0)
    expect(sum).toBeCloseTo(level(plan), 6)
  })

  test('a near panel counts by its whole face', () => {
    const big = (p: Plan): void => {
      p.lights[0]!.strobe = testStrobe({
        beamDeg: 120,
        face: { kind: 'rectangle', widthMm: 300, heightMm: 200 }
      })
    }
    const found = level(plume(150, 0.7, big)) - level(plume(150, 0, big))
    // Every point of the face by itself, weighed by what it gives: beam and inverse square.
    let [sum, all] = [0, 0]
    const [azimuth, far] = [(150 * Math.PI) / 180, 400]
    const head = [far * Math.sin(azimuth), 0, far * Math.cos(azimuth)]
    const across = [Math.cos(azimuth), 0, -Math.sin(azimuth)]
    for (let i = -9.5; i <= 9.5; i++)
      for (let k = -9.5; k <= 9.5; k++) {
        const at = head.map((v, n) => v + across[n]! * i * 15 + (n === 1 ? k * 10 : 0))
        const d = Math.hypot(...at)
        // A beam of 120° is down one stop at 60°, cosine one half: Lambert’s.
        const weight = far / d / d ** 2
        sum += weight * 4 * Math.PI * henyeyGreenstein(-at[2]! / d, 0.7)
        all += weight
      }
    expect(Math.abs(found - Math.log2(sum / all))).toBeLessThan(0.12)
  })

  test('along the plume each place has its own light', () => {
    const plan = plume(90, 0.6, (p) => {
      p.subject = { ...p.subject, heightMm: 200 }
      p.lights[0]!.at = { distanceMm: 200, azimuthDeg: 90, elevationDeg: 40 }
    })
    expect(level(plan, 'top')).toBeGreaterThan(level(plan, 'foot') + 0.5)
  })

  test('is a range until a frame has measured it, then as sure as that', () => {
    const plan = plume(100)
    expect(offByAtMost(weaknessesOf(plan, 'A', 'subject'))).toBeGreaterThanOrEqual(1)
    const corrected: Plan = {
      ...plan,
      corrections: [testCorrection({ stops: -0.8, uncertaintyStops: 0.3 })]
    }
    const measured = withMeasuredVapour(corrected)!
    expect(measured.subject.vapour.opticalDepth).toBeCloseTo(0.1 * 2 ** -0.8, 6)
    expect(measured.subject.vapour.uncertaintyStops).toBeCloseTo(0.3, 6)
    // The light comes out as the frame showed it, before as after.
    expect(level(measured)).toBeCloseTo(level(corrected), 6)
    expect(withMeasuredVapour(plan)).toBeNull()
    expect(withMeasuredVapour(testPlan())).toBeNull()
  })

  test('round the plume: nothing where it stands, most from behind, least from the front', () => {
    const plan = plume(90)
    const points = vapourByAzimuth(plan, plan.lights[0]!)
    const at = (azimuth: number) => points.find(({ azimuthDeg }) => azimuthDeg === azimuth)!
    expect(at(90).stops).toBeCloseTo(0, 9)
    expect(at(90).turnedDeg).toBeCloseTo(90, 6)
    expect(at(160).stops).toBeGreaterThan(3)
    expect(at(0).stops).toBeLessThan(-1)
    expect(at(-90).stops).toBeCloseTo(0, 6)
  })

  test('thick vapour is flagged: light is turned more than once', () => {
    const thick = plume(90, 0.6, (p) => {
      p.subject = { ...p.subject, vapour: { ...p.subject.vapour, opticalDepth: 0.8 } }
    })
    expect(evaluate(thick).flags).toContain('vapour')
    expect(evaluate(plume(90)).flags).not.toContain('vapour')
  })
})
