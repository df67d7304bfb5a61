// checks: ambient by source (closed form of a rectangle, of a ball; plain sum over the face)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { planSchema, type AmbientSource, type Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { pointOf } from '../set/vec'
import { longly, testPlan, testReading, testSource } from '../testing'
import { ownLevel } from './ambientSources'
import { cellTerms } from './cellTerms'
import { mixColour, sourceColour } from './colours'
import { cellAt, cellsOf, ledgerOf } from './ledger'
import type { AmbientPartId } from './terms'

type Own = Plan['places'][number]
const place = (part: Partial<Own>): Own => ({
  id: 'P1',
  name: 'Spot',
  xMm: 0,
  yMm: 0,
  zMm: 0,
  faces: 'left',
  reflectance: 0.18,
  finish: 'matt',
  ...part
})

/** A set with nothing to speak of that throws light back, and a place in free air. */
const setOf = (sources: AmbientSource[], own: Partial<Own> = {}): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      widthMm: 1,
      heightMm: 1,
      sharpDepthMm: 0.5,
      reflectance: 0.01
    }
    plan.background = { ...plan.background, distanceMm: 19000, widthMm: 10, heightMm: 10 }
    plan.table = null
    plan.settings = { ...plan.settings, shutterStops: 0, apertureStops: 0 }
    plan.focus = { ...plan.focus, magnification: 0.01 }
    plan.camera = { ...plan.camera, showsEffective: true }
    plan.places = [place(own)]
    plan.ambient.sources = sources
  })
const face = (
  part: Partial<AmbientSource>,
  at = { distanceMm: 150, azimuthDeg: -90, elevationDeg: 0 },
  size: readonly [number, number] = [200, 200]
): AmbientSource =>
  testSource({ from: { kind: 'face', at, widthMm: size[0], heightMm: size[1] }, ...part })

const levelAt = (plan: Plan, source: AmbientPartId | 'ambient', id = 'P1'): number =>
  cellAt(ledgerOf(plan), source, id)!.level

