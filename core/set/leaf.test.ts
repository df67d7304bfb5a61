import { describe, expect, it } from '@jest/globals'
import { sitesOf } from './sites'
import { bvhOf } from '../model/bvh'
import { leaf, wing } from '../model/leaf'
import { laid } from '../model/mesh'
import { trianglesOf } from '../model/testing'

const BLADES = [
  ['leaf', leaf()],
  ['wing', wing()]
] as const

describe.each(BLADES)('a %s', (_, mesh) => {
  const drawn = (x: number, y: number): number => mesh.paintAt!(x, y, 0)

  it('fills its box and faces who looks', () => {
    for (let k = 0; k < 3; k++) {
      const along = mesh.points.filter((_, i) => i % 3 === k)
      expect(along.reduce((a, b) => Math.min(a, b))).toBeCloseTo(-1, 5)
      expect(along.reduce((a, b) => Math.max(a, b))).toBeCloseTo(1, 5)
    }
    // Nearly flat: as if pressed, every triangle looks the same way.
    let front = 0
    for (let t = 0; t < trianglesOf(mesh); t++) {
      const at = (which: number, k: number): number =>
        mesh.points[mesh.corners[t * 3 + which]! * 3 + k]!
      const area =
        (at(1, 0) - at(0, 0)) * (at(2, 1) - at(0, 1)) -
        (at(1, 1) - at(0, 1)) * (at(2, 0) - at(0, 0))
      if (area > 0) front++
      expect(area).toBeGreaterThanOrEqual(-1e-6)
    }
    expect(front).toBeGreaterThan(0.9 * trianglesOf(mesh))
  })

  it('has veins on a tenth to a third of it, each a paint of its palette', () => {
    const spots = Array.from({ length: 200 * 200 }, (_, i) =>
      drawn((((i % 200) + 0.5) / 200) * 0.3, (Math.floor(i / 200) + 0.5) / 200 - 0.5)
    )
    const veined = spots.filter((paint) => paint !== 0).length / spots.length
    expect(veined).toBeGreaterThan(0.1)
    expect(veined).toBeLessThan(0.36)
    expect(Math.max(...spots) * 3).toBeLessThan(mesh.palette.length)
  })

  it('carries its veins along when laid on its back', () => {
    const down = laid(mesh)
    for (let i = 0; i < 400; i++) {
      const [x, y, z] = [Math.sin(i) * 0.4, Math.sin(1.7 * i) * 0.9, Math.sin(2.3 * i)]
      expect(down.paintAt!(x, z, -y)).toBe(mesh.paintAt!(x, y, z))
    }
  })

  it('has its places between the veins', () => {
    const sites = sitesOf(bvhOf(mesh))
    expect(sites.length).toBeGreaterThan(6 * 1000)
    for (let o = 0; o < sites.length; o += 6) expect(drawn(sites[o]!, sites[o + 1]!)).toBe(0)
  })
})
