/**
 * What stands in the way of light: the subject, cards and flags, the ground, the table. Flat numbers and one closure, no
 * allocation inside: it is asked tens of thousands of times for each evaluation of a set.
 */
import type { Vec } from './vec'

interface Flat {
  readonly id: string
  readonly kind: 'rectangle' | 'disc'
  readonly at: Vec
  readonly across: Vec
  readonly upward: Vec
  readonly normal: Vec
  readonly halfAcross: number
  readonly halfUpward: number
}
interface Solid {
  readonly id: string
  readonly kind: 'box' | 'ellipsoid' | 'cylinder'
  readonly turnDeg: number
  readonly half: Vec
}
export type Occluder = Flat | Solid
const isFlat = (each: Occluder): each is Flat => each.kind === 'rectangle' || each.kind === 'disc'

/** Share of a segment at either end that does not count, so that a surface does not shade itself. */
const EPS = 1e-6

const DISC = 1
const ELLIPSOID = 3
const CYLINDER = 4
const KINDS: Record<Occluder['kind'], number> = {
  rectangle: 0,
  disc: DISC,
  box: 2,
  ellipsoid: ELLIPSOID,
  cylinder: CYLINDER
}

/** A solid's segment in its own axes, scaled so that the solid becomes a unit one. */
const hitsSolid = (
  kind: number,
  px: number,
  py: number,
  pz: number,
  dx: number,
  dy: number,
  dz: number
): boolean => {
  if (kind === ELLIPSOID) {
    const a = dx * dx + dy * dy + dz * dz
    const b = px * dx + py * dy + pz * dz
    const c = px * px + py * py + pz * pz - 1
    const disc = b * b - a * c
    if (disc <= 0) return false
    const root = Math.sqrt(disc)
    return (-b + root) / a > EPS && (-b - root) / a < 1 - EPS
  }
  let near = 0
  let far = 1
  if (kind === CYLINDER) {
    const a = dx * dx + dz * dz
    const b = px * dx + pz * dz
    const c = px * px + pz * pz - 1
    if (a < 1e-18) {
      if (c >= 0) return false
    } else {
      const disc = b * b - a * c
      if (disc <= 0) return false
      const root = Math.sqrt(disc)
      near = Math.max(near, (-b - root) / a)
      far = Math.min(far, (-b + root) / a)
    }
  } else {
    if (Math.abs(dx) < 1e-15) {
      if (Math.abs(px) >= 1) return false
    } else {
      const s = (-1 - px) / dx
      const t = (1 - px) / dx
      near = Math.max(near, Math.min(s, t))
      far = Math.min(far, Math.max(s, t))
    }
    if (Math.abs(dz) < 1e-15) {
      if (Math.abs(pz) >= 1) return false
    } else {
      const s = (-1 - pz) / dz
      const t = (1 - pz) / dz
      near = Math.max(near, Math.min(s, t))
      far = Math.min(far, Math.max(s, t))
    }
  }
  if (Math.abs(dy) < 1e-15) {
    if (Math.abs(py) >= 1) return false
  } else {
    const s = (-1 - py) / dy
    const t = (1 - py) / dy
    near = Math.max(near, Math.min(s, t))
    far = Math.min(far, Math.max(s, t))
  }
  return far - near > EPS && far > EPS && near < 1 - EPS
}

/** Whether anything stands between two points; what one of them lies on does not count. */
export type Blocked = (
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number
) => boolean

export const blockedBy = (occluders: readonly Occluder[]): Blocked => {
  const count = occluders.length
  const kinds = Uint8Array.from(occluders, (each) => KINDS[each.kind])
  // Flat ones: normal, across / half, upward / half, each with what its middle gives along it. Solids: cos, sin of the turn, 1 / half sizes.
  const data = new Float64Array(count * 12)
  occluders.forEach((each, i) => {
    if (isFlat(each)) {
      const rows = [
        each.normal,
        each.across.map((v) => v / each.halfAcross),
        each.upward.map((v) => v / each.halfUpward)
      ]
      rows.forEach((row, k) =>
        data.set(
          [...row, row[0]! * each.at[0] + row[1]! * each.at[1] + row[2]! * each.at[2]],
          i * 12 + k * 4
        )
      )
    } else {
      const turn = (each.turnDeg * Math.PI) / 180
      data.set(
        [Math.cos(turn), Math.sin(turn), 1 / each.half[0], 1 / each.half[1], 1 / each.half[2]],
        i * 12
      )
    }
  })
  return (ax, ay, az, bx, by, bz) => {
    const dx = bx - ax
    const dy = by - ay
    const dz = bz - az
    for (let i = 0; i < count; i++) {
      const o = i * 12
      const kind = kinds[i]!
      if (kind <= DISC) {
        // Most sheets have both ends on one side.
        const before = ax * data[o]! + ay * data[o + 1]! + az * data[o + 2]! - data[o + 3]!
        const after = bx * data[o]! + by * data[o + 1]! + bz * data[o + 2]! - data[o + 3]!
        if (before * after >= 0) continue
        const t = before / (before - after)
        if (t <= EPS || t >= 1 - EPS) continue
        const hx = ax + dx * t
        const hy = ay + dy * t
        const hz = az + dz * t
        const u = hx * data[o + 4]! + hy * data[o + 5]! + hz * data[o + 6]! - data[o + 7]!
        const v = hx * data[o + 8]! + hy * data[o + 9]! + hz * data[o + 10]! - data[o + 11]!
        if (kind === DISC ? u * u + v * v <= 1 : u <= 1 && u >= -1 && v <= 1 && v >= -1) return true
      } else {
        const c = data[o]!
        const s = data[o + 1]!
        const kx = data[o + 2]!
        const ky = data[o + 3]!
        const kz = data[o + 4]!
        // Into the solid's own axes: the turn undone, then each axis by its half size.
        if (
          hitsSolid(
            kind,
            (ax * c - az * s) * kx,
            ay * ky,
            (ax * s + az * c) * kz,
            (dx * c - dz * s) * kx,
            dy * ky,
            (dx * s + dz * c) * kz
          )
        )
          return true
      }
    }
    return false
  }
}
