/**
 * Surfaces of a set and where a ray meets them: what stands in the way of light, what shows in a
 * mirror. Flat numbers and no allocation inside: a set asks tens of thousands of times for each
 * evaluation. Source: intersection of a line with planes, quadrics and slabs, any handbook of
 * analytic geometry.
 */
import { betweenOf, type Between } from './between'
import type { Surface } from './shapes'
import { meshNormal } from './meshNormal'
import { EXTENT, MESH, packed, RECTANGLE, RING, ROW, type Packed } from './packed'
import { EPS, passesThrough, solidNormal, throughSolid } from './solid'
import type { Vec } from './vec'

export * from './shapes'

/** Whether anything stands between two points; what one of them lies on does not count. */
export type Blocked = (
  ax: number,
  ay: number,
  az: number,
  bx: number,
  by: number,
  bz: number
) => boolean

export interface Surfaces {
  readonly list: readonly Surface[]
  readonly packed: Packed
  readonly blocked: Blocked
  /** Whether one of them, by its index, is convex: all but a ring and a mesh. */
  readonly convex: (index: number) => boolean
  /**
   * As blocked, for one of them by its index.
   * @param line where it starts, x, y, z, and the way from there to its end, x, y, z
   */
  readonly stops: (index: number, line: Float64Array) => boolean
  /** Whether one of the first `many` of `some`, indices, stops a line. */
  readonly stopped: (some: Int32Array, many: number, line: Float64Array) => boolean
  /** Whether any of one of them, by its index, lies before a plane: past a point along an axis. */
  readonly reaches: (index: number, axis: Vec, past: Vec) => boolean
  readonly between: Between
  /**
   * The first surface a ray meets.
   * @param ray [8] where it starts, its direction of any length, and between which lengths of it a
   *   surface counts
   * @param hit [HIT] filled with the lengths along, the point, the unit normal on the side the ray
   *   comes from, 1 where that is the outside (of a flat thing, the side its normal is on) or −1,
   *   and of a mesh the paint there
   * @returns its index; −1: none
   */
  readonly nearest: (ray: Float64Array, hit: Float64Array) => number
}

/** Numbers of a hit: see Surfaces.nearest. */
export const HIT = 9
/** Which side was met, and the paint there, in a hit. */
export const [SIDE, PAINT] = [7, 8] as const

