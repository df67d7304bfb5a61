/** A beetle as pinned: its back to who looks, its head up, six legs spread. */
import { newMesh, type Builder, type Mesh } from './mesh'
import type { Point } from './point'
import { ball, limb } from './solids'

const [LEGS, EYES] = [1, 2] as const

/** Wing cases: furrowed along, parted down the middle. */
const wingCase = ([x, y, z]: Point): number => {
  // Flatter below.
  if (z < 0) return 1 - 0.35 * z * z
  const furrows = 0.011 * Math.cos(Math.atan2(x, z + 0.35) * 34)
  const seam = 0.07 * Math.exp(-((x / 0.035) ** 2))
  const ends = 1 - y ** 4
  return 1 - ends * (furrows + seam)
}

/** Half of its legs and feelers; −1 the left ones. */
function side(mesh: Builder, s: 1 | -1): void {
  const leg = (path: readonly Point[]): void =>
    limb(mesh, path, [0.075, 0.07, 0.045, 0.035, 0.028, 0.02], LEGS)
  leg([
    [s * 0.3, 0.72, -0.2],
    [s * 0.62, 0.95, -0.12],
    [s * 0.72, 1.06, -0.15],
    [s * 0.8, 1.3, -0.3],
    [s * 0.82, 1.4, -0.36],
    [s * 0.88, 1.52, -0.38]
  ])
  leg([
    [s * 0.4, 0.25, -0.22],
    [s * 0.85, 0.3, -0.08],
    [s * 0.98, 0.27, -0.12],
    [s * 1.12, -0.02, -0.3],
    [s * 1.15, -0.12, -0.36],
    [s * 1.2, -0.26, -0.38]
  ])
  leg([
    [s * 0.38, -0.2, -0.22],
    [s * 0.78, -0.42, -0.08],
    [s * 0.88, -0.52, -0.12],
    [s * 0.96, -0.92, -0.3],
    [s * 0.96, -1.04, -0.36],
    [s * 0.99, -1.2, -0.38]
  ])
  // A feeler, thicker towards its end.
  limb(
    mesh,
    [
      [s * 0.1, 1.2, 0.02],
      [s * 0.2, 1.32, 0.06],
      [s * 0.32, 1.4, 0.08],
      [s * 0.44, 1.44, 0.06],
      [s * 0.56, 1.44, 0.02]
    ],
    [0.022, 0.02, 0.022, 0.034, 0.03],
    LEGS
  )
  ball(mesh, [s * 0.17, 1.12, 0.08], [0.06, 0.065, 0.06], { paint: EYES, columns: 20, rows: 11 })
}

export function beetle(): Mesh {
  const mesh = newMesh()
  ball(mesh, [0, 0, 0], [0.56, 0.78, 0.42], { columns: 144, rows: 49, shape: wingCase })
  ball(mesh, [0, 0.8, 0], [0.43, 0.25, 0.32], { columns: 64, rows: 33 })
  ball(mesh, [0, 1.06, -0.02], [0.22, 0.17, 0.19], { columns: 40, rows: 21, paint: LEGS })
  side(mesh, 1)
  side(mesh, -1)
  return mesh.done([
    [0.45, 0.4, 0.38],
    [0.3, 0.25, 0.2]
  ])
}
