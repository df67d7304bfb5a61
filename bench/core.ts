/** Speeds of the sums, in Node. */
import { AIR, typicalWater } from '../core/medium/water'
import { evaluate } from '../core/ledger/evaluate'
import type { Plan } from '../core/plan/plan'
import { standIn } from '../core/set/remembered'
import { relaxations } from '../core/solve/relax'
import { findWays } from '../core/solve/ways'
import { testModifier, testPlan } from '../core/testing'
import { median, type Figure } from './figures'
import { fullSet, manyLights, roomSet } from './plans'

export const ledger = (): Promise<Figure[]> => {
  // One set, 64 readings and powers: what changes while settings are stepped.
  const base = testPlan()
  const plans = Array.from({ length: 64 }, (_, i) =>
    ((change: (plan: Plan) => void): Plan => {
      const plan = {
        ...base,
        lights: base.lights.map((light) => ({ ...light })),
        ambient: { ...base.ambient }
      }
      change(plan)
      return plan
    })((plan) => {
      plan.lights[0]!.powerStops = -(i % 7)
      plan.ambient.background = {
        value: { kind: 'ev', ev: i / 10 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
      plan.ambient.subject = {
        value: { kind: 'ev', ev: i / 9 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
    })
  )
  const round = (seconds: number): number => {
    const end = performance.now() + seconds * 1000
    let done = 0
    let sink = 0
    while (performance.now() < end)
      for (const plan of plans) {
        sink += evaluate({
          ...plan,
          settings: { ...plan.settings, apertureStops: 4 + (done % 20) / 3 }
        }).ledger.totals.subject!
        done++
      }
    if (Number.isNaN(sink)) throw new Error('a level is not a number')
    return done / seconds
  }
  round(0.5)
  return Promise.resolve([
    {
      key: 'ledger.evaluationsPerSecond',
      value: Math.round(median([1, 2, 3, 4, 5].map(() => round(0.5)))),
      aim: '≥ 50000',
      about:
        'whole evaluations (ledger, verdicts, suggestions, flags) of changed settings, the ' +
        'lights standing still, in Node, median of 5 rounds'
    }
  ])
}

/** What the page does for a frame of a drag: a stand-in, and all evaluated from it. */
function atOnce(plan: Plan, change: (plan: Plan, i: number) => Plan): Figure['value'] {
  const times: number[] = []
  evaluate(plan)
  for (let i = 1; i <= 100; i++) {
    const moved = change(plan, i)
    const began = performance.now()
    standIn(moved)
    evaluate(moved)
    times.push(performance.now() - began)
  }
  return Number(median(times.slice(30)).toFixed(2))
}

/** A subject that grows: nothing of the stage may be remembered. */
function stage(): number {
  const plan = roomSet()
  const times: number[] = []
  for (let i = 0; i < 20; i++) {
    const changed = { ...plan, subject: { ...plan.subject, widthMm: 30 + i * 0.01 } }
    const began = performance.now()
    evaluate(changed)
    times.push(performance.now() - began)
  }
  return median(times.slice(5))
}

/** One light, the key if none is named, so many hundredths of a degree farther round. */
const turned = (plan: Plan, i: number, mover = 0): Plan => ({
  ...plan,
  lights: plan.lights.map((light, k) =>
    k !== mover
      ? light
      : { ...light, at: { ...light.at, azimuthDeg: light.at.azimuthDeg + i * 0.01 } }
  )
})

export const set = (): Promise<Figure[]> => {
  const time = (
    lights: number,
    places: number,
    mover = 0,
    medium: Plan['medium'] = AIR
  ): number => {
    const plan = { ...fullSet(lights, places), medium }
    const times: number[] = []
    for (let i = 0; i < 150; i++) {
      // The key has moved, and with it the lit side: nothing of the set's light may be remembered.
      // With another light only its own is worked out.
      const moved = turned(plan, i, mover)
      const began = performance.now()
      evaluate(moved)
      times.push(performance.now() - began)
    }
    return median(times.slice(50))
  }
  time(6, 12)
  const row = (key: string, lights: number, places: number, aim = ''): Figure => ({
    key,
    value: Number(time(lights, places).toFixed(2)),
    aim,
    about:
      `${lights} lights × ${places} places, occlusion and all bounces, the key moved, ` +
      'median of 100 in Node'
  })
  return Promise.resolve([
    row('set.evaluateMs', 6, 12, '≤ 4'),
    {
      key: 'set.evaluateInWaterMs',
      value: Number(time(6, 12, 0, typicalWater('sea', 'green')).toFixed(2)),
      aim: '≤ 4',
      about: 'the same as set.evaluateMs in green sea water, its loss by band on every way'
    },
    {
      key: 'set.stageMs',
      value: Number(stage().toFixed(1)),
      aim: '≤ 60',
      about: 'table, room and four cards, one light, all worked out anew, median of 15 in Node'
    },
    {
      key: 'set.evaluateMovedMs',
      value: Number(time(6, 12, 2).toFixed(2)),
      aim: '',
      about: 'the same with a light moved that is not the key: the others are remembered'
    },
    {
      key: 'set.atOnceMs',
      value: atOnce(fullSet(6, 12), turned),
      aim: '≤ 4',
      about:
        'the same key moved, straight light alone with the bounces last known: the page’s share'
    },
    {
      key: 'set.atOnceInWaterMs',
      value: atOnce({ ...fullSet(6, 12), medium: typicalWater('sea', 'green') }, turned),
      aim: '≤ 4',
      about: 'the same in green sea water, with its veils'
    },
    {
      key: 'set.stageAtOnceMs',
      value: atOnce(roomSet(), (plan, i) => ({
        ...plan,
        cards: plan.cards.map((card, k) =>
          k ? card : { ...card, at: { ...card.at, azimuthDeg: card.at.azimuthDeg + i * 0.01 } }
        )
      })),
      aim: '',
      about: 'the same for a card moved in the room of set.stageMs'
    },
    row('set.evaluateMs1Light', 1, 12),
    row('set.evaluateMs3Lights', 3, 12),
    row('set.evaluateMs8Lights', 8, 12),
    row('set.evaluateMs9Places', 6, 9),
    row('set.evaluateMs17Places', 6, 17)
  ])
}

export const solve = (): Promise<Figure[]> => {
  const time = (
    plan: Plan,
    work: (plan: Plan) => { readonly length: number },
    rounds = 14
  ): number => {
    const times: number[] = []
    for (let i = 0; i < rounds; i++) {
      // A figure has changed: nothing but the set's light may be remembered.
      const asked = {
        ...plan,
        goals: { ...plan.goals, backgroundStops: plan.goals.backgroundStops + i * 1e-4 }
      }
      const began = performance.now()
      if (work(asked).length === 0) throw new Error('nothing found')
      times.push(performance.now() - began)
    }
    return Number(median(times.slice(Math.min(4, rounds - 1))).toFixed(1))
  }
  const plan = manyLights(4)
  const moving = {
    ...plan,
    lights: plan.lights.map((light, i) =>
      i < 2 ? { ...light, reach: { nearMm: 120, farMm: 400, swingDeg: 0 } } : light
    ),
    bag: { ...plan.bag, modifiers: [testModifier()] }
  }
  const stuck = {
    ...plan,
    locks: [
      'settings.shutterStops',
      'settings.apertureStops',
      'settings.isoStops',
      'settings.ndStops'
    ],
    goals: { ...plan.goals, backgroundStops: -14 }
  }
  return Promise.resolve([
    {
      key: 'solve.fourLightsMs',
      value: time(plan, findWays),
      aim: '≤ 100',
      about:
        '4 lights standing still, 22 apertures × 55 shutters × 19 ISOs × 2 filters × 3 ' +
        'shades × their powers, median of 10 in Node'
    },
    {
      key: 'solve.fourLightsMovingMs',
      value: time(moving, findWays),
      aim: '',
      about:
        'the same with two lights at up to 5 distances each and a modifier on or off: 19 ' +
        'sets, their light worked out anew'
    },
    {
      key: 'solve.eightLightsMs',
      value: time(manyLights(8), findWays, 3),
      aim: '',
      about: 'eight lights standing still; not exact past four'
    },
    {
      key: 'solve.nothingFitsMs',
      value: time(stuck, relaxations),
      aim: '',
      about: 'the smallest relaxations where nothing fits'
    }
  ])
}
