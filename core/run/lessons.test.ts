/** What a frame taught, taken out with it and put back. */
import { describe, expect, test } from '@jest/globals'
import { heldBy } from '../ledger/corrections'
import type { AmbientReading, Correction, Plan } from '../plan/plan'
import { testCorrection, testPlan } from '../testing'
import { lessonsOf, withLessons, withoutLessons } from './lessons'

const reading = (frameId: string | undefined): AmbientReading => ({
  value: { kind: 'ev', ev: 3 },
  limit: 'exact',
  via: 'lens',
  atMagnification: 1,
  takenAt: null,
  look: null,
  ...(frameId !== undefined && { frameId })
})
const correction = (id: string, frameId: string): Correction =>
  testCorrection({ id, frameId, ...heldBy(testPlan(), 'A', 'subject') })
const plan = (subject: string | undefined, background: string | undefined): Plan =>
  testPlan((p) => {
    p.ambient.subject = reading(subject)
    p.ambient.background = reading(background)
    p.corrections = [correction('c1', 'f'), correction('c2', 'g'), correction('c3', 'f')]
  })

describe('a frame’s lessons', () => {
  test('are its corrections and the readings it gave', () => {
    const { corrections, subject, background } = lessonsOf(plan('f', 'g'), 'f')
    expect(corrections.map((each) => each.id)).toEqual(['c1', 'c3'])
    expect(subject).toEqual(reading('f'))
    expect(background).toBeNull()
    expect(lessonsOf(plan('g', 'f'), 'f')).toMatchObject({ subject: null })
    expect(lessonsOf(plan(undefined, undefined), 'f')).toMatchObject({
      subject: null,
      background: null
    })
  })
  test('go with it, the others’ stay', () => {
    const without = withoutLessons(plan('f', 'g'), 'f')
    expect(without.corrections.map((each) => each.id)).toEqual(['c2'])
    expect(without.ambient.subject).toBeNull()
    expect(without.ambient.background).toEqual(reading('g'))
    const other = withoutLessons(plan('g', 'f'), 'f')
    expect(other.ambient.subject).toEqual(reading('g'))
    expect(other.ambient.background).toBeNull()
    const only = { ...plan('f', 'g'), corrections: [] }
    expect(withoutLessons(only, 'f').ambient.subject).toBeNull()
    expect(withoutLessons(only, 'nobody')).toBe(only)
  })
  test('come back before the others’; a reading that stands there by now stays', () => {
    const taught = plan('f', 'f')
    const lessons = lessonsOf(taught, 'f')
    const back = withLessons(withoutLessons(taught, 'f'), lessons)
    expect(back.corrections.map((each) => each.id)).toEqual(['c1', 'c3', 'c2'])
    expect(back.ambient).toEqual(taught.ambient)
    const since = withLessons(plan('g', 'g'), lessons)
    expect(since.ambient.subject).toEqual(reading('g'))
    expect(since.ambient.background).toEqual(reading('g'))
    expect(since.corrections).toHaveLength(3)
  })
  test('at most 500 corrections are kept', () => {
    const many = {
      ...plan('g', 'g'),
      corrections: Array.from({ length: 499 }, (_, i) => correction(`g${i}`, 'g'))
    }
    const back = withLessons(many, lessonsOf(plan('f', 'g'), 'f'))
    expect(back.corrections).toHaveLength(500)
    expect(back.corrections[0]!.id).toBe('c3')
  })
})
