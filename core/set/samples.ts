/**
 * Sample points of a lit face where no edge runs across it: Gauss–Legendre nodes, few points, closed
 * forms met to 0.01 stop. Source: Legendre polynomials, any handbook of numerical methods; the disc
 * in equal steps of area.
 */
import type { Face } from '../kit/kit'
import { faceSizeMm, type Head } from './heads'

/**
 * Nodes and weights on −1 … 1, weights adding up to 1, by Newton's method on the Legendre
 * polynomial.
 */
export const gaussNodes = (n: number): readonly (readonly [number, number])[] =>
  Array.from({ length: n }, (_, i) => {
    let x = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5))
    let slope = 1
    for (let turn = 0; turn < 40; turn++) {
      let p0 = 1
      let p1 = x
      for (let k = 2; k <= n; k++) [p0, p1] = [p1, ((2 * k - 1) * x * p1 - (k - 1) * p0) / k]
      slope = n === 1 ? 1 : (n * (x * p1 - p0)) / (x * x - 1)
      const step = p1 / slope
      x -= step
      if (Math.abs(step) < 1e-15) break
    }
    return [x, 1 / ((1 - x * x) * slope * slope)] as const
  })

/** How finely a face is sampled, by level: nodes a side. */
const RULES = [1, 2, 4, 8, 16].map(gaussNodes)

/** Points across and up from the middle of the face with weights: x, y, w, x, y, w … */
function flatSamples(face: Face, level: number): Float64Array {
  const rule = RULES[level]!
  const points: number[] = []
  if (face.kind === 'rectangle') {
    for (const [u, wu] of rule)
      for (const [v, wv] of rule)
        points.push((u * face.widthMm) / 2, (v * face.heightMm) / 2, wu * wv)
    return Float64Array.from(points)
  }
  const outer = (face.kind === 'disc' ? face.diameterMm : face.outerMm) / 2
  const inner = face.kind === 'ring' ? face.innerMm / 2 : 0
  if (face.kind === 'disc' && level === 0) return Float64Array.of(0, 0, 1)
  const round = 2 * rule.length + 2
  rule.forEach(([u, w], ringIndex) => {
    const r = Math.sqrt(inner ** 2 + ((u + 1) / 2) * (outer ** 2 - inner ** 2))
    for (let k = 0; k < round; k++) {
      const angle = (2 * Math.PI * (k + (ringIndex % 2 ? 0.5 : 0.25))) / round
      points.push(r * Math.cos(angle), r * Math.sin(angle), w / round)
    }
  })
  return Float64Array.from(points)
}

const flatCache = new WeakMap<Face, (Float64Array | undefined)[]>()
const cache = new WeakMap<Head, (Float64Array | undefined)[]>()

/** Sample points of a head in the set: x, y, z, weight each; weights add up to 1. */
export function samplesOf(head: Head, level: number): Float64Array {
  let known = cache.get(head)
  if (!known) cache.set(head, (known = []))
  return (known[level] ??= placed(head, level))
}

function placed(head: Head, level: number): Float64Array {
  const known = flatCache.get(head.face) ?? []
  const flat = (known[level] ??= flatSamples(head.face, level))
  flatCache.set(head.face, known)
  const count = flat.length / 3
  const points = new Float64Array(count * 4)
  for (let i = 0; i < count; i++) {
    const u = flat[i * 3]!
    const v = flat[i * 3 + 1]!
    for (let k = 0; k < 3; k++)
      points[i * 4 + k] = head.at[k]! + u * head.across[k]! + v * head.upward[k]!
    points[i * 4 + 3] = flat[i * 3 + 2]!
  }
  return points
}

/** The fineness a smooth view of a face needs at a distance, mm. */
export function levelFor(head: Head, distanceMm: number): number {
  const near = faceSizeMm(head.face) / Math.max(1e-6, distanceMm)
  return near < 0.05 ? 0 : near < 0.5 ? 1 : near < 1.2 ? 2 : near < 3 ? 3 : 4
}
