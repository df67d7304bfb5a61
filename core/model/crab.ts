/** A crab on its legs, its face to who looks. */
import { newMesh, type Builder, type Mesh } from './mesh'
import type { Point } from './point'
import { ball, limb } from './solids'

const [LIMBS, EYES, TIPS] = [1, 2, 3] as const

/** The shell: wider in front, flatter below, low humps on its back. */
const shell = ([x, y, z]: Point): number => {
  const wide = 1 + 0.1 * z * Math.abs(x)
  if (y < 0) return wide * (1 - 0.4 * y * y)
  const humps = 0.035 * Math.cos(7 * x) * Math.cos(6 * z) * (1 - Math.abs(x))
  const teeth = z > 0.3 ? 0.02 * Math.cos(34 * x) * Math.exp(-((y / 0.2) ** 2)) : 0
  return wide * (1 + humps + teeth)
}

function side(mesh: Builder, s: 1 | -1): void {
  for (let i = 0; i < 4; i++) {
    const z = 0.36 - 0.3 * i
    const swept = 0.42 - 0.42 * i
    const long = 1 - 0.09 * Math.abs(i - 1)
    limb(
      mesh,
      [
        [s * 0.72, -0.12, z],
        [s * (0.8 + 0.42 * long), 0.2 * long, z + swept * 0.4],
        [s * (0.8 + 0.55 * long), 0.16 * long, z + swept * 0.5],
        [s * (0.8 + 0.78 * long), -0.26, z + swept * 0.8],
        [s * (0.8 + 0.9 * long), -0.52, z + swept * 0.9]
      ],
      [0.1, 0.095, 0.075, 0.055, 0.02],
      LIMBS
    )
  }
  // An arm, its claw, and the claw's two fingers.
  limb(
    mesh,
    [
      [s * 0.66, -0.14, 0.5],
      [s * 1.0, -0.08, 0.82],
      [s * 1.0, -0.12, 1.0]
    ],
    [0.12, 0.14, 0.14],
    LIMBS
  )
  ball(mesh, [s * 0.8, -0.16, 1.14], [0.28, 0.2, 0.2], { paint: LIMBS, columns: 32, rows: 17 })
  for (const up of [1, -1] as const)
    limb(
      mesh,
      [
        [s * 0.66, -0.16 + up * 0.09, 1.2],
        [s * 0.48, -0.17 + up * 0.12, 1.3],
        [s * 0.32, -0.18 + up * 0.05, 1.36]
      ],
      [0.085, 0.06, 0.02],
      up > 0 ? LIMBS : TIPS
    )
  limb(
    mesh,
    [
      [s * 0.2, 0.12, 0.62],
      [s * 0.24, 0.26, 0.78]
    ],
    [0.045, 0.05],
    LIMBS
  )
  ball(mesh, [s * 0.245, 0.3, 0.81], [0.07, 0.07, 0.07], { paint: EYES, columns: 20, rows: 11 })
}

export function crab(): Mesh {
  const mesh = newMesh()
  ball(mesh, [0, 0, 0], [0.98, 0.42, 0.74], { columns: 144, rows: 49, shape: shell })
  side(mesh, 1)
  side(mesh, -1)
  return mesh.done([
    [1.1, 0.95, 0.8],
    [0.1, 0.1, 0.1],
    [0.5, 0.42, 0.36]
  ])
}
