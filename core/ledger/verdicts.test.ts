// checks: flash cut by a shutter (t0.1 1/120 s at 1/200 s)
import { describe, expect, test } from '@jest/globals'
import { backgroundSpan } from '../advise/backgroundSpan'
import type { Plan } from '../plan/plan'
import { marksOf } from '../scales/marks'
import { testCamera, testLight, testPlan, testReading, testStrobe } from '../testing'
import { cellTerms } from './cellTerms'
import { evaluate } from './evaluate'
import type { VerdictId } from './verdict'

const verdict = (plan: Plan, id: VerdictId) =>
  evaluate(plan).verdicts.find((each) => each.id === id)!

describe('a slow flash at sync', () => {
  /** t0.1 1/120 s at 1/200 s, voltage-controlled so that it is that long at any power. */
  const slow = (change: (p: Plan) => void = () => undefined): Plan =>
    testPlan((p) => {
      p.camera = testCamera({ syncStops: 23 / 3 })
      p.settings.shutterStops = 23 / 3
      p.lights[0] = testLight({
        powerStops: -3,
        strobe: testStrobe({ quench: 'voltage', t01FullS: 1 / 120 })
      })
      change(p)
    })
  /** Share of an exponential flash let through until it is cut, by adding up small steps. */
  const let1 = (seconds: number): number => {
    let through = 0
    let all = 0
    const step = 1e-6
    for (let t = step / 2; t < 0.1; t += step) {
      const light = 10 ** (-t * 120)
      all += light
      if (t < seconds) through += light
    }
    return Math.log2(through / all)
  }
  const t = 2 ** (-23 / 3)

  test('is cut unevenly, and how much is said: no row sees the whole flash', () => {
    const sync = verdict(slow(), 'sync')
    expect(sync).toMatchObject({ state: 'near', reason: 'sync-tail' })
    // Curtains that take four fifths of the sync time (value from memory).
    expect(sync.figures.firstStops).toBeCloseTo(let1(0.2 * t), 2)
    expect(sync.figures.loss).toBeCloseTo(let1(0.6 * t), 2)
    expect(sync.figures.lastStops).toBeCloseTo(let1(t), 2)
  })
  test('the middle of the frame loses it in the sum too, as a term', () => {
    const plan = slow()
    const whole = slow((p) => {
      p.settings.shutterStops = 4
    })
    expect(
      evaluate(plan).ledger.flash.subject! - evaluate(whole).ledger.flash.subject!
    ).toBeCloseTo(let1(0.6 * t), 2)
    expect(cellTerms(plan, 'A', 'subject').map((term) => term.kind)).toContain('curtainClip')
  })
  test('a slower shutter cures it', () =>
    expect(
      verdict(
        slow((p) => {
          p.settings.shutterStops = 16 / 3
        }),
        'sync'
      )
    ).toMatchObject({ state: 'ok', reason: 'sync-within' }))
  test('trials of the sync finder give the travel of these curtains', () => {
    const plan = slow((p) => {
      // A band of a third at 1/400: the curtains take 1.5/400 s.
      p.syncTrials = [{ shutterStops: 26 / 3, darkShare: 1 / 3 }]
    })
    expect(verdict(plan, 'sync').figures.firstStops).toBeCloseTo(let1(t - 1.5 * 2 ** (-26 / 3)), 2)
  })
  test('a quick flash is whole in every row', () =>
    expect(
      verdict(
        slow((p) => {
          p.lights[0] = testLight({ powerStops: -4 })
        }),
        'sync'
      ).figures
    ).toMatchObject({ firstStops: 0, lastStops: 0 }))
})