/** Surfaces made ready to be asked. */
export function surfacesOf(list: readonly Surface[]): Surfaces {
  const count = list.length
  const rows = packed(list)
  const { kinds, data, meshes, extents } = rows
  const ray = new Float64Array(8)
  const spot = new Float64Array(2)
  /** of the nearest so far: triangle, and the shares of its second and third corner */
  const met = new Float64Array(3)

  /**
   * Where a ray meets flat surface `o`, in lengths of its direction; Infinity where it does not
   * before `most`.
   * @param line start x, y, z and direction x, y, z
   */
  const atSheet = (o: number, kind: number, line: Float64Array, most: number): number => {
    const ox = line[0]!
    const oy = line[1]!
    const oz = line[2]!
    const dx = line[3]!
    const dy = line[4]!
    const dz = line[5]!
    const before = ox * data[o]! + oy * data[o + 1]! + oz * data[o + 2]! - data[o + 3]!
    const slope = dx * data[o]! + dy * data[o + 1]! + dz * data[o + 2]!
    // Most rays have both ends on one side.
    if (before * (before + slope * most) >= 0) return Infinity
    const t = -before / slope
    const x = ox + dx * t
    const y = oy + dy * t
    const z = oz + dz * t
    const u = x * data[o + 4]! + y * data[o + 5]! + z * data[o + 6]! - data[o + 7]!
    const v = x * data[o + 8]! + y * data[o + 9]! + z * data[o + 10]! - data[o + 11]!
    if (kind === RECTANGLE) return u <= 1 && u >= -1 && v <= 1 && v >= -1 ? t : Infinity
    const r2 = u * u + v * v
    return r2 <= 1 && r2 >= data[o + 12]! ? t : Infinity
  }

  /** Puts a line into solid `o`'s own axes, each by its half size: the start of `ray`. */
  const intoSolid = (o: number, line: Float64Array): void => {
    for (let k = 0; k < 3; k++) {
      const r = o + 4 * k
      const ax = data[r]!
      const ay = data[r + 1]!
      const az = data[r + 2]!
      ray[k] = line[0]! * ax + line[1]! * ay + line[2]! * az - data[r + 3]!
      ray[3 + k] = line[3]! * ax + line[4]! * ay + line[5]! * az
    }
  }

  const stops: Surfaces['stops'] = (i, line) => {
    const o = i * ROW
    const kind = kinds[i]!
    if (kind <= RING) {
      const t = atSheet(o, kind, line, 1)
      return t > EPS && t < 1 - EPS
    }
    intoSolid(o, line)
    if (kind === MESH) {
      ray[6] = EPS
      ray[7] = 1 - EPS
      return meshes[i]!.any(ray)
    }
    return passesThrough(kind, ray)
  }

  const stopped: Surfaces['stopped'] = (some, many, line) => {
    for (let k = 0; k < many; k++) if (stops(some[k]!, line)) return true
    return false
  }

  const asked = new Float64Array(6)
  const blocked: Blocked = (ax, ay, az, bx, by, bz) => {
    asked[0] = ax
    asked[1] = ay
    asked[2] = az
    asked[3] = bx - ax
    asked[4] = by - ay
    asked[5] = bz - az
    for (let i = 0; i < count; i++) if (stops(i, asked)) return true
    return false
  }

  const putNormal = (i: number, line: Float64Array, hit: Float64Array): void => {
    const o = i * ROW
    hit[SIDE] = 1
    hit[PAINT] = 0
    if (kinds[i] === MESH) {
      meshNormal(meshes[i]!.mesh, data, o, met, line, hit)
      return
    }
    if (kinds[i]! <= RING) for (let k = 0; k < 3; k++) hit[4 + k] = data[o + k]!
    else solidNormal(kinds[i]!, data, o, hit)
    if (hit[4]! * line[3]! + hit[5]! * line[4]! + hit[6]! * line[5]! <= 0) return
    hit[SIDE] = -1
    for (let k = 4; k < 7; k++) hit[k] = -hit[k]!
  }

  const nearest: Surfaces['nearest'] = (line, hit) => {
    const least = line[6]!
    let best = line[7]!
    let index = -1
    for (let i = 0; i < count; i++) {
      const kind = kinds[i]!
      let t = Infinity
      if (kind <= RING) t = atSheet(i * ROW, kind, line, best)
      else {
        intoSolid(i * ROW, line)
        if (kind === MESH) {
          ray[6] = least
          ray[7] = best
          const triangle = meshes[i]!.nearest(ray, spot)
          if (triangle < 0) continue
          t = ray[7]!
          met[0] = triangle
          met[1] = spot[0]!
          met[2] = spot[1]!
        } else if (throughSolid(kind, ray)) t = ray[6]! > least ? ray[6]! : ray[7]!
      }
      if (!(t > least && t < best)) continue
      best = t
      index = i
    }
    if (index < 0) return -1
    hit[0] = best
    for (let k = 0; k < 3; k++) hit[1 + k] = line[k]! + line[3 + k]! * best
    putNormal(index, line, hit)
    return index
  }
  const reaches: Surfaces['reaches'] = (i, axis, past) => {
    const o = i * EXTENT
    const x = axis[0]
    const y = axis[1]
    const z = axis[2]
    let top =
      (extents[o]! - past[0]) * x +
      (extents[o + 1]! - past[1]) * y +
      (extents[o + 2]! - past[2]) * z
    for (let k = o + 3; k < o + EXTENT; k += 3)
      top += Math.abs(extents[k]! * x + extents[k + 1]! * y + extents[k + 2]! * z)
    return top > 0
  }
  const convex = (i: number): boolean => rows.convex[i] === 1
  return {
    list,
    packed: rows,
    blocked,
    convex,
    stops,
    stopped,
    reaches,
    between: betweenOf(list),
    nearest
  }
}

/**
 * A nearest hit to keep: the point, the normal on the side the ray comes from, how far along, and
 * what was met.
 */
export interface Met {
  readonly at: Vec
  readonly normal: Vec
  readonly along: number
  readonly surface: Surface
}

/**
 * The first surface a ray meets, for code that asks seldom.
 * @param way direction, of any length
 * @returns null where it meets none between `least` and `most` lengths of the direction
 */
export function firstMet(
  surfaces: Surfaces,
  from: Vec,
  way: Vec,
  least = EPS,
  most = Infinity
): Met | null {
  const hit = new Float64Array(HIT)
  const index = surfaces.nearest(Float64Array.of(...from, ...way, least, most), hit)
  if (index < 0) return null
  return {
    at: [hit[1]!, hit[2]!, hit[3]!],
    normal: [hit[4]!, hit[5]!, hit[6]!],
    along: hit[0]!,
    surface: surfaces.list[index]!
  }
}
