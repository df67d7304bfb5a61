import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { housingSchema } from '../kit/housing'
import { typicalWater } from '../medium/water'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { notesOf, NO_NOTES, tickSchema, type Tick } from '../run/tick'
import { testLight, testLink, testModifier, testPlan, testStrobe } from '../testing'
import { cautionsFor } from './cautions'
import { checklistOf } from './checklist'
import { importantOpen, listedOf } from './listed'

const under = (change: (plan: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.medium = typicalWater('sea')
    p.housing = housingSchema.parse({
      kind: 'housing',
      id: 'box',
      name: 'Box',
      notes: '',
      prepare: 'Count the seals\n\n  Close over the tray ',
      port: { kind: 'flat', gapMm: 10 },
      portDiameterMm: 90,
      seals: [
        { name: 'Main ring', servicedOn: '2026-01-31' },
        { name: 'Port ring', servicedOn: null }
      ],
      assembly: [
        { text: 'Tray in', picture: '0123456789abcdef0123456789abcdef.jpg' },
        { text: 'Catch shut', picture: null }
      ],
      bodyWidthMm: 150,
      bodyHeightMm: 120,
      bodyDepthMm: 100
    })
    change(p)
  })
const topics = (plan: Plan, when = 'before'): string[] =>
  checklistOf(plan)
    .filter((item) => item.when === when)
    .map(({ topic }) => topic)

let count = 0
type Said<T> = T extends unknown ? Omit<T, 'id' | 'at'> : never
const tick = (said: Said<Tick>): Tick =>
  tickSchema.parse({ id: `t${count++}`, at: '2026-11-28T10:00:00.000Z', ...said })