describe('a window read on its own face', () => {
  // Rectangle seen square on from its middle: E = πL·4F (view-factor catalogues, values from memory).
  test.each([
    [200, 200, 150, 0.35768],
    [200, 200, 100, 0.55395],
    [300, 200, 200, 0.31303]
  ] as const)('%i × %i mm at %i mm', (widthMm, heightMm, distanceMm, factor) => {
    const own = face({}, { distanceMm: distanceMm + 5, azimuthDeg: -90, elevationDeg: 0 }, [
      widthMm,
      heightMm
    ])
    const plan = setOf([own], { xMm: -5 })
    const luminance = ownLevel(plan, transportOf(plan), own)!
    expect(luminance).toBeCloseTo(10, 9)
    // A card throws back ρ·E/π = ρ·L·4F.
    expect(levelAt(plan, 'S1')).toBeCloseTo(luminance + Math.log2(0.18 * factor), 2)
  })

  /** Light of a rectangle on a spot, over π·L, by plain summing over its face. */
  function summed({ from }: AmbientSource, own: Own, towards: readonly number[]): number {
    if (from.kind !== 'face') throw new Error('no face')
    const middle = pointOf(from.at)
    const far = Math.hypot(...middle)
    const axis = middle.map((v) => -v / far)
    // Level across, and up from there: the face stands upright.
    const flat = Math.hypot(axis[0]!, axis[2]!)
    const across = [axis[2]! / flat, 0, -axis[0]! / flat]
    const up = [
      axis[1]! * across[2]! - axis[2]! * across[1]!,
      axis[2]! * across[0]! - axis[0]! * across[2]!,
      axis[0]! * across[1]! - axis[1]! * across[0]!
    ]
    const n = 60
    let sum = 0
    for (let i = 0; i < n; i++)
      for (let k = 0; k < n; k++) {
        const u = ((i + 0.5) / n - 0.5) * from.widthMm
        const v = ((k + 0.5) / n - 0.5) * from.heightMm
        const way = [0, 1, 2].map(
          (c) => middle[c]! + u * across[c]! + v * up[c]! - [own.xMm, own.yMm, own.zMm][c]!
        )
        const d = Math.hypot(...way)
        const cosIn = way.reduce((dot, value, c) => dot + value * towards[c]!, 0) / d
        const cosOut = -way.reduce((dot, value, c) => dot + value * axis[c]!, 0) / d
        if (cosIn > 0 && cosOut > 0) sum += (cosIn * cosOut) / (d * d)
      }
    return (sum * from.widthMm * from.heightMm) / (n * n) / Math.PI
  }

  test('property: wherever it stands, a place gets what the sum over its face says', () => {
    const NORMALS = { left: [-1, 0, 0], right: [1, 0, 0], up: [0, 1, 0] } as const
    fc.assert(
      fc.property(
        fc.record({
          azimuthDeg: fc.double({ min: -180, max: 180, noNaN: true }),
          elevationDeg: fc.double({ min: -60, max: 60, noNaN: true }),
          distanceMm: fc.double({ min: 150, max: 900, noNaN: true })
        }),
        fc.double({ min: 40, max: 600, noNaN: true }),
        fc.constantFrom('left', 'right', 'up' as const),
        (at, widthMm, faces) => {
          const own = face({}, at, [widthMm, 120])
          const spot = { xMm: 12, yMm: 15, zMm: 9, faces } as const
          const plan = setOf([own], spot)
          const wanted = summed(own, place(spot), NORMALS[faces])
          const level = levelAt(plan, 'S1')
          // Straight light only: the little that bounces off the subject is not in the sum.
          if (wanted > 1e-3)
            expect(Math.abs(level - (10 + Math.log2(0.18 * wanted)))).toBeLessThan(0.05)
        }
      ),
      { numRuns: longly(200, 40) }
    )
  })

  test('behind the subject it wraps round onto its sides, and not onto what faces the lens', () => {
    const behind = { distanceMm: 200, azimuthDeg: 180, elevationDeg: 0 }
    const side = setOf([face({}, behind, [400, 200])], { xMm: 8, faces: 'right' })
    expect(cellAt(ledgerOf(side), 'S1', 'P1')!.state).toBe('known')
    const front = setOf([face({}, behind, [400, 200])], { xMm: 8, faces: 'lens' })
    expect(cellAt(ledgerOf(front), 'S1', 'P1')!.state).toBe('behind')
    // The wider it is, the more.
    const wide = setOf([face({}, behind, [800, 200])], { xMm: 8, faces: 'right' })
    expect(levelAt(wide, 'S1')).toBeGreaterThan(levelAt(side, 'S1') + 0.3)
    // Four stops of shutter bring it up by four, and leave the strobes as they are.
    const slow = { ...side, settings: { ...side.settings, shutterStops: -4 } }
    expect(levelAt(slow, 'S1') - levelAt(side, 'S1')).toBeCloseTo(4, 9)
  })
})

describe('a lamp', () => {
  const lamp = (mm: number, at: { distanceMm: number; azimuthDeg: number; elevationDeg: number }) =>
    face({ kind: 'lamp' }, at, [mm, mm])
  test('a ball gives by the square of the way: L·πr²/d², to all sides', () => {
    for (const azimuthDeg of [-90, -130, -50]) {
      const plan = setOf([lamp(10, { distanceMm: 400, azimuthDeg, elevationDeg: 0 })], {
        xMm: -5
      })
      const [x, , z] = pointOf({ distanceMm: 400, azimuthDeg, elevationDeg: 0 })
      const d2 = (x + 5) ** 2 + z ** 2
      const falls = ((Math.PI * 25) / d2) * (-(x + 5) / Math.sqrt(d2))
      expect(levelAt(plan, 'S1')).toBeCloseTo(10 + Math.log2((0.18 * falls) / Math.PI), 2)
    }
  })
  test('it lights what stands behind it too', () => {
    const plan = setOf([lamp(10, { distanceMm: 300, azimuthDeg: 180, elevationDeg: 0 })], {
      xMm: 20,
      zMm: -500,
      faces: 'lens'
    })
    expect(cellAt(ledgerOf(plan), 'S1', 'P1')!.state).toBe('known')
  })
})

