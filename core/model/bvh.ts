/**
 * Finds which triangle of a mesh a ray meets, by a tree of boxes in flat rows: nothing is allocated
 * while it is asked. Sources: surface-area heuristic over bins, as in Wald, IEEE RT 2007 (from
 * memory); triangle by Möller and Trumbore, JGT 1997; slabs, any handbook.
 */
import type { Mesh } from './mesh'

export interface Bvh {
  readonly mesh: Mesh
  /**
   * Whether a ray meets any of it.
   * @param ray [8] start, direction, and between which lengths of the direction a triangle counts
   */
  readonly any: (ray: Float64Array) => boolean
  /**
   * The first triangle a ray meets; the last of `ray` becomes the length at which.
   * @param spot [2] filled with the shares of its second and third corner there
   * @returns its index; −1: none
   */
  readonly nearest: (ray: Float64Array, spot: Float64Array) => number
  readonly triangles: number
}

/** Triangles at the end of a branch, bins a box is cut by. */
const LEAF = 4
const BINS = 12
/** Triangles overlap by this share at their edges, so that no ray slips between two. */
const EDGE = 1e-7
/** A ray this near to a triangle's plane, rad, runs in it: where it meets that is rounding. */
const IN_PLANE = 1e-12
/** A branch deeper than this is not cut. */
const DEEPEST = 60

interface Built {
  /** [node × 6] least and most of its box */
  readonly boxes: Float32Array
  /** [node × 3] first triangle and how many; where that is 0, its second branch, and the axis cut */
  readonly nodes: Int32Array
  readonly order: Uint32Array
}

/** [triangle × 6] its box. */
function boxesOf({ points, corners }: Mesh): Float32Array {
  const boxes = new Float32Array((corners.length / 3) * 6)
  for (let t = 0; t * 3 < corners.length; t++)
    for (let k = 0; k < 3; k++) {
      const a = points[corners[t * 3]! * 3 + k]!
      const b = points[corners[t * 3 + 1]! * 3 + k]!
      const c = points[corners[t * 3 + 2]! * 3 + k]!
      boxes[t * 6 + k] = Math.min(a, b, c)
      boxes[t * 6 + 3 + k] = Math.max(a, b, c)
    }
  return boxes
}

/** A box that grows, from nothing. */
function clear(box: Float64Array, o = 0): void {
  for (let k = 0; k < 3; k++) {
    box[o + k] = Infinity
    box[o + 3 + k] = -Infinity
  }
}
function grow(box: Float64Array, o: number, by: ArrayLike<number>, from: number): void {
  for (let k = 0; k < 3; k++) {
    if (by[from + k]! < box[o + k]!) box[o + k] = by[from + k]!
    if (by[from + 3 + k]! > box[o + 3 + k]!) box[o + 3 + k] = by[from + 3 + k]!
  }
}
function areaOf(box: Float64Array): number {
  const x = box[3]! - box[0]!
  const y = box[4]! - box[1]!
  const z = box[5]! - box[2]!
  return x < 0 ? 0 : x * y + y * z + z * x
}

interface Cut {
  readonly axis: number
  readonly at: number
}

