import { expect, test } from '@jest/globals'
import { computed, shallowRef } from 'vue'
import { evaluate } from '@core/ledger/evaluate'
import type { Plan } from '@core/plan/plan'
import { transportOf } from '@core/set/remembered'
import { computeTransport, type Bounces } from '@core/set/transport'
import { testPlan, testRoom } from '@core/testing'
import { setLight } from './light'

/** A pale room: most of what arrives at the shadow side has bounced. */
const inRoom = (widthMm: number): Plan =>
  testPlan((p) => {
    p.subject.shape = 'ellipsoid'
    p.subject.widthMm = widthMm
    p.room = testRoom()
  })
const moved = (plan: Plan, distanceMm: number): Plan => ({
  ...plan,
  lights: plan.lights.map((light) => ({ ...light, at: { ...light.at, distanceMm } }))
})

interface Question {
  readonly plan: Plan
  readonly answer: () => Promise<void>
  readonly fail: () => Promise<void>
}
/** Bounces asked for, answered when the test says so. */
function asked() {
  const questions: Question[] = []
  const ask = (plan: Plan): Promise<Bounces> =>
    new Promise((resolve, reject) => {
      const after = async (): Promise<void> => {
        for (let i = 0; i < 5; i++) await Promise.resolve()
      }
      questions.push({
        plan,
        answer: () => (resolve(computeTransport(plan)), after()),
        fail: () => (reject(new Error('no worker')), after())
      })
    })
  return { questions, ask }
}
const inHand = (plan: Plan, ask: (plan: Plan) => Promise<Bounces>) => {
  const hand = shallowRef(plan)
  const light = setLight(
    () => hand.value,
    ask,
    (work) => work()
  )
  light.opened(plan)
  return {
    light,
    shadow: computed(() => evaluate(hand.value).ledger.totals.shadow!),
    put: (next: Plan) => {
      light.ahead(next)
      hand.value = next
    }
  }
}
/** The same worked out anew, by what does not remember. */
const anew = (plan: Plan): number => {
  const { scene, direct, bounce } = computeTransport(plan)
  const j = scene.places.findIndex((place) => place.id === 'shadow')
  return direct[j]! + bounce[j]!
}
const now = (plan: Plan): number => {
  const { scene, direct, bounce } = transportOf(plan)
  const j = scene.places.findIndex((place) => place.id === 'shadow')
  return direct[j]! + bounce[j]!
}

test('a light that moves: its bounces stay as they were until they come, then all is computed again', async () => {
  const { questions, ask } = asked()
  const plan = inRoom(31)
  const { put, shadow } = inHand(plan, ask)
  const before = shadow.value
  await questions.shift()!.answer()
  const next = moved(plan, 420)
  put(next)
  const straightAlone = shadow.value
  expect(now(next)).not.toBeCloseTo(anew(next), 3)
  expect(questions).toHaveLength(1)
  await questions.shift()!.answer()
  expect(now(next)).toBe(anew(next))
  expect(shadow.value).not.toBe(straightAlone)
  expect(shadow.value).toBeLessThan(before)
})

test('a drag asks for the set in hand alone, and for the last of it at the end', async () => {
  const { questions, ask } = asked()
  const plan = inRoom(32)
  const { put, shadow } = inHand(plan, ask)
  await questions.shift()!.answer()
  const way = [300, 320, 340, 360].map((mm) => moved(plan, mm))
  for (const each of way) put(each)
  expect(questions.map((each) => each.plan)).toEqual([way[0]])
  await questions.shift()!.answer()
  expect(questions.map((each) => each.plan)).toEqual([way[3]])
  await questions.shift()!.answer()
  expect(questions).toHaveLength(0)
  expect(now(way[3]!)).toBe(anew(way[3]!))
  expect(Number.isFinite(shadow.value)).toBe(true)
  // Back to where it was: known, nothing to ask.
  put(way[3]!)
  put(plan)
  expect(questions).toHaveLength(0)
  expect(now(plan)).toBe(anew(plan))
})

test('without a worker the page works it out', async () => {
  const { questions, ask } = asked()
  const plan = inRoom(33)
  const { put, shadow } = inHand(plan, ask)
  await questions.shift()!.answer()
  const next = moved(plan, 500)
  put(next)
  const standIn = shadow.value
  await questions.shift()!.fail()
  expect(now(next)).toBe(anew(next))
  expect(shadow.value).not.toBe(standIn)
  put(moved(plan, 510))
  expect(questions).toHaveLength(0)
  expect(now(moved(plan, 510))).toBe(anew(moved(plan, 510)))
})
