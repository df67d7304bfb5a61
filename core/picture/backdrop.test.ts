// checks: background's looks (places of ledger and picture, by a lamp and by ambient)
import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { cellTerms } from '../ledger/cellTerms'
import { evaluate } from '../ledger/evaluate'
import { PICTURE_HIGH, PICTURE_WIDE, type Plan } from '../plan/plan'
import { gradientStopsAt, printedBy, printedReflectance } from '../set/backdrop'
import { testPlan, testReading } from '../testing'
import { placeShown } from './atPlace'
import { factorsOf } from './sources'
import { FIRST_LIGHT, meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf } from './world'

/** A picture whose bytes follow from column and row. */
const pictureOf = (byte: (column: number, row: number, band: number) => number) => ({
  name: 'made',
  pixels: Buffer.from(
    Array.from({ length: PICTURE_WIDE * PICTURE_HIGH * 3 }, (_, i) => {
      const pixel = Math.floor(i / 3)
      return byte(pixel % PICTURE_WIDE, Math.floor(pixel / PICTURE_WIDE), i % 3)
    })
  ).toString('base64')
})
const plan = (change: Partial<Plan['background']>): Plan =>
  testPlan((draft) => {
    draft.subject = { ...draft.subject, widthMm: 2, heightMm: 2 }
    draft.settings = { ...draft.settings, apertureStops: 14 }
    draft.focus = { ...draft.focus, magnification: 0.2 }
    draft.ambient = { ...draft.ambient, background: testReading(3) }
    draft.background = {
      ...draft.background,
      distanceMm: 200,
      widthMm: 500,
      heightMm: 375,
      reflectance: 0.2,
      ...change
    }
    draft.lights[0]!.at = { distanceMm: 900, azimuthDeg: 0, elevationDeg: 0 }
  })

describe('a background with a picture', () => {
  // Light on the left, dark on the right; red above, blue below.
  const picture = pictureOf((column, row, band) =>
    band === (row < 60 ? 0 : 2) ? 40 : column < 80 ? 200 : 90
  )
  const { background } = plan({ picture })

  it('stands upright, its left on the left', () => {
    const printed = new Float64Array(3)
    printedBy(background)!(-0.5, 0.5, printed)
    expect(printed[0]).toBeLessThan(printed[2]!)
    printedBy(background)!(-0.5, -0.5, printed)
    expect(printed[2]).toBeLessThan(printed[0]!)
    expect(printedReflectance(background, -0.5, 0.5)).toBeGreaterThan(
      3 * printedReflectance(background, 0.5, 0.5)
    )
  })

  it('property: is on the mean as light as its reflectance says', () => {
    fc.assert(
      // Nothing of it is so much lighter than the mean that it would throw back more than it gets.
      fc.property(fc.array(fc.integer({ min: 130, max: 255 }), { minLength: 7 }), (bytes) => {
        const noisy = plan({
          picture: pictureOf((c, r, b) => bytes[(c * 7 + r * 3 + b) % bytes.length]!)
        }).background
        let sum = 0
        for (let row = 0; row < PICTURE_HIGH; row++)
          for (let column = 0; column < PICTURE_WIDE; column++)
            sum += printedReflectance(
              noisy,
              (2 * (column + 0.5)) / PICTURE_WIDE - 1,
              1 - (2 * (row + 0.5)) / PICTURE_HIGH
            )
        expect(sum / (PICTURE_WIDE * PICTURE_HIGH)).toBeCloseTo(0.2, 4)
      }),
      { numRuns: 20 }
    )
  })

  it('shows each place as light as the ledger has it, by the lamp and by ambient', () => {
    const printed = plan({ picture, colour: '#3060c0', gradientStops: 3, gradientDeg: 0 })
    const world = worldOf(printed)
    const { ledger } = evaluate(printed)
    const tracer = tracerOf(world)
    const factors = factorsOf(printed, printed)
    for (const id of ['backgroundLeft', 'backgroundRight']) {
      const place = world.scene.places.find((each) => each.id === id)!
      const { x, y } = placeShown(world, place)!
      for (const [source, level] of [
        [FIRST_LIGHT, ledger.flash[id]!],
        [1, ledger.ambient[id]!.level]
      ] as const) {
        const { mean } = meanAt(tracer, source, 500, x, y)
        expect(Math.abs(Math.log2(mean * factors[3 * source]!) - level)).toBeLessThan(0.05)
      }
    }
  })

  it('black all over counts as plain', () => {
    expect(printedReflectance(plan({ picture: pictureOf(() => 0) }).background, 0, 0)).toBe(0.2)
  })
})

describe('ambient that falls off across the background', () => {
  const { background } = plan({ gradientStops: 4, gradientDeg: 90 })
  it('is as read in the middle, half the stops more at one edge, half less at the other', () => {
    expect(gradientStopsAt(background, 0, 0)).toBe(0)
    expect(gradientStopsAt(background, 0.3, 1)).toBeCloseTo(2, 12)
    expect(gradientStopsAt(background, -0.7, -1)).toBeCloseTo(-2, 12)
    expect(gradientStopsAt({ ...background, gradientDeg: 180 }, -1, 0.2)).toBeCloseTo(2, 12)
  })
  it('is a term of the ambient there, and only there', () => {
    const sloped = plan({ gradientStops: 4, gradientDeg: 0 })
    const { ledger } = evaluate(sloped)
    const even = evaluate(plan({})).ledger
    const more = (id: string): number => ledger.ambient[id]!.level - even.ambient[id]!.level
    expect(more('background')).toBe(0)
    expect(more('backgroundRight')).toBeGreaterThan(0.2)
    expect(more('backgroundLeft')).toBeCloseTo(-more('backgroundRight'), 9)
    const term = cellTerms(sloped, 'ambient', 'backgroundRight').find(
      (each) => each.kind === 'gradient'
    )
    expect(term!.stops).toBeCloseTo(more('backgroundRight'), 9)
  })
})
