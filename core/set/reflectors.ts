/**
 * What throws light back once: cards, table, background, walls and ceiling, each cut into patches.
 */
import type { Card, Plan } from '../plan/plan'
import { tableSheet } from './sheets'
import { pointOn } from './onSheet'
import type { Sheet } from './surface'
import { scale, type Vec } from './vec'

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

const wall = (
  at: Vec,
  normal: Vec,
  across: Vec,
  upward: Vec,
  halfAcross: number,
  halfUpward: number
): Sheet => ({
  id: 'wall',
  kind: 'rectangle',
  at,
  normal,
  across,
  upward,
  halfAcross,
  halfUpward
})

/** Walls and ceiling of a room with the focus point in its middle, facing in. */
function roomSheets(room: NonNullable<Plan['room']>): { walls: Sheet[]; ceiling: Sheet } {
  const { widthMm, depthMm, ceilingMm, floorMm } = room
  const [x, z] = [widthMm / 2, depthMm / 2]
  const [half, middle] = [(ceilingMm + floorMm) / 2, (ceilingMm - floorMm) / 2]
  return {
    walls: [
      wall([-x, middle, 0], [1, 0, 0], [0, 0, 1], [0, 1, 0], z, half),
      wall([x, middle, 0], [-1, 0, 0], [0, 0, 1], [0, 1, 0], z, half),
      wall([0, middle, -z], [0, 0, 1], [1, 0, 0], [0, 1, 0], x, half),
      wall([0, middle, z], [0, 0, -1], [1, 0, 0], [0, 1, 0], x, half)
    ],
    ceiling: wall([0, ceilingMm, 0], [0, -1, 0], [1, 0, 0], [0, 0, 1], x, z)
  }
}

/** @param cards those in place, with where they stand; flags among them throw nothing back */
export function reflectorsOf(
  plan: Plan,
  background: Sheet,
  cards: readonly { readonly card: Card; readonly sheet: Sheet }[]
): Reflectors {
  const names: string[] = []
  const patches: Patch[] = []
  const cut = (
    name: string,
    sheet: Sheet,
    reflectance: number,
    strips: readonly number[],
    normal = sheet.normal
  ): void => {
    let of = names.indexOf(name)
    if (of < 0) of = names.push(name) - 1
    for (let i = 1; i < strips.length; i++)
      for (let k = 1; k < strips.length; k++) {
        const [u0, u1, v0, v1] = [strips[i - 1]!, strips[i]!, strips[k - 1]!, strips[k]!]
        patches.push({
          at: pointOn(sheet, (u0 + u1) / 2, (v0 + v1) / 2),
          normal,
          reflectance,
          of,
          areaMm2: (u1 - u0) * sheet.halfAcross * (v1 - v0) * sheet.halfUpward
        })
      }
  }
  for (const { card, sheet } of cards)
    if (card.kind === 'card')
      for (const side of [1, -1])
        cut(card.id, sheet, card.reflectance, EVEN(4), scale(sheet.normal, side))
  if (plan.table) cut('table', tableSheet(plan.table), plan.table.reflectance, GRADED)
  cut('background', background, plan.background.reflectance, EVEN(6))
  if (plan.room) {
    const { walls, ceiling } = roomSheets(plan.room)
    for (const sheet of walls) cut('walls', sheet, plan.room.wallReflectance, EVEN(6))
    cut('ceiling', ceiling, plan.room.ceilingReflectance, EVEN(6))
  }
  return { names, patches }
}
