// checks: meshes (volumes against closed forms; a search of every triangle)
import { describe, expect, it, test } from '@jest/globals'
import fc from 'fast-check'
import { BOTTLE, TUBE } from './profiles'
import { beetle } from './beetle'
import { bvhOf } from './bvh'
import { coin, coinHeight, RELIEF_SIDE } from './coin'
import { crab } from './crab'
import { crystal } from './crystal'
import { lathe } from './lathe'
import { laid, newMesh, type Mesh } from './mesh'
import { movement } from './movement'
import { runsOf, type ProfilePoint } from './profile'
import { nearestOf, openingOf, trianglesOf, volumeOf } from './testing'
import { vessel } from './vessel'
import { longly } from '../testing'

const MESHES: Readonly<Record<string, Mesh>> = {
  bottle: lathe(BOTTLE),
  vessel: vessel({ profile: BOTTLE, wallOut: 0.08, wallUp: 0.03, filled: 0 }).dry,
  coin: coin(null),
  crystal: crystal(),
  beetle: beetle(),
  crab: crab(),
  movement: movement()
}

describe.each(Object.entries(MESHES))('the mesh of a %s', (_, mesh) => {
  it('fills its box and no more', () => {
    for (let k = 0; k < 3; k++) {
      const along = mesh.points.filter((_, i) => i % 3 === k)
      expect(along.reduce((a, b) => Math.min(a, b))).toBeCloseTo(-1, 5)
      expect(along.reduce((a, b) => Math.max(a, b))).toBeCloseTo(1, 5)
    }
  })

  it('has unit normals, a paint for each triangle and some main surface', () => {
    const sizes = Array.from({ length: mesh.normals.length / 3 }, (_, i) =>
      Math.hypot(...mesh.normals.subarray(i * 3, i * 3 + 3))
    )
    // Where points fall together no triangle says which way: at a pole, say.
    expect(sizes.filter((size) => size > 0 && Math.abs(size - 1) > 1e-5)).toEqual([])
    expect(mesh.paints.length).toBe(trianglesOf(mesh))
    expect(mesh.paints.every((paint) => paint * 3 < mesh.palette.length)).toBe(true)
    expect(mesh.paints.includes(0)).toBe(true)
  })

  it('is closed, its outside out', () => {
    expect(openingOf(mesh)).toBeLessThan(0.02)
    expect(volumeOf(mesh)).toBeGreaterThan(0)
    expect(volumeOf(mesh)).toBeLessThan(8)
  })

  it('keeps within its size and way round when laid on its back', () => {
    const down = laid(mesh)
    expect(volumeOf(down)).toBeCloseTo(volumeOf(mesh), 3)
    // What was nearest to the eye is on top.
    const front = mesh.points.findIndex((value, i) => i % 3 === 2 && value === 1)
    expect(down.points[front - 1]).toBe(1)
  })

  it('is of convex parts that take in every point', () => {
    const seen = new Uint8Array(mesh.points.length / 3)
    for (const [from, to] of mesh.parts) seen.fill(1, from, to)
    expect(seen.every((each) => each === 1)).toBe(true)
  })
})

/** The outline of a ball. */
const round = (n: number): ProfilePoint[] =>
  Array.from({ length: n }, (_, i) => {
    const angle = (Math.PI * i) / (n - 1)
    return { out: Math.sin(angle), up: (1 - Math.cos(angle)) / 2, corner: false }
  })

