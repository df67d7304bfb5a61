import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from '../plan/plan'
import { testCard, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { transportOf } from './remembered'
import { computeTransport } from './transport'

test('property: after any chain of changes what is remembered is what would be worked out anew', () => {
  const step = fc.record({
    what: fc.constantFrom(
      'move',
      'aim',
      'modifier',
      'mount',
      'role',
      'off',
      'power',
      'background',
      'card',
      'drop',
      'add',
      'swap'
    ),
    which: fc.integer({ min: 0, max: 3 }),
    by: fc.integer({ min: -60, max: 60 })
  })
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 12 }), (steps) => {
      const ids = ['A', 'B', 'C', 'D'] as const
      let plan = testPlan((p) => {
        p.subject = { ...p.subject, shape: 'ellipsoid' }
        p.lights = ids.map((id, i) =>
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
      transportOf(plan)
      for (const { what, which, by } of steps) {
        const index = which % plan.lights.length
        const lights = (part: Partial<Plan['lights'][number]>) => ({
          ...plan,
          lights: plan.lights.map((light, i) => (i === index ? { ...light, ...part } : light))
        })
        const light = plan.lights[index]!
        plan =
          what === 'move'
            ? lights({ at: { ...light.at, azimuthDeg: by * 2, distanceMm: 200 + by } })
            : what === 'aim'
              ? lights({
                  aim:
                    by > 0
                      ? { kind: 'place', place: 'background' }
                      : { kind: 'free', azimuthDeg: by, elevationDeg: 0 }
                })
              : what === 'modifier'
                ? lights({
                    modifiers: by > 0 ? [testModifier({ beam: { kind: 'cut', beamDeg: 30 } })] : []
                  })
                : what === 'mount'
                  ? lights({ mount: by > 0 ? 'lens' : 'stand' })
                  : what === 'role'
                    ? lights({ role: by > 0 ? 'key' : 'rim' })
                    : what === 'off'
                      ? lights({ on: by > 0 })
                      : what === 'power'
                        ? lights({ powerStops: -3 - Math.abs(by) / 20 })
                        : what === 'background'
                          ? { ...plan, background: { ...plan.background, distanceMm: 400 + by } }
                          : what === 'card'
                            ? {
                                ...plan,
                                cards: plan.cards.map((card) => ({
                                  ...card,
                                  at: { ...card.at, azimuthDeg: by }
                                }))
                              }
                            : what === 'swap'
                              ? { ...plan, lights: [...plan.lights].reverse() }
                              : what === 'drop' && plan.lights.length > 1
                                ? { ...plan, lights: plan.lights.filter((_, i) => i !== index) }
                                : what === 'add' && plan.lights.length < 4
                                  ? {
                                      ...plan,
                                      lights: [
                                        ...plan.lights,
                                        testLight({
                                          id: ids.find(
                                            (id) => !plan.lights.some((each) => each.id === id)
                                          )!,
                                          role: 'other'
                                        })
                                      ]
                                    }
                                  : plan
        const known = transportOf(plan)
        const anew = computeTransport(plan)
        for (const part of ['direct', 'open', 'bounce', 'bounceBy'] as const)
          expect(known[part]).toEqual(anew[part])
        expect(known.scene.heads.map((head) => head.at)).toEqual(
          anew.scene.heads.map((head) => head.at)
        )
        expect(known.scene.places.map((place) => place.at)).toEqual(
          anew.scene.places.map((place) => place.at)
        )
      }
    }),
    { numRuns: 60 }
  )
})
