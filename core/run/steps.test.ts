/** When frames still stand for the plan, and what the run says of each state a light can be in. */
import { describe, expect, test } from '@jest/globals'
import { withLight } from '../plan/edit'
import type { AmbientReading, Light, Plan } from '../plan/plan'
import { withBestPower } from '../solve/power'
import {
  testCard,
  testFrame,
  testLight,
  testModifier,
  testPlan,
  testReading,
  testStrobe
} from '../testing'
import type { Evidence, Frame } from './frame'
import { nextMove } from './steps'

const judged = (place: string): Evidence => ({
  kind: 'judged',
  place,
  levelStops: place === 'background' ? -8 : 0,
  limit: place === 'background' ? 'at-most' : 'exact'
})
const black = (plan: Plan): Frame => ({
  ...testFrame(plan, 'black', 'black'),
  evidence: [judged('background')]
})
const lit = (plan: Plan): Frame => ({
  ...testFrame(plan, 'lit', 'lit'),
  evidence: [judged('subject')]
})
const whole = (plan: Plan): Frame[] => [black(plan), lit(plan)]
/** Goals so wide that nothing but the frames decides. */
const easy = (change: (p: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.goals = { ...p.goals, toleranceStops: 3, backgroundStops: 6 }
    p.subject = { ...p.subject, sharpDepthMm: 0.1 }
    change(p)
  })

describe('frames of another set are taken again', () => {
  const plan = easy()
  test('of this one they are not, by however little a figure differs', () => {
    expect(nextMove(plan, whole(plan)).kind).toBe('done')
    const dust = withLight(plan, 0, { powerStops: plan.lights[0]!.powerStops + 1e-8 })
    expect(nextMove(dust, whole(plan)).kind).toBe('done')
  })
  const camera: Record<string, (p: Plan) => Plan> = {
    aperture: (p) => ({ ...p, settings: { ...p.settings, apertureStops: 8.5 } }),
    shutter: (p) => ({ ...p, settings: { ...p.settings, shutterStops: 7 } }),
    iso: (p) => ({ ...p, settings: { ...p.settings, isoStops: 1 } }),
    filter: (p) => ({ ...p, settings: { ...p.settings, ndStops: 1 } }),
    magnification: (p) => ({ ...p, focus: { ...p.focus, magnification: 0.6 } }),
    'background’s distance': (p) => ({
      ...p,
      background: { ...p.background, distanceMm: p.background.distanceMm + 50 }
    }),
    'background’s tilt': (p) => ({ ...p, background: { ...p.background, tiltDeg: 10 } }),
    cards: (p) => ({
      ...p,
      cards: [
        testCard({
          widthMm: 50,
          heightMm: 50,
          reflectance: 0.01,
          at: { distanceMm: 900, azimuthDeg: 120, elevationDeg: 0 }
        })
      ]
    })
  }
  test.each(Object.keys(camera))('%s changed: from the black frame on', (what) =>
    expect(nextMove(camera[what]!(plan), whole(plan)).kind).toBe('take-black')
  )
  const light: Record<string, Partial<Light>> = {
    power: { powerStops: -4.5 },
    distance: { at: { distanceMm: 210, azimuthDeg: 40, elevationDeg: 0 } },
    azimuth: { at: { distanceMm: 200, azimuthDeg: 41, elevationDeg: 0 } },
    elevation: { at: { distanceMm: 200, azimuthDeg: 40, elevationDeg: 2 } },
    roll: { rollDeg: 20 },
    aim: { aim: { kind: 'place', place: 'subject' } },
    strobe: { strobe: testStrobe({ id: 'another' }) },
    modifier: { modifiers: [testModifier({ lossStops: 0 })] }
  }
  test.each(Object.keys(light))('a light’s %s changed: the lit frame alone', (what) =>
    expect(nextMove(withLight(plan, 0, light[what]!), whole(plan))).toEqual({
      kind: 'take-lit',
      lights: ['A'],
      alone: false
    })
  )
  test('high-speed sync switched: the lit frame alone', () => {
    const { highSpeedSync } = plan.settings
    const other = { ...plan, settings: { ...plan.settings, highSpeedSync: !highSpeedSync } }
    expect(nextMove(other, whole(plan)).kind).toBe('take-lit')
  })
  test('a frame nobody has judged is judged, the newest of its kind', () => {
    const blank = testFrame(plan, 'new', 'lit')
    expect(nextMove(plan, [...whole(plan), blank])).toEqual({ kind: 'judge', frame: blank })
    expect(nextMove(plan, [blank, ...whole(plan)]).kind).toBe('done')
    const dark = testFrame(plan, 'dark', 'black')
    expect(nextMove(plan, [dark, lit(plan)])).toEqual({ kind: 'judge', frame: dark })
  })
})

