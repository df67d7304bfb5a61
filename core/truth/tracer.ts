/**
 * The slow truth that the tests hold the set against: light followed path by path with all its
 * bounces, plainly, one surface after the other. It shares no code with core/set; places come to it
 * as points with a normal. Source: Monte Carlo integration of the rendering equation (Kajiya 1986,
 * value from memory); every surface matt.
 */
import {
  along,
  cross,
  dot,
  from,
  hidden,
  meet,
  normed,
  size,
  type Lamp,
  type Point,
  type World
} from './things'

/** What a round cell lets through, of its diameter aside: the chords both ends share, added up. */
function throughCell(aside: number): number {
  const steps = 400
  let sum = 0
  for (let i = 0; i < steps; i++) {
    const t = aside + ((1 - aside) * (i + 0.5)) / steps
    sum += Math.sqrt(1 - t * t)
  }
  return ((4 / Math.PI) * sum * (1 - aside)) / steps
}

/** Whether a ray from the face at the back of a tube passes its mouth. */
function throughTube(
  tube: NonNullable<Lamp['tube']>,
  u: number,
  v: number,
  off: number,
  way: Point,
  lamp: Lamp
): boolean {
  const [x, y] = [dot(way, lamp.right), dot(way, lamp.up)]
  const aside = Math.hypot(x, y) || 1
  const run = tube.length * Math.tan(off)
  if (dot(way, lamp.look) <= tube.length) return false
  return Math.hypot(u + (run * x) / aside, v + (run * y) / aside) <= tube.radius
}

/** Light from one point of the face at a point, for all of the face; GN 1 m gives 1 at 1 m. */
function fromFace(world: World, u: number, v: number, p: Point, n: Point | null): number {
  const { lamp } = world
  const s = along(along(lamp.middle, lamp.right, u), lamp.up, v)
  const way = from(p, s)
  const d = size(way)
  const out = dot(way, lamp.look) / d
  const off = Math.acos(Math.min(1, out))
  if (out <= 0 || off >= lamp.cut) return 0
  const cells = lamp.cells ? throughCell(Math.tan(off) / Math.tan(lamp.cut)) : 1
  if (lamp.tube && !throughTube(lamp.tube, u, v, off, way, lamp)) return 0
  const falls = n === null ? 1 : -dot(way, n) / d
  if (falls <= 0 || hidden(world, p, s)) return 0
  return (cells * out ** lamp.exponent * falls * 1e6) / Math.max(d * d, 0.25)
}

/** A point of the face from two numbers of 0 to 1. */
function ofFace({ face }: Lamp, x: number, y: number): readonly [number, number] {
  if (face.kind === 'rectangle') return [(x - 0.5) * face.width, (y - 0.5) * face.height]
  const r = Math.sqrt(face.inner ** 2 + x * (face.outer ** 2 - face.inner ** 2)) / 2
  return [r * Math.cos(2 * Math.PI * y), r * Math.sin(2 * Math.PI * y)]
}

/** Straight light at a point, the face in `n` × `n` even cells. */
export function straight(world: World, p: Point, normal: Point | null, n: number): number {
  let sum = 0
  for (let i = 0; i < n; i++)
    for (let k = 0; k < n; k++) {
      const [u, v] = ofFace(world.lamp, (i + 0.5) / n, (k + 0.5) / n)
      sum += fromFace(world, u, v, p, normal)
    }
  return sum / (n * n)
}

/** Evenly spread numbers of 0 to 1, of a seed. */
export function randomOf(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
}

/** A direction over a surface, cosine-weighted; over all sides alike without a normal. */
function scattered(normal: Point | null, x: number, y: number): Point {
  const angle = 2 * Math.PI * y
  if (normal === null) {
    const z = 2 * x - 1
    const r = Math.sqrt(1 - z * z)
    return [r * Math.cos(angle), r * Math.sin(angle), z]
  }
  const side = normed(cross(Math.abs(normal[0]) > 0.7 ? [0, 1, 0] : [1, 0, 0], normal))
  const third = cross(normal, side)
  const r = Math.sqrt(x)
  const flat = along(along([0, 0, 0], side, r * Math.cos(angle)), third, r * Math.sin(angle))
  return along(flat, normal, Math.sqrt(1 - x))
}

/**
 * Light at a point by one bounce and more.
 * @param paths squared: the first directions are spread in that many rows and columns
 * @returns its mean, and the mean's own standard error
 */
export function bounced(
  world: World,
  p: Point,
  normal: Point | null,
  rows: number,
  random: () => number
): { readonly mean: number; readonly error: number } {
  let sum = 0
  let squares = 0
  for (let i = 0; i < rows; i++)
    for (let k = 0; k < rows; k++) {
      let at = p
      let way = scattered(normal, (i + random()) / rows, (k + random()) / rows)
      let weight = normal === null ? 4 : 1
      let light = 0
      for (let bounce = 0; bounce < 60 && weight > 1e-3; bounce++) {
        const met = meet(world, at, way, 1e-3)
        if (!met || met.reflectance === 0) break
        weight *= met.reflectance
        at = along(at, way, met.t)
        const [u, v] = ofFace(world.lamp, random(), random())
        light += weight * fromFace(world, u, v, at, met.normal)
        way = scattered(met.normal, random(), random())
      }
      sum += light
      squares += light * light
    }
  const count = rows * rows
  const mean = sum / count
  return { mean, error: Math.sqrt(Math.max(0, squares / count - mean * mean) / count) }
}
