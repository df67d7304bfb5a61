/** Steps of a run: their order, what is said of them, and what then comes next. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { withLight, withOnly } from '../plan/edit'
import type { LightId, Plan } from '../plan/plan'
import { testFrame, testLight, testModifier, testPlan, testReading } from '../testing'
import { planAsked, askedBy } from './asked'
import type { Frame } from './frame'
import { partPlan } from './part'
import { frameMove, runSteps, stepNow, type RunStep } from './steps'
import { notesOf, stepKeySchema, tickSchema, type StepKey, type StepTick, type Tick } from './tick'

const easy = (change: (p: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.goals = { ...p.goals, toleranceStops: 3, backgroundStops: 6 }
    p.subject = { ...p.subject, sharpDepthMm: 0.1 }
    change(p)
  })
const grid = testModifier({ id: 'grid', name: 'Grid', lossStops: 1 })
const sock = testModifier({ id: 'sock', name: 'Sock', lossStops: 0.5 })
const two = easy((p) => {
  p.lights[0]!.modifiers = [grid, sock]
  p.lights.push(testLight({ id: 'B', name: 'Other', role: 'other', powerStops: -6 }))
})
const taken = (id: string, plan: Plan, fired: readonly LightId[], seen = true): Frame => ({
  ...testFrame(withOnly(plan, fired), id, fired.length === 0 ? 'black' : 'lit'),
  evidence: seen
    ? [
        {
          kind: 'judged',
          place: fired.length === 0 ? 'background' : 'subject',
          levelStops: fired.length === 0 ? -8 : 0,
          limit: fired.length === 0 ? 'at-most' : 'exact'
        }
      ]
    : []
})
const said = (
  step: StepKey,
  mark: StepTick['mark'],
  after: string | null = null,
  why = ''
): Tick => ({
  kind: 'step',
  id: `${step}-${mark}`,
  at: '2026-11-27T10:00:00.000Z',
  step,
  mark,
  after,
  why
})
const order = (steps: StepKey[]): Tick => ({
  kind: 'order',
  id: 'order',
  at: '2026-11-27T10:00:00.000Z',
  steps
})
const parts = (light: LightId, on = true): Tick => ({
  kind: 'parts',
  id: `parts-${light}-${on}`,
  at: '2026-11-27T10:00:00.000Z',
  light,
  on
})
const steps = (plan: Plan, frames: readonly Frame[], ticks: readonly Tick[] = [], nowMs = 0) =>
  runSteps({ plan, frames, notes: notesOf(ticks), nowMs })
const keys = (list: readonly RunStep[]): StepKey[] => list.map(({ key }) => key)
const now = (...args: Parameters<typeof steps>): StepKey | undefined => stepNow(steps(...args))?.key
const READY = [said('prepare', 'done'), said('test-flash', 'done')]

describe('the order of the work', () => {
  test('two lights: prepare, test flash, black frame, each alone, together, variations', () => {
    expect(keys(steps(two, []))).toEqual([
      'prepare',
      'test-flash',
      'black',
      'light-A',
      'light-B',
      'together',
      'variations',
      'recheck'
    ])
  })
  test('one light is never alone among others; without a light there is none to test', () => {
    const one = easy()
    expect(keys(steps(one, []))).not.toContain('light-A')
    expect(keys(steps(withOnly(one, []), []))).not.toContain('test-flash')
  })
  test('modifiers one at a time, where wanted: bare, then one more on in each step', () => {
    const list = keys(steps(two, [], [parts('A')]))
    expect(list.slice(3, 7)).toEqual(['part-A-0', 'part-A-1', 'light-A', 'light-B'])
    expect(keys(steps(two, [], [parts('A'), parts('A', false)]))).not.toContain('part-A-0')
  })
  test('surroundings that are wanted have a step of their own', () => {
    const wanted = easy((p) => {
      p.goals = { ...p.goals, backgroundStops: -1, backgroundLeastStops: -3 }
    })
    expect(keys(steps(wanted, []))).toContain('background')
  })
  test('what was taken out of the plan has no step, what came in gets one in its usual place', () => {
    const wanted = order(['black', 'light-B', 'light-A', 'together', 'prepare', 'variations'])
    const list = keys(steps(two, [], [wanted]))
    expect(list.indexOf('light-B')).toBeLessThan(list.indexOf('light-A'))
    expect(list[list.indexOf('prepare') + 1]).toBe('test-flash')
    const gone = withLight(two, 1, { on: false })
    expect(keys(steps(gone, [], [wanted]))).not.toContain('light-B')
  })
  test('a step named twice is there once', () => {
    const list = keys(steps(two, [], [order(['black', 'light-B', 'black'])]))
    expect(list.filter((key) => key === 'black')).toHaveLength(1)
  })
  test('property: whatever order is wanted, every step is there once', () => {
    const usual = keys(steps(two, [], [parts('A')]))
    fc.assert(
      fc.property(fc.shuffledSubarray([...usual, 'light-H', 'background']), (wanted) => {
        const list = keys(steps(two, [], [parts('A'), order(wanted)]))
        expect([...list].sort()).toEqual([...usual].sort())
      })
    )
  })
})

describe('what comes next', () => {
  test('prepare and test flash by a word of the user, then the frames', () => {
    expect(now(two, [])).toBe('prepare')
    expect(now(two, [], READY.slice(0, 1))).toBe('test-flash')
    expect(now(two, [], READY)).toBe('black')
    // Who takes a frame is ready.
    expect(now(two, [taken('b', two, [])])).toBe('light-A')
  })
  test('a frame taken before anybody said ready is still the black one', () => {
    expect(frameMove(steps(two, [])).kind).toBe('take-black')
  })
  test('skipped is passed over, taken up again it stands as before', () => {
    const frames = [taken('b', two, []), taken('a', two, ['A'])]
    expect(now(two, frames)).toBe('light-B')
    const skipped = [said('light-B', 'skipped', null, 'it is only a fill')]
    expect(now(two, frames, skipped)).toBe('together')
    expect(now(two, frames, [...skipped, said('light-B', 'again')])).toBe('light-B')
    // A frame that was there counts again.
    const more = [...frames, taken('bb', two, ['B'])]
    expect(now(two, more, [...skipped, said('light-B', 'again')])).toBe('together')
  })
  test('once more: frames up to then no longer count, the next one does', () => {
    const frames = [taken('b', two, []), taken('a', two, ['A'])]
    const again = [said('light-A', 'again', 'a')]
    expect(now(two, frames, again)).toBe('light-A')
    expect(now(two, [...frames, taken('a2', two, ['A'])], again)).toBe('light-B')
    const black = [said('black', 'again', 'b')]
    expect(now(two, frames, black)).toBe('black')
    expect(now(two, [...frames, taken('b2', two, [])], black)).toBe('light-B')
    // The frame it was asked after may be deleted since.
    expect(now(two, frames, [said('light-A', 'again', 'gone')])).toBe('light-B')
  })
  test('daylight that was read by a meter is taken once more as a frame when that is asked for', () => {
    const wanted = easy((p) => {
      p.goals = { ...p.goals, backgroundStops: 6, backgroundLeastStops: -14 }
      p.ambient.background = testReading(2)
    })
    expect(now(wanted, [], READY)).not.toBe('black')
    expect(now(wanted, [taken('x', wanted, ['A'])], [said('black', 'again', 'x')])).toBe('black')
  })
  test('when the user says that all is taken, nothing is left', () => {
    const frames = [
      taken('b', two, []),
      taken('a', two, ['A']),
      taken('bb', two, ['B']),
      taken('ab', two, ['A', 'B'])
    ]
    expect(now(two, frames)).toBe('variations')
    expect(stepNow(steps(two, frames, [said('variations', 'done')]))).toBeNull()
    expect(frameMove(steps(two, frames, [said('variations', 'done')])).kind).toBe('done')
  })
  test('another time at or under sync leaves what a light alone gives: its frame stands', () => {
    const frames = [taken('b', two, []), taken('a', two, ['A'])]
    const slower = { ...two, settings: { ...two.settings, shutterStops: 6 } }
    expect(now(slower, [...frames, taken('b2', slower, [])])).toBe('light-B')
    const faster = {
      ...two,
      settings: { ...two.settings, shutterStops: two.camera.syncStops + 1 }
    }
    expect(now(faster, [...frames, taken('b2', faster, [])])).toBe('light-A')
  })
})

describe('surroundings that are wanted', () => {
  /** Background read at −6 at 1/250, wanted from −4 to −3. */
  const wanted = testPlan((p) => {
    p.goals = { ...p.goals, backgroundStops: -3, backgroundLeastStops: -4, toleranceStops: 3 }
    p.subject = { ...p.subject, sharpDepthMm: 0.1 }
    p.ambient.background = testReading(11)
  })
  test('the time that brings the background there, the least change, the subject left alone', () => {
    const frames = [taken('a', wanted, ['A'])]
    const step = stepNow(steps(wanted, frames))!
    expect(step.key).toBe('background')
    const { move } = step
    if (move?.kind !== 'set-shutter') throw new Error(move?.kind)
    expect(move.to).toBeLessThan(move.from)
    const next = steps(move.after, frames)
    // The frame with all lights stands: a flash within the time is what it was.
    expect(next.find(({ key }) => key === 'together')!.state).toBe('done')
    expect(stepNow(next)!.move!.kind).toBe('take-lit')
    const end = steps(move.after, [...frames, taken('a2', move.after, ['A'])])
    expect(stepNow(end)!.key).toBe('variations')
  })
  test('a locked shutter is named, not turned', () => {
    const locked = { ...wanted, locks: ['settings.shutterStops'] }
    expect(stepNow(steps(locked, [taken('a', locked, ['A'])]))!.move).toMatchObject({
      kind: 'set-shutter',
      locked: true
    })
  })
})

