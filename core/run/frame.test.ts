/** A frame remembers the set it was taken with, whatever is done to the plan afterwards. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { ledgerOf } from '../ledger/ledger'
import { takenAtFromExif } from '../measure/exif'
import { addLight, addPlace, removeLight, removePlace, withLight } from '../plan/edit'
import { openPlan } from '../plan/open'
import type { Plan } from '../plan/plan'
import { withBestPower } from '../solve/power'
import { testFrame, testMetered, testModifier, testPlan, testReading, testStrobe } from '../testing'
import { applyCalibration, calibrate } from './calibrate'
import { changesBetween } from './changes'
import { frameSchema, litIds, logFrame, type Evidence, type Frame } from './frame'
import { lessonsOf, withLessons, withoutLessons } from './lessons'
import { mergeFrames } from './merge'
import { nextMove } from './steps'

const judged = (
  levelStops: number,
  place = 'subject',
  limit: 'exact' | 'at-least' | 'at-most' = 'exact'
): Evidence => ({ kind: 'judged', place, levelStops, limit })
const taught = (plan: Plan, frame: Frame, evidence: Evidence): Plan =>
  applyCalibration(plan, calibrate(plan, frame, evidence, `${frame.id}-${evidence.kind}`))
const level = (plan: Plan, place = 'subject') => evaluate(plan).ledger.totals[place]!
const exif = { takenAt: '2026:11:24 09:30:00', offset: null }

describe('logging', () => {
  test('the frame holds the plan as shot: the lights that fired, the settings the file names', () => {
    const plan = addLight(testPlan(), testStrobe())
    const frame = logFrame(plan, {
      id: 'f',
      kind: 'lit',
      takenAt: '2026-11-24T10:00:00.000Z',
      fired: ['B'],
      named: { apertureStops: 6, shutterStops: null, isoStops: 1 }
    })
    expect(litIds(frame)).toEqual(['B'])
    expect(frame.plan.settings).toEqual({ ...plan.settings, apertureStops: 6, isoStops: 1 })
    expect(frameSchema.safeParse(frame).success).toBe(true)
    expect(litIds(testFrame(plan, 'k', 'black'))).toEqual([])
    expect(openPlan(testFrame(plan, 'k', 'black').plan).ok).toBe(true)
  })
  test('a file that says when it was taken is believed, unless its clock is nonsense', () => {
    const now = new Date('2026-11-25T10:00:00Z')
    expect(takenAtFromExif(exif, now)).toEqual(new Date(2026, 10, 24, 9, 30))
    expect(takenAtFromExif({ ...exif, offset: '+09:00' }, now)!.toISOString()).toBe(
      '2026-11-24T00:30:00.000Z'
    )
    for (const takenAt of [null, '', '0000:00:00 00:00:00', '1980:01:01 00:00:00', 'yesterday'])
      expect(takenAtFromExif({ takenAt, offset: null }, now)).toBeNull()
    expect(takenAtFromExif({ takenAt: '2027:01:01 00:00:00', offset: null }, now)).toBeNull()
  })
  test('what changed between two frames includes aim, background and cards', () => {
    const before = testPlan()
    const after: Plan = {
      ...withLight(before, 0, { aim: { kind: 'place', place: 'background' } }),
      background: { ...before.background, distanceMm: before.background.distanceMm / 2 }
    }
    expect(
      changesBetween(before, after)
        .map((change) => change.control)
        .sort()
    ).toEqual(['aim', 'background'])
  })
})

describe('judged after the set was changed', () => {
  const set = testPlan((p) => {
    p.subject.shape = 'ellipsoid'
    p.lights[0]!.modifiers = [testModifier({ beam: { kind: 'cut', beamDeg: 30 } })]
  })
  const frame = testFrame(set, 'f', 'lit')
  const seen = level(frame.plan)
  test.each<[string, (plan: Plan) => Plan]>([
    [
      're-aimed',
      (p) => withLight(p, 0, { aim: { kind: 'free', azimuthDeg: -120, elevationDeg: 0 } })
    ],
    ['moved', (p) => withLight(p, 0, { at: { ...p.lights[0]!.at, distanceMm: 900 } })],
    ['background moved', (p) => ({ ...p, background: { ...p.background, distanceMm: 60 } })],
    ['subject turned', (p) => ({ ...p, subject: { ...p.subject, rotationDeg: 60, shape: 'box' } })],
    [
      'settings changed',
      (p) => ({ ...p, settings: { ...p.settings, apertureStops: 9, isoStops: 4 } })
    ]
  ])('%s: a frame that came out as predicted corrects nothing', (_what, change) => {
    const { corrections } = taught(change(set), frame, judged(seen))
    expect(corrections.map((each) => each.stops)).toEqual([expect.closeTo(0, 6)])
  })
  test('what other frames taught since is taken into account', () => {
    const second = testFrame(set, 'g', 'lit')
    const once = taught(set, frame, judged(seen - 1))
    expect(taught(once, second, judged(seen - 1)).corrections.at(-1)!.stops).toBeCloseTo(-1, 6)
    const again = taught(once, frame, judged(seen - 0.5))
    expect(again.corrections).toHaveLength(1)
    expect(again.corrections[0]!.stops).toBeCloseTo(-0.5, 6)
  })
})

describe('lights and places that go', () => {
  const two = addLight(testPlan(), testStrobe({ id: 'second' }))
  test('take along what was measured of them, their goals and their wishes', () => {
    const frame = logFrame(two, {
      id: 'f',
      kind: 'lit',
      takenAt: '2026-11-24T10:00:00.000Z',
      fired: ['A']
    })
    const corrected = taught(two, frame, judged(-1))
    expect(corrected.corrections).toHaveLength(1)
    const again = addLight(removeLight(corrected, 'A'), testStrobe())
    expect(again.corrections).toEqual([])
    expect(again.lights.find((light) => light.id === 'A')).toMatchObject({
      name: 'Key',
      role: 'key'
    })
    const withPlace = addPlace(two, 5, 5, 5)
    const asked: Plan = {
      ...withPlace,
      goals: {
        ...withPlace.goals,
        places: [{ place: 'P1', kind: 'about', stops: 0, toleranceStops: 0.3 }],
        wished: ['at:P1', 'depth']
      },
      corrections: [{ ...corrected.corrections[0]!, place: 'P1' }],
      locks: ['goals.places.P1.stops', 'places.P1.xMm', 'settings.isoStops']
    }
    const without = removePlace(asked, 'P1')
    expect([
      without.goals.places,
      without.goals.wished,
      without.corrections,
      without.locks
    ]).toEqual([[], ['depth'], [], ['settings.isoStops']])
    const reused = addPlace(without, 1, 1, 1)
    expect(reused.places[0]!.id).toBe('P1')
    expect(reused.corrections).toEqual([])
  })
  test('the first removed and another added: the run goes on past “all on”', () => {
    let plan = addLight(removeLight(two, 'A'), testStrobe({ id: 'third' }))
    plan = { ...plan, goals: { ...plan.goals, toleranceStops: 2 } }
    plan = withBestPower(withLight(plan, 0, { powerStops: -9 }), 1)
    expect(plan.lights.map((light) => light.id)).toEqual(['B', 'A'])
    const shot = (id: string, kind: Frame['kind'], fired: ('A' | 'B')[]) => ({
      ...logFrame(plan, { id, kind, takenAt: '2026-11-24T10:00:00.000Z', fired }),
      evidence: [judged(-8, 'background', 'at-most')]
    })
    const frames = [shot('k', 'black', []), shot('a', 'lit', ['A']), shot('b', 'lit', ['B'])]
    expect(nextMove(plan, frames)).toMatchObject({ kind: 'take-lit', alone: false })
    expect(nextMove(plan, [...frames, shot('all', 'lit', ['A', 'B'])]).kind).toBe('done')
  })
  test('a frame of a light that is gone teaches its letter’s next owner nothing', () => {
    const frame = testFrame(testPlan(), 'f', 'lit')
    const other = testPlan((p) => {
      p.lights[0]!.strobe = testStrobe({ id: 'other', guideNumberM: 8 })
    })
    expect(calibrate(other, frame, judged(-1), 'x')).toMatchObject({ why: 'other-kit' })
  })
  test('nor does a place that is gone', () => {
    const frame = testFrame(addPlace(testPlan(), 1, 1, 1), 'f', 'lit')
    expect(calibrate(testPlan(), frame, judged(-1, 'P1'), 'x')).toMatchObject({
      why: 'no-such-place'
    })
  })
})

describe('what a correction holds for', () => {
  const fast = testPlan((p) => {
    p.settings.shutterStops = 10
    p.settings.highSpeedSync = true
  })
  test('high-speed sync and single flash are corrected apart', () => {
    const frame = testFrame(fast, 'f', 'lit')
    const corrected = taught(fast, frame, judged(level(fast) - 0.8))
    expect(level(corrected)).toBeCloseTo(level(fast) - 0.8, 6)
    const atSync = (p: Plan): Plan => ({ ...p, settings: { ...p.settings, shutterStops: 7 } })
    expect(level(atSync(corrected))).toBeCloseTo(level(atSync(fast)), 9)
    const single = taught(atSync(fast), testFrame(atSync(fast), 'g', 'lit'), judged(-1))
    expect(level({ ...single, settings: fast.settings })).toBeCloseTo(level(fast), 9)
  })
  test('light on the background holds while light and background stand', () => {
    const set = testPlan((p) => {
      p.background = { ...p.background, distanceMm: 200, reflectance: 0.5 }
    })
    const flash = (p: Plan) => ledgerOf(p).flash.background!
    const corrected = taught(
      set,
      testFrame(set, 'f', 'lit'),
      judged(level(set, 'background') + 1, 'background')
    )
    expect(flash(corrected)).toBeCloseTo(flash(set) + 1, 6)
    const nearer = (p: Plan) =>
      withLight(p, 0, { at: { ...p.lights[0]!.at, distanceMm: 150, azimuthDeg: 20 } })
    expect(flash(nearer(corrected))).toBeCloseTo(flash(nearer(set)), 9)
    const back = (p: Plan): Plan => ({ ...p, background: { ...p.background, distanceMm: 300 } })
    expect(flash(back(corrected))).toBeCloseTo(flash(back(set)), 9)
    const dimmer = withLight(corrected, 0, { powerStops: set.lights[0]!.powerStops - 1 })
    expect(flash(dimmer)).toBeCloseTo(flash(set), 6)
  })
  test('an ambient correction goes with the reading it corrected', () => {
    const set = testPlan((p) => {
      p.ambient.background = testReading(8)
    })
    const dark = testFrame(set, 'f', 'black')
    const corrected = taught(
      set,
      dark,
      judged(ledgerOf(set).ambient.background!.level - 2, 'background')
    )
    const ambient = (p: Plan) => ledgerOf(p).ambient.background!.level
    expect(ambient(corrected)).toBeCloseTo(ambient(set) - 2, 6)
    const readAnew: Plan = { ...corrected, ambient: { ...set.ambient, background: testReading(5) } }
    expect(ambient(readAnew)).toBeCloseTo(ambient(set) - 3, 6)
  })
})

describe('limits', () => {
  const plan = testPlan()
  const bright = withLight(plan, 0, { powerStops: 0 })
  test('clipped where it was predicted brighter still: nothing to correct', () => {
    expect(level(bright)).toBeGreaterThan(2)
    const clipped = judged(2, 'subject', 'at-least')
    expect(calibrate(bright, testFrame(bright, 'f', 'lit'), clipped, 'x')).toMatchObject({
      kind: 'nothing',
      why: 'as-predicted-or-brighter'
    })
  })
  test('clipped where it was predicted darker: at least that', () => {
    const corrected = taught(
      plan,
      testFrame(plan, 'f', 'lit'),
      judged(level(plan) + 1.5, 'subject', 'at-least')
    )
    expect(corrected.corrections[0]).toMatchObject({ limit: 'at-least' })
    expect(level(corrected)).toBeCloseTo(level(plan) + 1.5, 6)
    expect(ledgerOf(corrected).rows[1]!.cells.subject!.limit).toBe('at-least')
  })
  test('a clipped first black frame is a lower limit of the ambient', () => {
    const frame = testFrame(plan, 'f', 'black')
    const read = taught(plan, frame, judged(2.4, 'background', 'at-least'))
    expect(read.ambient.background).toMatchObject({ limit: 'at-least', frameId: 'f' })
    expect(ledgerOf(read).ambient.background!.limit).toBe('at-least')
    expect(
      nextMove(read, [{ ...frame, evidence: [judged(2.4, 'background', 'at-least')] }])
    ).toMatchObject({ kind: 'darken' })
  })
})

describe('a flash meter', () => {
  const reads = testMetered
  /** What a meter in the light of this plan shows, by the plain sum: no shutter in it. */
  const shown = (p: Plan) =>
    ledgerOf({ ...p, settings: { ...p.settings, shutterStops: 0, highSpeedSync: false } }).flash
      .subject! +
    p.settings.apertureStops +
    2 * Math.log2(1 + p.focus.magnification) -
    p.settings.isoStops
  test('sees the whole flash, a leaf shutter closing on it does not', () => {
    const leaf = testPlan((p) => {
      p.camera = { ...p.camera, curtain: 'leaf' }
      p.settings.shutterStops = 9
      p.lights[0]!.strobe = testStrobe({ t01FullS: 1 / 150, quench: 'voltage' })
    })
    const slow = { ...leaf, settings: { ...leaf.settings, shutterStops: 6 } }
    expect(ledgerOf(leaf).flash.subject!).toBeLessThan(ledgerOf(slow).flash.subject! - 0.2)
    const result = calibrate(leaf, testFrame(leaf, 'f', 'lit'), reads(shown(leaf)), 'm')
    expect(result).toMatchObject({ correction: { stops: expect.closeTo(0, 6) } })
  })
  test('says nothing where the strobe fires in high-speed sync', () => {
    const fast = testPlan((p) => {
      p.settings.shutterStops = 10
      p.settings.highSpeedSync = true
    })
    expect(calibrate(fast, testFrame(fast, 'f', 'lit'), reads(6), 'm')).toMatchObject({
      kind: 'nothing',
      why: 'meter-in-high-speed-sync'
    })
  })
})

