// checks: ports (rays followed through a plane and a sphere by Snell’s law)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { pupilDistanceMm } from './depth'
import { imageBehindPort, subjectBehind } from './port'

interface Ray {
  x: number
  y: number
  dx: number
  dy: number
}
/**
 * Follows a ray through the port’s face: a plane at x = 0, or a sphere of radius R with its middle
 * at x = −R; water at x > 0. Exact, by Snell’s law in two dimensions.
 */
function followed({ x, y, dx, dy }: Ray, R: number | null, n: number): Ray {
  const intoAir = dx < 0
  let [hx, hy] = [0, y - (dy / dx) * x]
  let [nx, ny] = [1, 0]
  if (R !== null) {
    const [ox, oy] = [x + R, y]
    const a = dx * dx + dy * dy
    const b = ox * dx + oy * dy
    const c = ox * ox + oy * oy - R * R
    const root = Math.sqrt(b * b - a * c)
    const t = intoAir ? (-b - root) / a : (-b + root) / a
    ;[hx, hy] = [x + t * dx, y + t * dy]
    ;[nx, ny] = [(hx + R) / R, hy / R]
  }
  const length = Math.hypot(dx, dy)
  const [ux, uy] = [dx / length, dy / length]
  const over = intoAir ? n : 1 / n
  // Against the ray.
  const [mx, my] = intoAir ? [nx, ny] : [-nx, -ny]
  const cosIn = -(ux * mx + uy * my)
  const cosOut = Math.sqrt(1 - over * over * (1 - cosIn * cosIn))
  return {
    x: hx,
    y: hy,
    dx: over * ux + (over * cosIn - cosOut) * mx,
    dy: over * uy + (over * cosIn - cosOut) * my
  }
}
const atY = (ray: Ray, y: number): number => ray.x + ((y - ray.y) / ray.dy) * ray.dx
const atX = (ray: Ray, x: number): number => ray.y + ((x - ray.x) / ray.dx) * ray.dy

const NARROW = 1e-6
const radii = fc.option(fc.double({ min: 40, max: 300, noNaN: true }), { nil: null })
const indices = fc.constantFrom(1.333, 1.34)

describe('a port', () => {
  test('property: narrow rays from a point in the water seem to come from where it says, and as large', () => {
    fc.assert(
      fc.property(
        radii,
        indices,
        fc.double({ min: 20, max: 3000, noNaN: true }),
        (R, n, distance) => {
          const port = { index: n, curvature: R === null ? 0 : 1 / R, power: 0 }
          const { distanceMm, larger } = imageBehindPort(port, distance)
          const ray = followed({ x: distance, y: 0, dx: -1, dy: NARROW }, R, n)
          expect(atY(ray, 0) / distanceMm).toBeCloseTo(1, 4)
          // A point off the axis: where two of its rays seem to cross.
          const off = 1e-5 * distance
          const [a, b] = [-NARROW, NARROW].map((slope) =>
            followed({ x: distance, y: off, dx: -1, dy: slope }, R, n)
          ) as [Ray, Ray]
          const size = (atX(a, distanceMm) + atX(b, distanceMm)) / 2
          expect(size / off / larger).toBeCloseTo(1, 3)
        }
      )
    )
  })
  test('property: the entrance pupil is seen from the subject where rays from it seem to come from', () => {
    fc.assert(
      fc.property(
        radii,
        indices,
        fc.double({ min: 20, max: 120, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        fc.double({ min: 5, max: 150, noNaN: true }),
        (R, index, focalMm, magnification, pupil) => {
          // A thin lens is its own pupil; past the middle of a dome by far its image runs away.
          const imageMm = focalMm * (1 + 1 / magnification) - pupil
          const port = { index, curvature: R === null ? 0 : 1 / R, power: 0, imageMm }
          if (imageMm < 5 || (R !== null && pupil > 1.5 * R)) return
          const subject = subjectBehind(port, imageMm)
          if (subject > 1e4) return
          const ray = followed({ x: -pupil, y: 0, dx: 1, dy: NARROW }, R, index)
          const seenAt = pupilDistanceMm({ focalMm, magnification, port })
          expect((subject - atY(ray, 0)) / seenAt).toBeCloseTo(1, 4)
        }
      )
    )
  })
  test('flat: a thing shows at its distance over n, as large as it is', () => {
    const flat = { index: 1.333, curvature: 0, power: 0 }
    expect(imageBehindPort(flat, 400)).toEqual({ distanceMm: 400 / 1.333, larger: 1 })
  })
  test('a dome shows what is far at three of its radii: R/(n − 1)', () => {
    const dome = { index: 1.333, curvature: 1 / 100, power: 0 }
    expect(imageBehindPort(dome, 1e9).distanceMm).toBeCloseTo(100 / 0.333, 3)
    expect(subjectBehind(dome, 310)).toBe(Infinity)
  })
  test('property: what lies behind an image is what has it', () => {
    fc.assert(
      fc.property(
        radii,
        fc.double({ min: 0, max: 0.015, noNaN: true }),
        fc.double({ min: 10, max: 5000, noNaN: true }),
        (R, power, distance) => {
          const port = { index: 1.333, curvature: R === null ? 0 : 1 / R, power }
          const { distanceMm } = imageBehindPort(port, distance)
          if (!(distanceMm > 0) || distanceMm > 1e6) return
          expect(subjectBehind(port, distanceMm) / distance).toBeCloseTo(1, 5)
        }
      )
    )
  })
  test('a wet close-up lens of 10 dpt brings what stands 133.3 mm off to infinity: n/s = D', () => {
    const wet = { index: 1.333, curvature: 0, power: 0.01 }
    expect(imageBehindPort(wet, 133.3 - 1e-6).distanceMm).toBeGreaterThan(1e5)
    expect(imageBehindPort(wet, 133.4).distanceMm).toBeLessThan(0)
  })
})
