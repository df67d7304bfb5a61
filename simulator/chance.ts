/** Chance that can be had again: the same names draw the same numbers. */

export interface Chance {
  /** 0 up to 1 */
  readonly even: () => number
  /** of a bell curve round 0, cut off at twice its spread */
  readonly bell: (spread: number) => number
}

/** Source: FNV-1a (Fowler, Noll, Vo). */
function seedOf(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash
}

/** Source: a Weyl sequence mixed by multiplication, as "mulberry32" of Ettinger, 2017. */
function sequence(seed: number): () => number {
  let at = seed | 0
  return () => {
    at = (at + 0x6d2b79f5) | 0
    let x = Math.imul(at ^ (at >>> 15), at | 1)
    x ^= x + Math.imul(x ^ (x >>> 7), x | 61)
    return ((x ^ (x >>> 14)) >>> 0) / 2 ** 32
  }
}

/** @param names what it is drawn for; each has numbers of its own, whatever else is drawn */
export function chanceOf(...names: readonly (string | number)[]): Chance {
  const even = sequence(seedOf(names.join('\n')))
  const standard = (): number =>
    Math.sqrt(-2 * Math.log(1 - even())) * Math.cos(2 * Math.PI * even())
  return {
    even,
    bell: (spread) => spread * Math.max(-2, Math.min(2, standard()))
  }
}
