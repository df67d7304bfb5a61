import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { testCamera, testLens, testStrobe } from '../testing'
import { marksBetween, marksOf } from '../scales/marks'
import { endBlur } from './lensInUse'
import { newPlan } from './newPlan'
import { LOOKS } from './plan'

const kit = { camera: testCamera(), lens: testLens(), strobe: testStrobe(), modifier: null }

describe('a new shoot', () => {
  test.each(LOOKS)('%s: its depth is sharp at the aperture it starts with', (look) => {
    const plan = newPlan(look, 'New', kit)
    expect(evaluate(plan).verdicts.find((each) => each.id === 'depth')).toMatchObject({
      state: 'ok'
    })
  })
  test.each(LOOKS)('%s: no other aperture of the lens draws that depth much sharper', (look) => {
    const plan = newPlan(look, 'New', kit)
    const blurAt = (apertureStops: number): number =>
      endBlur({ ...plan, settings: { ...plan.settings, apertureStops } }, plan.subject.sharpDepthMm)
        .bothMm
    const least = Math.min(
      ...marksBetween(marksOf('aperture', 'third'), 3, 10).map((mark) => blurAt(mark.stops))
    )
    expect(blurAt(plan.settings.apertureStops) / least).toBeLessThan(1.15)
  })
  test('a body that goes to ISO 64 starts there', () =>
    expect(
      newPlan('black-still', 'New', { ...kit, camera: testCamera({ lowestIsoStops: -2 / 3 }) })
        .settings.isoStops
    ).toBeCloseTo(-2 / 3, 9))
  test('daylight starts with surroundings between two limits', () =>
    expect(newPlan('daylight-fill', 'New', kit).goals).toMatchObject({
      backgroundStops: -1,
      backgroundLeastStops: -2
    }))
  test('vapour starts with what a thin plume scatters aside, not with grey card', () => {
    // Single scattering (Henyey–Greenstein): ρ = π·ω·τ·p(θ), here for light from the side (90°),
    // optical depths 0.1 to 0.3 and asymmetries 0.6 to 0.7.
    const rho = (tau: number, g: number): number =>
      (Math.PI * tau * (1 - g * g)) / (4 * Math.PI) / (1 + g * g) ** 1.5
    const { reflectance } = newPlan('plume', 'New', kit).subject
    expect(reflectance).toBeGreaterThanOrEqual(rho(0.1, 0.7))
    expect(reflectance).toBeLessThanOrEqual(rho(0.3, 0.6) * 1.2)
    expect(reflectance).toBe(0.015)
  })
})
