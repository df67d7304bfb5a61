/**
 * Surfaces of a set and where a ray meets them: what stands in the way of light, what shows in a
 * mirror. Flat numbers and no allocation inside: a set asks tens of thousands of times for each
 * evaluation. Source: intersection of a line with planes, quadrics and slabs, any handbook of
 * analytic geometry.
 */
import { betweenOf, type Between } from './between'
import { isSheet, type Surface } from './shapes'
import { BOX, CYLINDER, ELLIPSOID, solidNormal, throughSolid } from './solid'
import { dot, type Vec } from './vec'

export * from './shapes'

/** Where a ray meets a surface; filled in place. */
export interface Hit {
  /** along the ray, in lengths of its direction */
  along: number
  x: number
  y: number
  z: number
  /** unit normal on the side the ray comes from */
  nx: number
  ny: number
  nz: number
  /** the surface met, as an index into the list */
  index: number
}
const newHit = (): Hit => ({ along: 0, x: 0, y: 0, z: 0, nx: 0, ny: 0, nz: 0, index: -1 })

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
  readonly blocked: Blocked
  /** Whether one of them, by its index, is convex: all but a ring. */
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
   * @param ox,oy,oz where it starts
   * @param dx,dy,dz its direction, of any length
   * @param least nothing nearer counts, in lengths of the direction
   * @param most nothing farther counts
   * @param hit filled when there is one
   * @returns whether there is one
   */
  readonly nearest: (
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    least: number,
    most: number,
    hit: Hit
  ) => boolean
}

/**
 * Share of a segment at either end that does not count, so that a surface does not shade itself.
 */
const EPS = 1e-6

const RECTANGLE = 0
const RING = 1
const KINDS = {
  rectangle: RECTANGLE,
  disc: RING,
  ring: RING,
  box: BOX,
  ellipsoid: ELLIPSOID,
  cylinder: CYLINDER
} as const
/** Numbers kept of each surface. */
const ROW = 13

/**
 * Numbers of each surface, rows of an axis over its half size and what its middle gives along it.
 * Flat ones: normal, across, upward, and the square of the hole. Solids: their three axes.
 */
function packed(list: readonly Surface[]): Float64Array {
  const data = new Float64Array(list.length * ROW)
  list.forEach((each, i) => {
    const { at } = each
    const rows: readonly (readonly [Vec, number])[] = isSheet(each)
      ? [
          [each.normal, 1],
          [each.across, each.halfAcross],
          [each.upward, each.halfUpward]
        ]
      : each.axes.map((axis, k) => [axis, each.half[k]!] as const)
    rows.forEach(([axis, half], k) => {
      const row = axis.map((v) => v / half)
      data.set([...row, row[0]! * at[0] + row[1]! * at[1] + row[2]! * at[2]], i * ROW + k * 4)
    })
    if (isSheet(each)) data[i * ROW + 12] = (each.hole ?? 0) ** 2
  })
  return data
}

/** Surfaces made ready to be asked. */
export function surfacesOf(list: readonly Surface[]): Surfaces {
  const count = list.length
  const kinds = Uint8Array.from(list, (each) => KINDS[each.kind])
  const data = packed(list)
  const ray = new Float64Array(8)

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

  /**
   * Fills the end of `ray` with where a line is inside solid `o`: into the solid's own axes, each by
   * its half size.
   */
  const inSolid = (o: number, kind: number, line: Float64Array): boolean => {
    for (let k = 0; k < 3; k++) {
      const r = o + 4 * k
      const ax = data[r]!
      const ay = data[r + 1]!
      const az = data[r + 2]!
      ray[k] = line[0]! * ax + line[1]! * ay + line[2]! * az - data[r + 3]!
      ray[3 + k] = line[3]! * ax + line[4]! * ay + line[5]! * az
    }
    return throughSolid(kind, ray)
  }

  const stops: Surfaces['stops'] = (i, line) => {
    const o = i * ROW
    const kind = kinds[i]!
    if (kind <= RING) {
      const t = atSheet(o, kind, line, 1)
      return t > EPS && t < 1 - EPS
    }
    if (!inSolid(o, kind, line)) return false
    const near = ray[6]! > 0 ? ray[6]! : 0
    const far = ray[7]! < 1 ? ray[7]! : 1
    return far - near > EPS && far > EPS && near < 1 - EPS
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

  const putNormal = (hit: Hit, dx: number, dy: number, dz: number): void => {
    const o = hit.index * ROW
    if (kinds[hit.index]! <= RING) {
      hit.nx = data[o]!
      hit.ny = data[o + 1]!
      hit.nz = data[o + 2]!
    } else solidNormal(kinds[hit.index]!, data, o, hit)
    if (hit.nx * dx + hit.ny * dy + hit.nz * dz <= 0) return
    hit.nx = -hit.nx
    hit.ny = -hit.ny
    hit.nz = -hit.nz
  }

  const nearest: Surfaces['nearest'] = (ox, oy, oz, dx, dy, dz, least, most, hit) => {
    let best = most
    asked[0] = ox
    asked[1] = oy
    asked[2] = oz
    asked[3] = dx
    asked[4] = dy
    asked[5] = dz
    hit.index = -1
    for (let i = 0; i < count; i++) {
      const o = i * ROW
      const kind = kinds[i]!
      let t = Infinity
      if (kind <= RING) t = atSheet(o, kind, asked, best)
      else if (inSolid(o, kind, asked)) t = ray[6]! > least ? ray[6]! : ray[7]!
      if (!(t > least && t < best)) continue
      best = t
      hit.index = i
    }
    if (hit.index < 0) return false
    hit.along = best
    hit.x = ox + dx * best
    hit.y = oy + dy * best
    hit.z = oz + dz * best
    putNormal(hit, dx, dy, dz)
    return true
  }
  const reaches: Surfaces['reaches'] = (i, axis, past) => {
    const each = list[i]!
    const { at } = each
    let top = 0
    for (let k = 0; k < 3; k++) top += (at[k]! - past[k]!) * axis[k]!
    if (isSheet(each))
      top +=
        Math.abs(dot(each.across, axis)) * each.halfAcross +
        Math.abs(dot(each.upward, axis)) * each.halfUpward
    else for (let k = 0; k < 3; k++) top += Math.abs(dot(each.axes[k]!, axis)) * each.half[k]!
    return top > 0
  }
  const convex = (i: number): boolean => list[i]!.kind !== 'ring'
  return { list, blocked, convex, stops, stopped, reaches, between: betweenOf(list), nearest }
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
  const hit = newHit()
  if (!surfaces.nearest(...from, ...way, least, most, hit)) return null
  return {
    at: [hit.x, hit.y, hit.z],
    normal: [hit.nx, hit.ny, hit.nz],
    along: hit.along,
    surface: surfaces.list[hit.index]!
  }
}
