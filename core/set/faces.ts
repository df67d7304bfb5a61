/** Lit faces: size, area, and points over them. */
import type { Face } from '../kit/kit'

/** Largest size of a face, mm. */
export const faceSizeMm = (face: Face): number =>
  face.kind === 'disc'
    ? face.diameterMm
    : face.kind === 'ring'
      ? face.outerMm
      : Math.max(face.widthMm, face.heightMm)

/** Radius of the smallest disc round a face, mm. */
export const faceRadiusMm = (face: Face): number =>
  face.kind === 'rectangle' ? Math.hypot(face.widthMm, face.heightMm) / 2 : faceSizeMm(face) / 2

/** Area of a lit face, mm². */
export const faceAreaMm2 = (face: Face): number =>
  face.kind === 'rectangle'
    ? face.widthMm * face.heightMm
    : (Math.PI / 4) *
      (face.kind === 'disc' ? face.diameterMm ** 2 : face.outerMm ** 2 - face.innerMm ** 2)

/**
 * Nodes and weights on −1 … 1, weights adding up to 1, by Newton's method on the Legendre
 * polynomial. Source: Legendre polynomials, any handbook of numerical methods.
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

/**
 * Points across and up from the middle of a face with weights: x, y, w, x, y, w … A disc goes in
 * equal steps of area.
 * @param level 0 to 4, how fine
 */
export function facePoints(face: Face, level: number): Float64Array {
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
