/** The flat things of a set: cards and flags, the table, the background. */
import type { Card, Plan } from '../plan/plan'
import type { CameraPose } from './camera'
import { cardNormal } from './heads'
import type { Sheet } from './surface'
import { add, basisOf, cross, pointOf, scale, toRad, type Vec } from './vec'

export function cardSheet(card: Card, placeAt: (place: string) => Vec): Sheet {
  const normal = cardNormal(card, placeAt)
  return {
    id: card.id,
    kind: 'rectangle',
    at: pointOf(card.at),
    normal,
    ...basisOf(normal),
    halfAcross: card.widthMm / 2,
    halfUpward: card.heightMm / 2
  }
}

export const tableSheet = (table: NonNullable<Plan['table']>): Sheet => ({
  id: 'table',
  kind: 'rectangle',
  at: [0, -table.belowMm, 0],
  normal: [0, 1, 0],
  across: [1, 0, 0],
  upward: [0, 0, 1],
  halfAcross: table.widthMm / 2,
  halfUpward: table.depthMm / 2
})

/**
 * The background: its middle lies on the lens axis behind the subject, square to it unless tilted.
 */
export function backgroundSheet(plan: Pick<Plan, 'background'>, pose: CameraPose): Sheet {
  const { distanceMm, tiltDeg, widthMm, heightMm } = plan.background
  const tilt = toRad(tiltDeg)
  const normal = add(scale(pose.toCamera, Math.cos(tilt)), scale(pose.up, Math.sin(tilt)))
  return {
    id: 'background',
    kind: 'rectangle',
    at: scale(pose.toCamera, -distanceMm),
    normal,
    across: pose.right,
    upward: cross(normal, pose.right),
    halfAcross: widthMm / 2,
    halfUpward: heightMm / 2
  }
}
