import './testing'
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { testPlan } from '@core/testing'
import { dropDraft, keepDraft, takeUpDraft } from './drafts'
import { keptNumber } from './keptNumber'
import { forget, keep, keptKeys, readKept } from './storage'
import { isOpen, thisTab } from './tabs'

/** A browser's storage; what is kept are its own properties, as in a browser. */
class Storage {
  [key: string]: unknown
  getItem(key: string) {
    return Object.hasOwn(this, key) ? (this[key] as string) : null
  }
  setItem(key: string, text: string) {
    this[key] = text
  }
  removeItem(key: string) {
    delete this[key]
  }
}
const give = (get: () => unknown) =>
  Object.defineProperty(globalThis, 'localStorage', { get, configurable: true })

beforeEach(() => {
  const storage = new Storage()
  give(() => storage)
})
afterEach(() => void give(() => undefined))

const plan = testPlan()
const draft = { version: 3, sent: ['w'], plan }
const START = 'fine-spark-draft-s'

test.each<[string, () => unknown]>([
  [
    'denied',
    () => {
      throw new DOMException('denied', 'SecurityError')
    }
  ],
  ['absent', () => undefined],
  [
    'full',
    () =>
      Object.assign(new Storage(), {
        setItem: () => {
          throw new DOMException('full', 'QuotaExceededError')
        }
      })
  ]
])('storage that is %s stops nothing and is admitted', async (_what, get) => {
  give(get)
  expect(keep('a', 'b')).toBe(false)
  expect(readKept('a')).toBeNull()
  forget('a')
  expect(keptKeys('a')).toEqual([])
  expect(keepDraft('s', draft)).toBe(false)
  expect(await takeUpDraft('s')).toBeNull()
  const number = keptNumber('n', 2, 0, 9)
  number.value = 4
  expect(number.value).toBe(4)
})

describe('drafts', () => {
  test('one comes back as it was, once', async () => {
    keepDraft('s', draft)
    expect(await takeUpDraft('s')).toEqual(draft)
    expect(await takeUpDraft('other')).toBeNull()
    dropDraft('s')
    expect(await takeUpDraft('s')).toBeNull()
  })
  test('of a tab that is still open it is left alone; of one that was closed it is taken over', async () => {
    const other = new BroadcastChannel('fine-spark-tabs')
    other.onmessage = ({ data }: MessageEvent<{ ask?: string }>) => {
      if (data.ask === 'open-tab') other.postMessage({ here: 'open-tab' })
    }
    const text = (title: string, at: number) =>
      JSON.stringify({ ...draft, plan: { ...plan, title }, at })
    keep(`${START}~open-tab`, text('in the open tab', 9))
    keep(`${START}~closed`, text('older', 1))
    keep(`${START}~closed-later`, text('newer', 2))
    keep(`${START}s-longer-id~x`, text('another shoot', 99))
    expect(await isOpen('open-tab')).toBe(true)
    expect((await takeUpDraft('s'))!.plan.title).toBe('newer')
    expect(keptKeys(START).sort()).toEqual(
      [
        `${START}~${thisTab}`,
        `${START}~closed`,
        `${START}~open-tab`,
        `${START}s-longer-id~x`
      ].sort()
    )
    dropDraft('s')
    expect((await takeUpDraft('s'))!.plan.title).toBe('older')
    other.close()
  })
  test('one that an older program kept is taken up', async () => {
    keep(START, JSON.stringify({ version: 2, plan }))
    expect(await takeUpDraft('s')).toEqual({ version: 2, sent: [], plan })
    expect(readKept(START)).toBeNull()
  })
  test('property: junk is passed over', async () => {
    await fc.assert(
      fc.asyncProperty(fc.oneof(fc.string(), fc.json()), async (junk) => {
        keep(`${START}~${thisTab}`, junk)
        expect(await takeUpDraft('s')).toBeNull()
      }),
      { numRuns: 200 }
    )
  })
})

test('a kept number that is none, or out of range, is not used', () => {
  for (const [text, expected] of [
    ['4', 4],
    ['abc', 2],
    ['99', 2],
    ['NaN', 2],
    ['-1', 2]
  ] as const) {
    keep('n', text)
    expect(keptNumber('n', 2, 0, 9).value).toBe(expected)
  }
})