describe('the tree of a mesh', () => {
  const some = [
    ['beetle', bvhOf(MESHES.beetle!)],
    ['coin', bvhOf(MESHES.coin!)],
    ['crystal', bvhOf(MESHES.crystal!)]
  ] as const
  const number = fc.double({ min: -1.6, max: 1.6, noNaN: true })
  const place = fc.tuple(number, number, number)

  test.each(some)('property: finds in a %s what a search of every triangle finds', (_, bvh) => {
    const ray = new Float64Array(8)
    const spot = new Float64Array(2)
    fc.assert(
      fc.property(place, place, (from, to) => {
        const way = to.map((v, k) => v - from[k]!)
        fc.pre(Math.hypot(...way) > 0.1)
        const want = nearestOf(bvh.mesh, from, way, 1e-6, 3)
        ray.set([...from, ...way, 1e-6, 3])
        const any = bvh.any(ray)
        const found = bvh.nearest(ray, spot)
        expect(any).toBe(found >= 0)
        // Along an edge either neighbour, or by rounding none, may be found.
        const margin = Math.min(spot[0]!, spot[1]!, 1 - spot[0]! - spot[1]!)
        if (found >= 0 && margin > 1e-4) expect(want.along).toBeLessThan(ray[7]! + 1e-4)
        if (want.margin > 1e-4) {
          expect(found).toBeGreaterThanOrEqual(0)
          expect(ray[7]).toBeLessThan(want.along + 1e-4)
        }
      }),
      { numRuns: longly(60, 20) }
    )
  })

  it('meets nothing before it: a ray in the plane of a triangle, all but for rounding', () => {
    const { nearest } = bvhOf(MESHES.coin!)
    const [y, z] = [1.0842021724855047e-19, 1.5980476379394495]
    const ray = Float64Array.of(0, y, z, -5.56268464626801e-309, -y, -z, 1e-6, 3)
    nearest(ray, new Float64Array(2))
    // Its box begins at z = 1.
    expect(ray[7]).toBeGreaterThan(0.598 / 1.598 - 1e-6)
  })

  it('lets no ray slip between triangles, along their very edges', () => {
    const bvh = bvhOf(lathe(round(13)))
    const ray = new Float64Array(8)
    const spot = new Float64Array(2)
    for (const y of [0, 5e-324, -5e-324, 1e-300, 1e-17])
      for (let i = 0; i < 400; i++) {
        ray.set([0, 0, 20, (0.04 * (i - 200)) / 200, y, -1, 0, 99])
        expect(bvh.nearest(ray, spot)).toBeGreaterThanOrEqual(0)
        expect(ray[7]).toBeLessThan(20.01)
      }
  })

  it('takes a mesh of nothing, and one of points that fall together', () => {
    const ray = Float64Array.of(0, 0, 5, 0, 0, -1, 0, 9)
    expect(bvhOf(newMesh().done()).any(ray)).toBe(false)
    const mesh = newMesh()
    for (let i = 0; i < 50; i++)
      mesh.facet([
        [0, 0, 0],
        [0, 0, 0],
        [0, 0, 0]
      ])
    expect(bvhOf(mesh.done()).any(ray)).toBe(false)
  })
})

describe('what is turned', () => {
  // Source: volumes of a cylinder, a ball and a cone in a box from −1 to 1.
  it('holds as much as the closed forms say', () => {
    expect(volumeOf(lathe(TUBE)) / (2 * Math.PI)).toBeCloseTo(1, 2)
    expect(volumeOf(lathe(round(15))) / ((4 * Math.PI) / 3)).toBeCloseTo(1, 2)
    const cone = lathe([
      { out: 1, up: 0, corner: true },
      { out: 0, up: 1, corner: true }
    ])
    expect(volumeOf(cone) / ((2 * Math.PI) / 3)).toBeCloseTo(1, 2)
  })

  const share = fc.double({ min: 0, max: 1, noNaN: true })
  const points = fc.array(fc.record({ out: share, up: share, corner: fc.boolean() }), {
    minLength: 2,
    maxLength: 24
  })

  test('property: the outline goes through every point, from the first to the last', () => {
    fc.assert(
      fc.property(points, (list) => {
        const spots = runsOf(list).flat()
        for (const { out, up } of list)
          expect(spots.some((spot) => Math.hypot(spot[0] - out, spot[1] - up) < 1e-9)).toBe(true)
        expect(spots.every(([out]) => out >= 0 && Number.isFinite(out))).toBe(true)
      })
    )
  })

  test('property: any outline can be turned and made a vessel of, and asked', () => {
    fc.assert(
      fc.property(points, share, share, (profile, filled, wall) => {
        fc.pre(profile.some(({ out }) => out > 0.02))
        fc.pre(profile.some(({ up }) => Math.abs(up - profile[0]!.up) > 0.02))
        const shape = { profile, wallOut: 0.001 + 0.4 * wall, wallUp: 0.001 + 0.4 * wall, filled }
        const { dry, wet, level } = vessel(shape)
        const ray = Float64Array.of(0.3, 0.1, 5, 0.02, 0.01, -1, 0, 99)
        for (const mesh of [lathe(profile), dry, wet, level]) {
          if (!mesh) continue
          expect(mesh.points.every(Number.isFinite)).toBe(true)
          bvhOf(mesh).any(ray)
        }
      }),
      { numRuns: 25 }
    )
  })
})