describe('the ambient again', () => {
  const minutes = 60_000
  const read = easy((p) => {
    p.ambient = {
      ...p.ambient,
      recheckMinutes: 30,
      background: { ...testReading(-4), takenAt: '2026-11-27T10:00:00.000Z' }
    }
  })
  const at = (after: number): number => Date.parse('2026-11-27T10:00:00.000Z') + after * minutes
  const first = { ...taken('b', read, []), takenAt: '2026-11-27T10:00:00.000Z' }
  test('due when the reading has grown old, and only then; a new black frame ends it', () => {
    expect(now(read, [first], [], at(29))).toBe('together')
    expect(now(read, [first], [], at(31))).toBe('recheck')
    const second = { ...taken('b2', read, []), takenAt: '2026-11-27T10:31:00.000Z' }
    expect(now(read, [first, second], [], at(32))).toBe('together')
    const unseen = { ...taken('b2', read, [], false), takenAt: '2026-11-27T10:31:00.000Z' }
    expect(stepNow(steps(read, [first, unseen], [], at(32)))!.move).toEqual({
      kind: 'judge',
      frame: unseen
    })
  })
  test('a frame that waits to be judged is judged first', () => {
    const lit = taken('a', read, ['A'], false)
    expect(now(read, [first, lit], [], at(31))).toBe('together')
  })
  test('a run that has not begun begins with what comes first', () => {
    expect(now(read, [], [], at(31))).toBe('prepare')
    expect(now(read, [], READY, at(31))).toBe('black')
  })
  test('whoever is never reminded is not', () => {
    const never = { ...read, ambient: { ...read.ambient, recheckMinutes: null } }
    expect(now(never, [first], [], at(1000))).toBe('together')
  })
})

