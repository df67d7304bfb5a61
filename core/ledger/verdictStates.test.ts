/** Where each verdict turns: just inside, just outside, what decides it and where to go for it. */
import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { depthOf, neededDepthMm } from '../plan/lensInUse'
import { testCamera, testLight, testPlan, testReading, testStrobe } from '../testing'
import { evaluate } from './evaluate'
import type { VerdictId } from './verdict'

const verdict = (id: VerdictId, change: (plan: Plan) => void) =>
  evaluate(testPlan(change)).verdicts.find((each) => each.id === id)!
/** EV that lands at a level with the plan's settings at 1:10, on an 18 % surface. */
const evFor = (p: Plan, level: number): number =>
  p.settings.apertureStops + p.settings.shutterStops + 2 * Math.log2(1.1) + level

describe('background', () => {
  const lit = (over: number, change: (p: Plan) => void = () => undefined) =>
    verdict('background', (p) => {
      p.background = { ...p.background, reflectance: 0.18 }
      p.focus.magnification = 0.1
      p.goals.backgroundStops = -5
      p.lights[0]!.on = false
      p.ambient.background = testReading(evFor(p, -5 + over))
      change(p)
    })
  test.each([
    [-0.01, 'ok', 'background-dark'],
    [0.01, 'near', 'background-ambient'],
    [0.49, 'near', 'background-ambient'],
    [0.51, 'miss', 'background-ambient']
  ])('%d stops over by ambient: %s', (over, state, reason) => {
    const found = lit(over)
    expect(found).toMatchObject({ state, reason, limit: -5 })
    expect(found.figures.over).toBeCloseTo(over, 6)
    expect(found.value).toBeCloseTo(-5 + over, 6)
    expect(found.figures.ambient).toBeCloseTo(-5 + over, 6)
    expect(found.cause).toMatchObject({ source: 'ambient', place: 'background', term: 'reading' })
    expect(found.path).toBe('settings.shutterStops')
  })
  test.each([
    [0.49, 'near'],
    [0.51, 'miss']
  ])('%d stops under its lower limit: %s', (under, state) => {
    const found = lit(-1 - under, (p) => {
      p.goals.backgroundLeastStops = -6
    })
    expect(found).toMatchObject({ state, reason: 'background-under' })
    expect(found.figures.under).toBeCloseTo(under, 6)
    expect(found.figures.least).toBe(-6)
  })
  test('a reading of at most proves nothing too bright, but is enough where it lies under the goal', () => {
    const most = (over: number) =>
      lit(over, (p) => {
        p.ambient.background = testReading(evFor(p, -5 + over), { limit: 'at-most' })
      })
    expect(most(2)).toMatchObject({
      state: 'unknown',
      reason: 'background-unread',
      path: 'ambient.background'
    })
    expect(most(-1)).toMatchObject({ state: 'ok', reason: 'background-dark' })
  })
  test('by the strobe: the light that gives most there, and its distance', () => {
    const found = verdict('background', (p) => {
      p.background = { ...p.background, reflectance: 0.18, distanceMm: 60 }
      p.goals.backgroundStops = -9
      p.lights = [
        testLight({ powerStops: -7, at: { distanceMm: 400, azimuthDeg: 20, elevationDeg: 0 } }),
        testLight({
          id: 'B',
          name: 'Strong',
          role: 'other',
          powerStops: -1,
          at: { distanceMm: 300, azimuthDeg: -30, elevationDeg: 0 }
        })
      ]
      p.ambient.background = testReading(-8)
    })
    expect(found).toMatchObject({
      state: 'miss',
      reason: 'background-strobe',
      path: 'background.distanceMm'
    })
    expect(found.cause).toMatchObject({ source: 'B', term: 'distance' })
    expect(found.figures.strobe!).toBeGreaterThan(found.figures.ambient!)
  })
  test('the brightest of its middle and edges counts', () => {
    const found = verdict('background', (p) => {
      p.background = { ...p.background, reflectance: 0.18, distanceMm: 200 }
      p.focus.magnification = 0.1
      p.lights[0]!.at = { distanceMm: 300, azimuthDeg: 70, elevationDeg: 0 }
    })
    const { ledger } = evaluate(
      testPlan((p) => {
        p.background = { ...p.background, reflectance: 0.18, distanceMm: 200 }
        p.focus.magnification = 0.1
        p.lights[0]!.at = { distanceMm: 300, azimuthDeg: 70, elevationDeg: 0 }
      })
    )
    const levels = ['background', 'backgroundLeft', 'backgroundRight'].map(
      (place) => ledger.totals[place]!
    )
    expect(new Set(levels.map((each) => each.toFixed(2))).size).toBe(3)
    expect(found.value).toBe(Math.max(...levels))
  })
})

