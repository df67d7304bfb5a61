/** What stands in the tracer's world, and where a line meets it: tried plainly, one by one. */
export type Point = readonly [number, number, number]

/** A rectangle and what its two sides throw back; 0: nothing. */
export interface Board {
  readonly middle: Point
  readonly right: Point
  readonly up: Point
  readonly halfWidth: number
  readonly halfHeight: number
  /** the side that right × up looks from, and the other */
  readonly front: number
  readonly back: number
}
export interface Body {
  readonly kind: 'ellipsoid' | 'box' | 'cylinder'
  readonly half: Point
  /** about the upright axis */
  readonly turn: number
  readonly reflectance: number
}
/** A black body anywhere: the camera, a lens. */
export interface Block {
  readonly middle: Point
  readonly axes: readonly [Point, Point, Point]
  readonly body: Body
}
export interface Chamber {
  readonly low: Point
  readonly high: Point
  readonly walls: number
  readonly ceiling: number
  readonly floor: number
}
export interface Lamp {
  readonly middle: Point
  readonly look: Point
  readonly right: Point
  readonly up: Point
  readonly face:
    | { readonly kind: 'rectangle'; readonly width: number; readonly height: number }
    | { readonly kind: 'ring'; readonly inner: number; readonly outer: number }
  /** of cosⁿ */
  readonly exponent: number
  /** radians off its axis beyond which nothing leaves it */
  readonly cut: number
  /** whether a grid's round cells do the cutting */
  readonly cells: boolean
  /** before the face, its mouth so far in front of it */
  readonly tube: { readonly radius: number; readonly length: number } | null
}
export interface World {
  readonly boards: readonly Board[]
  readonly body: Body | null
  readonly blocks: readonly Block[]
  readonly chamber: Chamber | null
  readonly lamp: Lamp
}

export const dot = (a: Point, b: Point): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
export const from = (a: Point, b: Point): Point => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
export const along = (a: Point, b: Point, t: number): Point => [
  a[0] + t * b[0],
  a[1] + t * b[1],
  a[2] + t * b[2]
]
export const cross = (a: Point, b: Point): Point => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
]
export const size = (a: Point): number => Math.sqrt(dot(a, a))
export const normed = (a: Point): Point => {
  const l = size(a)
  return [a[0] / l, a[1] / l, a[2] / l]
}

export interface Meeting {
  t: number
  normal: Point
  reflectance: number
}

const turned = (p: Point, angle: number): Point => [
  p[0] * Math.cos(angle) + p[2] * Math.sin(angle),
  p[1],
  -p[0] * Math.sin(angle) + p[2] * Math.cos(angle)
]

/** Where a line enters or leaves a body: every meeting with its faces, tried one by one. */
function meetBody(body: Body, o: Point, d: Point, least: number): Meeting | null {
  const p = turned(o, -body.turn)
  const w = turned(d, -body.turn)
  const [a, b, c] = body.half
  let best = Infinity
  let normal: Point = [0, 1, 0]
  const take = (t: number, n: Point): void => {
    if (t > least && t < best) {
      best = t
      normal = n
    }
  }
  const quadric = (upright: boolean): void => {
    const k = upright ? 0 : 1 / (b * b)
    const A = w[0] ** 2 / a ** 2 + k * w[1] ** 2 + w[2] ** 2 / c ** 2
    const B = 2 * ((p[0] * w[0]) / a ** 2 + k * p[1] * w[1] + (p[2] * w[2]) / c ** 2)
    const C = p[0] ** 2 / a ** 2 + k * p[1] ** 2 + p[2] ** 2 / c ** 2 - 1
    const D = B * B - 4 * A * C
    if (A === 0 || D <= 0) return
    for (const t of [(-B - Math.sqrt(D)) / (2 * A), (-B + Math.sqrt(D)) / (2 * A)]) {
      const q = along(p, w, t)
      if (upright && Math.abs(q[1]) > b) continue
      take(t, normed([q[0] / a ** 2, k * q[1], q[2] / c ** 2]))
    }
  }
  if (body.kind === 'ellipsoid') quadric(false)
  if (body.kind === 'cylinder') quadric(true)
  if (body.kind !== 'ellipsoid')
    for (const axis of body.kind === 'box' ? [0, 1, 2] : [1])
      for (const side of [1, -1]) {
        const t = (side * body.half[axis]! - p[axis]!) / w[axis]!
        const q = along(p, w, t)
        const inside =
          body.kind === 'cylinder'
            ? (q[0] / a) ** 2 + (q[2] / c) ** 2 < 1
            : [0, 1, 2].every((k) => k === axis || Math.abs(q[k]!) < body.half[k]!)
        if (inside) take(t, [0, 1, 2].map((k) => (k === axis ? side : 0)) as unknown as Point)
      }
  if (best === Infinity) return null
  return { t: best, normal: turned(normal, body.turn), reflectance: body.reflectance }
}

