// checks: flash cut by a shutter
import { describe, expect, test } from '@jest/globals'
import { shutterChoices } from '../advise/shutterChoices'
import { regimeOf } from '../advise/byShutter'
import { evaluate } from '../ledger/evaluate'
import { searchSpaceOf } from '../solve/searchSpace'
import { testCamera, testLens, testLight, testPlan, testStrobe } from '../testing'
import type { Plan } from './plan'
import { shutterOf } from './shutterInUse'

/** A body with curtains that sync to 1/250, a lens with a leaf shutter to 1/500. */
const both = (change: (plan: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.camera = testCamera({ highSpeedSync: false })
    p.lens = testLens({ leafFastestStops: 9 })
    change(p)
  })
const sync = (plan: Plan) => evaluate(plan).verdicts.find((each) => each.id === 'sync')!

describe('a lens with a leaf shutter on a body with curtains', () => {
  test('the shoot says which is in use; a lens without one leaves the body’s', () => {
    expect(shutterOf(both())).toMatchObject({ curtain: 'focal-plane', syncStops: 8 })
    expect(shutterOf({ ...both(), shutterIn: 'lens' })).toMatchObject({
      curtain: 'leaf',
      fastestShutterStops: 9,
      highSpeedSync: false
    })
    const none = both((p) => {
      p.lens = testLens()
      p.shutterIn = 'lens'
    })
    expect(shutterOf(none)).toMatchObject({ curtain: 'focal-plane' })
    expect(shutterChoices(none)).toEqual([])
  })
  test('past the body’s sync the curtains leave a band, the leaf none', () => {
    const fast = both((p) => {
      p.settings.shutterStops = 9
    })
    expect(sync(fast)).toMatchObject({ reason: 'sync-band' })
    expect(sync({ ...fast, shutterIn: 'lens' })).toMatchObject({ state: 'ok' })
    expect(regimeOf({ ...fast, shutterIn: 'lens' })).toBe('leaf')
  })
  test('each is offered with its limit and what it takes: a slow flash loses to either', () => {
    const slow = both((p) => {
      p.lights[0] = testLight({
        powerStops: 0,
        strobe: testStrobe({ quench: 'voltage', t01FullS: 1 / 300 })
      })
    })
    const [body, lens] = shutterChoices(slow)
    expect(body).toMatchObject({ shutterIn: 'body', limitStops: 8 })
    expect(lens).toMatchObject({ shutterIn: 'lens', limitStops: 9 })
    expect(lens!.ambientStops - body!.ambientStops).toBeCloseTo(-1, 9)
    // Leaf: 1 − 10^(−t/t0.1) with t = 1/512 s.
    expect(lens!.lossStops).toBeCloseTo(Math.log2(1 - 10 ** (-300 / 512)), 6)
  })
  test('ways look no further than the shutter in use', () => {
    const most = (plan: Plan) => Math.max(...searchSpaceOf(plan).shutters)
    expect(most(both())).toBeCloseTo(8, 9)
    expect(most({ ...both(), shutterIn: 'lens' })).toBeCloseTo(9, 9)
  })
})
