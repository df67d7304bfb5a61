// checks: backscatter (light of a face close before it, by its own sum over the face)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Face } from '../kit/kit'
import { testLight, testPlan, testStrobe } from '../testing'
import type { Emitter } from './emitter'
import { fromFacePoint } from './faceLight'
import { overFace } from './faceRegion'
import { isClose, spotsNear, turnedSpots } from './faceSpots'
import { sceneOf } from './scene'
import { add, scale, type Vec } from './vec'

const FACES: readonly Face[] = [
  { kind: 'rectangle', widthMm: 200, heightMm: 150 },
  { kind: 'disc', diameterMm: 120 },
  { kind: 'ring', innerMm: 64, outerMm: 92 }
]
const emitterWith = (face: Face): Emitter =>
  sceneOf(
    testPlan((plan) => {
      plan.lights = [
        testLight({
          strobe: testStrobe({ face, beamDeg: 120 }),
          at: { distanceMm: 300, azimuthDeg: 70, elevationDeg: 20 }
        })
      ]
    })
  ).heads[0]!.emitters[0]

describe('sixteen spots of a face', () => {
  test('each in a column and a row of sixteen of its own; half of them two in each of four', () => {
    const emitter = emitterWith({ kind: 'rectangle', widthMm: 16, heightMm: 16 })
    const spots = turnedSpots(emitter)
    const lines = Array.from({ length: 16 }, (_, i) => {
      const [u, v] = overFace(emitter, [spots[4 * i]!, spots[4 * i + 1]!, spots[4 * i + 2]!])
      return [u + 7.5, v + 7.5].map(Math.round) as [number, number]
    })
    for (const k of [0, 1] as const) {
      expect(new Set(lines.map((each) => each[k])).size).toBe(16)
      for (const half of [lines.slice(0, 8), lines.slice(8)])
        for (let four = 0; four < 4; four++)
          expect(half.filter((each) => Math.floor(each[k] / 4) === four)).toHaveLength(2)
    }
    const parts = lines.map(([u, v]) => Math.floor(u / 4) + 4 * Math.floor(v / 4))
    expect(new Set(parts).size).toBe(16)
  })
  test.each(FACES)('$kind: all on the face, their weights add up to 1', (face) => {
    const emitter = emitterWith(face)
    const spots = turnedSpots(emitter)
    let sum = 0
    for (let i = 0; i < spots.length; i += 4) {
      const [u, v, ahead] = overFace(emitter, [spots[i]!, spots[i + 1]!, spots[i + 2]!])
      expect(ahead).toBeCloseTo(0, 9)
      expect(onFace(face, u, v)).toBe(true)
      sum += spots[i + 3]!
    }
    expect(sum).toBeCloseTo(1, 12)
  })
})

const onFace = (face: Face, u: number, v: number): boolean =>
  face.kind === 'rectangle'
    ? 2 * Math.abs(u) <= face.widthMm && 2 * Math.abs(v) <= face.heightMm
    : 2 * Math.hypot(u, v) <= (face.kind === 'ring' ? face.outerMm : face.diameterMm) &&
      (face.kind !== 'ring' || 2 * Math.hypot(u, v) >= face.innerMm)

/** A Lambertian face's light at a point over it, from some 60 000 spots of a square grid. */
function counted(face: Face, [u, v, ahead]: Vec): number {
  const n = 300
  const [wide, high] =
    face.kind === 'rectangle'
      ? [face.widthMm, face.heightMm]
      : face.kind === 'ring'
        ? [face.outerMm, face.outerMm]
        : [face.diameterMm, face.diameterMm]
  let [sum, count] = [0, 0]
  for (let i = 0; i < n * n; i++) {
    const x = (((i % n) + 0.5) / n - 0.5) * wide
    const y = ((Math.floor(i / n) + 0.5) / n - 0.5) * high
    if (!onFace(face, x, y)) continue
    count++
    const d2 = (x - u) ** 2 + (y - v) ** 2 + ahead ** 2
    sum += (ahead * 1e6) / d2 ** 1.5
  }
  return sum / count
}

test('property: close before a face spots by angle tell its light, even ones do not', () => {
  const off = { near: [] as number[], even: [] as number[] }
  fc.assert(
    fc.property(
      fc.constantFrom(...FACES),
      fc.integer({ min: -110, max: 110 }),
      fc.integer({ min: -110, max: 110 }),
      fc.integer({ min: 4, max: 90 }),
      (face, across, up, ahead) => {
        const emitter = emitterWith(face)
        if (!isClose(emitter, ahead, Math.hypot(across, up))) return
        const at = [emitter.across, emitter.upward, emitter.axis].reduce<Vec>(
          (sum, way, k) => add(sum, scale(way, [across, up, ahead][k]!)),
          emitter.at
        )
        const summed = (spots: Float64Array): number => {
          let sum = 0
          for (let i = 0; i < spots.length; i += 4) {
            const way = at.map((value, k) => spots[i + k]! - value)
            sum += spots[i + 3]! * fromFacePoint(emitter, Float64Array.of(...at, ...way), null)
          }
          return sum
        }
        const want = counted(face, [across, up, ahead])
        off.near.push(Math.log2(summed(spotsNear(emitter, at)) / want))
        off.even.push(Math.log2(summed(turnedSpots(emitter)) / want))
      }
    ),
    { numRuns: 300, seed: 5 }
  )
  const rms = (list: number[]): number => Math.hypot(...list) / Math.sqrt(list.length)
  expect(off.near.length).toBeGreaterThan(60)
  expect(rms(off.near)).toBeLessThan(0.12)
  expect(Math.max(...off.near.map(Math.abs))).toBeLessThan(0.3)
  expect(rms(off.even)).toBeGreaterThan(0.4)
})