/** How far along a line a block lies, in lengths of its direction; Infinity where it is missed. */
function toBlock({ middle, axes, body }: Block, o: Point, d: Point, least: number): number {
  const own = (p: Point): Point => [dot(p, axes[0]), dot(p, axes[1]), dot(p, axes[2])]
  return meetBody(body, own(from(o, middle)), own(d), least)?.t ?? Infinity
}

/** How far along a line a board lies, in lengths of its direction; Infinity where it is missed. */
function toBoard(board: Board, o: Point, d: Point, least: number): number {
  const normal = cross(board.right, board.up)
  const t = dot(from(board.middle, o), normal) / dot(d, normal)
  if (!(t > least)) return Infinity
  const q = from(along(o, d, t), board.middle)
  if (Math.abs(dot(q, board.right)) > board.halfWidth) return Infinity
  return Math.abs(dot(q, board.up)) > board.halfHeight ? Infinity : t
}

function meetChamber(chamber: Chamber, o: Point, d: Point): Meeting | null {
  let best: Meeting | null = null
  for (let axis = 0; axis < 3; axis++) {
    const up = d[axis]! > 0
    if (d[axis] === 0) continue
    const t = ((up ? chamber.high : chamber.low)[axis]! - o[axis]!) / d[axis]!
    if (best && t >= best.t) continue
    const normal = [0, 0, 0] as [number, number, number]
    normal[axis] = up ? -1 : 1
    const reflectance = axis !== 1 ? chamber.walls : up ? chamber.ceiling : chamber.floor
    best = { t, normal, reflectance }
  }
  return best
}

/** The first thing a line meets farther than `least`. */
export function meet(world: World, o: Point, d: Point, least: number): Meeting | null {
  let best = world.chamber ? meetChamber(world.chamber, o, d) : null
  const body = world.body && meetBody(world.body, o, d, least)
  if (body && (!best || body.t < best.t)) best = body
  for (const block of world.blocks) {
    const t = toBlock(block, o, d, least)
    if (t < (best?.t ?? Infinity)) best = { t, normal: d, reflectance: 0 }
  }
  for (const board of world.boards) {
    const t = toBoard(board, o, d, least)
    if (t >= (best?.t ?? Infinity)) continue
    const normal = cross(board.right, board.up)
    best =
      dot(d, normal) < 0
        ? { t, normal, reflectance: board.front }
        : { t, normal: along([0, 0, 0], normal, -1), reflectance: board.back }
  }
  return best
}

/** Whether anything but the chamber stands between two points; mm from either end do not count. */
export function hidden(world: World, a: Point, b: Point): boolean {
  const d = from(b, a)
  const least = 1e-3 / size(d)
  for (const board of world.boards) if (toBoard(board, a, d, least) < 1 - least) return true
  for (const block of world.blocks) if (toBlock(block, a, d, least) < 1 - least) return true
  const body = world.body && meetBody(world.body, a, d, least)
  return body !== null && body.t < 1 - least
}
