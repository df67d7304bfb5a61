// checks: tubes, close-up lens, converter (by the lens equation and traced rays)
// checks: leaning flat
// checks: depth of field (marginal rays traced, with the Airy disc)
// checks: diffraction
// checks: best aperture
/** The lens as used, against thin-lens ray tracing written apart. */
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Plan } from './plan'
import { testCamera, testLens, testPlan } from '../testing'
import { poseOf } from '../set/camera'
import {
  apertureRange,
  bestMarkedFNumber,
  blurCircleMm,
  hiddenCloseUpLoss,
  depthOf,
  effectiveFNumberOf,
  endBlur,
  sensorInUse,
  markedFNumber,
  neededDepthMm,
  sharpStripMm
} from './lensInUse'
import { heldMagnification, magnificationAtFront, magnificationsOf } from './portInUse'

const withFocus = (
  part: Partial<Plan['focus']>,
  more: (plan: Plan) => void = () => undefined
): Plan =>
  testPlan((plan) => {
    plan.focus = { ...plan.focus, ...part }
    more(plan)
  })

describe('depth of field with things on the lens', () => {
  test('property: marginal rays from both limits draw a disc that with diffraction is the permitted one, whatever is screwed on', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 2, noNaN: true }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        fc.constantFrom(1, 1.4, 2),
        fc.integer({ min: 4, max: 9 }),
        (m, dioptres, teleconverter, aperture) => {
          const plan = withFocus(
            { magnification: m, dioptres, teleconverter, blur: { kind: 'circle', mm: 0.06 } },
            (p) => {
              p.settings.apertureStops = aperture
            }
          )
          // Close-up lens and lens as one thin lens with the lens's own pupil; the converter
          // enlarges the image it makes.
          const f = 1 / (1 / 100 + dioptres / 1000)
          const base = m / teleconverter
          const v = f * (1 + base)
          const u = f * (1 + 1 / base)
          const pupil = 100 / (2 ** (aperture / 2) / teleconverter)
          // Airy disc 2.44·λ·N, N the image distance over the pupil, at 550 nm; nearer than the focal
          // length the lens does not go.
          const airy = (2.44 * 550e-6 * teleconverter * Math.max(v, 100)) / pupil
          const { nearMm, farMm, totalMm } = depthOf(plan)
          if (airy >= 0.06) {
            expect(totalMm).toBe(0)
            return
          }
          for (const x of [u - nearMm, u + farMm]) {
            if (!Number.isFinite(x)) continue
            const vx = 1 / (1 / f - 1 / x)
            const disc = teleconverter * ((pupil * Math.abs(vx - v)) / vx)
            expect(Math.hypot(disc, airy) / 0.06).toBeCloseTo(1, 6)
          }
        }
      )
    )
  })
  // After Hansma 1996 (value from memory): N = √(D·m²/(2·2.44·λ)) / (1 + m).
  test.each([
    [2, 1, 13.7],
    [20, 0.25, 17.3],
    [60, 0.1, 13.6]
  ])('best f-number for D=%d m=%d', (depth, m, n) => {
    // That is for a shallow depth; the near end of a deep one asks for a little more.
    const u = 100 * (1 + 1 / m)
    const want = n * Math.sqrt(u / (u - depth / 2))
    expect(Math.abs(bestMarkedFNumber(withFocus({ magnification: m }), depth) - want)).toBeLessThan(
      0.06
    )
  })
  /**
   * The disc on the sensor of a point: its rays through the rim of the lens's own pupil, thin
   * close-up lens and thin lens in one plane, slopes and heights alone.
   */
  const disc = (x: number, v: number, p: number, dioptres: number, fNumber: number): number => {
    const f = 100
    const behind = f * (1 / p - 1)
    const rim = f / fNumber / 2
    // A ray of slope a from the axis at x: y = a·x, past the close-up lens a − y·D, at the pupil
    // y + behind·(a − y·D) is the rim.
    const a = rim / (x + behind * (1 - (x * dioptres) / 1000))
    const y = a * x
    const after = a - (y * dioptres) / 1000 - y / f
    return 2 * Math.abs(y + v * after)
  }
  test('property: with a pupil ratio and a close-up lens rays from both limits draw the permitted disc', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.2, max: 1.5, noNaN: true }),
        fc.double({ min: 0, max: 8, noNaN: true }),
        fc.double({ min: 0.4, max: 2.5, noNaN: true }),
        fc.integer({ min: 3, max: 7 }),
        (m, dioptres, pupilRatio, aperture) => {
          const plan = withFocus(
            { magnification: m, dioptres, blur: { kind: 'circle', mm: 0.08 } },
            (p) => {
              p.lens = testLens({ pupilRatio, maxMagnification: 5 })
              p.settings.apertureStops = aperture
            }
          )
          const f = 1 / (1 / 100 + dioptres / 1000)
          const [u, v] = [f * (1 + 1 / m), f * (1 + m)]
          const left = Math.sqrt(0.08 ** 2 - endBlur(plan, 0).airyMm ** 2)
          const { nearMm, farMm } = depthOf(plan)
          for (const x of [u - nearMm, u + farMm])
            if (Number.isFinite(x))
              expect(disc(x, v, pupilRatio, dioptres, 2 ** (aperture / 2)) / left).toBeCloseTo(1, 6)
        }
      )
    )
  })
  test.each([
    [0.1, 200, 0.09],
    [0.02, 3000, 0.25]
  ])(
    'the near end of a deep depth exactly: at %d× what the shallow formula misses',
    (m, depth, least) => {
      const plan = withFocus({ magnification: m })
      const u = 100 * (1 + 1 / m)
      const got = endBlur(plan, depth, 8).defocusMm
      expect(got).toBeCloseTo(disc(u - depth / 2, 100 * (1 + m), 1, 0, 8), 9)
      const shallow = (depth * m * m) / (2 * 8 * (1 + m))
      expect(1 - shallow / got).toBeGreaterThan(least)
    }
  )
  test('a near end that reaches the pupil is out of all measure, not sharp', () => {
    expect(endBlur(withFocus({ magnification: 1 }), 500, 8).bothMm).toBe(Infinity)
  })
  test('past what the lens focuses the working distance grows no more', () => {
    const front = (m: number, part: Partial<Plan['focus']> = {}) =>
      poseOf(withFocus({ magnification: m, ...part })).workingMm
    expect(front(2)).toBe(front(1))
    expect(front(5)).toBe(front(1))
    expect(front(0.9)).toBeGreaterThan(front(1))
    // A converter doubles what it reaches.
    expect(front(2, { teleconverter: 2 })).toBe(front(1))
    expect(front(3, { teleconverter: 2 })).toBe(front(1))
  })
  test('best aperture: no other gives less blur at the ends, with a pupil ratio, a close-up lens and a converter', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.constantFrom(1, 2),
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        fc.double({ min: 2, max: 90, noNaN: true }),
        (m, dioptres, teleconverter, pupilRatio, other) => {
          const plan = withFocus({ magnification: m, dioptres, teleconverter }, (p) => {
            p.lens = testLens({ pupilRatio })
          })
          const best = bestMarkedFNumber(plan, 6)
          expect(endBlur(plan, 6, other).bothMm).toBeGreaterThanOrEqual(
            endBlur(plan, 6, best).bothMm * (1 - 1e-9)
          )
        }
      )
    )
  })
})

