/**
 * Thin things that face who looks, their stalk at the foot: a leaf, arched along its midrib, and an
 * insect's wing. Open sheets: light comes through them, spread.
 */
import { newMesh, type Mesh } from './mesh'
import type { Point } from './point'

const [ROWS, COLUMNS] = [121, 57] as const
const VEINS = 1

interface Blade {
  /** from its foot, 0, to its tip, 1: how far it reaches to the left and to the right */
  readonly left: (up: number) => number
  readonly right: (up: number) => number
  /** how far a spot stands out; `across` −1 at the left edge to 1 at the right */
  readonly out: (up: number, across: number) => number
  readonly isVein: (up: number, across: number) => boolean
  /** what its veins throw back and let through against the rest */
  readonly veins: Point
}

function blade({ left, right, out, isVein, veins }: Blade): Mesh {
  const mesh = newMesh()
  const upOf = (row: number): number => row / (ROWS - 1)
  const acrossOf = (column: number): number => (2 * column) / (COLUMNS - 1) - 1
  mesh.smooth({
    rows: ROWS,
    columns: COLUMNS,
    round: false,
    at: (row, column) => {
      const [up, across] = [upOf(row), acrossOf(column)]
      const reach = across < 0 ? left(up) : right(up)
      return [across * reach, up, out(up, across)]
    }
  })
  const made = mesh.done([veins])
  // Two triangles to each of the squares, in the order they were added.
  const paints = made.paints.map((_, t) => {
    const square = Math.floor(t / 2)
    const row = Math.floor(square / (COLUMNS - 1))
    const column = square % (COLUMNS - 1)
    return isVein(upOf(row + 0.5), acrossOf(column + 0.5)) ? VEINS : 0
  })
  return { ...made, paints }
}

/** How far a number lies from the next whole one. */
const offWhole = (value: number): number => Math.abs(value - Math.round(value))

/** Half the width of a leaf: widest below its middle, pointed at its tip. */
const leafReach = (up: number): number =>
  0.015 + 0.42 * Math.sin(Math.PI * up ** 0.8) ** 0.9 * (1 - 0.25 * up)

export const leaf = (): Mesh =>
  blade({
    left: leafReach,
    right: leafReach,
    out: (up, across) =>
      0.1 * Math.sin(Math.PI * up) - 0.12 * (1 - across ** 2) * Math.sin(Math.PI * up) ** 0.5,
    isVein: (up, across) => {
      const off = Math.abs(across)
      if (off < 0.045 * (1.2 - up)) return true
      // Side veins rise from the midrib to the edge, bent upwards.
      return off < 0.93 && offWhole(10 * (up - 0.16 * off ** 1.3)) < 0.075 * (1.15 - off)
    },
    veins: [0.5, 0.55, 0.4]
  })

/** A wing's leading edge, nearly straight, and its trailing one. */
const lead = (up: number): number => 0.02 + 0.13 * Math.sin(Math.PI * up ** 0.7) ** 0.7
const trail = (up: number): number =>
  0.02 + 0.36 * Math.sin(Math.PI * Math.min(1, up) ** 1.25) ** 0.75 * (0.45 + 0.55 * up)

export const wing = (): Mesh =>
  blade({
    left: lead,
    right: trail,
    out: (up, across) => 0.02 * Math.sin(9 * across) * Math.sin(Math.PI * up),
    isVein: (up, across) => {
      if (across < -0.9 || (across > 0.965 && up > 0.1)) return true
      // Long veins fan out from the foot; cross veins stand between them, each field by itself.
      const fan = (across + 0.9) * (1.6 + 2.4 * up)
      const field = Math.round(fan - 0.5)
      if (offWhole(fan) < 0.07 + 0.02 * (1 - up)) return true
      return up > 0.18 && offWhole(9 * up + 0.37 * field + 0.5 * Math.sin(3.1 * field)) < 0.055
    },
    veins: [0.16, 0.12, 0.09]
  })