describe('read where its light falls', () => {
  const at = { distanceMm: 300, azimuthDeg: 0, elevationDeg: 40 }
  test('property: as bright there as was read, and its face by the way back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -80, max: 80, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.constantFrom('incident', 'lens', 'reflected' as const),
        (azimuthDeg, ev, via) => {
          const own = face(
            { reading: testReading(ev, { via }), readAt: 'subject' },
            { ...at, azimuthDeg },
            [150, 100]
          )
          const plan = setOf([own])
          plan.subject.reflectance = 0.4
          const surface = via === 'incident' ? Math.log2(0.4 / 0.18) : 0
          const meter = via === 'reflected' ? Math.log2((Math.PI * 12.5) / (0.18 * 250)) : 0
          expect(levelAt(plan, 'S1', 'subject')).toBeCloseTo(ev + surface + meter, 6)
          const luminance = ownLevel(plan, transportOf(plan), own)!
          const again = {
            ...own,
            readAt: 'itself' as const,
            reading: testReading(luminance, { via: 'lens' })
          }
          const back = { ...plan, ambient: { ...plan.ambient, sources: [again] } }
          for (const id of ['subject', 'P1'])
            if (cellAt(ledgerOf(plan), 'S1', id)!.state === 'known')
              expect(levelAt(back, 'S1', id)).toBeCloseTo(levelAt(plan, 'S1', id), 6)
        }
      ),
      { numRuns: longly(100, 25) }
    )
  })

  test('where none of it falls nothing can be read: not known anywhere', () => {
    const behind = face(
      { reading: testReading(8), readAt: 'subject' },
      { distanceMm: 300, azimuthDeg: 180, elevationDeg: 0 },
      [100, 100]
    )
    const plan = setOf([behind])
    const ledger = ledgerOf(plan)
    expect(ledger.places.map((id) => cellAt(ledger, 'S1', id)!.state)).not.toContain('known')
  })

  test('from all round it falls on the subject, on the background, or on both', () => {
    for (const falls of ['subject', 'background', 'both'] as const) {
      const plan = setOf([
        testSource({
          from: { kind: 'around', falls },
          readAt: falls === 'background' ? 'background' : 'subject',
          reading: testReading(5)
        })
      ])
      const ledger = ledgerOf(plan)
      expect(cellAt(ledger, 'S1', 'P1')!.state === 'known').toBe(falls !== 'background')
      expect(cellAt(ledger, 'S1', 'background')!.state === 'known').toBe(falls !== 'subject')
    }
  })
})

