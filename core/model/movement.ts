/**
 * A watch movement that faces who looks: plate, bridges, the train of wheels, a balance with its
 * spring, screws and jewels.
 */
import { newMesh, type Builder, type Mesh } from './mesh'
import type { Point } from './point'
import { ball, limb, plate, prism, type Outline } from './solids'

const [BRASS, STEEL, RUBY] = [1, 2, 3] as const
const TURN = 2 * Math.PI

const circle =
  (r: number): Outline =>
  () =>
    r

/** A wheel: teeth, a rim, spokes and a hub. */
function wheel(
  mesh: Builder,
  at: readonly [number, number],
  { r, teeth, spokes, back, front, paint = BRASS }: WheelShape
): void {
  const tooth: Outline = (angle) => {
    const part = (angle / TURN) * teeth
    const off = Math.abs(part - Math.round(part)) * 2
    return r * (1 - (teeth > 0 && off > 0.5 ? 0.075 : 0))
  }
  plate(mesh, at, {
    back,
    front,
    outline: tooth,
    hole: circle(r * 0.76),
    columns: Math.max(64, teeth * 4),
    bevel: 0.004,
    paint
  })
  plate(mesh, at, { back, front, outline: circle(r * 0.2), columns: 32, bevel: 0.006, paint })
  for (let i = 0; i < spokes; i++) {
    const angle = (i / spokes) * TURN + 0.35
    const [c, s] = [Math.cos(angle), Math.sin(angle)]
    const spot = (out: number, wide: number, z: number): Point => [
      at[0] + out * c - wide * s,
      at[1] + out * s + wide * c,
      z
    ]
    const [near, far, wide] = [r * 0.15, r * 0.8, r * 0.045]
    const round = (z: number): Point[] => [
      spot(near, -wide, z),
      spot(far, -wide, z),
      spot(far, wide, z),
      spot(near, wide, z)
    ]
    mesh.facets(prism(round(back), round(front)), { paint })
  }
}
interface WheelShape {
  readonly r: number
  readonly teeth: number
  readonly spokes: number
  readonly back: number
  readonly front: number
  readonly paint?: number
}

/** A jewel in its setting. */
function jewel(mesh: Builder, [x, y]: readonly [number, number], z: number, r = 0.05): void {
  plate(mesh, [x, y], {
    back: z - 0.02,
    front: z + 0.008,
    outline: circle(r * 1.5),
    hole: circle(r),
    columns: 40,
    bevel: 0.006,
    paint: BRASS
  })
  ball(mesh, [x, y, z - 0.012], [r, r, 0.02], { paint: RUBY, columns: 24, rows: 13 })
}

/** A blued screw; its slot is cut into its edge and runs across. */
function screw(mesh: Builder, at: readonly [number, number], z: number, turned: number): void {
  const r = 0.065
  for (const half of [0, Math.PI])
    plate(mesh, at, {
      back: z - 0.01,
      front: z + 0.03,
      outline: (angle) => {
        const off = Math.cos(angle - turned - half)
        return off > 0.14 ? r : 0.12 * r
      },
      hole: (angle) => {
        const off = Math.cos(angle - turned - half)
        return off > 0.14 ? Math.min(r, (0.14 * r) / off) : 0.1 * r
      },
      columns: 64,
      paint: STEEL
    })
}

/** A bridge: between two radii of the plate and two angles, its ends rounded. */
function bridge(
  mesh: Builder,
  at: readonly [number, number],
  { reach, from, to, back, front }: BridgeShape
): void {
  const [middle, half] = [(from + to) / 2, (to - from) / 2]
  plate(mesh, at, {
    back,
    front,
    columns: 144,
    bevel: 0.018,
    outline: (angle) => {
      let off = Math.abs(angle - middle) % TURN
      if (off > Math.PI) off = TURN - off
      const t = off / half
      return t >= 1 ? 0.1 : 0.1 + (reach - 0.1) * Math.min(1, (1 - t ** 8) * 1.02)
    }
  })
}
interface BridgeShape {
  readonly reach: number
  readonly from: number
  readonly to: number
  readonly back: number
  readonly front: number
}

/** A hairspring: turns that lie flat. */
function spring(mesh: Builder, at: readonly [number, number], z: number): void {
  const steps = 130
  const path = Array.from({ length: steps }, (_, i): Point => {
    const t = i / (steps - 1)
    const r = 0.045 + 0.135 * t
    return [at[0] + r * Math.cos(t * 5 * TURN), at[1] + r * Math.sin(t * 5 * TURN), z]
  })
  limb(
    mesh,
    path,
    path.map(() => 0.006),
    STEEL
  )
}

export function movement(): Mesh {
  const mesh = newMesh()
  plate(mesh, [0, 0], { back: -0.24, front: -0.06, outline: circle(1), columns: 128, bevel: 0.02 })
  // The barrel's bridge and the train's.
  bridge(mesh, [-0.02, 0.06], { reach: 0.86, from: 0.7, to: 2.9, back: -0.06, front: 0.06 })
  bridge(mesh, [-0.08, -0.02], { reach: 0.78, from: 3.2, to: 4.25, back: -0.06, front: 0.05 })
  // Wheels: crown and ratchet on the bridge, the train beside it.
  wheel(mesh, [-0.28, 0.46], { r: 0.33, teeth: 56, spokes: 0, back: 0.06, front: 0.11, paint: 0 })
  plate(mesh, [-0.28, 0.46], {
    back: 0.06,
    front: 0.1,
    outline: circle(0.26),
    columns: 96,
    bevel: 0.01,
    paint: 0
  })
  wheel(mesh, [0.25, 0.58], { r: 0.21, teeth: 36, spokes: 0, back: 0.06, front: 0.1, paint: 0 })
  wheel(mesh, [-0.62, -0.16], { r: 0.24, teeth: 48, spokes: 5, back: -0.03, front: 0 })
  wheel(mesh, [0, 0], { r: 0.28, teeth: 60, spokes: 5, back: -0.01, front: 0.02 })
  wheel(mesh, [0.58, 0.16], { r: 0.22, teeth: 44, spokes: 4, back: -0.03, front: 0 })
  // The balance under its cock, low on the right.
  const balance = [0.36, -0.44] as const
  wheel(mesh, balance, { r: 0.4, teeth: 0, spokes: 3, back: 0.03, front: 0.075 })
  spring(mesh, balance, 0.1)
  limb(
    mesh,
    [
      [0.36, -0.44, 0.13],
      [0.5, -0.56, 0.14],
      [0.6, -0.64, 0.1]
    ],
    [0.09, 0.075, 0.1],
    0
  )
  jewel(mesh, balance, 0.225, 0.045)
  jewel(mesh, [-0.62, -0.16], 0.015, 0.035)
  jewel(mesh, [0.58, 0.16], 0.015, 0.035)
  jewel(mesh, [-0.24, -0.58], 0.06)
  jewel(mesh, [-0.52, -0.42], 0.06, 0.04)
  jewel(mesh, [0.08, 0.3], 0.07, 0.045)
  screw(mesh, [-0.28, 0.46], 0.1, 0.6)
  screw(mesh, [0.25, 0.58], 0.1, 2)
  screw(mesh, [-0.7, 0.42], 0.06, 1.2)
  screw(mesh, [0.52, 0.48], 0.06, 0.2)
  screw(mesh, [-0.1, -0.72], 0.05, 2.6)
  screw(mesh, [0.62, -0.655], 0.19, 1)
  return mesh.done([
    [1.02, 0.78, 0.42],
    [0.32, 0.42, 0.85],
    [0.85, 0.08, 0.16]
  ])
}
