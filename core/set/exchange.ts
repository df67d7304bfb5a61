/**
 * How patches throw light on each other, all bounces of it: E = E₀ + Σ F·ρ·E, solved once a stage
 * (Cholesky) so that a lamp that moves only costs a back substitution. Exchange areas A·F are kept
 * symmetric (what one sends another, that sends it back) and scaled so that no patch sees more than
 * a hemisphere and, in a closed room, no less: no energy is made or lost. Sources: Goral, Torrance,
 * Greenberg and Battaile 1984, radiosity (value from memory); Sinkhorn scaling; Cholesky
 * factorisation, any handbook of numerical methods.
 */
import { leaveOut, putBall } from './between'
import { cholesky } from './cholesky'
import { formFactor } from './formFactor'
import type { Patch } from './patches'
import type { Reflectors } from './reflectors'
import type { Surfaces } from './surface'

/** No surface throws back all of it: what would never die out is cut here. */
const MOST_REFLECTANCE = 0.98

/** What falls on each patch straight → with every bounce. */
export type Bounced = (straight: Float64Array) => Float64Array

/** Rows of a room that fill their hemisphere this well are scaled no more. */
const SETTLED = 2e-4

/** Patches farther from each other than this against their sizes count as points; squared. */
const FAR2 = 0.2

const near = new Int32Array(64)
const balls = new Float64Array(8)
const line = new Float64Array(6)

/**
 * Exchange area of two patches with nothing in the way: one of them looked at from points of the
 * other, the smaller one; mm².
 */
function freeExchange(a: Patch, b: Patch): number {
  const dx = b.at[0] - a.at[0]
  const dy = b.at[1] - a.at[1]
  const dz = b.at[2] - a.at[2]
  const d2 = dx * dx + dy * dy + dz * dz
  const reach = a.radiusMm + b.radiusMm
  if (reach * reach < FAR2 * d2) {
    const cosA = dx * a.normal[0] + dy * a.normal[1] + dz * a.normal[2]
    const cosB = -(dx * b.normal[0] + dy * b.normal[1] + dz * b.normal[2])
    if (cosA <= 0 || cosB <= 0) return 0
    return (cosA * cosB * a.areaMm2 * b.areaMm2) / (Math.PI * d2 * d2)
  }
  const fromA = b.corners !== null && (a.corners === null || a.areaMm2 < b.areaMm2)
  const from = fromA ? a : b
  const to = fromA ? b : a
  if (!to.corners) return 0
  const gap = Math.max(1e-6, Math.sqrt(d2) - to.radiusMm)
  const parts = from.parts(from.radiusMm > gap ? 3 : from.radiusMm > 0.25 * gap ? 2 : 1)
  const { at, normal } = to
  let free = 0
  for (let i = 0; i < parts.length; i += 7) {
    const x = parts[i]!
    const y = parts[i + 1]!
    const z = parts[i + 2]!
    if ((x - at[0]) * normal[0] + (y - at[1]) * normal[1] + (z - at[2]) * normal[2] <= 0) continue
    free += parts[i + 6]! * formFactor(parts, i, to.corners)
  }
  return free
}

/**
 * Share of a few lines between two patches that nothing stands in.
 * @param free their exchange area with nothing in the way, mm²
 */
function seenShare(a: Patch, b: Patch, surfaces: Surfaces, free: number): number {
  putBall(balls, 0, a.at, a.radiusMm)
  putBall(balls, 1, b.at, b.radiusMm)
  // A flat one does not stand before itself, a curved one's parts may.
  const found = surfaces.between(balls, a.corners ? a.on : -1, near)
  const things = b.corners ? leaveOut(near, found, b.on) : found
  if (things === 0) return 1
  // More lines where it counts for more.
  const weight = free / Math.min(a.areaMm2, b.areaMm2)
  const n = weight > 0.02 ? 3 : weight > 0.002 ? 2 : 1
  const from = a.parts(n)
  const to = b.parts(n)
  const count = n * n
  let seen = 0
  for (let i = 0; i < count; i++) {
    // Every part once on either side, near ones with far ones.
    const p = i * 7
    const q = ((5 * i + 1) % count) * 7
    for (let k = 0; k < 3; k++) {
      line[k] = from[p + k]!
      line[3 + k] = to[q + k]! - line[k]!
    }
    if (!surfaces.stopped(near, things, line)) seen++
  }
  return seen / count
}

