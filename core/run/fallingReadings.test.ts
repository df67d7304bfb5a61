// checks: readings of falling light (levels of frames worked back to EV by hand)
import { expect, test } from '@jest/globals'
import { evOfBackground } from '../advise/course'
import { ledgerOf } from '../ledger/ledger'
import type { Falling, Plan } from '../plan/plan'
import { testFrame, testPlan, testReading } from '../testing'
import { fallingReadings } from './fallingReadings'
import type { Frame } from './frame'

const falling: Falling = {
  latitudeDeg: 50,
  longitudeDeg: -4,
  date: '2026-11-28',
  way: 'dusk',
  lights: 'sky',
  levelStops: -1,
  bracketStops: 0,
  readings: [],
  dropped: []
}
const lensReading = (ev: number, takenAt: string | null) =>
  testReading(ev, { via: 'lens', takenAt })
const plan: Plan = testPlan((p) => {
  p.settings.shutterStops = 3
  p.lights[0]!.powerStops = -7
})
const saying = (frame: Frame, place: string, levelStops: number): Frame => ({
  ...frame,
  evidence: [
    {
      kind: 'patch',
      place,
      x: 0.5,
      y: 0.5,
      radius: 0.02,
      levelStops,
      limit: 'exact',
      uncertaintyStops: 0.1
    }
  ]
})

test('a frame without flash gives the EV its level stands for', () => {
  const frame = saying(testFrame(plan, 'f', 'black'), 'background', -1.4)
  const [found] = fallingReadings(plan, falling, [frame])
  // level = EV − aperture − shutter + ISO: f/16 and 1/8 s are 8 and 3.
  expect(found!.ev).toBeCloseTo(-1.4 + 8 + 3, 6)
  expect(found).toMatchObject({ id: 'f', on: true, uncertaintyStops: 0.1 })
  expect(found!.at).toBe(Date.parse(frame.takenAt))
})

test('a frame with flash counts where ambient gives most of it, the flash taken out', () => {
  const flash = ledgerOf(plan).flash.background!
  const level = Math.log2(2 ** flash + 2 ** (flash + 2))
  const [found] = fallingReadings(plan, falling, [
    saying(testFrame(plan, 'f', 'lit'), 'background', level)
  ])
  expect(found!.ev).toBeCloseTo(flash + 2 + 8 + 3, 4)
  const mostly = Math.log2(2 ** flash + 2 ** (flash - 1))
  expect(
    fallingReadings(plan, falling, [saying(testFrame(plan, 'g', 'lit'), 'background', mostly)])
  ).toEqual([])
})

test('what says nothing of the background, or nothing exact, or is practice, is left out', () => {
  const black = testFrame(plan, 'f', 'black')
  const limit = saying(black, 'background', -8)
  const frames = [
    black,
    saying(black, 'subject', 0),
    { ...limit, evidence: [{ ...limit.evidence[0]!, limit: 'at-most' }] } as Frame,
    { ...saying(black, 'background', 0), practice: true as const }
  ]
  expect(fallingReadings(plan, falling, frames)).toEqual([])
})

test('typed readings count by their time, the plan’s own too unless a frame gave it; dropped ones are off', () => {
  const typed = { id: 't', reading: lensReading(7, '2026-11-28T16:30:00.000Z') }
  const untimed = { id: 'u', reading: lensReading(7, null) }
  const own = lensReading(8, '2026-11-28T16:00:00.000Z')
  const with_: Plan = { ...plan, ambient: { ...plan.ambient, background: own } }
  const found = fallingReadings(
    with_,
    { ...falling, readings: [typed, untimed], dropped: ['t'] },
    []
  )
  expect(found.map(({ id, on }) => [id, on])).toEqual([
    ['t', false],
    ['plan', true]
  ])
  expect(found[1]!.ev).toBeCloseTo(evOfBackground(plan, own), 9)
  const byFrame: Plan = {
    ...plan,
    ambient: { ...plan.ambient, background: { ...own, frameId: 'f' } }
  }
  expect(fallingReadings(byFrame, falling, [])).toEqual([])
})