describe('what a logged frame may hold', () => {
  const frame = testFrame(testPlan(), 'f', 'lit')
  const meter = { ...testMetered(5), lights: ['A', 'B'] }
  const patch = {
    kind: 'patch',
    place: 'top',
    x: 0.2,
    y: 1,
    radius: 0.05,
    levelStops: 0,
    limit: 'exact',
    uncertaintyStops: 0.3
  }
  const holds = (part: object): boolean => frameSchema.safeParse({ ...frame, ...part }).success
  test('evidence of every kind, up to eight', () => {
    expect(holds({ evidence: [meter, patch, judged(-1)] })).toBe(true)
    expect(holds({ evidence: Array.from({ length: 8 }, () => patch) })).toBe(true)
    expect(holds({ evidence: Array.from({ length: 9 }, () => patch) })).toBe(false)
  })
  test.each([
    ['levelStops', -15, 8],
    ['x', 0, 1],
    ['y', 0, 1],
    ['radius', 0.001, 0.5]
  ])('a patch’s %s from %d to %d', (key, least, most) => {
    const at = (value: number) => holds({ evidence: [{ ...patch, [key]: value }] })
    expect([least - 0.01, least, most, most + 0.01].map(at)).toEqual([false, true, true, false])
  })
  test.each([
    ['apertureStops', -2, 14],
    ['isoStops', -3, 11],
    ['shutterStops', -6, 16]
  ])('a meter’s %s from %d to %d', (key, least, most) => {
    const at = (value: number) => holds({ evidence: [{ ...meter, [key]: value }] })
    expect([least - 0.01, least, most, most + 0.01].map(at)).toEqual([false, true, true, false])
  })
  test('eight lights, a name and a note of some length, an id that fits an address', () => {
    const lights = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H']
    expect(holds({ evidence: [{ ...meter, lights }] })).toBe(true)
    expect(holds({ evidence: [{ ...meter, lights: [...lights, 'A'] }] })).toBe(false)
    expect(holds({ note: 'x'.repeat(1000), fileName: 'y'.repeat(200) })).toBe(true)
    expect(holds({ note: 'x'.repeat(1001) })).toBe(false)
    expect(holds({ fileName: 'y'.repeat(201) })).toBe(false)
    expect(holds({ id: 'a'.repeat(64) })).toBe(true)
    for (const id of ['', 'a'.repeat(65), 'a b', '../x']) expect(holds({ id })).toBe(false)
  })
})