describe('more than one light', () => {
  const two = easy((p) => {
    p.lights.unshift(testLight({ id: 'B', name: 'Other', role: 'other', powerStops: -6 }))
    p.lights[1]!.role = 'key'
  })
  const of = (ids: readonly string[], id = ids.join('')): Frame => ({
    ...lit({
      ...two,
      lights: two.lights.map((each) => ({ ...each, on: ids.includes(each.id) }))
    }),
    id
  })
  test('the key alone first, then the other, then both', () => {
    const first = [black(two)]
    expect(nextMove(two, first)).toEqual({ kind: 'take-lit', lights: ['A'], alone: true })
    const second = [...first, of(['A'])]
    expect(nextMove(two, second)).toEqual({ kind: 'take-lit', lights: ['B'], alone: true })
    const third = [...second, of(['B'])]
    expect(nextMove(two, third)).toEqual({ kind: 'take-lit', lights: ['A', 'B'], alone: false })
    expect(nextMove(two, [...third, of(['A', 'B'])]).kind).toBe('done')
  })
  test('none on', () => {
    const off = { ...two, lights: two.lights.map((each) => ({ ...each, on: false })) }
    expect(nextMove(off, [black(off)])).toEqual({ kind: 'all-off' })
  })
})

describe('the light’s power', () => {
  const ready = (change: (p: Plan) => void = () => undefined): Plan => testPlan(change)
  const move = (plan: Plan) => nextMove(plan, [black(plan)])
  test('within the tolerance it stays', () => {
    const plan = ready()
    const off = plan.goals.toleranceStops
    const by = (stops: number) =>
      move(withLight(plan, 0, { powerStops: plan.lights[0]!.powerStops + stops })).kind
    expect([by(0), by(off + 0.6), by(-off - 0.6)]).toEqual(['take-lit', 'set-power', 'set-power'])
  })
  test('ambient past the goal, another light past it, no light there', () => {
    const bright = move(
      ready((p) => {
        p.ambient.subject = testReading(20)
      })
    )
    expect(bright).toMatchObject({ kind: 'too-much', by: 'ambient', light: 'A' })
    const others = move(
      ready((p) => {
        p.lights.push(testLight({ id: 'B', role: 'other', powerStops: 0 }))
      })
    )
    expect(others).toMatchObject({ kind: 'too-much', by: 'others', light: 'A' })
    if (others.kind === 'too-much') expect(others.overStops).toBeGreaterThan(1)
    const behind = move(
      ready((p) => {
        p.lights[0]!.at = { distanceMm: 200, azimuthDeg: 180, elevationDeg: 0 }
      })
    )
    expect(behind).toEqual({ kind: 'no-light', light: 'A' })
  })
  test.each([
    ['too-dim', 5000, -7],
    ['too-bright', 60, 0]
  ] as const)('%s at %d mm', (why, distanceMm, powerStops) => {
    const found = move(
      ready((p) => {
        p.lights[0] = testLight({
          powerStops,
          at: { distanceMm, azimuthDeg: 0, elevationDeg: 0 }
        })
      })
    )
    expect(found).toMatchObject({ kind: 'no-power-fits', why, light: 'A' })
    if (found.kind === 'no-power-fits') expect(found.missStops > 0).toBe(why === 'too-bright')
  })
  test('between two marks of a coarse dial', () => {
    const coarse = { kind: 'levels', count: 4, stopsPerLevel: 2 } as const
    const at = (distanceMm: number): Plan =>
      ready((p) => {
        p.lights[0] = testLight({
          strobe: testStrobe({ dial: coarse }),
          at: { distanceMm, azimuthDeg: 0, elevationDeg: 0 }
        })
      })
    const whys = [200, 240, 280, 330, 390].map((mm) => {
      const plan = withBestPower(at(mm), 0)
      const found = move(plan)
      return found.kind === 'no-power-fits' ? found.why : found.kind
    })
    expect(whys).toContain('coarse')
    expect(whys).toContain('take-lit')
  })
  test('the mark to set, from where, and what rounding leaves', () => {
    const plan = ready((p) => {
      p.lights[0]!.powerStops = -1
    })
    const found = move(plan)
    if (found.kind !== 'set-power') throw new Error(found.kind)
    expect(found.light).toBe('A')
    expect(found.from).toBe(-1)
    expect(found.after.lights[0]!.powerStops).toBe(found.to)
    expect(Math.abs(found.errorStops)).toBeLessThanOrEqual(1 / 6 + 1e-9)
    expect(move({ ...plan, locks: ['lights.A.powerStops'] })).toEqual({
      kind: 'power-locked',
      light: 'A',
      wanted: found.to
    })
  })
})

