/**
 * At most so many of a list, evenly, its ends among them.
 * @param most ≥ 2
 */
export const thinned = <T>(list: readonly T[], most: number): T[] =>
  list.length <= most
    ? [...list]
    : Array.from(
        { length: most },
        (_, i) => list[Math.round((i * (list.length - 1)) / (most - 1))]!
      )