describe('depth counts diffraction', () => {
  const at = (apertureStops: number): Plan =>
    testPlan((p) => {
      p.settings.apertureStops = apertureStops
      p.focus = { ...p.focus, magnification: 1, blur: { kind: 'circle', mm: 0.02 } }
      p.subject = { ...p.subject, sharpDepthMm: 0.2 }
    })
  test('diffraction alone at nearly three times the permitted blur is not green', () => {
    // Airy disc at f/22 marked, 1:1: 2.44 · 550 nm · 45 = 61 µm against 20 µm.
    expect(verdict(at(9), 'depth')).toMatchObject({
      state: 'miss',
      reason: 'depth-diffraction',
      value: 0
    })
    expect(
      verdict(at(9), 'depth').figures.airyPx! / verdict(at(9), 'depth').figures.allowedPx!
    ).toBeCloseTo((2.44 * 550e-6 * 2 * 2 ** 4.5) / 0.02, 6)
  })
  test('opened up, the same depth is sharp', () =>
    expect(verdict(at(5), 'depth')).toMatchObject({ state: 'ok' }))
})

test('a duration that is an estimate does not promise sharpness it may miss', () => {
  const moving = (durations: { powerStops: number; t01: number }[]): Plan =>
    testPlan((p) => {
      p.subject = { ...p.subject, speedMmS: 1000 }
      p.focus = { ...p.focus, magnification: 0.5 }
      p.lights[0] = testLight({ powerStops: -5, strobe: testStrobe({ durations }) })
      p.goals.blurPx = 6
    })
  const unsure = verdict(moving([]), 'freeze')
  expect(unsure).toMatchObject({ state: 'near', reason: 'freeze-unsure' })
  expect(unsure.figures.mostPx! / unsure.figures.strobePx!).toBeCloseTo(2, 6)
  expect(verdict(moving([{ powerStops: -5, t01: 1 / 20000 }]), 'freeze')).toMatchObject({
    state: 'ok',
    reason: 'freeze-sharp'
  })
})

describe('a background with two limits', () => {
  const lit = (level: number): Plan =>
    testPlan((p) => {
      p.goals = { ...p.goals, backgroundStops: -1, backgroundLeastStops: -2 }
      p.background = { ...p.background, reflectance: 0.18 }
      p.focus = { ...p.focus, magnification: 0.1 }
      const { apertureStops, shutterStops } = p.settings
      p.ambient.background = testReading(apertureStops + shutterStops + 2 * Math.log2(1.1) + level)
      p.lights[0]!.on = false
    })
  test('within them it is right, under the lower or over the upper it is not', () => {
    expect(verdict(lit(-1.5), 'background')).toMatchObject({ state: 'ok' })
    expect(verdict(lit(-2.3), 'background')).toMatchObject({
      state: 'near',
      reason: 'background-under'
    })
    expect(verdict(lit(-4), 'background')).toMatchObject({ state: 'miss' })
    expect(verdict(lit(-0.2), 'background')).toMatchObject({ reason: 'background-ambient' })
  })
  test('the shutter span that keeps it is what stepping every mark of the camera finds', () => {
    const plan = lit(-4)
    const keeps = marksOf('shutter', 'third').filter(({ stops }) => {
      const now = verdict(
        { ...plan, settings: { ...plan.settings, shutterStops: stops, highSpeedSync: false } },
        'background'
      )
      return stops <= 8 && stops >= -5 && now.state === 'ok'
    })
    const span = backgroundSpan({ ...plan, camera: testCamera({ highSpeedSync: false }) })!
    expect(span.slowestStops).toBeCloseTo(keeps[0]!.stops, 9)
    expect(span.fastestStops).toBeCloseTo(keeps.at(-1)!.stops, 9)
    expect(span.fastestStops - span.slowestStops).toBeCloseTo(1, 6)
  })
  test('none where nothing keeps it, or nobody has read the ambient', () => {
    expect(backgroundSpan(lit(-30))).toBeNull()
    expect(
      backgroundSpan({ ...lit(-1), ambient: { ...lit(-1).ambient, background: null } })
    ).toBeNull()
  })
})

test('the dial at its bottom says what is left above', () => {
  const reserve = verdict(
    testPlan((p) => {
      p.lights[0]!.powerStops = -7
    }),
    'reserve'
  )
  expect(reserve).toMatchObject({ state: 'near', value: 0, figures: { atBottom: 1, up: 7 } })
})
