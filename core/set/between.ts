/**
 * Which things may stand between two places, found by planes and balls round them: most cannot, and
 * need not be asked. Source: math, distance of a point from a line; a cone round two balls.
 */
import { isSheet, type Surface } from './shapes'
import { dot, length2, type Vec } from './vec'

/**
 * Which surfaces may stand between two balls, either may be a point; the rest surely do
 * not.
 * @param balls [8] middle and radius of one, then of the other
 * @param skip index of one that is known not to; −1 for none
 * @param out filled with their indices
 * @param some,many indices of those that may at all, if that is known, and how many; may be `out`
 * @returns how many
 */
export type Between = (
  balls: Float64Array,
  skip: number,
  out: Int32Array,
  some?: Int32Array,
  many?: number
) => number

/** Radius of a ball round a surface, mm. */
function radiusOf(each: Surface): number {
  if (isSheet(each))
    return each.kind === 'rectangle'
      ? length2(each.halfAcross, each.halfUpward)
      : Math.max(each.halfAcross, each.halfUpward)
  const [a, b, c] = each.half
  return each.kind === 'ellipsoid' ? Math.max(a, b, c) : Math.sqrt(a * a + b * b + c * c)
}

/** Things made ready to be asked. */
export function betweenOf(list: readonly Surface[]): Between {
  const all = Int32Array.from(list, (_, i) => i)
  const flat = Uint8Array.from(list, (each) => Number(isSheet(each)))
  /** Of flat ones the plane: its normal, and how far along that. */
  const planes = new Float64Array(4 * list.length)
  /** A ball round each: middle and radius. */
  const own = new Float64Array(4 * list.length)
  list.forEach((each, i) => {
    own.set(each.at, 4 * i)
    own[4 * i + 3] = radiusOf(each)
    if (!isSheet(each)) return
    planes.set(each.normal, 4 * i)
    planes[4 * i + 3] = dot(each.normal, each.at)
  })
  return (balls, skip, out, some = all, many = all.length) => {
    const ax = balls[0]!
    const ay = balls[1]!
    const az = balls[2]!
    const aRadius = balls[3]!
    const bx = balls[4]!
    const by = balls[5]!
    const bz = balls[6]!
    const bRadius = balls[7]!
    const dx = bx - ax
    const dy = by - ay
    const dz = bz - az
    const d2 = dx * dx + dy * dy + dz * dz || 1e-12
    const widest = aRadius > bRadius ? aRadius : bRadius
    const lean = (bRadius - aRadius) / Math.sqrt(d2)
    const slant = 1 / Math.sqrt(Math.max(1e-3, 1 - lean * lean))
    let found = 0
    for (let k = 0; k < many; k++) {
      const i = some[k]!
      if (i === skip) continue
      const o = i * 4
      if (flat[i]) {
        // Both balls on one side of its plane; what lies in the plane is on either.
        const a = ax * planes[o]! + ay * planes[o + 1]! + az * planes[o + 2]! - planes[o + 3]!
        const b = bx * planes[o]! + by * planes[o + 1]! + bz * planes[o + 2]! - planes[o + 3]!
        if (a >= aRadius - 1e-7 && b >= bRadius - 1e-7) continue
        if (-a >= aRadius - 1e-7 && -b >= bRadius - 1e-7) continue
      }
      // Its own ball against the tube round both.
      const x = own[o]! - ax
      const y = own[o + 1]! - ay
      const z = own[o + 2]! - az
      const reach = own[o + 3]!
      let t = (x * dx + y * dy + z * dz) / d2
      t = t < 0 ? 0 : t > 1 ? 1 : t
      const ox = x - t * dx
      const oy = y - t * dy
      const oz = z - t * dz
      const off2 = ox * ox + oy * oy + oz * oz
      if (off2 > (reach + widest) * (reach + widest)) continue
      // A cone where the balls differ: at most this wide within the surface's reach.
      const slack = reach / Math.sqrt(d2)
      const least = aRadius + (bRadius - aRadius) * (t - slack > 0 ? t - slack : 0)
      const most = aRadius + (bRadius - aRadius) * (t + slack < 1 ? t + slack : 1)
      const wide = Math.min(widest, (least > most ? least : most) * slant)
      if (off2 > (reach + wide) * (reach + wide)) continue
      out[found++] = i
    }
    return found
  }
}

/** Sets one of two balls for Between: the first or the second. */
export function putBall(balls: Float64Array, which: 0 | 1, at: Vec, radius: number): void {
  const o = 4 * which
  balls[o] = at[0]
  balls[o + 1] = at[1]
  balls[o + 2] = at[2]
  balls[o + 3] = radius
}

/**
 * Takes one out of those found: a flat piece's own surface does not stand before it.
 * @param index of the surface; −1: none
 * @returns how many are left
 */
export function leaveOut(found: Int32Array, many: number, index: number): number {
  let left = 0
  for (let k = 0; k < many; k++) if (found[k] !== index) found[left++] = found[k]!
  return left
}