describe('the checklist', () => {
  test('has what the plan asks for, and nothing else', () => {
    const dry = topics(testPlan())
    expect(dry).toEqual(
      expect.arrayContaining(['subject-clean', 'place-marked', 'background-cleared', 'cells'])
    )
    for (const topic of ['seals', 'leak-test', 'still-air', 'trigger', 'cloths', 'own'])
      expect(dry).not.toContain(topic)
    expect(topics(testPlan(), 'after')).toEqual(['put-back', 'cells-out', 'charge'])

    const wet = topics(under())
    for (const topic of [
      'seals',
      'trigger-before-closing',
      'leak-test',
      'port-clean',
      'spare-parts',
      'cells-way-round'
    ])
      expect(wet).toContain(topic)
    for (const topic of ['stand-weighed', 'lamps-off', 'subject-clean', 'place-marked'])
      expect(wet).not.toContain(topic)
    expect(topics(under(), 'after')).toEqual(['rinse', 'dry', 'cells-out', 'charge'])
  })

  test('the trigger is fired before the housing is closed, its seals seen to before the leak test', () => {
    const order = topics(under())
    expect(order.indexOf('trigger-before-closing')).toBeLessThan(order.lastIndexOf('seals'))
    expect(order.lastIndexOf('seals')).toBeLessThan(order.indexOf('leak-test'))
  })

  test('figures behind the reasons', () => {
    const plan = testPlan((p) => {
      p.subject = { ...p.subject, speedMmS: 500 }
      p.lights = [testLight({ strobe: testStrobe({ flashesFull: 100 }), powerStops: -3 })]
    })
    const of = (topic: string) => checklistOf(plan).find((item) => item.topic === topic)!
    // A grain of 0.05 mm at this magnification, over the pitch of the pixels.
    const pitch = plan.camera.sensorWidthMm / plan.camera.pixelsWide
    expect(of('subject-clean').figures.grainPx).toBeCloseTo(
      (0.05 * plan.focus.magnification) / pitch,
      9
    )
    // A charge of 100 flashes at full is 800 at an eighth.
    expect(of('cells').figures.flashes).toBe(800)
    expect(of('focus-stand-in').figures.speedMmS).toBe(500)
  })

  test('one for every light that flashes, also where it only triggers', () => {
    const two = testPlan((p) => {
      p.lights = [testLight({ id: 'A' }), testLight({ id: 'B', on: false })]
    })
    const cells = (plan: Plan) =>
      checklistOf(plan)
        .filter(({ topic }) => topic === 'cells')
        .map(({ light }) => light)
    expect(cells(two)).toEqual(['A'])
    expect(cells(withLight(two, 1, { onlyTriggers: true }))).toEqual(['A', 'B'])
  })

  test('a head on mains has no cells; its radio has', () => {
    const mains = testStrobe({ onMains: true })
    const plan = withLight(testPlan(), 0, { strobe: mains })
    expect(topics(plan)).not.toContain('cells')
    expect(topics(plan, 'after')).toEqual(['put-back'])
    expect(topics(withLight(under(), 0, { strobe: mains }))).not.toContain('cells-way-round')
    for (const [way, runsDown] of [
      ['radio', true],
      ['infrared', true],
      ['cable', false],
      ['fibre', false]
    ] as const) {
      const link = testLink({ way })
      const told = withLight(plan, 0, {
        firedBy: { kind: 'link', link, of: null, preFlash: false, channel: null }
      })
      expect([way, topics(told, 'after').includes('cells-out')]).toEqual([way, runsDown])
      expect([way, topics(told, 'after').includes('charge')]).toEqual([way, runsDown])
    }
    const two = testPlan((p) => {
      p.lights = [testLight({ id: 'A', strobe: mains }), testLight({ id: 'B' })]
    })
    expect(topics(two, 'after')).toEqual(['put-back', 'cells-out', 'charge'])
  })

  test('a radio’s channel is said; a light guide is seated', () => {
    const told = (way: 'radio' | 'fibre', channel: number | null): Plan =>
      withLight(testPlan(), 0, {
        firedBy: {
          kind: 'link',
          of: null,
          preFlash: false,
          channel,
          link: testLink({ way })
        }
      })
    expect(checklistOf(told('radio', 4)).find(({ topic }) => topic === 'trigger')!.figures).toEqual(
      { channel: 4 }
    )
    expect(topics(told('fibre', null))).toContain('light-guide')
    expect(topics(told('fibre', null))).not.toContain('trigger')
  })

  test('the user’s own steps of a kit item come once, line by line', () => {
    const own = checklistOf(under()).filter(({ topic }) => topic === 'own')
    expect(own.map(({ about }) => about)).toEqual(['Count the seals', 'Close over the tray'])
    const seals = checklistOf(under()).filter(({ topic }) => topic === 'seals')
    // The head lists none: all of its at once. The housing's each by itself, the first under the key
    // of all.
    expect(seals.map(({ key, seal, servicedOn }) => [key, seal, servicedOn])).toEqual([
      ['seals-A', '', null],
      ['seals', 'Main ring', '2026-01-31'],
      ['seals-2', 'Port ring', null]
    ])
    expect(
      checklistOf(under())
        .filter(({ topic }) => topic === 'assembly')
        .map(({ key, about, picture, figures }) => [key, about, picture, figures.step, figures.of])
    ).toEqual([
      ['assembly-box-1', 'Tray in', '0123456789abcdef0123456789abcdef.jpg', 1, 2],
      ['assembly-box-2', 'Catch shut', null, 2, 2]
    ])
  })

  test('keys are all different, whatever is in the plan', () => {
    const made = fc.record({
      wet: fc.boolean(),
      lights: fc.integer({ min: 1, max: 8 }),
      speed: fc.constantFrom(0, 300),
      finish: fc.constantFrom('matt', 'clear', 'gloss')
    })
    fc.assert(
      fc.property(made, ({ wet, lights, speed, finish }) => {
        const plan = (wet ? under : testPlan)((p) => {
          p.subject = { ...p.subject, speedMmS: speed, finish: finish as 'matt' }
          p.lights = (['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'] as const)
            .slice(0, lights)
            .map((id) => testLight({ id }))
        })
        const keys = checklistOf(plan).map(({ key }) => key)
        expect(new Set(keys).size).toBe(keys.length)
        // Each can be noted under its key.
        for (const item of keys) tick({ kind: 'check', item, mark: 'done', why: '' })
      })
    )
  })
})

