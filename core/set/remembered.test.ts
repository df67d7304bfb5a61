import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Light, Plan } from '../plan/plan'
import { longly, testCard, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { dropStandIn, hearOfStandIns, settle, standIn, transportOf } from './remembered'
import { computeTransport, type Transport } from './transport'

const IDS = ['A', 'B', 'C', 'D'] as const

const fourLights = (): Plan =>
  testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid' }
    p.lights = IDS.map((id, i) =>
      testLight({
        id,
        role: i ? 'other' : 'key',
        strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 40, heightMm: 30 } }),
        at: { distanceMm: 200 + 30 * i, azimuthDeg: 40 - 70 * i, elevationDeg: 10 * i }
      })
    )
    p.cards = [
      testCard({
        kind: 'card',
        widthMm: 90,
        heightMm: 60,
        reflectance: 0.8,
        at: { distanceMm: 80, azimuthDeg: -90, elevationDeg: 0 },
        aim: { kind: 'place', place: 'subject' }
      })
    ]
  })

/** Another of a plan's lights. */
const withLight = (plan: Plan, which: number, part: (light: Light) => Partial<Light>): Plan => ({
  ...plan,
  lights: plan.lights.map((light, i) =>
    i === which % plan.lights.length ? { ...light, ...part(light) } : light
  )
})

type Step = (plan: Plan, which: number, by: number) => Plan
const STEPS: Record<string, Step> = {
  move: (plan, which, by) =>
    withLight(plan, which, ({ at }) => ({
      at: { ...at, azimuthDeg: by * 2, distanceMm: 200 + by }
    })),
  aim: (plan, which, by) =>
    withLight(plan, which, () => ({
      aim:
        by > 0
          ? { kind: 'place', place: 'background' }
          : { kind: 'free', azimuthDeg: by, elevationDeg: 0 }
    })),
  modifier: (plan, which, by) =>
    withLight(plan, which, () => ({
      modifiers: by > 0 ? [testModifier({ beam: { kind: 'cut', beamDeg: 30 } })] : []
    })),
  mount: (plan, which, by) => withLight(plan, which, () => ({ mount: by > 0 ? 'lens' : 'stand' })),
  role: (plan, which, by) => withLight(plan, which, () => ({ role: by > 0 ? 'key' : 'rim' })),
  off: (plan, which, by) => withLight(plan, which, () => ({ on: by > 0 })),
  power: (plan, which, by) =>
    withLight(plan, which, () => ({ powerStops: -3 - Math.abs(by) / 20 })),
  background: (plan, _, by) => ({
    ...plan,
    background: { ...plan.background, distanceMm: 400 + by }
  }),
  card: (plan, _, by) => ({
    ...plan,
    cards: plan.cards.map((card) => ({ ...card, at: { ...card.at, azimuthDeg: by } }))
  }),
  swap: (plan) => ({ ...plan, lights: [...plan.lights].reverse() }),
  drop: (plan, which) =>
    plan.lights.length > 1
      ? { ...plan, lights: plan.lights.filter((_, i) => i !== which % plan.lights.length) }
      : plan,
  add: (plan) => {
    const id = IDS.find((each) => !plan.lights.some((light) => light.id === each))
    return id ? { ...plan, lights: [...plan.lights, testLight({ id, role: 'other' })] } : plan
  }
}
const steps = (maxLength: number) =>
  fc.array(
    fc.record({
      what: fc.constantFrom(...Object.keys(STEPS)),
      which: fc.integer({ min: 0, max: 3 }),
      by: fc.integer({ min: -60, max: 60 })
    }),
    { minLength: 1, maxLength }
  )

function expectSame(
  known: Transport,
  anew: Transport,
  parts: readonly (keyof Transport)[] = ['direct', 'open', 'bounce', 'later', 'bounceBy']
): void {
  for (const part of parts) expect(known[part]).toEqual(anew[part])
  expect(known.scene.heads.map((head) => head.at)).toEqual(anew.scene.heads.map((head) => head.at))
  expect(known.scene.places.map((place) => place.at)).toEqual(
    anew.scene.places.map((place) => place.at)
  )
}

