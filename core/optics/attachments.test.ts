// checks: tubes, close-up lens, converter
// checks: permitted blur in a print
// checks: ruler
// checks: sync limit
// checks: motion blur
// checks: speeds
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  combinedFocalMm,
  attachedCloseUpLoss,
  extensionMagnification,
  magnificationRange
} from './attachments'
import { closeUpLoss } from './closeUp'
import { printCircleMm } from './depth'
import { fallSpeedMmS, motionBlurTowardsPx } from './motion'
import { magnificationFromRuler } from './ruler'
import { darkShare, findSync, nextTrial } from './shutter'

const BARE = { extensionMm: 0, dioptres: 0, teleconverter: 1 }

describe('what is screwed to a lens', () => {
  // Gaussian optics: m = e/f at infinity focus for a tube; m = f·D/1000 for a close-up lens.
  test.each([
    [50, 25, 0.5],
    [100, 50, 0.5],
    [60, 60, 1]
  ])('f=%d with a tube of %d mm starts at m=%d', (f, e, m) => {
    expect(magnificationRange(f, 0.1, { ...BARE, extensionMm: e })[0]).toBeCloseTo(m, 12)
  })
  test.each([
    [100, 3, 0.3],
    [200, 5, 1],
    [50, 10, 0.5]
  ])('f=%d with %d dioptres starts at m=%d', (f, dioptres, m) => {
    expect(magnificationRange(f, 0.1, { ...BARE, dioptres })[0]).toBeCloseTo(m, 12)
    // 1/f' = 1/f + D/1000
    expect(1000 / combinedFocalMm(f, dioptres)).toBeCloseTo(1000 / f + dioptres, 9)
  })
  test('a converter doubles the magnification; a bare lens is left as it is', () => {
    expect(magnificationRange(100, 1, { ...BARE, teleconverter: 2 })).toEqual([0, 2])
    expect(magnificationRange(100, 1, BARE)).toEqual([0, 1])
    expect(attachedCloseUpLoss(100, 0.7, 0.8, BARE)).toBeCloseTo(closeUpLoss(0.7, 0.8), 12)
  })
  test('a close-up lens at infinity focus costs no light, a tube of one focal length two stops', () => {
    expect(attachedCloseUpLoss(100, 0.3, 1, { ...BARE, dioptres: 3 })).toBeCloseTo(0, 9)
    expect(attachedCloseUpLoss(60, 1, 1, { ...BARE, extensionMm: 60 })).toBeCloseTo(2, 12)
  })
  test('property: the extension found gives the magnification back by the lens equation', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 10, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        fc.double({ min: 0.05, max: 3, noNaN: true }),
        (f, dioptres, teleconverter, m) => {
          const attached = { extensionMm: 0, dioptres, teleconverter }
          const own = extensionMagnification(f, m, attached)
          fc.pre(own > 0)
          // Image distance v = f(1 + own); object distance from the combined lens; m = v/u · T.
          const v = f * (1 + own)
          const u = 1 / (1 / combinedFocalMm(f, dioptres) - 1 / v)
          expect((v / u) * teleconverter).toBeCloseTo(m, 6)
        }
      )
    )
  })
})

describe('a print and a ruler', () => {
  test('one minute of arc at 25 cm is 0.073 mm in the print; a 36 mm frame printed 360 mm wide permits a tenth of it', () => {
    expect(printCircleMm(360, 250, 36)).toBeCloseTo(0.00727, 5)
    expect(() => printCircleMm(0, 250, 36)).toThrow(/printWidthMm/)
  })
  test('20 mm of ruler over half of a 36 mm frame is 0.9; over a diagonal both shares count', () => {
    expect(magnificationFromRuler(0.5, 0, 36, 24, 20)).toBeCloseTo(0.9, 12)
    expect(magnificationFromRuler(0.5, 1, 36, 24, 30)).toBeCloseTo(1, 12)
    expect(() => magnificationFromRuler(0, 0, 36, 24, 20)).toThrow(/marks/)
  })
})