describe('what the lens does to exposure', () => {
  test('bare at 1:1 two stops; with a converter its share is in the shown number; a close-up lens costs less than a tube', () => {
    expect(hiddenCloseUpLoss(withFocus({ magnification: 1 }))).toBeCloseTo(2, 12)
    expect(hiddenCloseUpLoss(withFocus({ magnification: 1, teleconverter: 2 }))).toBeCloseTo(
      2 * Math.log2(1.5),
      12
    )
    expect(hiddenCloseUpLoss(withFocus({ magnification: 1, dioptres: 5 }))).toBeLessThan(
      hiddenCloseUpLoss(withFocus({ magnification: 1, extensionMm: 50 }))
    )
    expect(hiddenCloseUpLoss(withFocus({ magnification: 1, extensionMm: 50 }))).toBeCloseTo(2, 12)
  })
  test('a body that shows the effective number says the same light', () => {
    const plain = withFocus({ magnification: 1 }, (p) => {
      p.settings.apertureStops = 6
    })
    const shows = withFocus({ magnification: 1 }, (p) => {
      p.camera = testCamera({ showsEffective: true })
      p.settings.apertureStops = 8
    })
    expect(effectiveFNumberOf(shows)).toBeCloseTo(effectiveFNumberOf(plain), 9)
    expect(markedFNumber(shows)).toBeCloseTo(markedFNumber(plain), 9)
    expect(hiddenCloseUpLoss(shows)).toBe(0)
    expect(apertureRange(shows)[0] - apertureRange(plain)[0]).toBeCloseTo(2, 12)
  })
})