describe('a light with some of its modifiers', () => {
  const ticks = [parts('A')]
  const bare = partPlan(two, { light: 'A', on: 0 })
  const withGrid = partPlan(two, { light: 'A', on: 1 })
  test('bare it fires alone, lower by what its modifiers take', () => {
    expect(bare.lights[0]).toMatchObject({ on: true, modifiers: [] })
    expect(bare.lights[1]!.on).toBe(false)
    const all = partPlan(two, { light: 'A', on: 2 })
    // 1.5 stops, on a dial of thirds.
    expect(Math.abs(bare.lights[0]!.powerStops - all.lights[0]!.powerStops + 1.5)).toBeLessThan(
      0.35
    )
    expect(withGrid.lights[0]!.modifiers.map(({ id }) => id)).toEqual(['grid'])
  })
  test('each is asked for by itself, and logged as it was', () => {
    const black = taken('b', two, [])
    const first = stepNow(steps(two, [black], ticks))!
    expect(first.move).toEqual({ kind: 'take-part', part: { light: 'A', on: 0 } })
    expect(planAsked(two, askedBy(first.move!))).toEqual(bare)
    const one = taken('p0', bare, ['A'])
    expect(stepNow(steps(two, [black, one], ticks))!.key).toBe('part-A-1')
    const next = taken('p1', withGrid, ['A'])
    expect(stepNow(steps(two, [black, one, next], ticks))!.key).toBe('light-A')
  })
  test('a part of a light that is not there is no part', () => {
    expect(partPlan(two, { light: 'H', on: 0 })).toBe(two)
  })
})

test('only steps there are can be named', () => {
  for (const key of ['prepare', 'light-A', 'part-H-3', 'recheck'])
    expect(stepKeySchema.safeParse(key).success).toBe(true)
  for (const key of ['light-I', 'part-A', 'constructor', '', 'black-again'])
    expect(stepKeySchema.safeParse(key).success).toBe(false)
  expect(tickSchema.safeParse({ ...said('black', 'done'), id: '../x' }).success).toBe(false)
})
