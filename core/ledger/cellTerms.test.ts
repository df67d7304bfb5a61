/** Opened cells, figure by figure, each worked out here by hand. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Place, Plan } from '../plan/plan'
import {
  testCamera,
  testCard,
  testCorrection,
  testLight,
  testModifier,
  testPlan,
  testReading,
  testStrobe
} from '../testing'
import { cellTerms } from './cellTerms'
import { evaluate } from './evaluate'
import type { SourceId, Term, TermKind } from './terms'

const terms = (
  change: (plan: Plan) => void,
  source: SourceId = 'A',
  place: Place = 'subject'
): readonly Term[] => cellTerms(testPlan(change), source, place)
const term = (list: readonly Term[], kind: TermKind): Term =>
  list.find((each) => each.kind === kind)!
const kinds = (list: readonly Term[]): string[] => list.map((each) => each.kind)
const own = (p: Plan, xMm: number, faces: 'lens' | 'up' | 'left' = 'lens'): void => {
  p.places = [
    { id: 'P1', name: 'Here', xMm, yMm: 0, zMm: 0, faces, reflectance: 0.36, finish: 'matt' }
  ]
}
const cosDeg = (deg: number): number => Math.cos((deg * Math.PI) / 180)

describe('the way of a light', () => {
  const at = (azimuthDeg: number, distanceMm: number) => (p: Plan) => {
    p.lights[0] = testLight({
      powerStops: -2,
      at: { distanceMm, azimuthDeg, elevationDeg: 0 },
      strobe: testStrobe({ guideNumberM: 20 })
    })
  }
  test('head on: output, power and distance, nothing more', () => {
    const list = terms(at(0, 500))
    expect(kinds(list)).toEqual([
      'output',
      'power',
      'distance',
      'surface',
      'aperture',
      'closeUpLoss'
    ])
    expect(term(list, 'output')).toMatchObject({ stops: 2 * Math.log2(20), figures: { GN: 20 } })
    expect(term(list, 'power')).toMatchObject({ stops: -2, figures: { p: 0.25 } })
    expect(term(list, 'distance').stops).toBeCloseTo(2, 5)
    expect(term(list, 'distance').figures.d).toBeCloseTo(0.5, 6)
  })
  test('50° off the normal: log2 of its cosine', () => {
    const tilt = term(terms(at(50, 400)), 'tilt')
    expect(tilt.stops).toBeCloseTo(Math.log2(cosDeg(50)), 5)
    expect(tilt.figures.θ).toBeCloseTo(50, 4)
  })
  test('a plume takes light from every side: no tilt, and distance as it is', () => {
    const list = terms((p) => {
      at(70, 400)(p)
      p.subject = { ...p.subject, shape: 'plume' }
    })
    expect(kinds(list)).not.toContain('tilt')
    expect(kinds(list)).not.toContain('finiteSource')
    const { stops, figures } = term(list, 'distance')
    expect(figures.d).toBeCloseTo(0.4, 1)
    expect(stops).toBeCloseTo(-2 * Math.log2(figures.d!), 3)
  })
  test('a place beside what it looks at: the beam falls off as cosⁿ, one stop down at half its angle', () => {
    const list = terms(
      (p) => {
        at(0, 300)(p)
        own(p, 100)
        p.lights[0]!.strobe = testStrobe({ beamDeg: 60 })
      },
      'A',
      'P1'
    )
    const off = Math.atan(100 / 300)
    const n = -1 / Math.log2(cosDeg(30))
    expect(term(list, 'beam').stops).toBeCloseTo(n * Math.log2(Math.cos(off)), 6)
    expect(term(list, 'beam').figures.α).toBeCloseTo((off * 180) / Math.PI, 6)
    expect(term(list, 'beam').figures.beam).toBeCloseTo(60, 6)
    expect(term(list, 'distance').figures.d).toBeCloseTo(Math.hypot(0.1, 0.3), 9)
    expect(term(list, 'tilt').figures.θ).toBeCloseTo((off * 180) / Math.PI, 6)
    expect(term(list, 'surface')).toMatchObject({ stops: 1, figures: { ρ: 0.36 } })
  })
  test('a photometric file that falls off one way only: by the way round, the head rolled or not', () => {
    // Off to the sides (0° and 180° round) the light is a quarter at 20°, up and down it is whole.
    const strobe = testStrobe({
      distribution: {
        kind: 'file',
        name: 'strip.ies',
        verticalDeg: [0, 20, 40],
        horizontalDeg: [0, 90],
        candela: [1000, 250, 250, 1000, 1000, 1000]
      }
    })
    const off = 300 * Math.tan((20 * Math.PI) / 180)
    const beam = (xMm: number, yMm: number, rollDeg: number): number => {
      const list = terms(
        (p) => {
          at(0, 300)(p)
          own(p, xMm)
          p.places[0]!.yMm = yMm
          p.lights[0] = { ...p.lights[0]!, strobe, rollDeg }
        },
        'A',
        'P1'
      )
      return term(list, 'beam')?.stops ?? 0
    }
    const across = [beam(off, 0, 0), beam(-off, 0, 0)]
    const upward = [beam(0, off, 0), beam(0, -off, 0)]
    const least = Math.min(...across, ...upward)
    expect(least).toBeCloseTo(-2, 1)
    expect(across[0]).toBeCloseTo(across[1]!, 6)
    expect(upward[0]).toBeCloseTo(upward[1]!, 6)
    expect(Math.abs(across[0]! - upward[0]!)).toBeCloseTo(2, 1)
    expect(beam(off, 0, 90)).toBeCloseTo(upward[0]!, 3)
    expect(beam(0, off, 90)).toBeCloseTo(across[0]!, 3)
  })
  test('property: the way round the axis, for any stand, roll and place, by turning the line to the place into the head’s own frame', () => {
    const strobe = testStrobe({
      distribution: {
        kind: 'file',
        name: 'odd.ies',
        verticalDeg: [0, 90],
        horizontalDeg: [0, 360],
        candela: [1000, 1000, 1000, 200]
      }
    })
    const rad = Math.PI / 180
    fc.assert(
      fc.property(
        fc.integer({ min: -80, max: 80 }),
        fc.integer({ min: -60, max: 60 }),
        fc.integer({ min: -170, max: 170 }),
        fc.integer({ min: 20, max: 80 }),
        fc.integer({ min: -80, max: -20 }),
        (az, el, rollDeg, xMm, yMm) => {
          const list = terms(
            (p) => {
              own(p, xMm)
              p.places[0]!.yMm = yMm
              p.lights[0] = testLight({
                strobe,
                rollDeg,
                at: { distanceMm: 300, azimuthDeg: az, elevationDeg: el }
              })
            },
            'A',
            'P1'
          )
          // Undo the azimuth, then the elevation, then the roll: the head looks along −z then.
          const [ca, sa] = [Math.cos(az * rad), Math.sin(az * rad)]
          const [ce, se] = [Math.cos(el * rad), Math.sin(el * rad)]
          const [x1, y1, z1] = [xMm * ca, yMm, xMm * sa]
          const [x2, y2, z2] = [x1, y1 * ce - z1 * se, y1 * se + z1 * ce]
          const depth = 300 - z2
          const off = Math.atan2(Math.hypot(x2, y2), depth)
          // Seen from behind the head its right is the scene’s left.
          const round = Math.atan2(y2, -x2) - rollDeg * rad
          const turn = ((((round / rad) % 360) + 360) % 360) / 360
          const share = 1 - off / (90 * rad) + (off / (90 * rad)) * (1 - 0.8 * turn)
          const found = term(list, 'beam')?.stops ?? 0
          fc.pre(turn > 0.02 && turn < 0.98)
          expect(found).toBeCloseTo(Math.log2(share), 3)
        }
      ),
      { numRuns: 40 }
    )
  })
  test('a panel near by: what its size takes is said apart from the distance of its middle', () => {
    const list = terms((p) => {
      at(0, 200)(p)
      p.lights[0]!.strobe = testStrobe({
        face: { kind: 'disc', diameterMm: 200 },
        beamDeg: 120
      })
    })
    // A Lambert disc on its axis: E = πL·r²/(r² + d²), against πL·r²/d² for the point (memory).
    expect(term(list, 'finiteSource').stops).toBeCloseTo(
      Math.log2(200 ** 2 / (100 ** 2 + 200 ** 2)),
      1
    )
  })
  test('a place all but in the face: its distance is told down to half a millimetre', () => {
    const d = (zMm: number): number =>
      term(
        terms(
          (p) => {
            at(0, 300)(p)
            own(p, 0)
            p.places[0]!.zMm = zMm
          },
          'A',
          'P1'
        ),
        'distance'
      ).figures.d!
    expect(d(299.3)).toBeCloseTo(0.0007, 9)
    expect(d(299.9)).toBeCloseTo(0.0005, 9)
  })
  test('a flag half across the way takes its share; a light in the dark has no terms', () => {
    const flagged = (widthMm: number) => (p: Plan) => {
      at(0, 400)(p)
      p.lights[0]!.strobe = testStrobe({ face: { kind: 'rectangle', widthMm: 80, heightMm: 80 } })
      p.cards = [
        testCard({
          widthMm,
          heightMm: 400,
          reflectance: 0.005,
          at: {
            distanceMm: Math.hypot(200, widthMm / 2),
            azimuthDeg: (Math.atan(widthMm / 400) * 180) / Math.PI,
            elevationDeg: 0
          },
          aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 0 }
        })
      ]
    }
    const shadow = term(terms(flagged(200)), 'shadow')
    expect(shadow.stops).toBeCloseTo(-1, 0)
    expect(shadow.figures.seen).toBeCloseTo(2 ** shadow.stops, 9)
    expect(
      terms((p) => {
        flagged(200)(p)
        p.lights[0]!.on = false
      })
    ).toEqual([])
  })
  test('by a card alone: what it throws back, named', () => {
    const list = terms((p) => {
      at(180, 300)(p)
      p.cards = [
        testCard({
          kind: 'card',
          reflectance: 0.9,
          at: { distanceMm: 300, azimuthDeg: 0, elevationDeg: 40 }
        })
      ]
      p.subject = { ...p.subject, widthMm: 5, heightMm: 5 }
    })
    expect(kinds(list).slice(0, 3)).toEqual(['output', 'power', 'bounceOnly'])
    const { figures, stops } = term(list, 'bounceOnly')
    const { later, ...parts } = figures
    expect(later).toBeGreaterThan(0)
    expect(later).toBeLessThan(0.2)
    expect(stops).toBeCloseTo(
      Math.log2(Object.values(parts).reduce((sum, each) => sum + each, 0)),
      9
    )
    expect(Object.keys(parts)).toEqual(['K1'])
  })
  test('modifiers that take something are named, others are not', () => {
    const list = terms((p) => {
      at(0, 300)(p)
      p.lights[0]!.modifiers = [
        testModifier({ id: 'a', name: 'Sheet', lossStops: 1.5 }),
        testModifier({ id: 'b', name: 'Nothing', lossStops: 0 })
      ]
    })
    expect(list.filter((each) => each.kind === 'modifier')).toEqual([
      { kind: 'modifier', stops: -1.5, figures: { loss: 1.5, spread: 0 }, name: 'Sheet' }
    ])
  })
})

describe('what the camera takes', () => {
  test('aperture, close-up loss, ISO and filter, each with its figure', () => {
    const list = terms((p) => {
      p.settings = { ...p.settings, apertureStops: 7, isoStops: 2, ndStops: 3 }
      p.focus.magnification = 0.5
      p.lens.pupilRatio = 0.8
    })
    expect(term(list, 'aperture').stops).toBe(-7)
    expect(term(list, 'aperture').figures.N).toBeCloseTo(11.31, 2)
    expect(term(list, 'closeUpLoss')).toMatchObject({
      stops: -2 * Math.log2(1 + 0.5 / 0.8),
      figures: { m: 0.5, P: 0.8 }
    })
    expect(term(list, 'iso')).toMatchObject({ stops: 2, figures: { S: 400 } })
    expect(term(list, 'nd')).toMatchObject({ stops: -3, figures: { ND: 3 } })
  })
  test('a leaf shutter that closes on the tail', () => {
    const list = terms((p) => {
      p.camera = testCamera({ curtain: 'leaf' })
      p.lights[0]!.strobe = testStrobe({ quench: 'voltage', t01FullS: 1 / 200 })
      p.lights[0]!.powerStops = 0
      p.settings.shutterStops = 9
    })
    const clip = term(list, 'leafClip')
    expect(clip.stops).toBeLessThan(-0.1)
    expect(clip.figures.t).toBeCloseTo(1 / 512, 6)
    expect(clip.figures['t0.1']).toBeCloseTo(1 / 200, 6)
    expect(clip.figures).not.toHaveProperty('Tc')
  })
  test('a second curtain that does, with the travel of both', () => {
    const list = terms((p) => {
      p.lights[0]!.strobe = testStrobe({ quench: 'voltage', t01FullS: 1 / 120 })
      p.lights[0]!.powerStops = 0
      p.settings.shutterStops = 8
    })
    const clip = term(list, 'curtainClip')
    expect(clip.stops).toBeLessThan(-0.05)
    expect(clip.figures.Tc).toBeCloseTo(0.8 / 256, 6)
  })
  test('high-speed sync: open time against travel, and the head’s own penalty', () => {
    const list = terms((p) => {
      p.settings.shutterStops = 10
      p.settings.highSpeedSync = true
      p.lights[0]!.strobe = testStrobe({ highSpeedPenaltyStops: 1.3 })
    })
    const { stops, figures } = term(list, 'highSpeedSync')
    expect(figures).toMatchObject({ penalty: 1.3, t: 1 / 1024, Tc: 1 / 256 })
    expect(stops).toBeLessThan(-2)
  })
})

describe('ambient', () => {
  const read =
    (part: Partial<NonNullable<Plan['ambient']['subject']>>, change?: (p: Plan) => void) =>
    (p: Plan): void => {
      p.ambient.subject = testReading(7, { atMagnification: 0.25, ...part })
      change?.(p)
    }
  test('incident: the reading and the surface', () => {
    const list = terms(
      read({}, (p) => (p.subject.reflectance = 0.09)),
      'ambient'
    )
    expect(kinds(list)).toEqual(['reading', 'surface', 'shutter', 'aperture', 'closeUpLoss'])
    expect(term(list, 'reading')).toMatchObject({ stops: 7, figures: { EV: 7 } })
    expect(term(list, 'surface')).toMatchObject({ stops: -1, figures: { ρ: 0.09 } })
  })
  test('through the lens: the close-up loss the reading had is given back', () => {
    const back = term(terms(read({ via: 'lens' }), 'ambient'), 'closeUpLossAtReading')
    expect(back.stops).toBeCloseTo(2 * Math.log2(1.25), 9)
    expect(back.figures).toEqual({ m: 0.25, own: 0.25, P: 1 })
    const shown = terms(
      read({ via: 'lens' }, (p) => (p.camera = testCamera({ showsEffective: true }))),
      'ambient'
    )
    expect(kinds(shown)).not.toContain('closeUpLossAtReading')
    expect(kinds(shown)).not.toContain('surface')
  })
  test('reflected: the meter’s other constant, and only the difference of another surface', () => {
    const list = terms(read({ via: 'reflected' }), 'ambient')
    expect(term(list, 'meterConstant').stops).toBeCloseTo(-0.197, 3)
    expect(kinds(list)).not.toContain('surface')
    const pale = terms(
      read({ via: 'reflected' }, (p) => {
        own(p, 10)
        p.subject.reflectance = 0.18
      }),
      'ambient',
      'P1'
    )
    expect(term(pale, 'surface').stops).toBeCloseTo(1, 9)
  })
  test('shaded and by the shutter', () => {
    const list = terms(
      read({}, (p) => {
        p.ambient.shadeStops = 2.5
        p.settings.shutterStops = 7
      }),
      'ambient'
    )
    expect(term(list, 'shade')).toMatchObject({ stops: -2.5, figures: { shade: 2.5 } })
    expect(term(list, 'shutter')).toMatchObject({ stops: -7, figures: { t: 1 / 128 } })
  })
  test('not read, or a place that is not there: nothing', () => {
    expect(terms(() => undefined, 'ambient')).toEqual([])
    expect(terms(() => undefined, 'A', 'P3')).toEqual([])
    expect(terms(() => undefined, 'B')).toEqual([])
  })
})

test('a correction comes last, with its ±, and only where there is something to correct', () => {
  const taught = (p: Plan): void => {
    p.corrections = [testCorrection()]
  }
  expect(terms(taught).at(-1)).toEqual({
    kind: 'correction',
    stops: -0.6,
    figures: { uncertainty: 0.3 }
  })
  expect(
    terms((p) => {
      taught(p)
      p.lights[0]!.on = false
    })
  ).toEqual([])
  const plan = testPlan(taught)
  expect(evaluate(plan).ledger.rows.length).toBe(2)
})
