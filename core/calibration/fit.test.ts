// checks: kit by readings (the dual form of the same regression, a set whose truth is known)
/** What frames say of the kit: told apart, as sure as it says, strays left out. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { KitItem } from '../kit/kit'
import { ledgerOf } from '../ledger/ledger'
import { withOnly } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { testFrame, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { markUsuallyOff, USUALLY_OFF } from '../kit/sureness'
import type { Frame } from '../run/frame'
import { withPart } from '../run/part'
import { corrected } from './adopt'
import { figureOf, headParts, type FigureKind, type Sighting } from './figure'
import { fitKit, isTold, type Estimate, type KitFit } from './fit'
import { sightingsOf } from './fromFrames'

interface Taken {
  readonly shootId: string
  readonly frameId: string
  readonly offStops: number
  readonly uncertaintyStops: number
  readonly strobeId: string
  readonly powerStops: number
  readonly modifierIds: readonly string[]
}
const sighting = (part: Partial<Taken>): Sighting => {
  const { shootId = 's1', frameId = 'f', strobeId = 'A', powerStops = -4 } = part
  return {
    from: { kind: 'frame', shootId, frameId },
    offStops: part.offStops ?? 0,
    uncertaintyStops: part.uncertaintyStops ?? 0.2,
    parts: [
      ...headParts(strobeId, powerStops),
      ...(part.modifierIds ?? []).map((id) => ({ figure: figureOf('loss', id), share: -1 })),
      { figure: figureOf('subject', shootId), share: 1 }
    ]
  }
}
const found = (fit: KitFit, kind: FigureKind, id: string): Estimate =>
  fit.estimates.find(({ figure }) => figure.kind === kind && figure.id === id)!
const frameOf = ({ from }: Sighting): string => (from.kind === 'frame' ? from.frameId : '')
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
    const fit = fitKit([
      sighting({ frameId: 'bare', offStops: 0.1, uncertaintyStops: 0.1 }),
      sighting({ frameId: 'on', offStops: -0.6, uncertaintyStops: 0.1, modifierIds: ['snoot'] }),
      sighting({ frameId: 'on2', offStops: -0.6, uncertaintyStops: 0.1, modifierIds: ['snoot'] })
    ])!
    expect(found(fit, 'loss', 'snoot').stops).toBeGreaterThan(0.5)
    expect(found(fit, 'loss', 'snoot').stops).toBeLessThan(0.75)
    expect(isTold(found(fit, 'loss', 'snoot'))).toBe(true)
    expect(isTold(found(fit, 'output', 'A'))).toBe(false)
  })
  test('one frame with everything on tells nothing surely: it may be any of them', () => {
    const fit = fitKit([sighting({ offStops: -0.6, modifierIds: ['snoot'] })])!
    expect(isTold(found(fit, 'loss', 'snoot'))).toBe(false)
    expect(isTold(found(fit, 'output', 'A'))).toBe(false)
    expect(found(fit, 'loss', 'snoot').uncertaintyStops).toBeLessThan(USUALLY_OFF.loss)
  })
  test('the same head off in every shoot is the head, not five subjects', () => {
    const of = (n: number) =>
      found(
        fitKit(
          Array.from({ length: n }, (_, i) =>
            sighting({ shootId: `s${i}`, offStops: 0.7, powerStops: -i })
          )
        )!,
        'output',
        'A'
      )
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
        const [head, mark] = [USUALLY_OFF.output ** 2, markUsuallyOff(-4) ** 2]
        const covariance = list.map((a, i) =>
          list.map(
            (b, j) =>
              (a.strobe === b.strobe ? head + mark : 0) +
              (a.shoot === b.shoot ? USUALLY_OFF.subject ** 2 : 0) +
              (a.on && b.on ? USUALLY_OFF.loss ** 2 : 0) +
              (i === j ? 0.2 ** 2 : 0)
          )
        )
        const dual = solved(
          covariance,
          list.map(({ off }) => off)
        )
        const summed = (counts: (each: (typeof list)[number]) => boolean): number =>
          list.reduce((sum, each, i) => sum + (counts(each) ? dual[i]! : 0), 0)
        for (const { figure, stops } of fitKit(all)!.estimates) {
          const { kind, id } = figure
          if (kind === 'output') expect(stops).toBeCloseTo(head * summed((e) => e.strobe === id), 7)
          if (kind === 'mark') expect(stops).toBeCloseTo(mark * summed((e) => e.strobe === id), 7)
          if (kind === 'loss')
            expect(stops).toBeCloseTo(-(USUALLY_OFF.loss ** 2) * summed((e) => e.on), 7)
        }
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
          if (!marks.has(key))
            marks.set(key, powerStops === 0 ? 0 : off(markUsuallyOff(powerStops)))
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
      for (const id of ['m', 'n'] as const) {
        const { stops, uncertaintyStops } = found(fit, 'loss', id)
        scores.push((stops - losses[id]) / uncertaintyStops)
        errors.push(Math.abs(stops - losses[id]))
      }
      for (const id of ['A', 'B'] as const) {
        const { stops, uncertaintyStops } = found(fit, 'output', id)
        scores.push((stops - outputs[id]) / uncertaintyStops)
      }
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
      for (const each of [list[3]!, list[8]!])
        expect(fit.straying.map(frameOf)).toContain(frameOf(each))
      for (const id of ['m', 'n'])
        expect(
          Math.abs(found(fit, 'loss', id).stops - found(clean, 'loss', id).stops)
        ).toBeLessThan(0.15)
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
    expect(found(fitKit(all)!, 'loss', 'snoot').stops).toBeCloseTo(0.9, 1)
  })
  test('held against the kit as it is now: put right, nothing is off any more', () => {
    const better = new Map(kit).set('snoot', { ...snoot, lossStops: 1.5 })
    const again = frames.flatMap((frame) => sightingsOf('s', frame, better))
    for (const { offStops } of again) expect(offStops).toBeCloseTo(1 / 3, 2)
  })
  test('one of a made-up studio says nothing of the kit', () => {
    expect(sightingsOf('s', { ...frames[0]!, practice: true }, kit)).toEqual([])
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

const estimate = (kind: FigureKind, id: string, stops: number, at: number | null = null) => ({
  figure: figureOf(kind, id, at),
  stops,
  uncertaintyStops: 0.1,
  sightings: 1,
  shoots: 1,
  benches: 0
})

describe('a figure put right', () => {
  const sheet = testModifier({ id: 'm', lossStops: 0.5 })
  const head = testStrobe({ id: 'h', guideNumberM: 20 })
  test('losses in stops, never less than nothing; with their ±', () => {
    expect(corrected(sheet, [estimate('loss', 'm', 1)])).toMatchObject({
      lossStops: 1.5,
      lossUncertaintyStops: 0.1
    })
    expect(corrected(sheet, [estimate('loss', 'm', -1)])).toMatchObject({ lossStops: 0 })
    const measured = { ...sheet, measured: [{ deg: 0, stops: -1 }] }
    expect(corrected(measured, [estimate('loss', 'm', 0.5)])).toMatchObject({
      lossStops: 0.5,
      measured: [{ deg: 0, stops: -1.5 }]
    })
  })
  test('guide numbers by √2 a stop', () => {
    const after = corrected(head, [estimate('output', 'h', 1)]) as typeof head
    expect(after.guideNumberM).toBeCloseTo(28.28, 2)
    expect(after.outputUncertaintyStops).toBe(0.1)
  })
  test('marks and shutters join the tables, in order; a mark read again is replaced', () => {
    const once = corrected(head, [
      estimate('mark', 'h', -0.2, -2),
      estimate('mark', 'h', -0.5, -6),
      estimate('highSpeed', 'h', 0.3, 10)
    ]) as typeof head
    expect(once.marks.map(({ powerStops, stops }) => [powerStops, stops])).toEqual([
      [-6, -0.5],
      [-2, -0.2]
    ])
    expect(once.highSpeedLosses).toEqual([{ shutterStops: 10, stops: 0.8, uncertaintyStops: 0.1 }])
    const twice = corrected(once, [estimate('mark', 'h', -0.1, -6)]) as typeof head
    expect(twice.marks.map(({ stops }) => stops)).toEqual([-0.6, -0.2])
  })
  test('what is said of other items, or of a subject, changes nothing', () => {
    expect(corrected(head, [estimate('output', 'other', 1), estimate('subject', 's', 1)])).toBe(
      head
    )
  })
})
