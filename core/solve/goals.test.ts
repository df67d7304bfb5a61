/** Every goal: what it asks, how a plan stands to it, just inside and just outside. */
import { describe, expect, test } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { freezeOf } from '../ledger/freeze'
import { ratiosOf } from '../ledger/ratios'
import { depthOf, endBlur, neededDepthMm } from '../plan/lensInUse'
import type { AmbientReading, Plan } from '../plan/plan'
import { testLight, testPlan, testReading, testStrobe } from '../testing'
import { beyond, goalsOf, highlightPlaces, isInStops, judgeGoals, type GoalResult } from './goals'

const base = (change: (p: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', speedMmS: 100, sharpDepthMm: 2 }
    p.background = { ...p.background, reflectance: 0.18, distanceMm: 300 }
    p.places = [
      {
        id: 'P1',
        name: 'Pale',
        xMm: 0,
        yMm: 0,
        zMm: 9,
        faces: 'lens',
        reflectance: 0.8,
        finish: 'matt'
      }
    ]
    p.lights.push(
      testLight({
        id: 'B',
        name: 'Fill',
        role: 'fill',
        powerStops: -6,
        at: { distanceMm: 300, azimuthDeg: -60, elevationDeg: 0 },
        strobe: testStrobe({ id: 'b', recycleFullS: 10, flashesFull: 40 })
      })
    )
    change(p)
  })
const goal = (id: string, change: (p: Plan) => void): GoalResult => {
  const plan = base(change)
  return judgeGoals(plan, evaluate(plan)).find((each) => each.id === id)!
}
const plan = base()
const { ledger } = evaluate(plan)
const freeze = freezeOf(plan, ledger)
const recycleS = Math.max(0.1, 10 * 2 ** -6, 3 * 2 ** plan.lights[0]!.powerStops)
const flashes = Math.min(
  Math.floor(40 * 2 ** 6 + 1e-9) > 800 ? 800 : 40 * 2 ** 6,
  Math.min(3000, Math.floor(150 * 2 ** -plan.lights[0]!.powerStops + 1e-9))
)
const edgePx = endBlur(plan, neededDepthMm(plan)).bothMm / 0.006

/** What sets each one-sided goal, and the value the plan has. */
const sided: Record<
  string,
  {
    readonly kind: 'most' | 'least'
    readonly value: number
    readonly set: (p: Plan, limit: number) => void
    readonly inStops?: boolean
  }
> = {
  background: {
    kind: 'most',
    inStops: true,
    value: Math.max(
      ledger.totals.background!,
      ledger.totals.backgroundLeft!,
      ledger.totals.backgroundRight!
    ),
    set: (p, limit) => (p.goals.backgroundStops = limit)
  },
  'at:top': {
    kind: 'most',
    inStops: true,
    value: ledger.totals.top!,
    set: (p, stops) =>
      (p.goals.places = [{ place: 'top', kind: 'at-most', stops, toleranceStops: 0.7 }])
  },
  depth: {
    kind: 'least',
    value: depthOf(plan).totalMm,
    set: (p, limit) => (p.subject.sharpDepthMm = limit)
  },
  edge: { kind: 'most', value: edgePx, set: (p, limit) => (p.goals.edgeBlurPx = limit) },
  blur: { kind: 'most', value: freeze.worst.blurPx, set: (p, limit) => (p.goals.blurPx = limit) },
  recycle: { kind: 'most', value: recycleS, set: (p, limit) => (p.goals.recycleS = limit) },
  flashes: { kind: 'least', value: flashes, set: (p, limit) => (p.goals.flashes = limit) }
}

