// checks: depth of field (rays of the picture’s lens)
import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { defocusAtEnds } from '../optics/depth'
import { markedFNumber } from '../plan/lensInUse'
import { poseOf } from '../set/camera'
import { testLens, testPlan } from '../testing'
import { lensOf } from './lens'

describe('the lens of the picture', () => {
  it('blurs a point as the formula of the blur disc says', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 9 }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: 0.5, max: 2, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (apertureStops, magnification, pupilRatio, halfDepthMm) => {
          const plan = testPlan((draft) => {
            draft.lens = testLens({ pupilRatio })
            draft.focus = { ...draft.focus, magnification }
            draft.settings = { ...draft.settings, apertureStops }
          })
          const pose = poseOf(plan)
          const lens = lensOf(plan, pose)
          const ray = new Float64Array(8)
          let most = 0
          // From the rim of the pupil, all round, to the middle of the frame: how wide the rays are
          // where they cross a plane before the plane of focus.
          for (let k = 0; k < 16; k++) {
            lens.rayTo(0, 0, Float64Array.of(1, k / 16), ray)
            const along =
              (halfDepthMm -
                ray[0]! * pose.toCamera[0] -
                ray[1]! * pose.toCamera[1] -
                ray[2]! * pose.toCamera[2]) /
              (ray[3]! * pose.toCamera[0] + ray[4]! * pose.toCamera[1] + ray[5]! * pose.toCamera[2])
            const at = [0, 1, 2].map(
              (c) => ray[c]! + along * ray[3 + c]! - halfDepthMm * pose.toCamera[c]!
            )
            most = Math.max(most, Math.hypot(...at))
          }
          // A plane nearer by h is seen larger: u/(u − h).
          const seen = (2 * most * magnification * pose.pupilMm) / (pose.pupilMm - halfDepthMm)
          const want = defocusAtEnds(
            { focalMm: 100, fNumber: markedFNumber(plan), magnification, pupilRatio },
            2 * halfDepthMm
          )
          expect(Math.abs(seen / want - 1)).toBeLessThan(1e-6)
        }
      )
    )
  })

  it('takes in the frame at the plane of focus, whatever spot of the pupil', () => {
    const plan = testPlan()
    const pose = poseOf(plan)
    const lens = lensOf(plan, pose)
    const ray = new Float64Array(8)
    for (const spot of [
      [0, 0],
      [1, 0.2],
      [0.5, 0.7]
    ] as const) {
      lens.rayTo(1, -1, Float64Array.from(spot), ray)
      const along = -ray[2]! / ray[5]!
      expect(ray[0]! + along * ray[3]!).toBeCloseTo(pose.halfWidthMm, 9)
      expect(ray[1]! + along * ray[4]!).toBeCloseTo(-pose.halfHeightMm, 9)
    }
  })
})
