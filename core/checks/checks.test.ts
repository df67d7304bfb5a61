/** What holds for all checks: the worst first, locks kept, effects that are differences. */
import { expect, test } from '@jest/globals'
import { withLight } from '../plan/edit'
import { testLight, testStrobe } from '../testing'
import { effectAt } from './check'
import { checkSet } from './checks'
import { brightest, find, set, wall } from './testing'

test('no remedy moves what is locked; the check itself stays', () => {
  const behind = set((p) => {
    p.lights = [
      testLight({
        at: { distanceMm: 300, azimuthDeg: 174, elevationDeg: 3 },
        aim: { kind: 'free', azimuthDeg: 180, elevationDeg: 0 }
      })
    ]
  })
  const kinds = (locks: string[]) =>
    find(checkSet({ ...behind, locks }), 'in-view').map((check) =>
      check.remedies.map((remedy) => remedy.kind)
    )
  const free = kinds([])[0]!
  expect(free.length).toBeGreaterThan(0)
  const kept = kinds(['lights.A.at.azimuthDeg'])[0]!
  expect(kept.length).toBeGreaterThan(0)
  expect(kept).not.toContain('azimuth')
  // What comes third when all may move is offered when the first two may not.
  expect(kinds(['lights.A.at.azimuthDeg', 'lights.A.at.elevationDeg'])).toEqual([['away']])
  expect(
    kinds(['lights.A.at.azimuthDeg', 'lights.A.at.elevationDeg', 'lights.A.at.distanceMm'])
  ).toEqual([[]])
  expect(kinds(['settings.isoStops'])[0]).toEqual(free)
  const fixed = wall((p) => {
    p.locks = ['background.distanceMm']
  })
  expect(find(checkSet(fixed), 'shadow')[0]!.remedies.map((remedy) => remedy.kind)).toEqual([
    'elevation'
  ])
})

test('the worst come first: what misses, then what is near, then what is only told', () => {
  const plan = set((p) => {
    p.focus.magnification = 0.2
    p.subject = { ...p.subject, widthMm: 60, heightMm: 60 }
    p.background = { ...p.background, distanceMm: 150, widthMm: 3000, heightMm: 3000 }
    p.lights = [
      testLight({
        strobe: testStrobe({ guideNumberM: 3 }),
        at: { distanceMm: 900, azimuthDeg: 40, elevationDeg: 0 }
      }),
      testLight({
        id: 'B',
        role: 'other',
        strobe: testStrobe({ face: { kind: 'disc', diameterMm: 20 } }),
        at: { distanceMm: 90, azimuthDeg: 180, elevationDeg: 0 }
      })
    ]
  })
  const spilled = { ...plan, goals: { ...plan.goals, backgroundStops: brightest(plan) - 0.2 } }
  expect(checkSet(spilled).map(({ kind, state }) => [kind, state])).toEqual([
    ['too-dim', 'miss'],
    ['spill', 'near'],
    ['hidden', 'info']
  ])
})

test('an effect is the difference of two levels; going dark is told apart from never lit', () => {
  const plan = set(() => undefined)
  const [light] = plan.lights
  const brighter = withLight(plan, 0, { powerStops: light!.powerStops + 1 })
  expect(effectAt(plan, brighter, light!, 'subject')).toBeCloseTo(1, 9)
  const off = withLight(plan, 0, { on: false })
  expect(effectAt(plan, off, light!, 'subject')).toBe(-Infinity)
  expect(effectAt(off, plan, light!, 'subject')).toBeNull()
  expect(effectAt(plan, plan, light!, 'P7')).toBeNull()
})