describe('several together', () => {
  const two = (change?: (plan: Plan) => void): Plan => {
    const plan = setOf([
      face({ id: 'S1', name: 'Window' }),
      face(
        { id: 'S2', name: 'Lamp', kind: 'lamp' },
        {
          distanceMm: 500,
          azimuthDeg: -60,
          elevationDeg: 20
        }
      ),
      testSource({
        id: 'S3',
        name: 'Screen',
        kind: 'screen',
        from: { kind: 'around', falls: 'both' },
        readAt: 'subject',
        reading: testReading(6)
      })
    ])
    plan.ambient.subject = testReading(7)
    change?.(plan)
    return planSchema.parse(plan)
  }

  test('ambient is the rest and all that is on, in light', () => {
    const plan = two()
    const ledger = ledgerOf(plan)
    for (const id of ledger.places) {
      const sum = ledger.parts.reduce((so, { cells }) => so + 2 ** cells[id]!.level, 0)
      expect(ledger.ambient[id]!.level).toBeCloseTo(Math.log2(sum), 9)
    }
    expect(levelAt(plan, 'rest')).toBeCloseTo(7, 6)
  })

  test('one that is off gives nothing, one that is shaded so much less; all shade takes from all', () => {
    const plan = two()
    const off = two(({ ambient }) => (ambient.sources[0]!.state = 'off'))
    expect(cellAt(ledgerOf(off), 'S1', 'P1')!.state).toBe('off')
    const without = two(({ ambient }) => void ambient.sources.shift())
    expect(levelAt(off, 'ambient')).toBeCloseTo(levelAt(without, 'ambient'), 9)
    const shaded = two(({ ambient }) =>
      Object.assign(ambient.sources[0]!, { state: 'shaded', shadeStops: 2.5 })
    )
    expect(levelAt(plan, 'S1') - levelAt(shaded, 'S1')).toBeCloseTo(2.5, 9)
    const all = two(({ ambient }) => (ambient.shadeStops = 3))
    expect(levelAt(plan, 'ambient') - levelAt(all, 'ambient')).toBeCloseTo(3, 9)
  })

  test('what was not read is said to be missing: the sum is at least that', () => {
    expect(ledgerOf(two()).ambient.P1!.limit).toBe('exact')
    expect(ledgerOf(two()).ambient.background!.limit).toBe('at-least')
    const unread = two(({ ambient }) => (ambient.sources[0]!.reading = null))
    expect(ledgerOf(unread).ambient.P1!.limit).toBe('at-least')
  })

  test('the terms of every cell add up to it', () => {
    const plan = two((draft) => {
      draft.lensFilters = []
      draft.ambient.sources[1]!.colour = { kind: 'glowing', kelvin: 2900 }
      draft.subject.colour = '#a04020'
    })
    const ledger = ledgerOf(plan)
    const cells = [...cellsOf(ledger), ...ledger.parts.flatMap(({ cells }) => Object.values(cells))]
    for (const cell of cells) {
      if (cell.state !== 'known') continue
      const terms = cellTerms(plan, cell.source, cell.place)
      const sum = terms.reduce((so, { stops }) => so + stops, 0)
      expect([cell.source, cell.place, sum]).toEqual([
        cell.source,
        cell.place,
        expect.closeTo(cell.level, 6)
      ])
    }
  })

  test('their colours mix by how much each gives', () => {
    const warm = { kind: 'glowing', kelvin: 2900 } as const
    const plan = two(({ ambient }) => {
      ambient.sources = ambient.sources.slice(0, 2)
      ambient.sources[1]!.colour = warm
      ambient.subject = null
    })
    const kelvin = (source: AmbientPartId | 'ambient'): number =>
      sourceColour(plan, source, 'P1')!.temperature.kelvin
    expect(kelvin('S1')).toBeGreaterThan(5300)
    expect(kelvin('S2')).toBeCloseTo(2900, -1)
    expect(kelvin('ambient')).toBeLessThan(kelvin('S1'))
    expect(kelvin('ambient')).toBeGreaterThan(kelvin('S2'))
    const lightless = { ...plan, lights: plan.lights.map((light) => ({ ...light, on: false })) }
    const mix = mixColour(lightless, ledgerOf(lightless), 'P1')!
    expect(mix.temperature.kelvin).toBeCloseTo(kelvin('ambient'), 3)
  })

  test('what was read of it, or whether it is on, moves no light; where it stands does', () => {
    const plan = two()
    const was = transportOf(plan)
    const next = (source: Partial<AmbientSource>): Plan => ({
      ...plan,
      ambient: {
        ...plan.ambient,
        sources: plan.ambient.sources.map((each, k) => (k === 0 ? { ...each, ...source } : each))
      }
    })
    expect(transportOf(next({ state: 'off', reading: testReading(2) }))).toBe(was)
    const moved = next({
      from: {
        kind: 'face',
        at: { distanceMm: 300, azimuthDeg: -90, elevationDeg: 0 },
        widthMm: 200,
        heightMm: 200
      }
    })
    expect(transportOf(moved)).not.toBe(was)
    expect(levelAt(moved, 'S1')).toBeLessThan(levelAt(plan, 'S1') - 0.5)
    expect(levelAt(moved, 'S2')).toBeCloseTo(levelAt(plan, 'S2'), 9)
  })
})