describe('frame, print and lean', () => {
  test('a crop of 1.5 narrows the frame and the camera in the set sees as much less', () => {
    const whole = withFocus({ magnification: 0.5 })
    const cropped = withFocus({ magnification: 0.5, crop: 1.5 })
    expect(sensorInUse(cropped).width).toBeCloseTo(24, 12)
    expect(poseOf(cropped).halfWidthMm / poseOf(whole).halfWidthMm).toBeCloseTo(1 / 1.5, 12)
    // The same print of a smaller part is enlarged more, so less blur is permitted.
    const print = { kind: 'print', printWidthMm: 300, viewingMm: 400 } as const
    expect(
      blurCircleMm({ ...cropped, focus: { ...cropped.focus, blur: print } }) * 1.5
    ).toBeCloseTo(blurCircleMm({ ...whole, focus: { ...whole.focus, blur: print } }), 12)
  })
  test('a flat leaning by 30° needs half its height in depth; none when square', () => {
    const flat = (tiltDeg: number) =>
      withFocus({ magnification: 0.5, tiltDeg }, (p) => {
        p.subject.heightMm = 20
        p.subject.sharpDepthMm = 0.001
      })
    expect(neededDepthMm(flat(30))).toBeCloseTo(10, 2)
    expect(neededDepthMm(flat(0))).toBeCloseTo(0.001, 9)
    // No more of it than the frame shows: 48 mm high at 1:2.
    expect(
      neededDepthMm(
        withFocus({ magnification: 0.5, tiltDeg: 90 - 5 }, (p) => {
          p.subject.heightMm = 500
          p.subject.sharpDepthMm = 0.001
        })
      )
    ).toBeCloseTo(48 * Math.sin((85 * Math.PI) / 180), 2)
  })
  test('property: a working distance typed gives the magnification it came from, whatever is screwed on', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 0.9, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.constantFrom(1, 1.4, 2),
        (m, extensionMm, teleconverter) => {
          const plan = withFocus({ magnification: m, extensionMm, teleconverter })
          expect(magnificationAtFront(plan, poseOf(plan).workingMm) / m).toBeCloseTo(1, 5)
        }
      )
    )
    expect(heldMagnification(withFocus({ extensionMm: 50 }), 0.1)).toBeCloseTo(0.5, 12)
    expect(heldMagnification(withFocus({}), 4)).toBe(1)
  })
  test('the strip of a leaning flat that is sharp is depth over sine, and all of it when it stands nearly square', () => {
    const flat = withFocus({ magnification: 0.5, tiltDeg: 30 }, (p) => {
      p.subject.heightMm = 40
    })
    expect(sharpStripMm(flat).mm).toBeCloseTo(depthOf(flat).totalMm * 2, 9)
    expect(
      sharpStripMm(
        withFocus({ magnification: 0.5, tiltDeg: 1 }, (p) => {
          p.subject.heightMm = 4
        })
      )
    ).toEqual({ mm: 4, whole: true })
  })
  test('tubes move the front nearer by themselves: the set’s camera follows', () => {
    const bare = poseOf(withFocus({ magnification: 1 }))
    const tube = poseOf(withFocus({ magnification: 1, extensionMm: 25 }))
    expect(bare.frontMm - tube.frontMm).toBeCloseTo(25, 9)
    expect(magnificationsOf(withFocus({ extensionMm: 25 }))[0]).toBeCloseTo(0.25, 12)
  })
})