describe('subject', () => {
  const off = (miss: number, change: (p: Plan) => void = () => undefined) => {
    const base = evaluate(testPlan(change)).ledger.totals.subject!
    return verdict('subject', (p) => {
      change(p)
      p.goals.subjectStops = base - miss
      p.goals.toleranceStops = 0.3
    })
  }
  test.each([
    [0.29, 'ok', 'subject-right'],
    [0.31, 'near', 'subject-over'],
    [0.99, 'near', 'subject-over'],
    [1.01, 'miss', 'subject-over'],
    [-0.29, 'ok', 'subject-right'],
    [-0.31, 'near', 'subject-under'],
    [-1.01, 'miss', 'subject-under']
  ])('%d stops off: %s', (miss, state, reason) => {
    const found = off(miss)
    expect(found).toMatchObject({ state, reason, path: 'lights.A.powerStops' })
    expect(found.figures.miss).toBeCloseTo(miss, 9)
    expect(found.cause).toMatchObject({ source: 'A', term: 'power' })
  })
  test('what gives most there is named', () => {
    const found = off(2, (p) => {
      p.ambient.subject = testReading(18)
    })
    expect(found.cause).toMatchObject({ source: 'ambient', term: 'reading' })
    expect(found.figures.ambient!).toBeGreaterThan(found.figures.strobe!)
  })
})

describe('depth', () => {
  const need = (share: number) =>
    verdict('depth', (p) => {
      p.subject = { ...p.subject, sharpDepthMm: 1 }
      p.subject.sharpDepthMm = share * depthOf(p).totalMm
    })
  test.each([
    [1 / 1.001, 'ok', 'depth-enough'],
    [1.001, 'near', 'depth-short'],
    [1.24, 'near', 'depth-short'],
    [1.26, 'miss', 'depth-short']
  ])('%d of what there is asked for: %s', (share, state, reason) =>
    expect(need(share)).toMatchObject({ state, reason, path: 'settings.apertureStops' })
  )
  test('its figures in pixels', () => {
    const plan = testPlan()
    const { figures, limit, value } = verdict('depth', () => undefined)
    expect(limit).toBe(neededDepthMm(plan))
    expect(value).toBe(depthOf(plan).totalMm)
    // 0.1 mm over 36 mm on 6000 pixels; Airy disc of f/16 at the plan's magnification.
    expect(figures.allowedPx).toBeCloseTo(0.1 / 0.006, 9)
    const effective = 16 * (1 + plan.focus.magnification)
    expect(figures.airyPx).toBeCloseTo((2.44 * 550e-6 * effective) / 0.006, 2)
    expect(figures.blurPx!).toBeGreaterThan(figures.airyPx!)
  })
})

describe('freeze', () => {
  /** Blur of exactly `px` by a flash with a table of its own; ambient at a level. */
  const blur = (px: number, change: (p: Plan) => void = () => undefined) =>
    verdict('freeze', (p) => {
      p.goals.blurPx = 4
      p.focus.magnification = 0.5
      const t01 = 1 / 1000
      p.lights[0]!.strobe = testStrobe({
        durations: [
          { powerStops: 0, t01 },
          { powerStops: -7, t01 }
        ]
      })
      p.subject.speedMmS = (px * 0.006) / 0.5 / t01
      change(p)
    })
  test.each([
    [3.9, 'ok', 'freeze-sharp'],
    [4.1, 'near', 'freeze-strobe'],
    [7.9, 'near', 'freeze-strobe'],
    [8.1, 'miss', 'freeze-strobe']
  ])('%d px of 4: %s', (px, state, reason) => {
    const found = blur(px)
    expect(found).toMatchObject({ state, reason, limit: 4, path: 'lights.A.powerStops' })
    expect(found.value).toBeCloseTo(px, 1)
    expect(found.cause).toMatchObject({ source: 'A', term: 'power' })
  })
  test('a ghost: the ambient’s smear is the figure, the shutter the cure', () => {
    const found = blur(2, (p) => {
      p.ambient.subject = testReading(p.settings.apertureStops + p.settings.shutterStops)
    })
    expect(found).toMatchObject({
      state: 'near',
      reason: 'freeze-ghost',
      path: 'settings.shutterStops'
    })
    expect(found.value).toBeCloseTo((2 * 1000) / 256, 1)
    expect(found.value).toBe(found.figures.ambientPx)
    expect(found.cause).toMatchObject({ source: 'ambient', term: 'shutter' })
  })
  test('allowed more ghost than blur, it is none', () =>
    expect(
      blur(2, (p) => {
        p.ambient.subject = testReading(p.settings.apertureStops + p.settings.shutterStops)
        p.goals.ghostPx = 9
      })
    ).toMatchObject({ state: 'ok', reason: 'freeze-sharp' }))
  test('nothing moves', () =>
    expect(blur(0)).toMatchObject({
      state: 'idle',
      reason: 'freeze-still',
      cause: null,
      path: 'subject.speedMmS'
    }))
  test('the slowest of the lights that show counts, one six stops under the strongest does not', () => {
    const two = (powerStops: number) =>
      blur(1, (p) => {
        p.settings.shutterStops = 4
        p.lights[0]!.powerStops = -1
        p.lights.push(
          testLight({
            id: 'B',
            name: 'Slow',
            role: 'other',
            powerStops,
            strobe: testStrobe({ id: 'slow', quench: 'voltage', t01FullS: 1 / 400 })
          })
        )
      })
    expect(two(-6.8)).toMatchObject({ reason: 'freeze-unsure' })
    expect(two(-6.8).cause).toMatchObject({ source: 'B' })
    expect(two(-6.95).figures.seconds).toBeCloseTo(1 / 400, 6)
    expect(two(-7.05).figures.seconds).toBeCloseTo(1 / 1000, 6)
  })
})

