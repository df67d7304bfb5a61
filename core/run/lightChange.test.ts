/** The run knows the course of falling light: what is to be read again, and what it says instead. */
import { expect, test } from '@jest/globals'
import { changeBetween, evAt } from '../advise/course'
import { ledgerOf } from '../ledger/ledger'
import { withSource } from '../plan/editAmbient'
import type { Falling, Plan } from '../plan/plan'
import { evOfReading } from '../plan/readingEv'
import { testFrame, testPlan, testReading, testSource } from '../testing'
import { recheckMove } from './ambientMove'
import { fallingReadings } from './fallingReadings'
import { asByCourse, courseFor, lightChanges, MINDED } from './lightChange'

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
const READ = '2026-11-28T16:20:00.000Z'
const lens = (ev: number) => testReading(ev, { via: 'lens', takenAt: READ, look: 'black-still' })
const plan: Plan = testPlan((p) => {
  p.falling = falling
  p.ambient.background = lens(8)
  p.ambient.subject = lens(5)
  p.ambient.recheckMinutes = null
  p.ambient.sources = [
    testSource({ id: 'S1', name: 'Window', reading: lens(7) }),
    testSource({ id: 'S2', name: 'Lamp', kind: 'lamp', reading: lens(9) })
  ]
})
const at = (minutes: number): number => Date.parse(READ) + minutes * 60_000
const course = courseFor(plan, [])!

test('what the course changes is the background and the windows, not a lamp', () => {
  expect(lightChanges(plan, course, at(0))).toEqual([])
  const later = lightChanges(plan, course, at(20))
  expect(later.map(({ of }) => of)).toEqual(['background', 'S1'])
  for (const { by } of later) {
    expect(by).toBeCloseTo(evAt(course, at(20))! - evAt(course, at(0))!, 9)
    expect(by).toBeLessThan(-MINDED)
  }
  const drawn = withSource(plan, 'S1', { state: 'off' })
  expect(lightChanges(drawn, course, at(20)).map(({ of }) => of)).toEqual(['background'])
})

test('a run asks for the frame again when the light has changed, by the clock of its course', () => {
  expect(recheckMove(plan, [], at(1))).toBeNull()
  expect(recheckMove(plan, [], at(20))).not.toBeNull()
  expect(recheckMove({ ...plan, falling: null }, [], at(20))).toBeNull()
  // One that was read meanwhile is enough until it has changed again.
  const black = {
    ...testFrame(plan, 'f', 'black'),
    takenAt: new Date(at(19.9)).toISOString(),
    evidence: [
      { kind: 'judged' as const, place: 'background', levelStops: -8, limit: 'at-most' as const }
    ]
  }
  expect(recheckMove(plan, [black], at(20))).toBeNull()
  let minutes = 20
  while (recheckMove(plan, [black], at(minutes)) === null) minutes += 0.25
  const change = changeBetween(course, at(19.9), at(minutes))!
  expect(Math.abs(change)).toBeGreaterThanOrEqual(MINDED)
  expect(Math.abs(change)).toBeLessThan(MINDED + 0.15)
})

test('what the course says now stands in place of what was read', () => {
  const now = asByCourse(plan, course, at(20))
  const by = changeBetween(course, at(0), at(20))!
  expect(evOfReading(now.ambient.background!)).toBeCloseTo(evAt(course, at(20))!, 2)
  expect(evOfReading(now.ambient.sources[0]!.reading!)).toBeCloseTo(7 + by, 2)
  expect(now.ambient.sources[1]).toBe(plan.ambient.sources[1])
  expect(lightChanges(now, course, at(20))).toEqual([])
})

test('of a frame of the background the lamps are taken out: they do not fall', () => {
  const dark = { ...plan, ambient: { ...plan.ambient, sources: [plan.ambient.sources[1]!] } }
  const ledger = ledgerOf(dark)
  const rest = ledger.parts.find(({ source }) => source === 'rest')!.cells.background!.level
  const lamp = testSource({
    id: 'S2',
    name: 'Screen',
    from: { kind: 'around', falls: 'background' },
    readAt: 'background',
    reading: lens(7)
  })
  const lit = { ...dark, ambient: { ...dark.ambient, sources: [lamp] } }
  const level = ledgerOf(lit).ambient.background!.level
  expect(level).toBeGreaterThan(rest + 0.3)
  const [, found] = fallingReadings(lit, falling, [
    {
      ...testFrame(lit, 'f', 'black'),
      evidence: [
        {
          kind: 'patch',
          place: 'background',
          x: 0.5,
          y: 0.5,
          radius: 0.02,
          levelStops: level,
          limit: 'exact',
          uncertaintyStops: 0.1
        }
      ]
    }
  ])
  expect(found!.ev).toBeCloseTo(8, 2)
})