describe('movement', () => {
  test('free fall: 1.4 m/s after 10 cm, 4.4 m/s after a metre', () => {
    expect(fallSpeedMmS(100)).toBeCloseTo(1401, 0)
    expect(fallSpeedMmS(1000)).toBeCloseTo(4429, 0)
  })
  test('toward the lens only the edges wander: against a point followed through the pupil', () => {
    // A point 10 mm off the axis, 300 mm from the pupil, 1 m/s toward the lens for 1/500 s: its
    // image moves from m·10 to m·10·300/298.
    const px = motionBlurTowardsPx(1000, 90, 1 / 500, 0.5, 0.005, 10, 300)
    expect(px / ((0.5 * 10 * (300 / 298 - 1)) / 0.005)).toBeCloseTo(1, 1)
    expect(motionBlurTowardsPx(1000, 90, 1 / 500, 0.5, 0.005, 0, 300)).toBeCloseTo(0, 9)
    expect(motionBlurTowardsPx(1000, 0, 1 / 500, 0.5, 0.005, 10, 300)).toBeCloseTo(200, 9)
  })
})

describe('sync finder', () => {
  test('between the last clean shutter and the first band, with the travel the band speaks of', () => {
    // Curtains of 1/200 s: 1/400 leaves half the frame dark.
    const found = findSync([
      { shutterStops: 7, darkShare: 0 },
      { shutterStops: 7.5, darkShare: 0 },
      { shutterStops: Math.log2(400), darkShare: 0.5 }
    ])
    expect(found).toMatchObject({ cleanStops: 7.5, contradictory: false })
    expect(found.bandedStops).toBeCloseTo(Math.log2(400), 12)
    expect(found.curtainSeconds).toBeCloseTo(1 / 200, 9)
  })
  test('nothing tried, only clean ones, and trials that contradict each other', () => {
    expect(findSync([])).toEqual({
      cleanStops: null,
      bandedStops: null,
      curtainSeconds: null,
      contradictory: false
    })
    expect(findSync([{ shutterStops: 8, darkShare: 0 }])).toMatchObject({
      cleanStops: 8,
      bandedStops: null,
      curtainSeconds: null
    })
    expect(
      findSync([
        { shutterStops: 8, darkShare: 0 },
        { shutterStops: 7, darkShare: 0.2 }
      ]).contradictory
    ).toBe(true)
  })
  test('the next trial lies past the clean one and short of the band', () => {
    const marks = [7, 7 + 1 / 3, 7 + 2 / 3, 8, 8 + 1 / 3]
    const found = (cleanStops: number | null, bandedStops: number | null) => ({
      cleanStops,
      bandedStops,
      curtainSeconds: null,
      contradictory: false
    })
    expect(nextTrial(found(7, null), marks, 8)).toBeCloseTo(7 + 1 / 3, 9)
    expect(nextTrial(found(7, 7 + 1 / 3), marks, 8)).toBeNull()
    expect(nextTrial(found(null, 8), marks, 8)).toBeCloseTo(7 + 1 / 3, 9)
    // Nothing clean yet, but a band that speaks of 1/226 s: 1/200 (7⅔) should be clean, 1/250 not.
    expect(nextTrial({ ...found(null, 8 + 1 / 3), curtainSeconds: 1 / 226 }, marks, 7)).toBeCloseTo(
      7 + 2 / 3,
      9
    )
    expect(nextTrial({ ...found(null, 7), curtainSeconds: 1 / 100 }, marks, 7)).toBeNull()
  })
  test('property: bands drawn by any curtain give its travel back', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1 / 400, max: 1 / 30, noNaN: true }),
        fc.double({ min: 1.05, max: 20, noNaN: true }),
        (travel, faster) => {
          const seconds = travel / faster
          expect(
            findSync([{ shutterStops: -Math.log2(seconds), darkShare: darkShare(seconds, travel) }])
              .curtainSeconds! / travel
          ).toBeCloseTo(1, 9)
        }
      )
    )
  })
})
