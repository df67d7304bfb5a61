/**
 * Horizontal planes of a photometric file as the beam takes them: from 0 to 0, 90, 180 or 360, by
 * the symmetry the last stands for. Source: ANSI/IESNA LM-63-02, symmetry of type C photometry
 * (from memory).
 */

/** A plane as parts of the file's planes: index and share. */
type Mix = readonly (readonly [plane: number, share: number])[]
export interface Planes {
  /** rising, degrees */
  readonly deg: number[]
  readonly mix: readonly Mix[]
}

/** Where a value lies between a file's planes. */
function between(deg: readonly number[], value: number): Mix {
  const after = deg.findIndex((each) => each >= value)
  if (deg[after] === value) return [[after, 1]]
  const share = (value - deg[after - 1]!) / (deg[after]! - deg[after - 1]!)
  return [
    [after - 1, 1 - share],
    [after, share]
  ]
}

/**
 * @param deg the file's horizontal angles, rising
 * @returns null where they name no symmetry
 */
export function allRound(deg: readonly number[]): Planes | null {
  const last = deg[deg.length - 1]!
  const own = deg.map((_, plane): Mix => [[plane, 1]])
  if (deg[0] === 0 && [0, 90, 180, 360].includes(last)) return { deg: [...deg], mix: own }
  // All the way round, the plane at 360 left out because it is that at 0.
  const widest = Math.max(...deg.slice(1).map((each, i) => each - deg[i]!))
  if (deg[0] === 0 && last > 180 && last < 360 && 360 - last <= widest * 1.001)
    return { deg: [...deg, 360], mix: [...own, [[0, 1]]] }
  if (deg[0] !== 90 || last !== 270) return null
  // One half, the other its mirror image in the plane of 90 and 270.
  const round = new Map<number, Mix>(deg.map((each, plane) => [each, own[plane]!]))
  for (const [plane, each] of deg.entries()) round.set((180 - each + 360) % 360, own[plane]!)
  round.set(0, between(deg, 180))
  round.set(360, between(deg, 180))
  const all = [...round].sort(([a], [b]) => a - b)
  return { deg: all.map(([each]) => each), mix: all.map(([, parts]) => parts) }
}
