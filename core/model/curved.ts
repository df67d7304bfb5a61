/** A sheet bent round an upright axis, as a label round a bottle: a third of a turn, its outside to who looks. */
import { newMesh, type Mesh } from './mesh'

/** Half of the turn it takes, radians. */
export const CURVED_HALF = Math.PI / 3
const COLUMNS = 25

export function curved(): Mesh {
  const mesh = newMesh()
  mesh.smooth({
    rows: 2,
    columns: COLUMNS,
    round: false,
    at: (row, column) => {
      const angle = CURVED_HALF * ((2 * column) / (COLUMNS - 1) - 1)
      return [Math.sin(angle), row, Math.cos(angle)]
    }
  })
  return mesh.done()
}
