/**
 * Sample points of a lit face where no edge runs across it: Gauss–Legendre nodes, few points, closed
 * forms met to 0.01 stop.
 */
import type { Face } from '../kit/kit'
import type { Emitter } from './emitter'
import { facePoints, faceSizeMm } from './faces'

const flatCache = new WeakMap<Face, (Float64Array | undefined)[]>()
const cache = new WeakMap<Emitter, (Float64Array | undefined)[]>()

/** Sample points of an emitter in the set: x, y, z, weight each; weights add up to 1. */
export function samplesOf(emitter: Emitter, level: number): Float64Array {
  let known = cache.get(emitter)
  if (!known) cache.set(emitter, (known = []))
  return (known[level] ??= placed(emitter, level))
}

function placed({ face, at, across, upward }: Emitter, level: number): Float64Array {
  const known = flatCache.get(face) ?? []
  const flat = (known[level] ??= facePoints(face, level))
  flatCache.set(face, known)
  const count = flat.length / 3
  const points = new Float64Array(count * 4)
  for (let i = 0; i < count; i++) {
    const u = flat[i * 3]!
    const v = flat[i * 3 + 1]!
    for (let k = 0; k < 3; k++) points[i * 4 + k] = at[k]! + u * across[k]! + v * upward[k]!
    points[i * 4 + 3] = flat[i * 3 + 2]!
  }
  return points
}

/** The fineness a smooth view of a face needs at a distance, mm. */
export function levelFor({ face }: Emitter, distanceMm: number): number {
  const near = faceSizeMm(face) / Math.max(1e-6, distanceMm)
  return near < 0.05 ? 0 : near < 0.5 ? 1 : near < 1.2 ? 2 : near < 3 ? 3 : 4
}
