/** A thing turned on a lathe: an outline swung round the upright axis, closed at foot and top. */
import { newMesh, type Builder, type Mesh } from './mesh'
import type { Point } from './point'
import { runsOf, type ProfilePoint, type Spot } from './profile'

/** Flats round the axis. */
const ROUND = 96
/** Nearer to the axis than this, no cap is needed. */
const CLOSED = 1e-4

const at = ([out, up]: Spot, column: number): Point => {
  const angle = (2 * Math.PI * column) / ROUND
  return [out * Math.sin(angle), up, out * Math.cos(angle)]
}

/** Adds an outline swung round; going up, its outside is away from the axis. */
export function swing(mesh: Builder, run: readonly Spot[]): void {
  if (run.length < 2) return
  mesh.smooth({
    rows: run.length,
    columns: ROUND,
    round: true,
    byRows: true,
    at: (row, column) => at(run[row]!, column)
  })
}

/** Rows of a disc: long thin triangles are slow to find. */
const DISC_ROWS = 6

/** Adds a flat disc at a spot of the outline, its outside up or down. */
export function disc(mesh: Builder, [out, height]: Spot, up: boolean): void {
  if (out < CLOSED) return
  const rows = Array.from({ length: DISC_ROWS }, (_, i): Spot => [
    (out * i) / (DISC_ROWS - 1),
    height
  ])
  const run = up ? rows.reverse() : rows
  mesh.smooth({
    rows: DISC_ROWS,
    columns: ROUND,
    round: true,
    at: (row, column) => at(run[row]!, column)
  })
}

/** @param points of the outline from foot to top */
export function lathe(points: readonly ProfilePoint[]): Mesh {
  const mesh = newMesh()
  const runs = runsOf(points)
  disc(mesh, runs[0]![0]!, false)
  for (const run of runs) swing(mesh, run)
  disc(mesh, runs.at(-1)!.at(-1)!, true)
  return mesh.done()
}