describe('reserve', () => {
  const at = (...powers: readonly number[]) =>
    verdict('reserve', (p) => {
      p.lights = powers.map((powerStops, i) =>
        testLight({
          id: (['A', 'B', 'C'] as const)[i]!,
          powerStops,
          strobe: testStrobe({
            id: `s${i}`,
            recycleFullS: 4 + 4 * i,
            flashesFull: 200 - 100 * i
          })
        })
      )
    })
  test('at full power nothing is left above, and it is not the bottom', () =>
    expect(at(0)).toMatchObject({
      state: 'near',
      reason: 'reserve-end',
      value: 0,
      figures: { atBottom: 0, up: 0, down: 7, recycle: 4, flashes: 200 },
      path: 'lights.A.powerStops'
    }))
  test('on mains no flashes are counted; of several those of the others', () => {
    const mixed = (...onMains: readonly boolean[]) =>
      verdict('reserve', (p) => {
        p.lights = onMains.map((each, i) =>
          testLight({
            id: (['A', 'B'] as const)[i]!,
            strobe: testStrobe({ id: `s${i}`, onMains: each, flashesFull: 100 })
          })
        )
      }).figures
    expect(mixed(true, true)).not.toHaveProperty('flashes')
    expect(mixed(true, false)).toHaveProperty('flashes', mixed(false).flashes)
  })
  test('between its ends: what is left above', () =>
    expect(at(-2.5)).toMatchObject({
      state: 'ok',
      reason: 'reserve-fine',
      value: 2.5,
      figures: { atBottom: 0, up: 2.5, down: 4.5 }
    }))
  test('of several the one with the least above; recycle of the slowest, flashes of the weakest charge', () => {
    const found = at(-4, -1.5)
    expect(found).toMatchObject({ value: 1.5, path: 'lights.B.powerStops' })
    expect(found.cause).toMatchObject({ source: 'B', term: 'power' })
    expect(found.figures.recycle).toBeCloseTo(8 * 2 ** -1.5, 9)
    expect(found.figures.flashes).toBe(Math.floor(100 * 2 ** 1.5))
    expect(at(-1.5, -4)).toMatchObject({ value: 1.5, path: 'lights.A.powerStops' })
  })
  test('one at its bottom is told before one that only has the least above', () =>
    expect(at(-1, -7)).toMatchObject({
      state: 'near',
      value: 0,
      figures: { atBottom: 1, up: 7, down: 0 },
      path: 'lights.B.powerStops'
    }))
})

describe('sync', () => {
  const at = (shutterStops: number, change: (p: Plan) => void = () => undefined) =>
    verdict('sync', (p) => {
      p.settings.shutterStops = shutterStops
      change(p)
    })
  test('within', () =>
    expect(at(8)).toMatchObject({
      state: 'ok',
      reason: 'sync-within',
      limit: 8,
      value: 8,
      cause: null,
      figures: { dark: 0, loss: 0 }
    }))
  test('a stop past it: half the frame dark, or high-speed sync and its price', () => {
    const band = at(9, (p) => {
      p.settings.highSpeedSync = false
    })
    expect(band).toMatchObject({ state: 'miss', reason: 'sync-band', cause: null })
    expect(band.figures.dark).toBeCloseTo(0.5, 6)
    const high = at(9, (p) => {
      p.settings.highSpeedSync = true
    })
    expect(high).toMatchObject({ state: 'near', reason: 'sync-high-speed', figures: { dark: 0 } })
    expect(high.cause).toMatchObject({ source: 'A', term: 'highSpeedSync' })
  })
  test('one strobe without it leaves its band', () =>
    expect(
      at(9, (p) => {
        p.settings.highSpeedSync = true
        p.lights.push(
          testLight({ id: 'B', strobe: testStrobe({ id: 'old', highSpeedSync: false }) })
        )
      })
    ).toMatchObject({ state: 'miss', reason: 'sync-band' }))
  test('a leaf shutter: whole, or cut, and the flash most cut is named', () => {
    const leaf = (shutterStops: number) =>
      at(shutterStops, (p) => {
        p.camera = testCamera({ curtain: 'leaf' })
        p.lights[0]!.powerStops = -5
        p.lights.push(
          testLight({
            id: 'B',
            powerStops: -4,
            strobe: testStrobe({ id: 'slow', quench: 'voltage', t01FullS: 1 / 200 })
          })
        )
      })
    expect(leaf(4)).toMatchObject({ state: 'ok', reason: 'sync-leaf', cause: null })
    expect(leaf(9)).toMatchObject({ state: 'near', reason: 'sync-leaf-clip' })
    expect(leaf(9).cause).toMatchObject({ source: 'B', term: 'leafClip' })
    expect(leaf(9).figures.t01).toBeCloseTo(1 / 200, 9)
  })
})
