/** Black flags beside the picture, which widen the dark edges of something clear. */
import type { Card, Plan } from '../plan/plan'
import { fieldAt } from '../set/camera'
import { transportOf } from '../set/remembered'
import { isClear } from '../set/seenPlaces'
import { add, positionOf, scale, tidyPosition } from '../set/vec'
import { glassLook, type GlassLook } from './glass'

/** Widths that are tried, mm. */
export const FLAG_WIDTHS = [20, 40, 80, 160] as const
/** Flags so far before the background, mm. */
const BEFORE_MM = 5

/** Two black flags upright beside the picture, just before the background. */
function edgeFlags(plan: Plan, widthMm: number): readonly Card[] {
  const { pose } = transportOf(plan).scene
  const behind = plan.background.distanceMm - BEFORE_MM
  const field = fieldAt(pose, behind)
  const free = (['K1', 'K2', 'K3', 'K4', 'K5', 'K6', 'K7', 'K8'] as const).filter((id) =>
    plan.cards.every((card) => card.id !== id)
  )
  return ([-1, 1] as const).flatMap((side, k): Card[] => {
    const id = free[k]
    if (!id) return []
    const at = positionOf(
      add(
        scale(pose.toCamera, -behind),
        scale(pose.right, side * (field.widthMm / 2 + widthMm / 2))
      )
    )
    return [
      {
        id,
        kind: 'flag',
        on: true,
        widthMm,
        heightMm: Math.min(3000, Number((field.heightMm * 1.3).toFixed(2))),
        reflectance: 0.03,
        at: tidyPosition(at, 2),
        aim: { kind: 'free', azimuthDeg: 0, elevationDeg: plan.view.elevationDeg }
      }
    ]
  })
}

export interface FlagChoice {
  readonly widthMm: number
  readonly edges: GlassLook['edges']
  readonly after: Plan
}
/**
 * How wide black flags of a width beside the picture make its dark edges.
 * @returns null where the subject is not clear, or no two cards are free
 */
export function flagChoice(plan: Plan, widthMm: number): FlagChoice | null {
  if (!isClear(plan)) return null
  const flags = edgeFlags(plan, widthMm)
  if (flags.length < 2) return null
  const after = { ...plan, cards: [...plan.cards, ...flags] }
  return { widthMm, edges: glassLook(after)!.edges, after }
}