describe('the ambient before any light', () => {
  const over = (stops: number, limit: AmbientReading['limit'] = 'exact'): Plan =>
    testPlan((p) => {
      p.background = { ...p.background, reflectance: 0.18, distanceMm: 3000 }
      p.focus.magnification = 0.1
      p.goals.backgroundStops = -5
      p.ambient.background = testReading(
        p.settings.apertureStops + p.settings.shutterStops + 2 * Math.log2(1.1) - 5 + stops,
        { limit }
      )
    })
  test('over its goal by more than a frame can tell: darken, by how much', () => {
    const found = nextMove(over(0.06), [])
    expect(found).toMatchObject({ kind: 'darken' })
    if (found.kind === 'darken') expect(found.overStops).toBeCloseTo(0.06, 6)
    expect(nextMove(over(0.04), []).kind).toBe('take-black')
  })
  test('a reading of at most is proved by the black frame first', () => {
    const plan = over(1, 'at-most')
    expect(nextMove(plan, []).kind).toBe('take-black')
    expect(nextMove(plan, [black(plan)]).kind).toBe('darken')
  })
  test('where surroundings are wanted: the ambient alone, judged, and then the lights', () => {
    const wanted: Plan = {
      ...over(-1),
      goals: { ...over(-1).goals, backgroundLeastStops: -7 },
      ambient: { ...over(-1).ambient, background: null }
    }
    expect(nextMove(wanted, []).kind).toBe('take-ambient')
    const blank = testFrame(wanted, 'day', 'black')
    expect(nextMove(wanted, [blank])).toEqual({ kind: 'judge', frame: blank })
    const read = { ...wanted, ambient: over(-1).ambient }
    expect(['take-black', 'take-ambient', 'judge']).not.toContain(nextMove(read, []).kind)
  })
})

test('everything lit and judged: the hard goal missed most comes first, and how many more there are', () => {
  const plan = testPlan((p) => {
    p.subject = { ...p.subject, sharpDepthMm: 60 }
    p.goals.isoStops = 0
    p.settings.isoStops = 0
    p.goals.recycleS = 0.01
  })
  const found = nextMove(plan, whole(plan))
  expect(found).toMatchObject({ kind: 'goal-missed', goal: { id: 'recycle' }, others: 1 })
  const wished = { ...plan, goals: { ...plan.goals, wished: ['recycle', 'depth'] } }
  const end = nextMove(wished, whole(wished))
  expect(end).toMatchObject({ kind: 'done', wishes: [{ id: 'recycle' }, { id: 'depth' }] })
  if (end.kind === 'done') expect(Math.abs(end.missStops)).toBeLessThan(0.4)
})
