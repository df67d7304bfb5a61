/**
 * Surfaces of a set and where a ray meets them: what stands in the way of light, what shows in a
 * mirror. Flat numbers and no allocation inside: a set asks tens of thousands of times for each
 * evaluation. Source: intersection of a line with planes, quadrics and slabs, any handbook of
 * analytic geometry.
 */
import { betweenOf, type Between } from './between'
import { isSheet, type Surface } from './shapes'
import { BOX, CYLINDER, ELLIPSOID, solidNormal, throughSolid } from './solid'
import { toRad, type Vec } from './vec'

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
  /** As blocked, for one of them by its index. */
  readonly hides: (
    index: number,
    ax: number,
    ay: number,
    az: number,
    bx: number,
    by: number,
    bz: number
  ) => boolean
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
 * Numbers of each surface. Flat ones: normal, across / half, upward / half, each with what its
 * middle gives along it, square of the hole. Solids: cosine and sine of the rotation, 1 / half
 * sizes.
 */
function packed(list: readonly Surface[]): Float64Array {
  const data = new Float64Array(list.length * ROW)
  list.forEach((each, i) => {
    if (!isSheet(each)) {
      const angle = toRad(each.rotationDeg)
      const [a, b, c] = each.half
      data.set([Math.cos(angle), Math.sin(angle), 1 / a, 1 / b, 1 / c], i * ROW)
      return
    }
    const rows = [
      each.normal,
      each.across.map((v) => v / each.halfAcross),
      each.upward.map((v) => v / each.halfUpward)
    ]
    rows.forEach((row, k) =>
      data.set(
        [...row, row[0]! * each.at[0] + row[1]! * each.at[1] + row[2]! * each.at[2]],
        i * ROW + k * 4
      )
    )
    data[i * ROW + 12] = (each.hole ?? 0) ** 2
  })
  return data
}

/** Surfaces made ready to be asked. */
export function surfacesOf(list: readonly Surface[]): Surfaces {
  const count = list.length
  const kinds = Uint8Array.from(list, (each) => KINDS[each.kind])
  const data = packed(list)
  const span = new Float64Array(2)

  /**
   * Where a ray meets flat surface `o`, in lengths of its direction; Infinity where it does not
   * before `most`.
   */
  const atSheet = (
    o: number,
    kind: number,
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    most: number
  ): number => {
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
   * Fills `span` with where a ray is inside solid `o`: into the solid's own axes, each by its half
   * size.
   */
  const inSolid = (
    o: number,
    kind: number,
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number
  ): boolean => {
    const c = data[o]!
    const s = data[o + 1]!
    const kx = data[o + 2]!
    const ky = data[o + 3]!
    const kz = data[o + 4]!
    return throughSolid(
      kind,
      (ox * c - oz * s) * kx,
      oy * ky,
      (ox * s + oz * c) * kz,
      (dx * c - dz * s) * kx,
      dy * ky,
      (dx * s + dz * c) * kz,
      span
    )
  }

  const hides: Surfaces['hides'] = (i, ax, ay, az, bx, by, bz) => {
    const dx = bx - ax
    const dy = by - ay
    const dz = bz - az
    const o = i * ROW
    const kind = kinds[i]!
    if (kind <= RING) {
      const t = atSheet(o, kind, ax, ay, az, dx, dy, dz, 1)
      return t > EPS && t < 1 - EPS
    }
    if (!inSolid(o, kind, ax, ay, az, dx, dy, dz)) return false
    const near = span[0]! > 0 ? span[0]! : 0
    const far = span[1]! < 1 ? span[1]! : 1
    return far - near > EPS && far > EPS && near < 1 - EPS
  }

  const blocked: Blocked = (ax, ay, az, bx, by, bz) => {
    for (let i = 0; i < count; i++) if (hides(i, ax, ay, az, bx, by, bz)) return true
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
    hit.index = -1
    for (let i = 0; i < count; i++) {
      const o = i * ROW
      const kind = kinds[i]!
      let t = Infinity
      if (kind <= RING) t = atSheet(o, kind, ox, oy, oz, dx, dy, dz, best)
      else if (inSolid(o, kind, ox, oy, oz, dx, dy, dz)) t = span[0]! > least ? span[0]! : span[1]!
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
  const convex = (i: number): boolean => list[i]!.kind !== 'ring'
  return { list, blocked, convex, hides, between: betweenOf(list), nearest }
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