/** Whether all of one patch lies behind the other's plane. */
function behind(a: Patch, b: Patch): boolean {
  const up =
    (b.at[0] - a.at[0]) * a.normal[0] +
    (b.at[1] - a.at[1]) * a.normal[1] +
    (b.at[2] - a.at[2]) * a.normal[2]
  return up + b.radiusMm <= 1e-9 || (a.of === b.of && a.on === b.on && Math.abs(up) < 1e-9)
}

/**
 * Exchange areas, mm²: [patch × patch] below the diagonal, what stands in the way counted; the same
 * above it.
 */
function exchangeAreas({ patches, ofRoom }: Reflectors, surfaces: Surfaces): Float64Array {
  const n = patches.length
  const seen = new Float64Array(n * n)
  const free = ofRoom.includes(true) ? new Float64Array(n * n) : null
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++) {
      const a = patches[k]!
      const b = patches[l]!
      if (behind(a, b) || behind(b, a)) continue
      const all = freeExchange(a, b)
      if (all === 0) continue
      seen[k * n + l] = all * seenShare(a, b, surfaces, all)
      if (free) free[k * n + l] = free[l * n + k] = all
    }
  if (free) fillRoom(patches, ofRoom, free, seen)
  const sums = new Float64Array(n)
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++) {
      const area = seen[k * n + l]!
      sums[k]! += area
      sums[l]! += area
    }
  const most = sums.map((sum, k) => Math.min(1, patches[k]!.areaMm2 / sum))
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++) seen[k * n + l]! *= Math.min(most[k]!, most[l]!)
  return seen
}

/**
 * A closed room fills the hemisphere of every patch in it, but for what stands before it: scales
 * the rows to that.
 */
function fillRoom(
  patches: readonly Patch[],
  ofRoom: readonly boolean[],
  free: Float64Array,
  seen: Float64Array
): void {
  const n = patches.length
  const factor = new Float64Array(n).fill(1)
  const sumOf = (k: number): number => {
    let sum = 0
    for (let l = 0; l < n; l++) if (ofRoom[l]) sum += free[k * n + l]! * factor[l]!
    return sum
  }
  let off = 1
  for (let turn = 0; turn < 12 && off > SETTLED; turn++) {
    off = 0
    for (let k = 0; k < n; k++)
      if (ofRoom[k]) {
        const sum = sumOf(k) * factor[k]!
        if (sum <= 0) continue
        factor[k]! *= Math.sqrt(patches[k]!.areaMm2 / sum)
        off = Math.max(off, Math.abs(sum / patches[k]!.areaMm2 - 1))
      }
  }
  for (let k = 0; k < n; k++)
    if (!ofRoom[k]) {
      let sum = 0
      for (let l = 0; l < n; l++) if (ofRoom[l]) sum += free[k * n + l]!
      if (sum > 0) factor[k] = Math.min(1.5, Math.max(0.7, patches[k]!.areaMm2 / sum))
    }
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++)
      if (ofRoom[k] && ofRoom[l]) seen[k * n + l]! *= factor[k]! * factor[l]!
      else if (ofRoom[l]) seen[k * n + l]! *= factor[k]!
      else if (ofRoom[k]) seen[k * n + l]! *= factor[l]!
}

/** Makes a set's reflectors ready to be lit. */
export function exchangeOf(reflectors: Reflectors, surfaces: Surfaces): Bounced {
  const { patches } = reflectors
  const n = patches.length
  const m = exchangeAreas(reflectors, surfaces)
  const bright = patches.map((patch) => Math.min(MOST_REFLECTANCE, patch.reflectance))
  for (let i = 0; i < n * n; i++) m[i] = -m[i]!
  for (let k = 0; k < n; k++) m[k * n + k] = patches[k]!.areaMm2 / bright[k]!
  cholesky(m, n)
  return (straight) => {
    // What leaves each patch, X = ρ·E: (A/ρ)·X − S·X = A·E₀.
    const x = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      let sum = straight[i]! * patches[i]!.areaMm2
      for (let k = 0; k < i; k++) sum -= m[i * n + k]! * x[k]!
      x[i] = sum / m[i * n + i]!
    }
    for (let i = n - 1; i >= 0; i--) {
      const value = (x[i] = x[i]! / m[i * n + i]!)
      for (let k = 0; k < i; k++) x[k]! -= m[i * n + k]! * value
    }
    for (let k = 0; k < n; k++) x[k] = x[k]! / bright[k]!
    return x
  }
}