test('property: after any chain of changes what is remembered is what would be worked out anew', () => {
  fc.assert(
    fc.property(steps(12), (chain) => {
      let plan = fourLights()
      transportOf(plan)
      for (const { what, which, by } of chain) {
        plan = STEPS[what]!(plan, which, by)
        expectSame(transportOf(plan), computeTransport(plan))
      }
    }),
    { numRuns: longly(60, 24) }
  )
})

/** The bounces of a light at a place, by their names; null where one of them is not there. */
function bounceAt({ scene, bounce }: Transport, plan: Plan, light: string, place: string) {
  const i = plan.lights.findIndex((each) => each.id === light)
  const j = scene.places.findIndex((each) => each.id === place)
  return i < 0 || j < 0 ? null : bounce[i * scene.places.length + j]!
}

test('property: a stand-in has its own straight light and the bounces last known; settled, all its own', () => {
  let turn = 0
  fc.assert(
    fc.property(steps(8), fc.integer({ min: 1, max: 3 }), (chain, settleEach) => {
      // No two chains begin with the same set, which would be known.
      let plan = { ...fourLights(), view: { elevationDeg: (turn += 0.01) } }
      let last = { plan, transport: transportOf(plan) }
      standIn(plan)
      chain.forEach(({ what, which, by }, k) => {
        plan = STEPS[what]!(plan, which, by)
        const known = standIn(plan)
        const now = transportOf(plan)
        const anew = computeTransport(plan)
        expectSame(now, anew, known ? undefined : ['direct', 'open'])
        if (known) last = { plan, transport: now }
        if (known) return
        for (const { id } of plan.lights)
          for (const place of anew.scene.places)
            expect(bounceAt(now, plan, id, place.id)).toBe(
              bounceAt(last.transport, last.plan, id, place.id) ?? 0
            )
        if (k % settleEach) return
        settle(plan, anew)
        expectSame(transportOf(plan), anew)
        last = { plan, transport: anew }
      })
    }),
    { numRuns: longly(60, 24) }
  )
})

test('a stand-in that is dropped is worked out here; power alone needs none', () => {
  const plan = fourLights()
  transportOf(plan)
  const moved = STEPS.move!(plan, 1, 33)
  expect(standIn(moved)).toBe(false)
  expect(standIn(STEPS.power!(moved, 1, 40))).toBe(false)
  const bounced = transportOf(moved).bounce
  dropStandIn(moved)
  expectSame(transportOf(moved), computeTransport(moved))
  expect(transportOf(moved).bounce).not.toEqual(bounced)
  expect(standIn(STEPS.power!(moved, 1, 50))).toBe(true)
})

test("whoever is given a stand-in is heard of, nobody who is given the set's own light", () => {
  let heard = 0
  hearOfStandIns(() => void heard++)
  const plan = fourLights()
  transportOf(plan)
  const moved = STEPS.move!(plan, 2, 21)
  standIn(moved)
  expect(heard).toBe(0)
  transportOf(moved)
  expect(heard).toBe(1)
  settle(moved, computeTransport(moved))
  transportOf(moved)
  expect(heard).toBe(1)
  hearOfStandIns(() => undefined)
})

test('one that was passed over and comes back stands in with the bounces last known', () => {
  const plan = { ...fourLights(), view: { elevationDeg: 7 } }
  transportOf(plan)
  standIn(plan)
  const one = STEPS.move!(plan, 1, 11)
  const other = STEPS.move!(plan, 1, -50)
  expect(standIn(one)).toBe(false)
  expect(standIn(other)).toBe(false)
  settle(other, computeTransport(other))
  expect(standIn(one)).toBe(false)
  expect(transportOf(one).bounce).toEqual(transportOf(other).bounce)
  expect(transportOf(one).direct).toEqual(computeTransport(one).direct)
})
