// checks: exposure value (the camera’s own scale)
// checks: reflected against incident (one card metered both ways)
// checks: surface
// checks: black scale
// checks: strobe
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { fNumberFromGuide } from '../light/strobe'
import { parsePower } from '../scales/dial'
import type { Correction, Plan } from '../plan/plan'
import {
  testCamera,
  testCorrection,
  testLight,
  testModifier,
  testPlan,
  testReading,
  testStrobe
} from '../testing'
import { cellTerms } from './cellTerms'
import { evaluate } from './evaluate'
import { cellAt, cellsOf } from './ledger'
import { TERM_FORMULAS } from './terms'

const verdict = (plan: Plan, id: string) => evaluate(plan).verdicts.find((each) => each.id === id)!

const planWith = (change: (plan: Plan) => void) => testPlan(change)

describe('the strobe at the subject', () => {
  test('agrees with the guide-number formula when everything else is neutral', () => {
    // GN 36, 1/32, ISO 100, 0.30 m → f/21.2 (definition of the guide number): at f/21.2 an 18 %
    // card is level 0.
    const plan = planWith((p) => {
      p.lights[0] = testLight({
        strobe: testStrobe({ guideNumberM: 36 }),
        powerStops: -5,
        at: { distanceMm: 300, azimuthDeg: 0, elevationDeg: 0 }
      })
      p.focus.magnification = 1
      p.settings.apertureStops = 2 * Math.log2(fNumberFromGuide(36, 1 / 32, 100, 0.3)) - 2
    })
    expect(evaluate(plan).ledger.flash.subject!).toBeCloseTo(0, 5)
  })

  test('property: each cell is exactly the sum of its terms, and each term has a formula and a source', () => {
    fc.assert(
      fc.property(
        fc.record({
          power: fc.double({ min: -7, max: 0, noNaN: true }),
          distance: fc.double({ min: 20, max: 5000, noNaN: true }),
          tilt: fc.double({ min: 0, max: 88, noNaN: true }),
          background: fc.double({ min: 10, max: 5000, noNaN: true }),
          m: fc.double({ min: 0.02, max: 1, noNaN: true }),
          ev: fc.double({ min: -5, max: 16, noNaN: true }),
          shutter: fc.integer({ min: 0, max: 13 })
        }),
        (x) => {
          const plan = planWith((p) => {
            p.lights[0] = testLight({
              powerStops: x.power,
              at: { distanceMm: x.distance, azimuthDeg: x.tilt, elevationDeg: 10 }
            })
            p.table = {
              belowMm: 12,
              widthMm: 500,
              depthMm: 400,
              reflectance: 0.4,
              finish: 'matt',
              roughness: 0
            }
            p.background.distanceMm = x.background
            p.focus.magnification = x.m
            p.settings.shutterStops = x.shutter
            for (const place of ['subject', 'background'] as const)
              p.ambient[place] = testReading(x.ev, { atMagnification: x.m })
          })
          for (const cell of cellsOf(evaluate(plan).ledger)) {
            const terms = cellTerms(plan, cell.source, cell.place)
            const sum = terms.reduce((total, term) => total + term.stops, 0)
            if (cell.state === 'known') expect(cell.level).toBeCloseTo(sum, 9)
            for (const term of terms)
              expect(TERM_FORMULAS[term.kind].formula.length).toBeGreaterThan(3)
          }
        }
      ),
      // The lens takes a thousand-millionth of the light.
      {
        examples: [
          [
            {
              power: 0,
              distance: 57.36669692619294,
              tilt: 0,
              background: 4982.05859446294,
              m: 0.9999999999999887,
              ev: 0,
              shutter: 0
            }
          ]
        ]
      }
    )
  })

  // The table of the two exposures: what each control does to ambient and strobe (section 1 of the
  // trade's arithmetic, math).
  test.each([
    [
      'shutter to sync',
      (p: Plan) => {
        p.settings.shutterStops += 1
      },
      -1,
      0
    ],
    [
      'aperture',
      (p: Plan) => {
        p.settings.apertureStops += 1
      },
      -1,
      -1
    ],
    [
      'ISO',
      (p: Plan) => {
        p.settings.isoStops += 1
      },
      1,
      1
    ],
    [
      'ND',
      (p: Plan) => {
        p.settings.ndStops += 3
      },
      -3,
      -3
    ],
    [
      'power',
      (p: Plan) => {
        p.lights[0]!.powerStops -= 1
      },
      0,
      -1
    ],
    [
      'half the distance',
      (p: Plan) => {
        p.lights[0]!.at = { ...p.lights[0]!.at, distanceMm: 100 }
      },
      0,
      2
    ],
    [
      'a sheet of one stop',
      (p: Plan) => {
        p.lights[0]!.modifiers = [testModifier()]
      },
      0,
      -1
    ]
  ])('%s', (_, change, ambient, strobe) => {
    const base = (p: Plan) => {
      p.settings.shutterStops = 6
      p.lights[0]!.powerStops = -4
      p.ambient.subject = {
        value: { kind: 'ev', ev: 8 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
    }
    const before = evaluate(planWith(base)).ledger
    const after = evaluate(
      planWith((p) => {
        base(p)
        change(p)
      })
    ).ledger
    expect(after.ambient.subject!.level - before.ambient.subject!.level).toBeCloseTo(ambient, 9)
    expect(after.flash.subject! - before.flash.subject!).toBeCloseTo(strobe, 5)
  })

  test('a snoot leaves the background outside its beam dark', () => {
    const snoot = testModifier({ id: 'snoot', beam: { kind: 'cut', beamDeg: 14 }, lossStops: 0.3 })
    const plan = planWith((p) => {
      p.lights[0] = testLight({
        modifiers: [snoot],
        at: { distanceMm: 200, azimuthDeg: 50, elevationDeg: 0 }
      })
    })
    expect(cellAt(evaluate(plan).ledger, 'A', 'background')!.state).toBe('outside')
    expect(cellAt(evaluate(plan).ledger, 'A', 'subject')!.state).toBe('known')
  })
})

describe('ambient', () => {
  const camera = (stops: [number, number, number], via: 'lens' | 'reflected', at = 1) => ({
    limit: 'exact' as const,
    value: {
      kind: 'camera' as const,
      apertureStops: stops[0],
      shutterStops: stops[1],
      isoStops: stops[2],
      scaleStops: 0
    },
    via,
    atMagnification: at,
    takenAt: null,
    look: null
  })
  test('a reading through the lens at the same magnification needs no close-up term, a hand-held one does', () => {
    const make = (via: 'lens' | 'reflected') =>
      planWith((p) => {
        p.focus.magnification = 1
        p.settings = { ...p.settings, apertureStops: 8, shutterStops: 8, isoStops: 0 }
        p.ambient.background = camera([8, 1, 0], via)
      })
    expect(evaluate(make('lens')).ledger.ambient.background!.level).toBeCloseTo(-7, 9)
    // log2(0.18·C / (π·K)) with C = 250 and K = 12.5 (ISO 2720): 0.197.
    expect(evaluate(make('reflected')).ledger.ambient.background!.level).toBeCloseTo(-9.197, 3)
  })
  test('one grey card, metered both ways: the reflected reading shows 0.2 more, the level is one', () => {
    const at = (via: 'reflected' | 'incident', ev: number): number => {
      const plan = planWith((p) => {
        p.subject.reflectance = 0.18
        p.ambient.subject = {
          value: { kind: 'ev', ev },
          limit: 'exact',
          via,
          atMagnification: 1,
          takenAt: null,
          look: null
        }
      })
      return evaluate(plan).ledger.ambient.subject!.level
    }
    // 1000 lx on the card: E = 2.5·2^EV, and L = ρE/π = 0.125·2^EV (ISO 2720).
    const incident = Math.log2(1000 / 2.5)
    const reflected = Math.log2((0.18 * 1000) / Math.PI / 0.125)
    expect(reflected - incident).toBeCloseTo(0.2, 2)
    expect(at('reflected', reflected)).toBeCloseTo(at('incident', incident), 9)
  })
  test('the camera’s own scale: three under at its settings is an EV three lower', () => {
    const at = (scaleStops: number, shutterStops: number): number => {
      const plan = planWith((p) => {
        p.ambient.background = {
          value: { kind: 'camera', apertureStops: 8, shutterStops, isoStops: 0, scaleStops },
          limit: 'exact',
          via: 'lens',
          atMagnification: 1,
          takenAt: null,
          look: null
        }
      })
      return evaluate(plan).ledger.ambient.background!.level
    }
    expect(at(-3, 7)).toBeCloseTo(at(0, 4), 9)
    expect(at(1 / 3, 7)).toBeCloseTo(at(0, 7 + 1 / 3), 9)
  })
  test('lux and EV agree: 81 920 lx is EV 15 (ISO 2720)', () => {
    const make = (value: { kind: 'lux'; lux: number } | { kind: 'ev'; ev: number }) =>
      evaluate(
        planWith((p) => {
          p.ambient.subject = testReading(0, { value })
        })
      ).ledger.ambient.subject!.level
    expect(make({ kind: 'lux', lux: 81920 })).toBeCloseTo(make({ kind: 'ev', ev: 15 }), 9)
  })
  test('a body that shows the effective number has the close-up loss in its number already', () => {
    const make = (showsEffective: boolean, aperture: number) =>
      evaluate(
        planWith((p) => {
          p.camera = testCamera({ showsEffective })
          p.focus.magnification = 1
          p.settings.apertureStops = aperture
        })
      ).ledger.flash.subject!
    expect(make(true, 8)).toBeCloseTo(make(false, 6), 9)
  })
  test('unread ambient is unknown, not dark', () => {
    const plan = planWith((p) => {
      p.ambient.background = null
    })
    expect(evaluate(plan).ledger.ambient.background!.state).toBe('unknown')
    expect(verdict(plan, 'background').state).toBe('unknown')
  })
})

describe('suggested power', () => {
  test('property: setting the suggested mark gives what was promised; a finer mark would not be nearer', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 3000, noNaN: true }),
        fc.double({ min: 2, max: 10, noNaN: true }),
        fc.constantFrom('third', 'tenth', 'half', 'whole'),
        fc.double({ min: -4, max: 8, noNaN: true }),
        (distance, aperture, step, ev) => {
          const plan = planWith((p) => {
            p.lights[0] = testLight({
              at: { distanceMm: distance, azimuthDeg: 40, elevationDeg: 0 },
              strobe: testStrobe({ dial: { kind: 'fraction', step, lowestStops: -7 } })
            })
            p.settings.apertureStops = aperture
            p.ambient.subject = testReading(ev)
          })
          const suggestion = evaluate(plan).suggestions.A!
          if (!suggestion.choice) return
          plan.lights[0]!.powerStops = suggestion.choice.mark.stops
          const { ledger } = evaluate(plan)
          expect(ledger.totals.subject! - plan.goals.subjectStops).toBeCloseTo(
            suggestion.missStops,
            9
          )
          if (suggestion.state === 'ok')
            expect(Math.abs(suggestion.missStops)).toBeLessThanOrEqual(
              plan.goals.toleranceStops + 1e-6
            )
          if (suggestion.state === 'too-dim') expect(suggestion.choice.mark.stops).toBe(0)
          if (suggestion.state === 'too-bright') expect(suggestion.choice.mark.stops).toBe(-7)
        }
      )
    )
  })
  test('ambient alone past the goal is said, not answered with a power', () => {
    const plan = planWith((p) => {
      p.ambient.subject = {
        value: { kind: 'ev', ev: 20 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
    })
    expect(evaluate(plan).suggestions.A).toMatchObject({ state: 'ambient-alone', choice: null })
  })
  test('a wholly lit look fills: ambient 1 stop under, the strobe supplies the other half', () => {
    const plan = planWith((p) => {
      p.focus.magnification = 0.1
      p.ambient.subject = {
        value: { kind: 'ev', ev: p.settings.apertureStops + p.settings.shutterStops - 1 },
        limit: 'exact',
        via: 'lens',
        atMagnification: 0.1,
        takenAt: null,
        look: null
      }
    })
    const suggestion = evaluate(plan).suggestions.A!
    plan.lights[0]!.powerStops = suggestion.wantedStops!
    expect(evaluate(plan).ledger.flash.subject!).toBeCloseTo(-1, 6)
  })
})

