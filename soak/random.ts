/** Chance that can be had again: a run is told its seed. */
export interface Chance {
  /** 0 ≤ x < 1 */
  readonly next: () => number
  /** a whole number from 0 up to, not including, `below` */
  readonly below: (below: number) => number
  readonly pick: <T>(list: readonly T[]) => T
}

/** Source: mulberry32, a 32-bit generator in the public domain (value from memory). */
export function chance(seed: number): Chance {
  let state = seed >>> 0
  const next = (): number => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32
  }
  const below = (most: number): number => Math.floor(next() * most)
  return { next, below, pick: (list) => list[below(list.length)]! }
}
