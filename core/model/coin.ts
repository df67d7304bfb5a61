/**
 * A coin that faces who looks: a raised rim, a ring of beads, and in its field a relief, from a
 * picture or the one here, a coiled shell over waves.
 */
import { newMesh, type Mesh } from './mesh'
import type { Point } from './point'

/** Side of a relief's picture, pixels. */
export const RELIEF_SIDE = 96
/** How deep the field lies under the rim, over half the thickness; where field and rim end. */
const [DEPTH, FIELD, RIM] = [0.32, 0.88, 0.92] as const
/** Points from the middle to the rim, and round; on the back, which is plain, few. */
const [ROWS, COLUMNS] = [76, 240] as const
const [BACK_ROWS, BACK_COLUMNS] = [24, 96] as const
/** Paint of what is not flat: the field alone is taken for the coin's surface. */
const RELIEF = 1

const bump = (off: number, width: number): number => Math.max(0, 1 - (off / width) ** 2) ** 2
const smoothStep = (t: number): number => {
  const k = Math.min(1, Math.max(0, t))
  return k * k * (3 - 2 * k)
}

/** A shell coiled round the middle, its turns ribbed, over three waves. */
function shell(x: number, y: number): number {
  const r = Math.hypot(x, y - 0.1) / 0.58
  const angle = Math.atan2(y - 0.1, x)
  let height = 0
  if (r < 1.05 && r > 0.03) {
    // How far through a turn: each is 2.2 times as wide as the one before.
    const turns = Math.log(r) / Math.log(2.2) - angle / (2 * Math.PI)
    const within = turns - Math.floor(turns)
    const grown = Math.log(Math.min(1, r)) / Math.log(2.2) - within
    const ribs = 0.85 + 0.15 * Math.cos(angle * 26 + 6 * within)
    // The outermost turn ends at the mouth.
    if (grown > -9 && r * 2.2 ** (1 - within) < 1.62)
      height = Math.sqrt(Math.max(0, 1 - (2 * within - 1) ** 2)) * ribs * smoothStep(r * 8)
  }
  for (let i = 0; i < 3; i++) {
    const line = -0.56 - 0.09 * i + 0.025 * Math.sin(11 * x + 1.7 * i)
    const ends = 1 - smoothStep((Math.abs(x) - (0.5 - 0.13 * i)) / 0.1)
    height = Math.max(height, 0.5 * ends * bump(y - line, 0.035))
  }
  return height
}

/** Height in a picture at a spot of the field, both −1 to 1; dark is low. */
function inPicture(grey: ArrayLike<number>, x: number, y: number): number {
  const at = (value: number): number =>
    Math.min(RELIEF_SIDE - 1.001, Math.max(0, ((value + 1) / 2) * (RELIEF_SIDE - 1)))
  const [u, v] = [at(x / FIELD), at(-y / FIELD)]
  const [i, k] = [Math.floor(u), Math.floor(v)]
  const [fu, fv] = [u - i, v - k]
  const value = (du: number, dv: number): number => grey[(k + dv) * RELIEF_SIDE + i + du]! / 255
  return (
    (value(0, 0) * (1 - fu) + value(1, 0) * fu) * (1 - fv) +
    (value(0, 1) * (1 - fu) + value(1, 1) * fu) * fv
  )
}

/** Beads along the rim. */
function beads(r: number, angle: number): number {
  const many = 72
  const step = (2 * Math.PI) / many
  const off = angle - step * Math.round(angle / step)
  const d = Math.hypot(r - 0.83, off * 0.83)
  return d < 0.024 ? 0.55 * Math.sqrt(1 - (d / 0.024) ** 2) : 0
}

/**
 * Height of a coin's face at a spot of it, 0 the field, 1 the rim.
 * @param grey [RELIEF_SIDE²] a picture row by row, 0 low to 255 high; null: the shell
 */
export function coinHeight(grey: ArrayLike<number> | null, r: number, angle: number): number {
  const rim = smoothStep((r - FIELD) / (RIM - FIELD))
  if (rim > 0) return rim
  const [x, y] = [r * Math.cos(angle), r * Math.sin(angle)]
  const fades = 1 - smoothStep((r - 0.78) / 0.04)
  const raised = grey ? inPicture(grey, x, y) : shell(x, y)
  return Math.max(0.9 * fades * raised, beads(r, angle))
}

/** @param grey as of coinHeight */
export function coin(grey: ArrayLike<number> | null): Mesh {
  const mesh = newMesh()
  const face = (far: number, turn: number, front: boolean): Point => {
    const r = 0.985 * far
    const angle = 2 * Math.PI * turn
    const height = front ? coinHeight(grey, r, angle) : smoothStep((r - FIELD) / (RIM - FIELD))
    const z = 1 - DEPTH * (1 - height)
    return [r * Math.cos(angle), r * Math.sin(angle), front ? z : -z]
  }
  // Going outwards and round, the outside is toward −z: the front goes inwards.
  mesh.smooth({
    rows: ROWS,
    columns: COLUMNS,
    round: true,
    paint: RELIEF,
    at: (row, column) => face(1 - row / (ROWS - 1), column / COLUMNS, true)
  })
  mesh.smooth({
    rows: BACK_ROWS,
    columns: BACK_COLUMNS,
    round: true,
    paint: RELIEF,
    at: (row, column) => face(row / (BACK_ROWS - 1), column / BACK_COLUMNS, false)
  })
  // The edge, with its corners broken.
  const edge = [
    [0.985, -1],
    [1, -0.9],
    [1, 0.9],
    [0.985, 1]
  ] as const
  for (let i = 1; i < edge.length; i++)
    mesh.smooth({
      rows: 2,
      columns: COLUMNS / 2,
      round: true,
      paint: i === 2 ? 0 : RELIEF,
      at: (row, column) => {
        const [r, z] = edge[i - 1 + row]!
        const angle = (4 * Math.PI * column) / COLUMNS
        return [r * Math.cos(angle), r * Math.sin(angle), z]
      }
    })
  return flatAsMain(mesh.done([[1, 1, 1]]))
}

/** Paints what lies flat in the field as the main surface. */
function flatAsMain(mesh: Mesh): Mesh {
  const { corners, normals, paints } = mesh
  return {
    ...mesh,
    paints: paints.map((paint, t) =>
      [0, 1, 2].every((k) => Math.abs(normals[corners[t * 3 + k]! * 3 + 2]!) > 0.99999) ? 0 : paint
    )
  }
}