/** Finds where some triangles are best cut in two. */
function newCutter(
  boxes: Float32Array
): (order: Uint32Array, from: number, to: number) => Cut | null {
  const middles = new Float64Array(6)
  const whole = new Float64Array(6)
  const bins = new Float64Array(BINS * 6)
  const many = new Int32Array(BINS)
  const after = new Float64Array(BINS)
  const growing = new Float64Array(6)
  /** @returns null where it is better not to */
  return (order, from, to) => {
    clear(middles)
    clear(whole)
    for (let i = from; i < to; i++) {
      const o = order[i]! * 6
      grow(whole, 0, boxes, o)
      for (let k = 0; k < 3; k++) {
        const at = boxes[o + k]! + boxes[o + 3 + k]!
        if (at < middles[k]!) middles[k] = at
        if (at > middles[3 + k]!) middles[3 + k] = at
      }
    }
    let cost = (to - from) * areaOf(whole)
    let axis = -1
    let cutAt = 0
    for (let k = 0; k < 3; k++) {
      const least = middles[k]!
      const size = middles[3 + k]! - least
      if (!(size > 0)) continue
      for (let b = 0; b < BINS; b++) clear(bins, b * 6)
      many.fill(0)
      for (let i = from; i < to; i++) {
        const o = order[i]! * 6
        const off = (BINS * (boxes[o + k]! + boxes[o + 3 + k]! - least)) / size
        const b = off < BINS ? Math.floor(off) : BINS - 1
        grow(bins, b * 6, boxes, o)
        many[b]!++
      }
      clear(growing)
      for (let b = BINS - 1, sum = 0; b > 0; b--) {
        grow(growing, 0, bins, b * 6)
        sum += many[b]!
        after[b] = sum * areaOf(growing)
      }
      clear(growing)
      for (let b = 1, sum = 0; b < BINS; b++) {
        grow(growing, 0, bins, (b - 1) * 6)
        sum += many[b - 1]!
        const now = sum * areaOf(growing) + after[b]!
        if (sum === 0 || sum === to - from || now >= cost) continue
        cost = now
        axis = k
        cutAt = least + (b * size) / BINS
      }
    }
    return axis < 0 ? null : { axis, at: cutAt }
  }
}

function build(mesh: Mesh): Built {
  const boxes = boxesOf(mesh)
  const count = boxes.length / 6
  const order = Uint32Array.from({ length: count }, (_, i) => i)
  const made = new Float32Array(Math.max(1, 2 * count) * 6)
  const nodes = new Int32Array(Math.max(1, 2 * count) * 3)
  let used = 0
  const cutOf = newCutter(boxes)
  const box = new Float64Array(6)
  const branch = (from: number, to: number, depth: number): void => {
    const node = used++
    clear(box)
    for (let i = from; i < to; i++) grow(box, 0, boxes, order[i]! * 6)
    made.set(box, node * 6)
    const cut = to - from > LEAF && depth < DEEPEST ? cutOf(order, from, to) : null
    if (!cut) {
      nodes[node * 3] = from
      nodes[node * 3 + 1] = to - from
      return
    }
    let left = from
    let right = to
    while (left < right) {
      const t = order[left]!
      if (boxes[t * 6 + cut.axis]! + boxes[t * 6 + 3 + cut.axis]! < cut.at) left++
      else {
        order[left] = order[--right]!
        order[right] = t
      }
    }
    // Rounding may put all on one side.
    if (left === from || left === to) left = (from + to) >> 1
    branch(from, left, depth + 1)
    nodes[node * 3] = used
    nodes[node * 3 + 2] = cut.axis
    branch(left, to, depth + 1)
  }
  if (count > 0) branch(0, count, 0)
  return { boxes: made.slice(0, used * 6), nodes: nodes.slice(0, used * 3), order }
}

/** [triangle × 9] in the tree's order: first corner, and the ways to the others. */
function sidesOf({ points, corners }: Mesh, order: Uint32Array): Float32Array {
  const sides = new Float32Array(order.length * 9)
  order.forEach((t, i) => {
    for (let k = 0; k < 3; k++) {
      const a = points[corners[t * 3]! * 3 + k]!
      sides[i * 9 + k] = a
      sides[i * 9 + 3 + k] = points[corners[t * 3 + 1]! * 3 + k]! - a
      sides[i * 9 + 6 + k] = points[corners[t * 3 + 2]! * 3 + k]! - a
    }
  })
  return sides
}