describe('verdicts', () => {
  test('faster than sync: a band without high-speed sync, a priced loss with it, nothing with a leaf shutter', () => {
    const at = (change: (p: Plan) => void) =>
      verdict(
        planWith((p) => {
          p.settings.shutterStops = 9
          change(p)
        }),
        'sync'
      )
    expect(
      at((p) => {
        p.settings.highSpeedSync = false
      })
    ).toMatchObject({ reason: 'sync-band', state: 'miss', figures: { dark: 0.5 } })
    const fast = at((p) => {
      p.settings.highSpeedSync = true
    })
    expect(fast.reason).toBe('sync-high-speed')
    expect(fast.figures.loss).toBeCloseTo(-1.585 - 0.5, 2)
    const leaf = at((p) => {
      p.camera = testCamera({ curtain: 'leaf' })
      p.lights[0]!.powerStops = -5
    })
    expect(leaf.reason).toBe('sync-leaf')
  })
  // Exponential decay through a leaf shutter: t0.1 = shutter lets 90 % through (−0.15); 1/300
  // against 1/500 75 % (−0.42).
  test.each([
    [300, 300, -0.15],
    [300, 500, -0.42]
  ])('leaf shutter clips t0.1 1/%d at 1/%d', (t01, shutter, loss) => {
    const plan = planWith((p) => {
      p.camera = testCamera({ curtain: 'leaf', syncStops: 9 })
      p.lights[0]!.strobe = testStrobe({ t01FullS: 1 / t01 })
      p.lights[0]!.powerStops = 0
      p.settings.shutterStops = Math.log2(shutter)
    })
    expect(verdict(plan, 'sync').figures.loss).toBeCloseTo(loss, 2)
  })
  test('freeze: strobe blur and ambient ghost are told apart', () => {
    const moving = (ev: number) =>
      planWith((p) => {
        p.subject.speedMmS = 100
        p.lights[0]!.powerStops = -6
        p.ambient.subject = {
          value: { kind: 'ev', ev },
          limit: 'exact',
          via: 'reflected',
          atMagnification: 1,
          takenAt: null,
          look: null
        }
      })
    expect(verdict(moving(0), 'freeze').reason).toBe('freeze-sharp')
    expect(verdict(moving(14), 'freeze').reason).toBe('freeze-ghost')
    expect(
      verdict(
        planWith((p) => {
          p.subject.speedMmS = 0
        }),
        'freeze'
      ).state
    ).toBe('idle')
    expect(
      verdict(
        planWith((p) => {
          p.subject.speedMmS = 5000
          p.lights[0]!.powerStops = 0
        }),
        'freeze'
      ).reason
    ).toBe('freeze-strobe')
  })
  test('background, subject, depth and reserve name what decides them', () => {
    const light = planWith((p) => {
      p.ambient.background = {
        value: { kind: 'ev', ev: 14 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
    })
    expect(verdict(light, 'background')).toMatchObject({
      reason: 'background-ambient',
      cause: { source: 'ambient' }
    })
    expect(
      verdict(
        planWith((p) => {
          p.background.distanceMm = 5
          p.background.reflectance = 0.9
          p.subject.widthMm = 4
          p.subject.heightMm = 4
          p.lights[0]!.at = { distanceMm: 200, azimuthDeg: 5, elevationDeg: 0 }
        }),
        'background'
      ).reason
    ).toBe('background-strobe')
    expect(
      verdict(
        planWith((p) => {
          p.lights[0]!.powerStops = -7
        }),
        'subject'
      ).reason
    ).toBe('subject-under')
    expect(
      verdict(
        planWith((p) => {
          p.lights[0]!.powerStops = 0
        }),
        'subject'
      ).reason
    ).toBe('subject-over')
    expect(
      verdict(
        planWith((p) => {
          p.subject.sharpDepthMm = 100
        }),
        'depth'
      ).reason
    ).toBe('depth-short')
    expect(
      verdict(
        planWith((p) => {
          p.subject.sharpDepthMm = 0.01
        }),
        'depth'
      ).reason
    ).toBe('depth-enough')
    expect(
      verdict(
        planWith((p) => {
          p.lights[0]!.powerStops = 0
        }),
        'reserve'
      )
    ).toMatchObject({ reason: 'reserve-end', value: 0 })
  })
  test('figures past a model are flagged', () => {
    const flagged = planWith((p) => {
      p.lights[0] = testLight({
        strobe: testStrobe({ quench: 'voltage' }),
        at: { distanceMm: 100, azimuthDeg: 80, elevationDeg: 0 }
      })
      p.subject.finish = 'gloss'
      p.focus.magnification = 3
      p.settings.isoStops = 9
    })
    expect(evaluate(flagged).flags).toEqual([
      'specular',
      'duration-assumed',
      'grazing',
      'lens-limit',
      'off-camera-range'
    ])
  })
})

describe('your readings in the sum', () => {
  const level = (corrections: Correction[], place: 'subject' | 'background' = 'subject') =>
    evaluate(
      planWith((p) => {
        p.corrections = corrections
      })
    ).ledger.flash[place]!
  test('the newest that fits the kit counts; a subject reading serves the background until that has its own', () => {
    const bare = level([])
    expect(level([testCorrection({ stops: -2 }), testCorrection({})]) - bare).toBeCloseTo(-0.6, 9)
    expect(level([testCorrection({ strobeId: 'another' })])).toBe(bare)
    expect(level([testCorrection({ on: false })])).toBe(bare)
    expect(level([testCorrection({})], 'background') - level([], 'background')).toBeCloseTo(-0.6, 9)
    expect(level([testCorrection({ place: 'background', stops: -3 })])).toBe(bare)
  })
})

test('a power typed on any dial lands on the same light', () => {
  const level = (text: string, dial: Parameters<typeof parsePower>[0]) => {
    const plan = planWith((p) => {
      p.lights[0] = {
        ...p.lights[0]!,
        strobe: testStrobe({ dial }),
        powerStops: parsePower(dial, text)!
      }
    })
    return evaluate(plan).ledger.flash.subject!
  }
  const quarter = level('1/4', { kind: 'fraction', step: 'third', lowestStops: -7 })
  expect(level('5 of 7', { kind: 'levels', count: 7, stopsPerLevel: 1 })).toBeCloseTo(quarter, 9)
  expect(level('25 %', { kind: 'percent', lowestPercent: 1, stepPercent: 1 })).toBeCloseTo(
    quarter,
    9
  )
  expect(level('8.0', { kind: 'decimal', lowest: 2, full: 10, step: 0.1 })).toBeCloseTo(quarter, 9)
})
