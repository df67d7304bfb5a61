/**
 * Evenly spread numbers: the same seed gives the same ones, on every machine.
 * Sources: Sobol's sequence, its first two dimensions; scrambled by hashing as in Burley, "Practical
 * Hash-based Owen Scrambling", JCGT 2020, with the permutation of Laine and Karras 2011.
 */

/** A 32-bit number that looks unlike its neighbours'. Source: Wellons, "Hash prospector", 2018. */
export function hashed(value: number): number {
  let x = value | 0
  x = Math.imul(x ^ (x >>> 16), 0x7feb352d)
  x = Math.imul(x ^ (x >>> 15), 0x846ca68b)
  return x ^ (x >>> 16)
}

function bitsReversed(value: number): number {
  let x = value
  x = ((x >>> 1) & 0x55555555) | ((x & 0x55555555) << 1)
  x = ((x >>> 2) & 0x33333333) | ((x & 0x33333333) << 2)
  x = ((x >>> 4) & 0x0f0f0f0f) | ((x & 0x0f0f0f0f) << 4)
  x = ((x >>> 8) & 0x00ff00ff) | ((x & 0x00ff00ff) << 8)
  return (x >>> 16) | (x << 16)
}

/** Each bit turned or not by those above it, seen in a mirror. */
function permuted(value: number, seed: number): number {
  let x = (value + seed) | 0
  x ^= Math.imul(x, 0x6c50b47c)
  x ^= Math.imul(x, 0xb82f1e52)
  x ^= Math.imul(x, 0xc7afe638)
  return x ^ Math.imul(x, 0x8d22f6e6)
}

/** Second dimension of Sobol's sequence, its first bit at the bottom. */
function sobol(index: number): number {
  let x = 0
  let way = 1
  for (let i = index; i !== 0; i >>>= 1) {
    if (i & 1) x ^= way
    way ^= way << 1
  }
  return x
}

const ONE = 2 ** -32
/** Samples of a pixel are told apart up to here; most have no more than the fewer. */
const MOST = 0xffff
const FEWER = 0x3ff

/**
 * Two numbers of 0 to 1, spread so that the samples of one seed fill the square evenly.
 * @param index of the sample, 0 and on
 * @param seed another one gives another, unrelated series
 * @param out [2] filled
 */
export function evenPair(index: number, seed: number, out: Float64Array): void {
  const own = hashed(seed)
  const i = bitsReversed(permuted(bitsReversed(index), own)) & (index <= FEWER ? FEWER : MOST)
  // The first dimension is the index itself, seen in a mirror: its first bit is at the bottom.
  out[0] = (bitsReversed(permuted(i, own ^ 0x3c6ef372)) >>> 0) * ONE
  out[1] = (bitsReversed(permuted(sobol(i), hashed(own ^ 0x1b873593))) >>> 0) * ONE
}

/**
 * The next number of 0 to 1 of a series without any order. Source: the counter and mixing of
 * "mulberry32", T. Ettinger, public domain.
 * @param state [1] moved on
 */
export function nextOf(state: Int32Array): number {
  const s = (state[0]! + 0x6d2b79f5) | 0
  state[0] = s
  let t = Math.imul(s ^ (s >>> 15), 1 | s)
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
  return ((t ^ (t >>> 14)) >>> 0) * ONE
}

/** Even numbers of 0 to 1 at the corners of a grid. */
const corner = (x: number, y: number, z: number): number =>
  (hashed(Math.imul(x, 0x1f123bb5) ^ Math.imul(y, 0x05491333) ^ Math.imul(z, 0x2c1b3c6d)) >>> 0) *
  ONE

/** Smooth noise of 0 to 1 between them: value noise, common practice. */
export function smoothNoise(x: number, y: number, z: number): number {
  const i = Math.floor(x)
  const j = Math.floor(y)
  const k = Math.floor(z)
  const ease = (t: number): number => t * t * (3 - 2 * t)
  const u = ease(x - i)
  const v = ease(y - j)
  const w = ease(z - k)
  const along = (jj: number, kk: number): number => {
    const a = corner(i, jj, kk)
    return a + (corner(i + 1, jj, kk) - a) * u
  }
  const near = along(j, k) + (along(j + 1, k) - along(j, k)) * v
  const far = along(j, k + 1) + (along(j + 1, k + 1) - along(j, k + 1)) * v
  return near + (far - near) * w
}
