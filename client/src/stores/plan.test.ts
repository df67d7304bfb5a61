import { beforeEach, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { createPinia, setActivePinia } from 'pinia'
import { valueAt, type PlanPath } from '@core/plan/path'
import { testPlan } from '@core/testing'
import { KINDS, type KindName } from '@/instruments/kinds'
import { useNotices } from './notices'
import { usePlan } from './plan'

beforeEach(() => void setActivePinia(createPinia()))
const opened = () => {
  const store = usePlan()
  store.open(testPlan())
  return store
}

describe('the plan being worked on', () => {
  test('a change the plan refuses is said, where no field can say it', () => {
    const store = opened()
    const notices = useNotices()
    store.update('too many cards', (draft) => {
      draft.cards = Array.from({ length: 9 }, (_, i) => ({
        id: `K${i}` as 'K1',
        kind: 'card' as const,
        on: true,
        widthMm: 50,
        heightMm: 50,
        reflectance: 0.8,
        at: { distanceMm: 100, azimuthDeg: 0, elevationDeg: 0 },
        aim: { kind: 'place' as const, place: 'focus' }
      }))
    })
    expect(notices.current!.text).toMatch(/^Not done: cards/)
    expect(store.plan!.cards).toEqual([])
    notices.clear()
    store.set('subject.widthMm', -4, 'width')
    expect(notices.current).toBeNull()
  })
  test('what goes along with a step goes back and forth with it', () => {
    const store = opened()
    const gone: string[] = []
    store.replace({ ...store.plan!, title: 'Read' }, 'your reading', '', {
      undo: () => gone.push('undo'),
      redo: () => gone.push('redo')
    })
    store.undo()
    store.redo()
    store.undo()
    expect(gone).toEqual(['undo', 'redo', 'undo'])
  })
  test('a change is evaluated at once, undone and redone', () => {
    const store = opened()
    const before = store.evaluation!.ledger.flash.subject!
    expect(store.set('settings.apertureStops', 6, 'aperture')).toEqual([])
    expect(store.evaluation!.ledger.flash.subject!).toBeCloseTo(before + 2, 9)
    store.undo()
    expect(store.evaluation!.ledger.flash.subject!).toBeCloseTo(before, 9)
    store.redo()
    expect(store.plan!.settings.apertureStops).toBe(6)
  })
  test('quick steps at one figure are one undo; steps at another are not', () => {
    const store = opened()
    for (const width of [23, 24, 25]) store.set('subject.widthMm', width, 'width')
    store.set('subject.heightMm', 9, 'height')
    expect(store.past).toHaveLength(2)
    store.undo()
    store.undo()
    expect(store.plan!.subject.widthMm).toBe(testPlan().subject.widthMm)
  })
  test('what the schema refuses changes nothing and names its path', () => {
    const store = opened()
    const before = store.plan
    expect(store.set('subject.widthMm', -4, 'width')).toEqual([
      { path: 'subject.widthMm', message: 'must be at least 0.1' }
    ])
    expect(store.set('subject.widthMm', NaN, 'width')).toHaveLength(1)
    expect(store.plan).toBe(before)
    expect(store.past).toHaveLength(0)
  })
  test('parts that did not change stay the same objects', () => {
    const store = opened()
    const { camera, lens } = store.plan!
    store.set('settings.isoStops', 1, 'ISO')
    expect(store.plan!.camera).toBe(camera)
    expect(store.plan!.lens).toBe(lens)
  })
  test('locks are part of the plan and undo like the rest', () => {
    const store = opened()
    store.toggleLock('settings.isoStops')
    expect(store.isLocked('settings.isoStops')).toBe(true)
    store.undo()
    expect(store.isLocked('settings.isoStops')).toBe(false)
  })
  test('property: any run of changes undoes all the way back', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.constantFrom('subject.widthMm', 'background.distanceMm', 'lights.A.at.distanceMm'),
            fc.integer({ min: 20, max: 900 })
          ),
          { maxLength: 12 }
        ),
        (steps) => {
          setActivePinia(createPinia())
          const store = opened()
          const first = store.plan
          for (const [path, value] of steps) store.set(path, value, path)
          const last = store.plan
          while (store.past.length) store.undo()
          expect(store.plan).toEqual(first)
          while (store.future.length) store.redo()
          expect(store.plan).toEqual(last)
        }
      )
    )
  })
})

describe('kinds of figures', () => {
  const PATHS: Partial<Record<PlanPath, KindName>> = {
    'settings.apertureStops': 'aperture',
    'settings.shutterStops': 'shutter',
    'settings.isoStops': 'iso',
    'lights.A.powerStops': 'power',
    'lights.A.at.distanceMm': 'length',
    'subject.reflectance': 'reflectance',
    'goals.backgroundStops': 'stops',
    'goals.toleranceStops': 'tolerance',
    'goals.blurPx': 'pixels',
    'lights.A.at.azimuthDeg': 'angle',
    'focus.magnification': 'magnification',
    'settings.ndStops': 'filter',
    'subject.speedMmS': 'speed'
  }
  test.each(Object.entries(PATHS) as [PlanPath, KindName][])(
    '%s: shown text is read back; a step up and one down return',
    (path, name) => {
      const plan = testPlan((p) => {
        p.lights[0]!.powerStops = -3
        p.settings.isoStops = 2
        p.settings.apertureStops = 6
        p.settings.ndStops = 2
        p.subject.speedMmS = 100
        p.focus.magnification = 0.5
      })
      const kind = KINDS[name]
      const value = valueAt(plan, path) as number
      const shown = kind.format(value, plan, path)
      expect(kind.parse(shown.replace('± ', ''), plan, path)! - value).toBeCloseTo(0, 1)
      expect(kind.step(kind.step(value, 1, plan, path), -1, plan, path) / value).toBeCloseTo(1, 2)
      for (const nonsense of ['', 'abc', 'NaN', '∞', '1e999', '--1', '1//2'])
        expect(kind.parse(nonsense, plan, path)).toBeNull()
    }
  )
  test('a step of a distance is a third of a stop of light', () => {
    // Kept to three figures, as it is shown.
    expect(Math.abs(2 * Math.log2(KINDS.length.step(200, 1) / 200) - 1 / 3)).toBeLessThan(0.01)
  })
  test('a typed power goes to the nearest mark of the dial', () => {
    expect(KINDS.power.parse('1/24', testPlan(), 'lights.A.powerStops')).toBeCloseTo(-4 - 2 / 3, 9)
  })
})

test('a guard holds a change up until it goes on; what comes from elsewhere is not asked about', () => {
  const store = usePlan()
  const first = testPlan()
  store.open(first)
  let goOn = (): void => {}
  store.guard = (_before, _next, then) => {
    goOn = then
    return false
  }
  const titled = (title: string) => ({ ...store.plan!, title })
  expect(store.replace(titled('held'), 'a change')).toEqual([])
  expect(store.plan).toBe(first)
  store.takeOver(titled('from the phone'), 'what another screen changed')
  expect(store.plan!.title).toBe('from the phone')
  // What was held up was meant for another plan.
  goOn()
  expect(store.plan!.title).toBe('from the phone')
  store.replace(titled('held again'), 'a change')
  goOn()
  expect(store.plan!.title).toBe('held again')
  store.undo()
  expect(store.plan!.title).toBe('from the phone')
})