describe('one-sided goals', () => {
  test.each(Object.keys(sided))('%s: kept to its limit, missed past it, counted in stops', (id) => {
    const { kind, value, set, inStops } = sided[id]!
    const limitFor = (outside: number): number => {
      const by = kind === 'most' ? -outside : outside
      return inStops ? value + by : value * 2 ** by
    }
    const inside = goal(id, (p) => set(p, limitFor(-0.4)))
    expect(inside).toMatchObject({ ok: true, missStops: 0, kind, hard: true, toleranceStops: 0 })
    expect(inside.value).toBeCloseTo(value, 6)
    expect(inside.slackStops).toBeCloseTo(0.4, 5)
    const outside = goal(id, (p) => set(p, limitFor(0.4)))
    expect(outside).toMatchObject({ ok: false, slackStops: 0 })
    expect(outside.missStops).toBeCloseTo(0.4, 5)
    const wished = goal(id, (p) => {
      set(p, limitFor(0.4))
      p.goals.wished = [id as never]
    })
    expect(wished.hard).toBe(false)
  })
  test('ISO at most: in stops', () => {
    const iso = (isoStops: number) =>
      goal('iso', (p) => {
        p.settings.isoStops = isoStops
        p.goals.isoStops = 2
      })
    expect(iso(2)).toMatchObject({ ok: true, value: 2, slackStops: 0 })
    expect(iso(2.5)).toMatchObject({ ok: false, missStops: 0.5 })
    expect(iso(1)).toMatchObject({ ok: true, slackStops: 1 })
  })
  test('the brightest place of the subject, a zone of it too, in values of 255', () => {
    const places = ['subject', 'shadow', 'top', 'front', 'P1']
    expect(highlightPlaces(plan)).toEqual(places)
    const found = goal('highlight', (p) => (p.goals.highlight8Bit = 250))
    expect(found.value).toBe(Math.max(...places.map((place) => ledger.totals[place]!)))
    expect(found.value).toBe(ledger.totals.P1)
    // IEC 61966-2-1: 250 of 255 is 0.956 linear.
    const linear = ((250 / 255 + 0.055) / 1.055) ** 2.4
    expect(found.limit).toBeCloseTo(Math.log2(linear / 0.18), 9)
    expect(found.ok).toBe(found.value <= found.limit)
  })
  test('a ghost: its own limit, or that of the flash', () => {
    const reading: AmbientReading = testReading(16)
    const ghost = (ghostPx: number | null) =>
      goal('ghost', (p) => {
        p.ambient.subject = reading
        p.goals.blurPx = 1
        p.goals.ghostPx = ghostPx
      })
    const { value } = ghost(null)
    expect(value).toBeGreaterThan(1)
    expect(ghost(null)).toMatchObject({ ok: false, limit: 1 })
    expect(ghost(value + 1)).toMatchObject({ ok: true, limit: value + 1 })
    // None shows: nothing is smeared, whatever the limit.
    expect(goal('ghost', (p) => (p.goals.ghostPx = 0.1))).toMatchObject({ ok: true, value: 0 })
  })
  test('sync: any dark band at all is as far off as can be', () => {
    expect(goal('sync', () => undefined)).toMatchObject({ ok: true, value: 0, slackStops: 30 })
    const banded = goal('sync', (p) => {
      p.settings.shutterStops = 9
      p.settings.highSpeedSync = false
    })
    expect(banded).toMatchObject({ ok: false, hard: true, missStops: 30 })
    expect(banded.value).toBeCloseTo(0.5, 6)
  })
})

