/**
 * Thin things that face who looks, their stalk at the foot: a leaf, arched along its midrib, and an
 * insect's wing. Open sheets: light comes through them, spread.
 */
import { newMesh, type Mesh } from './mesh'
import type { Point } from './point'

const [ROWS, COLUMNS] = [61, 41] as const

/** A flat outline, of length 1 from its foot to its tip. */
interface Blade {
  /** from its foot, 0, to its tip, 1: how far it reaches to the left and to the right */
  readonly left: (up: number) => number
  readonly right: (up: number) => number
  /** how far a spot stands out; `across` −1 at the left edge to 1 at the right */
  readonly out: (up: number, across: number) => number
  /** what is drawn at a spot, `x` to the right of its middle line: an index of `veins`, from 1; 0 none */
  readonly drawn: (up: number, across: number, x: number) => number
  /** what each kind of vein throws back and lets through against the rest */
  readonly veins: readonly Point[]
}

function blade({ left, right, out, drawn, veins }: Blade): Mesh {
  const mesh = newMesh()
  const ups = Array.from({ length: ROWS }, (_, row) => row / (ROWS - 1))
  mesh.smooth({
    rows: ROWS,
    columns: COLUMNS,
    round: false,
    at: (row, column) => {
      const across = (2 * column) / (COLUMNS - 1) - 1
      const reach = across < 0 ? left(ups[row]!) : right(ups[row]!)
      return [across * reach, ups[row]!, out(ups[row]!, across)]
    }
  })
  const least = -Math.max(...ups.map(left))
  const most = Math.max(...ups.map(right))
  return {
    ...mesh.done(veins),
    paintAt(boxX, boxY) {
      const x = least + ((boxX + 1) / 2) * (most - least)
      const up = (boxY + 1) / 2
      return drawn(up, x / (x < 0 ? left(up) : right(up)), x)
    }
  }
}

/** How far a number lies from the next whole one. */
const offWhole = (value: number): number => Math.abs(value - Math.round(value))

/** Half the width of a leaf: widest below its middle, drawn out to its tip. */
const leafReach = (up: number): number =>
  0.012 + 0.3 * Math.sin(Math.PI * up ** 0.72) ** 1.15 * (1 + 0.02 * Math.sin(70 * up))

/** Side veins rise from the midrib and bend along the edge; those on the left stand between. */
const alongVeins = (up: number, x: number): number => {
  const off = Math.abs(x)
  return 9.5 * (up - 1.05 * off + 0.9 * off * off * (0.4 + up)) + (x < 0 ? 0.45 : 0)
}
const [RIB, FINE] = [1, 2] as const
function leafDrawn(up: number, across: number, x: number): number {
  const off = Math.abs(x)
  if (off < 0.011 * (1.25 - up)) return RIB
  if (Math.abs(across) > 0.985) return RIB
  const along = alongVeins(up, x)
  const fades = 1 - 0.75 * Math.abs(across)
  if (offWhole(along) < 0.055 * fades && Math.abs(across) < 0.95) return RIB
  // Between them a net of small ones.
  const rung = offWhole(42 * off + 0.35 * Math.sin(5 * along) + 0.5 * Math.floor(along))
  return rung < 0.07 || offWhole(3 * along + 0.15 * Math.sin(60 * off)) < 0.05 ? FINE : 0
}

export const leaf = (): Mesh =>
  blade({
    left: leafReach,
    right: leafReach,
    out: (up, across) => 0.16 * up * up - 0.1 * (1 - across ** 2) * Math.sin(Math.PI * up) ** 0.5,
    drawn: leafDrawn,
    veins: [
      [0.62, 0.62, 0.55],
      [0.84, 0.85, 0.8]
    ]
  })

/** A wing's leading edge, nearly straight, and its trailing one. */
const lead = (up: number): number => 0.012 + 0.055 * Math.sin(Math.PI * up ** 1.6) ** 0.8
const trail = (up: number): number =>
  0.012 + 0.245 * Math.sin(Math.PI * Math.min(1, up) ** 1.25) ** 0.62 * (0.5 + 0.5 * up)

/** A number from 0 to 1 for a cell of a net. */
function scattered(column: number, row: number, which: number): number {
  let value = Math.imul(column, 0x9e3779b1) ^ Math.imul(row, 0x85ebca6b) ^ (which * 0x27d4eb2f)
  value = Math.imul(value ^ (value >>> 15), 0x2c1b3c6d)
  value = Math.imul(value ^ (value >>> 12), 0x297a2d39)
  return ((value ^ (value >>> 15)) >>> 0) / 2 ** 32
}
/** Of a net of cells round scattered points, how far a spot lies from the next cell, in cells. */
function offNet(x: number, y: number): number {
  const [column, row] = [Math.floor(x), Math.floor(y)]
  let nearest = Infinity
  let second = Infinity
  for (let i = -1; i <= 1; i++)
    for (let k = -1; k <= 1; k++) {
      const dx = column + i + 0.5 + 0.75 * (scattered(column + i, row + k, 0) - 0.5) - x
      const dy = row + k + 0.5 + 0.75 * (scattered(column + i, row + k, 1) - 0.5) - y
      const d = Math.hypot(dx, dy)
      if (d < nearest) {
        second = nearest
        nearest = d
      } else if (d < second) second = d
    }
  return second - nearest
}

function wingDrawn(up: number, across: number, x: number): number {
  // Along the leading edge a stiff vein, with a dark spot near the tip.
  if (across < -0.86 || across > 0.985) return 1
  if (across < -0.35 && up > 0.8 && up < 0.88) return 1
  // Long veins from the foot, each farther from the leading edge.
  const spread = (x + lead(up) * 0.9) / (0.03 + 0.3 * up)
  for (const each of [0.12, 0.3, 0.55])
    if (Math.abs(spread - each * (1 + 0.15 * Math.sin(3 * up))) < 0.006 / (0.05 + 0.3 * up))
      return 1
  const size = 24 + 14 * Math.max(0, across)
  return offNet(x * size * 0.9, up * size * 0.8) < 0.085 ? 1 : 0
}

export const wing = (): Mesh =>
  blade({
    left: lead,
    right: trail,
    out: (up, across) => 0.02 * Math.sin(5 * across) * Math.sin(Math.PI * up),
    drawn: wingDrawn,
    veins: [[0.2, 0.15, 0.11]]
  })