describe('a vessel', () => {
  const wall = 0.1
  const straight = (filled: number) =>
    vessel({ profile: TUBE, wallOut: wall, wallUp: wall / 2, filled })
  // From its foot, a wall and a half up, to its rim; heights from 0 to 2.
  const foot = 1.5 * wall
  const inside = Math.PI * (1 - wall) ** 2 * (2 - foot)

  it('is as much glass as its wall and foot', () => {
    expect(volumeOf(straight(0).dry) / (2 * Math.PI - inside)).toBeCloseTo(1, 2)
  })

  it.each([0.2, 0.5, 0.9])('holds as much as it is filled to, %p', (filled) => {
    const { wet, level, dry } = straight(filled)
    // The wet wall's outside is the liquid: turned round it closes the liquid with its level.
    const liquid = volumeOf(level!) - volumeOf(wet!)
    expect(liquid / (inside * filled)).toBeCloseTo(1, 2)
    expect(volumeOf(dry, wet!) / (2 * Math.PI - inside)).toBeCloseTo(1, 2)
  })
})

describe('a coin', () => {
  it('rises from its field to its rim', () => {
    expect(coinHeight(null, 0.72, 0)).toBe(0)
    expect(coinHeight(null, 0.95, 2)).toBe(1)
    const heights = Array.from({ length: 3200 }, (_, i) =>
      coinHeight(null, (i % 50) / 50, (i / 50) * 0.1)
    )
    expect(Math.min(...heights)).toBe(0)
    expect(Math.max(...heights)).toBeLessThanOrEqual(1)
  })

  it('takes a picture: light stands up, its right is right and its top is up', () => {
    const grey = new Uint8Array(RELIEF_SIDE ** 2)
    for (let y = 0; y < RELIEF_SIDE; y++)
      for (let x = 0; x < RELIEF_SIDE; x++)
        grey[y * RELIEF_SIDE + x] = x > RELIEF_SIDE / 2 && y < RELIEF_SIDE / 2 ? 255 : 0
    expect(coinHeight(grey, 0.5, Math.PI / 4)).toBeCloseTo(0.9, 6)
    for (const quarter of [3, 5, 7]) expect(coinHeight(grey, 0.5, (quarter * Math.PI) / 4)).toBe(0)
  })
})

describe('a crystal', () => {
  it('is convex: every point lies behind every face', () => {
    const { points, corners, normals } = MESHES.crystal!
    for (let t = 0; t < corners.length; t += 3) {
      const a = corners[t]! * 3
      let most = -Infinity
      for (let p = 0; p < points.length; p += 3) {
        let out = 0
        for (let k = 0; k < 3; k++) out += (points[p + k]! - points[a + k]!) * normals[a + k]!
        most = Math.max(most, out)
      }
      expect(most).toBeLessThan(1e-5)
    }
  })
})