describe('goals with a tolerance', () => {
  const about: Record<string, readonly [number, (p: Plan, stops: number, tol: number) => void]> = {
    subject: [
      ledger.totals.subject!,
      (p, stops, tol) => {
        p.goals.subjectStops = stops
        p.goals.toleranceStops = tol
      }
    ],
    'at:P1': [
      ledger.totals.P1!,
      (p, stops, toleranceStops) =>
        (p.goals.places = [{ place: 'P1', kind: 'about', stops, toleranceStops }])
    ],
    keyFill: [
      ratiosOf(plan, ledger).keyFill!,
      (p, stops, toleranceStops) =>
        (p.goals.keyFill = { stops, toleranceStops, over: 'subject', under: 'shadow' })
    ],
    background: [
      sided.background!.value,
      (p, stops, tol) => {
        p.goals.backgroundStops = stops + tol
        p.goals.backgroundLeastStops = stops - tol
      }
    ]
  }
  test.each(Object.keys(about))('%s', (id) => {
    const [value, set] = about[id]!
    for (const [off, ok] of [
      [0.29, true],
      [-0.29, true],
      [0.31, false],
      [-0.31, false],
      [2, false]
    ] as const) {
      const found = goal(id, (p) => set(p, value - off, 0.3))
      expect(found).toMatchObject({ ok, kind: 'about' })
      expect(found.toleranceStops).toBeCloseTo(0.3, 9)
      expect(found.missStops).toBeCloseTo(ok ? 0 : Math.abs(off) - 0.3, 6)
      expect(found.slackStops).toBeCloseTo(ok ? 0.3 - Math.abs(off) : 0, 6)
    }
  })
  test('no fill at all is as far off as can be', () =>
    expect(
      goal('keyFill', (p) => {
        p.lights = p.lights.slice(0, 1)
        p.goals.keyFill = { stops: 2, toleranceStops: 1, over: 'subject', under: 'shadow' }
      })
    ).toMatchObject({ ok: false, missStops: 29, value: Infinity }))
})

test('which goals a plan has, in their order', () => {
  const ids = (change: (p: Plan) => void) => goalsOf(base(change)).map((each) => each.id)
  expect(ids(() => undefined)).toEqual(['subject', 'background', 'depth', 'blur', 'ghost', 'sync'])
  expect(ids((p) => (p.subject.speedMmS = 0))).toEqual(['subject', 'background', 'depth', 'sync'])
  const all = ids((p) => {
    p.goals = {
      ...p.goals,
      places: [{ place: 'top', kind: 'about', stops: 0, toleranceStops: 0.3 }],
      highlight8Bit: 240,
      keyFill: { stops: 1, toleranceStops: 0.3, over: 'subject', under: 'shadow' },
      edgeBlurPx: 3,
      recycleS: 1,
      flashes: 100,
      isoStops: 0
    }
  })
  expect(all).toEqual([
    'subject',
    'background',
    'at:top',
    'highlight',
    'keyFill',
    'depth',
    'edge',
    'blur',
    'ghost',
    'recycle',
    'flashes',
    'iso',
    'sync'
  ])
  expect(all.filter(isInStops)).toEqual([
    'subject',
    'background',
    'at:top',
    'highlight',
    'keyFill',
    'iso'
  ])
})

test('a background nobody has read is not known', () => {
  const ok = (id: string, read: boolean) =>
    goal(id, (p) => {
      if (!read) p.ambient.background = null
      else p.ambient.background = testReading(2)
    }).known
  expect(ok('background', false)).toBe(false)
  expect(ok('background', true)).toBe(true)
  expect(ok('depth', false)).toBe(true)
})

test('lights that are off take no part in recycle and charge', () => {
  const off = (id: string): number =>
    goal(id, (p) => {
      p.goals.recycleS = 9
      p.goals.flashes = 1
      p.lights[1]!.powerStops = 0
      p.lights[1]!.on = false
    }).value
  expect(off('recycle')).toBeCloseTo(Math.max(0.1, 3 * 2 ** plan.lights[0]!.powerStops), 9)
  expect(off('flashes')).toBe(
    Math.min(3000, Math.floor(150 * 2 ** -plan.lights[0]!.powerStops + 1e-9))
  )
})

test('nothing where something is wanted counts as far off, not as infinite', () => {
  expect(beyond({ id: 'depth', kind: 'least', limit: 4 }, 0)).toBe(30)
  expect(beyond({ id: 'blur', kind: 'most', limit: 4 }, 0)).toBe(-30)
  expect(beyond({ id: 'subject', kind: 'about', limit: 0 }, -Infinity)).toBe(30)
  expect(beyond({ id: 'iso', kind: 'most', limit: 0 }, 100)).toBe(30)
  expect(beyond({ id: 'recycle', kind: 'most', limit: 2 }, 4)).toBe(1)
  expect(beyond({ id: 'depth', kind: 'least', limit: 2 }, 4)).toBe(-1)
})