describe('as it stands', () => {
  const plan = under()
  const keys = (ticks: readonly Tick[]) => listedOf(plan, notesOf(ticks)).map(({ key }) => key)

  test('ticked, skipped with a word why, opened again; the latest counts', () => {
    const state = (ticks: readonly Tick[]) =>
      listedOf(plan, notesOf(ticks)).find(({ key }) => key === 'leak-test')!
    const skipped = tick({ kind: 'check', item: 'leak-test', mark: 'skipped', why: 'no pump' })
    expect(state([])).toMatchObject({ state: 'open', tick: null })
    expect(state([skipped])).toMatchObject({ state: 'skipped', tick: { why: 'no pump' } })
    const open = tick({ kind: 'check', item: 'leak-test', mark: 'open', why: '' })
    expect(state([skipped, open]).state).toBe('open')
  })

  test('important ones stay open until something is said of them', () => {
    const list = listedOf(plan, NO_NOTES)
    const open = importantOpen(list)
    expect(open.map(({ topic }) => topic)).toContain('seals')
    const said = open.map(({ key }) => tick({ kind: 'check', item: key, mark: 'skipped', why: '' }))
    expect(importantOpen(listedOf(plan, notesOf(said)))).toEqual([])
  })

  test('another order holds; steps that come with the plan later take their place in it', () => {
    const made = keys([])
    const turned = [...made].reverse()
    const order = tick({ kind: 'check-order', items: turned })
    const parts = (list: readonly string[]) => list.filter((key) => made.includes(key))
    const now = keys([order])
    expect([...now].sort()).toEqual([...made].sort())
    const before = listedOf(plan, NO_NOTES).filter(({ when }) => when === 'before')
    expect(parts(now).slice(0, before.length)).toEqual(before.map(({ key }) => key).reverse())
    // Half of an order names only some: none is lost, none comes twice.
    fc.assert(
      fc.property(fc.shuffledSubarray(made), (some) => {
        const list = keys([tick({ kind: 'check-order', items: some })])
        expect([...list].sort()).toEqual([...made].sort())
      })
    )
  })

  test('steps of one’s own come and go', () => {
    const add = tick({ kind: 'own-check', item: 'added-1', when: 'after', text: 'Label the card' })
    const list = listedOf(plan, notesOf([add]))
    expect(list.at(-1)).toMatchObject({ key: 'added-1', about: 'Label the card', added: true })
    const gone = tick({ kind: 'own-check', item: 'added-1', when: 'after', text: '' })
    expect(keys([add, gone])).toEqual(keys([]))
  })
})

test('cautions are those the plan asks for', () => {
  const still = cautionsFor(testPlan())
  expect(still).toEqual(expect.arrayContaining(['lithium', 'high-voltage', 'eyes', 'dark-room']))
  for (const caution of ['diving', 'animals', 'glass', 'vapour', 'mains'] as const)
    expect(still).not.toContain(caution)
  expect(cautionsFor(under())).toEqual(expect.arrayContaining(['diving', 'animals']))
  expect(cautionsFor(under())).not.toContain('dark-room')
  const glass = testPlan((p) => void (p.subject = { ...p.subject, finish: 'clear' }))
  expect(cautionsFor(glass)).toContain('glass')
  const plume = testPlan((p) => void (p.subject = { ...p.subject, shape: 'plume' }))
  expect(cautionsFor(plume)).toEqual(expect.arrayContaining(['vapour', 'mains']))
  // Where no head is on mains, water is near none; where all are, no head’s cells are.
  const plugged = withLight(under(), 0, { strobe: testStrobe({ onMains: true }) })
  expect(cautionsFor(under())).not.toContain('mains')
  expect(cautionsFor(plugged)).toContain('mains')
  expect(cautionsFor(plugged)).not.toContain('lithium')
  const weak = withLight(testPlan(), 0, { powerStops: -6 })
  expect(cautionsFor(weak)).not.toContain('heat')
  const snoot = testModifier({
    beam: { kind: 'snoot', throatMm: 20, lengthMm: 90, innerReflectance: 0 }
  })
  expect(cautionsFor(withLight(weak, 0, { modifiers: [snoot] }))).toContain('heat')
  expect(cautionsFor(withLight(testPlan(), 0, { powerStops: 0 }))).toContain('heat')
})
