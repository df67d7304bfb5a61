import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { freezing } from '../advise/freezing'
import { byShutter, highSpeedAgainstSync } from '../advise/byShutter'
import { evaluate } from './evaluate'
import { freezeOf } from './freeze'
import { testCamera, testLight, testPlan, testReading, testStrobe } from '../testing'

const moving = (change: (plan: Plan) => void = () => undefined): Plan =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, speedMmS: 1000 }
    plan.focus = { ...plan.focus, magnification: 0.5 }
    plan.camera = testCamera({ sensorWidthMm: 26.4, sensorHeightMm: 17.6 })
    change(plan)
  })
const freeze = (plan: Plan) => freezeOf(plan, evaluate(plan).ledger)

describe('what is frozen', () => {
  test('1 m/s at m = 0.5 on 4.4 µm pixels, t0.1 1/1000 s: 114 px', () => {
    const plan = moving((p) => {
      p.lights[0]!.strobe = testStrobe({
        durations: [
          { powerStops: 0, t01: 1 / 1000 },
          { powerStops: -7, t01: 1 / 1000 }
        ]
      })
    })
    expect(freeze(plan).worst.blurPx).toBeCloseTo(113.6, 1)
  })
  test('a quenched head freezes more at less power, a voltage head by its table less; without one it is said to be assumed', () => {
    const at = (powerStops: number, part: Parameters<typeof testStrobe>[0]) =>
      freeze(
        moving((p) => {
          p.lights[0] = testLight({ powerStops, strobe: testStrobe(part) })
        })
      ).worst
    expect(at(-5, {}).blurPx).toBeLessThan(at(-1, {}).blurPx / 4)
    const table = [
      { powerStops: 0, t01: 1 / 800 },
      { powerStops: -5, t01: 1 / 300 }
    ]
    expect(at(-5, { quench: 'voltage', durations: table }).blurPx).toBeGreaterThan(
      at(0, { quench: 'voltage', durations: table }).blurPx
    )
    expect([
      at(0, {}).from,
      at(0, { quench: 'voltage' }).from,
      at(0, { durations: table }).from
    ]).toEqual(['model', 'assumed', 'table'])
  })
  test('high-speed sync does not shorten the flash: the shutter does the freezing, and a leaf shutter clips', () => {
    const fast = freeze(
      moving((p) => {
        p.settings = { ...p.settings, shutterStops: 11, highSpeedSync: true }
      })
    ).worst
    expect(fast).toMatchObject({ highSpeed: true })
    expect(fast.seconds).toBeCloseTo(2 ** -11, 12)
    const leaf = freeze(
      moving((p) => {
        p.camera = testCamera({ curtain: 'leaf' })
        p.settings.shutterStops = 9
        p.lights[0]!.powerStops = 0
      })
    ).worst
    expect(leaf.clipStops).toBeLessThan(-0.3)
    expect(leaf.seconds).toBeCloseTo(2 ** -9, 12)
  })
  test('a ghost shows from −5 on, and not in the dark', () => {
    expect(
      freeze(
        moving((p) => {
          p.ambient.subject = testReading(14, { atMagnification: 0.5 })
        })
      ).ghostPx
    ).toBeGreaterThan(100)
    expect(
      freeze(
        moving((p) => {
          p.ambient.subject = testReading(4, { atMagnification: 0.5 })
        })
      ).ghostPx
    ).toBe(0)
    expect(freeze(moving()).ghostPx).toBe(0)
  })
})

describe('advice, cheapest first', () => {
  const plan = moving((p) => {
    p.goals.blurPx = 20
    p.lights[0] = testLight({
      powerStops: -1,
      at: { distanceMm: 400, azimuthDeg: 40, elevationDeg: 0 }
    })
  })
  test('lower power nearer, more heads, wider aperture, in that order; each frozen within what is allowed', () => {
    const { moves, enough } = freezing(plan)
    expect(enough).toBe(false)
    expect(moves.map((move) => move.kind)).toEqual(['nearer', 'heads', 'aperture'])
    for (const move of moves) if ('blurPx' in move) expect(move.blurPx).toBeLessThanOrEqual(20)
    const nearer = moves[0]!
    if (nearer.kind !== 'nearer' || !nearer.after) throw new Error('nearer')
    // Inverse square: the light on the subject stays within a quarter of a stop.
    expect(
      Math.abs(evaluate(nearer.after).ledger.flash.subject! - evaluate(plan).ledger.flash.subject!)
    ).toBeLessThan(0.25)
    expect(freeze(nearer.after).worst.blurPx).toBeLessThanOrEqual(20)
    const heads = moves[1]!
    if (heads.kind !== 'heads') throw new Error('heads')
    // Four heads a quarter as bright each: 2^stops.
    expect(heads.heads).toBe(Math.ceil(2 ** (-1 - heads.powerStops) - 1e-9))
  })
  test('locks are kept, ambient is named where it ghosts, a head that is never quick enough is named', () => {
    expect(
      freezing({
        ...plan,
        locks: ['lights.A.at.distanceMm', 'settings.apertureStops']
      }).moves.every((move) => move.after === null)
    ).toBe(true)
    const ghost = moving((p) => {
      p.goals.blurPx = 500
      p.goals.ghostPx = 5
      p.ambient.subject = testReading(14, { atMagnification: 0.5 })
    })
    const { moves } = freezing(ghost)
    expect(moves.map((move) => move.kind)).toEqual(['ambient'])
    const slow = moving((p) => {
      p.goals.blurPx = 1
      p.lights[0]!.strobe = testStrobe({ quench: 'voltage', t01FullS: 1 / 500 })
    })
    expect(freezing(slow).moves.map((move) => move.kind)).toEqual(['other-head'])
  })
})

describe('ambient by shutter', () => {
  test('falls a stop a stop, the strobe holds to sync and then loses in high-speed sync', () => {
    const plan = testPlan((p) => {
      p.ambient.subject = testReading(8)
    })
    const points = byShutter(plan)
    const at = (stops: number) =>
      points.find((point) => Math.abs(point.shutterStops - stops) < 1e-6)!
    expect(at(5).subject - at(6).subject).toBeCloseTo(1, 9)
    expect(at(5).strobe).toBeCloseTo(at(8).strobe, 12)
    expect([at(8).regime, at(9).regime]).toEqual(['sync', 'highSpeedSync'])
    // Tc 1/256, t 1/512: log2(3) = 1.58, and the head's own half stop.
    expect(at(9).lossStops).toBeCloseTo(-1.585 - 0.5, 2)
    const dark = byShutter({ ...plan, settings: { ...plan.settings, highSpeedSync: false } }).find(
      (point) => Math.abs(point.shutterStops - 9) < 1e-6
    )!
    expect(dark).toMatchObject({ regime: 'band' })
    expect(dark.dark).toBeCloseTo(0.5, 9)
  })
  test('far past sync high-speed sync costs about as much as closing the aperture, plus the first penalty', () => {
    const past = (shutterStops: number) =>
      highSpeedAgainstSync(
        testPlan((p) => {
          p.settings = { ...p.settings, shutterStops, highSpeedSync: true }
        })
      )!
    expect(past(13).highSpeed - past(13).byAperture).toBeCloseTo(0.5 + Math.log2(33 / 32), 2)
    expect(past(9).highSpeed - past(9).byAperture).toBeCloseTo(0.5 + Math.log2(1.5), 2)
    expect(highSpeedAgainstSync(testPlan())).toBeNull()
  })
})
