// checks: kit by frames (the dual form of the same regression, a set whose truth is known)
/** What frames say of the kit: told apart, as sure as it says, strays left out. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { KitItem } from '../kit/kit'
import { ledgerOf } from '../ledger/ledger'
import { withOnly } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { testFrame, testLight, testModifier, testPlan, testStrobe } from '../testing'
import type { Frame } from './frame'
import { corrected, fitKit, isTold, sightingsOf, USUALLY_OFF, type Sighting } from './kitFit'
import { withPart } from './part'

const sighting = (part: Partial<Sighting>): Sighting => ({
  shootId: 's1',
  frameId: 'f',
  offStops: 0,
  uncertaintyStops: 0.2,
  strobeId: 'A',
  powerStops: -4,
  modifierIds: [],
  highSpeedSync: false,
  ...part
})
/** Park and Miller 1988, "minimal standard". */
const seeded = (seed: number) => {
  let state = seed * 7919 + 1
  return () => (state = (state * 16807) % 2147483647) / 2147483647
}
/** Normal deviates (Box and Muller 1958). */
const normal = (next: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next())

/** Solves by elimination; nothing of the fit's own algebra. */
function solved(a: number[][], b: number[]): number[] {
  const rows = a.map((row, i) => [...row, b[i]!])
  const n = rows.length
  for (let k = 0; k < n; k++) {
    const best = rows.slice(k).reduce((m, row) => (Math.abs(row[k]!) > Math.abs(m[k]!) ? row : m))
    const j = rows.indexOf(best)
    ;[rows[k], rows[j]] = [rows[j]!, rows[k]!]
    for (let i = 0; i < n; i++) {
      if (i === k) continue
      const f = rows[i]![k]! / rows[k]![k]!
      rows[i] = rows[i]!.map((value, c) => value - f * rows[k]![c]!)
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!)
}

describe('told apart', () => {
  test('with and without a modifier: what it takes is the difference, whatever the head is off', () => {
    const { outputs, losses } = fitKit([
      sighting({ frameId: 'bare', offStops: 0.1, uncertaintyStops: 0.1 }),
      sighting({ frameId: 'on', offStops: -0.6, uncertaintyStops: 0.1, modifierIds: ['snoot'] }),
      sighting({ frameId: 'on2', offStops: -0.6, uncertaintyStops: 0.1, modifierIds: ['snoot'] })
    ])!
    expect(losses.get('snoot')!.stops).toBeGreaterThan(0.5)
    expect(losses.get('snoot')!.stops).toBeLessThan(0.75)
    expect(isTold(losses.get('snoot')!)).toBe(true)
    expect(isTold(outputs.get('A')!)).toBe(false)
  })
  test('one frame with everything on tells nothing surely: it may be any of them', () => {
    const { outputs, losses } = fitKit([sighting({ offStops: -0.6, modifierIds: ['snoot'] })])!
    expect(isTold(losses.get('snoot')!)).toBe(false)
    expect(isTold(outputs.get('A')!)).toBe(false)
    expect(losses.get('snoot')!.uncertaintyStops).toBeLessThan(USUALLY_OFF.loss)
  })
  test('the same head off in every shoot is the head, not five subjects', () => {
    const of = (n: number) =>
      fitKit(
        Array.from({ length: n }, (_, i) =>
          sighting({ shootId: `s${i}`, offStops: 0.7, powerStops: -i })
        )
      )!.outputs.get('A')!
    expect(isTold(of(5))).toBe(true)
    expect(of(5).stops).toBeGreaterThan(of(1).stops)
    expect(of(5)).toMatchObject({ sightings: 5, shoots: 5 })
  })
  test('nothing read, nothing said', () => expect(fitKit([])).toBeNull())

  test('property: as the dual form of the same regression has it, for readings none of which strays far', () => {
    const readings = fc.array(
      fc.record({
        off: fc.double({ min: -1e-3, max: 1e-3, noNaN: true }),
        strobe: fc.constantFrom('A', 'B'),
        shoot: fc.constantFrom('s1', 's2'),
        on: fc.boolean()
      }),
      { minLength: 1, maxLength: 7 }
    )
    fc.assert(
      fc.property(readings, (list) => {
        const all = list.map(({ off, strobe, shoot, on }, i) =>
          sighting({
            frameId: `f${i}`,
            offStops: off,
            strobeId: strobe,
            shootId: shoot,
            modifierIds: on ? ['m'] : []
          })
        )
        // β = T·Xᵀ·(X·T·Xᵀ + Σ)⁻¹·y, summed by what two readings share.
        const shared = (a: Sighting, b: Sighting): number =>
          (a.strobeId === b.strobeId ? USUALLY_OFF.output ** 2 + USUALLY_OFF.mark ** 2 : 0) +
          (a.shootId === b.shootId ? USUALLY_OFF.subject ** 2 : 0) +
          (a.modifierIds.length && b.modifierIds.length ? USUALLY_OFF.loss ** 2 : 0)
        const covariance = all.map((a, i) =>
          all.map((b, j) => shared(a, b) + (i === j ? a.uncertaintyStops ** 2 : 0))
        )
        const dual = solved(
          covariance,
          all.map(({ offStops }) => offStops)
        )
        const fit = fitKit(all)!
        for (const [id, { stops }] of fit.outputs)
          expect(stops).toBeCloseTo(
            USUALLY_OFF.output ** 2 *
              all.reduce((sum, each, i) => sum + (each.strobeId === id ? dual[i]! : 0), 0),
            7
          )
        for (const { stops } of fit.losses.values())
          expect(stops).toBeCloseTo(
            -(USUALLY_OFF.loss ** 2) *
              all.reduce((sum, each, i) => sum + (each.modifierIds.length ? dual[i]! : 0), 0),
            7
          )
      })
    )
  })
})

describe('as sure as it says', () => {
  /** Frames of some shoots with a kit drawn as far off as figures are as a rule. */
  const drawn = (seed: number, strays = 0) => {
    const next = seeded(seed)
    const off = (sd: number) => sd * normal(next)
    const outputs = { A: off(USUALLY_OFF.output), B: off(USUALLY_OFF.output) }
    const losses = { m: off(USUALLY_OFF.loss), n: off(USUALLY_OFF.loss) }
    const marks = new Map<string, number>()
    const list: Sighting[] = []
    for (let shoot = 0; shoot < 4; shoot++) {
      const subject = off(USUALLY_OFF.subject)
      for (const strobeId of ['A', 'B'] as const)
        for (const modifierIds of [[], ['m'], ['m', 'n']] as ('m' | 'n')[][]) {
          const powerStops = -Math.floor(next() * 6)
          const key = `${strobeId}${powerStops}`
          if (!marks.has(key)) marks.set(key, off(USUALLY_OFF.mark))
          const loss = modifierIds.reduce((sum, id) => sum + losses[id], 0)
          list.push(
            sighting({
              shootId: `s${shoot}`,
              frameId: `${shoot}${strobeId}${modifierIds.join('')}`,
              strobeId,
              powerStops,
              modifierIds,
              offStops: outputs[strobeId] + marks.get(key)! - loss + subject + off(0.2)
            })
          )
        }
    }
    return {
      list: list.map((each, i) =>
        i % 5 === 3 && i < 5 * strays ? { ...each, offStops: each.offStops - 4 } : each
      ),
      outputs,
      losses
    }
  }
  test('over many kits the errors spread as the ± say', () => {
    const scores: number[] = []
    const errors: number[] = []
    for (let seed = 1; seed <= 60; seed++) {
      const { list, losses, outputs } = drawn(seed)
      const fit = fitKit(list)!
      for (const [id, { stops, uncertaintyStops }] of fit.losses) {
        scores.push((stops - losses[id as 'm']) / uncertaintyStops)
        errors.push(Math.abs(stops - losses[id as 'm']))
      }
      for (const [id, { stops, uncertaintyStops }] of fit.outputs)
        scores.push((stops - outputs[id as 'A']) / uncertaintyStops)
    }
    const spread = Math.sqrt(scores.reduce((sum, z) => sum + z * z, 0) / scores.length)
    expect(spread).toBeGreaterThan(0.75)
    expect(spread).toBeLessThan(1.3)
    // Half a stop was assumed: what frames tell is better than that by far.
    expect(errors.sort((a, b) => a - b)[Math.floor(errors.length / 2)]).toBeLessThan(0.1)
  })
  test('readings that stray by four stops are named, and move nothing by much', () => {
    for (let seed = 1; seed <= 10; seed++) {
      const clean = fitKit(drawn(seed).list)!
      const { list } = drawn(seed, 2)
      const fit = fitKit(list)!
      for (const { frameId } of [list[3]!, list[8]!])
        expect(fit.straying.map((each) => each.frameId)).toContain(frameId)
      for (const [id, { stops }] of fit.losses)
        expect(Math.abs(stops - clean.losses.get(id)!.stops)).toBeLessThan(0.15)
    }
  })
})

describe('from frames', () => {
  const snoot = testModifier({ id: 'snoot', name: 'Snoot', lossStops: 0.5 })
  const plan = testPlan((p) => {
    p.lights = [testLight({ modifiers: [snoot], strobe: testStrobe({ id: 'head' }) })]
  })
  /** The plan as it truly is: the head a third of a stop over, the snoot takes one stop more. */
  const truth = (of: Plan): Plan => ({
    ...of,
    lights: of.lights.map((light) => ({
      ...light,
      strobe: { ...light.strobe, guideNumberM: light.strobe.guideNumberM * 2 ** (1 / 6) },
      modifiers: light.modifiers.map((each) => ({ ...each, lossStops: each.lossStops + 1 }))
    }))
  })
  const shot = (id: string, of: Plan, limit: 'exact' | 'at-least' = 'exact'): Frame => ({
    ...testFrame(of, id, 'lit'),
    evidence: [
      {
        kind: 'patch',
        place: 'subject',
        x: 0.5,
        y: 0.5,
        radius: 0.02,
        levelStops: ledgerOf(truth(of)).totals.subject!,
        limit,
        uncertaintyStops: 0.1
      }
    ]
  })
  const kit = new Map<string, KitItem>([
    ['snoot', snoot],
    ['head', plan.lights[0]!.strobe]
  ])
  const bare = withPart(plan, { light: 'A', on: 0 })
  const frames = [shot('with', plan), shot('bare', bare), shot('with2', plan)]
  const all = frames.flatMap((frame) => sightingsOf('s', frame, kit))

  test('each is off by what its figures are off', () => {
    expect(all.map(({ offStops }) => offStops)).toEqual([
      expect.closeTo(1 / 3 - 1, 2),
      expect.closeTo(1 / 3, 2),
      expect.closeTo(1 / 3 - 1, 2)
    ])
    expect(fitKit(all)!.losses.get('snoot')!.stops).toBeCloseTo(0.9, 1)
  })
  test('held against the kit as it is now: put right, nothing is off any more', () => {
    const better = new Map(kit).set('snoot', { ...snoot, lossStops: 1.5 })
    const again = frames.flatMap((frame) => sightingsOf('s', frame, better))
    for (const { offStops } of again) expect(offStops).toBeCloseTo(1 / 3, 2)
  })
  test('clipped, black, of several lights, or past the subject: no reading of one light', () => {
    expect(sightingsOf('s', shot('clip', plan, 'at-least'), kit)).toEqual([])
    expect(sightingsOf('s', testFrame(withOnly(plan, []), 'b', 'black'), kit)).toEqual([])
    const two = { ...plan, lights: [...plan.lights, testLight({ id: 'B' })] }
    expect(sightingsOf('s', shot('two', two), kit)).toEqual([])
    const frame = shot('past', plan)
    const [evidence] = frame.evidence
    const past = { ...frame, evidence: [{ ...evidence!, place: 'background' }] }
    expect(sightingsOf('s', past, kit)).toEqual([])
  })
})

test('a figure put right: losses in stops, guide numbers by √2 a stop, never less than nothing', () => {
  const estimate = { stops: 1, uncertaintyStops: 0.1, sightings: 1, shoots: 1 }
  expect(corrected(testModifier({ lossStops: 0.5 }), estimate)).toMatchObject({ lossStops: 1.5 })
  expect(corrected(testModifier({ lossStops: 0.5 }), { ...estimate, stops: -1 })).toMatchObject({
    lossStops: 0
  })
  const head = testStrobe({ guideNumberM: 20 })
  expect((corrected(head, estimate) as typeof head).guideNumberM).toBeCloseTo(28.28, 2)
})