/** A mesh made ready to be asked. */
export function bvhOf(mesh: Mesh): Bvh {
  const { boxes, nodes, order } = build(mesh)
  const sides = sidesOf(mesh, order)
  const stack = new Int32Array(128)
  const found = new Float64Array(3)

  /** Whether a ray meets a triangle; `found` then says at which shares of its sides, and how far. */
  const meets = (o: number, ray: Float64Array): boolean => {
    const dx = ray[3]!
    const dy = ray[4]!
    const dz = ray[5]!
    const ux = sides[o + 3]!
    const uy = sides[o + 4]!
    const uz = sides[o + 5]!
    const vx = sides[o + 6]!
    const vy = sides[o + 7]!
    const vz = sides[o + 8]!
    const px = dy * vz - dz * vy
    const py = dz * vx - dx * vz
    const pz = dx * vy - dy * vx
    const whole = ux * px + uy * py + uz * pz
    const size =
      (Math.abs(ux) + Math.abs(uy) + Math.abs(uz)) * (Math.abs(px) + Math.abs(py) + Math.abs(pz))
    if (Math.abs(whole) <= IN_PLANE * size) return false
    const x = ray[0]! - sides[o]!
    const y = ray[1]! - sides[o + 1]!
    const z = ray[2]! - sides[o + 2]!
    const u = (x * px + y * py + z * pz) / whole
    if (u < -EDGE || u > 1 + EDGE) return false
    const qx = y * uz - z * uy
    const qy = z * ux - x * uz
    const qz = x * uy - y * ux
    const v = (dx * qx + dy * qy + dz * qz) / whole
    if (v < -EDGE || u + v > 1 + EDGE) return false
    found[0] = u
    found[1] = v
    const t = (vx * qx + vy * qy + vz * qz) / whole
    found[2] = t
    return t > ray[6]! && t < ray[7]!
  }

  /** @param spot null: any triangle will do */
  const search = (ray: Float64Array, spot: Float64Array | null): number => {
    const x = ray[0]!
    const y = ray[1]!
    const z = ray[2]!
    // Parallel to a side: as good as parallel.
    const ix = 1 / (ray[3]! || 1e-30)
    const iy = 1 / (ray[4]! || 1e-30)
    const iz = 1 / (ray[5]! || 1e-30)
    const fromX = ix < 0 ? 3 : 0
    const fromY = iy < 0 ? 4 : 1
    const fromZ = iz < 0 ? 5 : 2
    const least = ray[6]!
    let most = ray[7]!
    let best = -1
    let top = 0
    if (nodes.length > 0) stack[top++] = 0
    while (top > 0) {
      const node = stack[--top]!
      const o = node * 6
      const nearX = (boxes[o + fromX]! - x) * ix
      const nearY = (boxes[o + fromY]! - y) * iy
      const nearZ = (boxes[o + fromZ]! - z) * iz
      let near = nearX > least ? nearX : least
      if (nearY > near) near = nearY
      if (nearZ > near) near = nearZ
      const farX = (boxes[o + 3 - fromX]! - x) * ix
      const farY = (boxes[o + 5 - fromY]! - y) * iy
      const farZ = (boxes[o + 7 - fromZ]! - z) * iz
      let far = farX < most ? farX : most
      if (farY < far) far = farY
      if (farZ < far) far = farZ
      if (!(near <= far)) continue
      const many = nodes[node * 3 + 1]!
      const first = nodes[node * 3]!
      if (many === 0) {
        // The branch on the side the ray comes from is looked at first.
        const axis = nodes[node * 3 + 2]!
        const ahead = (axis === 0 ? ix : axis === 1 ? iy : iz) > 0
        stack[top++] = ahead ? first : node + 1
        stack[top++] = ahead ? node + 1 : first
        continue
      }
      for (let i = first; i < first + many; i++) {
        if (!meets(i * 9, ray)) continue
        best = i
        if (!spot) return i
        most = found[2]!
        ray[7] = most
        spot[0] = found[0]!
        spot[1] = found[1]!
      }
    }
    return best < 0 ? -1 : order[best]!
  }
  return {
    mesh,
    any: (ray) => search(ray, null) >= 0,
    nearest: search,
    triangles: order.length
  }
}