describe('lessons', () => {
  test('go with their frame and come back with it', () => {
    const set = testPlan()
    const black = testFrame(set, 'k', 'black')
    const lit = testFrame(set, 'f', 'lit')
    const plan = taught(taught(set, black, judged(-5, 'background')), lit, judged(-1))
    const without = withoutLessons(withoutLessons(plan, 'k'), 'f')
    expect([without.corrections, without.ambient.background]).toEqual([[], null])
    const back = withLessons(withLessons(without, lessonsOf(plan, 'k')), lessonsOf(plan, 'f'))
    expect(back).toEqual(plan)
    expect(withoutLessons(plan, 'nobody')).toBe(plan)
  })
  test('two who judge one frame at once: both readings stay', () => {
    const lit = testFrame(testPlan(), 'f', 'lit')
    const mine = { ...lit, evidence: [judged(-1)] }
    const theirs = { ...lit, evidence: [judged(-2), judged(-6, 'background')], note: 'theirs' }
    expect(mergeFrames(mine, theirs)).toMatchObject({
      evidence: [judged(-6, 'background'), judged(-1)],
      note: 'theirs'
    })
  })
  test('of one place the newer look stays; what a meter said beside it is another thing', () => {
    const lit = testFrame(testPlan(), 'f', 'lit')
    const meter = testMetered(5)
    const merged = (mine: Evidence[], theirs: Evidence[]) =>
      mergeFrames({ ...lit, evidence: mine }, { ...lit, evidence: theirs }).evidence
    expect(merged([judged(-1)], [meter])).toEqual([meter, judged(-1)])
    expect(merged([meter], [judged(-1)])).toEqual([judged(-1), meter])
    expect(merged([testMetered(6)], [meter])).toEqual([testMetered(6)])
    const many = ['subject', 'top', 'front', 'shadow', 'background'].map((p) => judged(-1, p))
    const others = ['P1', 'P2', 'P3', 'P4'].map((p) => judged(-1, p))
    expect(merged(many, others)).toEqual([...others.slice(1), ...many])
    expect(mergeFrames({ ...lit, note: 'mine' }, { ...lit, note: 'theirs' }).note).toBe('mine')
  })
  test('a black frame judged again reads the ambient anew, it does not correct itself', () => {
    const set = testPlan()
    const black = testFrame(set, 'k', 'black')
    const once = taught(set, black, judged(-5, 'background'))
    const again = taught(once, black, judged(-4, 'background'))
    expect(ledgerOf(again).ambient.background!.level).toBeCloseTo(-4, 2)
    expect(again.corrections).toEqual([])
  })
})
