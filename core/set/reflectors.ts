/** What throws light back once: cards, table, ground, walls and ceiling, each cut into patches. */
import { pointOf, add, basisOf, scale, type Vec } from './vec'
import type { Plan } from '../plan/plan'
import { cardNormal } from './heads'
import type { GroundPlane } from './places'

export interface Patch {
  readonly at: Vec
  readonly normal: Vec
  readonly areaMm2: number
  readonly reflectance: number
  /** index into the names of the reflectors */
  readonly of: number
}
export interface Reflectors {
  readonly names: readonly string[]
  readonly patches: readonly Patch[]
}

/** Edges of strips from −1 to 1, even or finer towards the middle. */
const EVEN = (n: number): number[] => Array.from({ length: n + 1 }, (_, i) => (2 * i) / n - 1)
const GRADED = [-1, -0.5, -0.22, -0.09, -0.03, 0.03, 0.09, 0.22, 0.5, 1]

export const reflectorsOf = (
  plan: Plan,
  ground: GroundPlane,
  placeAt: (place: string) => Vec
): Reflectors => {
  const names: string[] = []
  const patches: Patch[] = []
  const addSheet = (
    name: string,
    at: Vec,
    normal: Vec,
    across: Vec,
    upward: Vec,
    halfAcross: number,
    halfUpward: number,
    reflectance: number,
    strips: readonly number[]
  ): void => {
    let of = names.indexOf(name)
    if (of < 0) of = names.push(name) - 1
    for (let i = 1; i < strips.length; i++)
      for (let k = 1; k < strips.length; k++) {
        const [u0, u1, v0, v1] = [strips[i - 1]!, strips[i]!, strips[k - 1]!, strips[k]!]
        patches.push({
          at: add(
            at,
            add(
              scale(across, ((u0 + u1) / 2) * halfAcross),
              scale(upward, ((v0 + v1) / 2) * halfUpward)
            )
          ),
          normal,
          reflectance,
          of,
          areaMm2: (u1 - u0) * halfAcross * (v1 - v0) * halfUpward
        })
      }
  }
  for (const card of plan.cards) {
    if (!card.on || card.kind !== 'card') continue
    const normal = cardNormal(card, placeAt)
    const { across, upward } = basisOf(normal)
    for (const side of [1, -1])
      addSheet(
        card.id,
        pointOf(card.at),
        scale(normal, side),
        across,
        upward,
        card.widthMm / 2,
        card.heightMm / 2,
        card.reflectance,
        EVEN(4)
      )
  }
  if (plan.table)
    addSheet(
      'table',
      [0, -plan.table.belowMm, 0],
      [0, 1, 0],
      [1, 0, 0],
      [0, 0, 1],
      plan.table.widthMm / 2,
      plan.table.depthMm / 2,
      plan.table.reflectance,
      GRADED
    )
  addSheet(
    'ground',
    ground.at,
    ground.normal,
    ground.across,
    ground.upward,
    plan.ground.widthMm / 2,
    plan.ground.heightMm / 2,
    plan.ground.reflectance,
    EVEN(6)
  )
  if (plan.room) {
    const { widthMm, depthMm, ceilingMm, floorMm, wallReflectance, ceilingReflectance } = plan.room
    const [x, z, half, middle] = [
      widthMm / 2,
      depthMm / 2,
      (ceilingMm + floorMm) / 2,
      (ceilingMm - floorMm) / 2
    ]
    const strips = EVEN(6)
    addSheet(
      'walls',
      [-x, middle, 0],
      [1, 0, 0],
      [0, 0, 1],
      [0, 1, 0],
      z,
      half,
      wallReflectance,
      strips
    )
    addSheet(
      'walls',
      [x, middle, 0],
      [-1, 0, 0],
      [0, 0, 1],
      [0, 1, 0],
      z,
      half,
      wallReflectance,
      strips
    )
    addSheet(
      'walls',
      [0, middle, -z],
      [0, 0, 1],
      [1, 0, 0],
      [0, 1, 0],
      x,
      half,
      wallReflectance,
      strips
    )
    addSheet(
      'walls',
      [0, middle, z],
      [0, 0, -1],
      [1, 0, 0],
      [0, 1, 0],
      x,
      half,
      wallReflectance,
      strips
    )
    addSheet(
      'ceiling',
      [0, ceilingMm, 0],
      [0, -1, 0],
      [1, 0, 0],
      [0, 0, 1],
      x,
      z,
      ceilingReflectance,
      strips
    )
  }
  return { names, patches }
}
