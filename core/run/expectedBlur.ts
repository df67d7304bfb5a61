/** What a frame should show of blur, in pixels of its file. */
import { freezeOf } from '../ledger/freeze'
import { ledgerOf } from '../ledger/ledger'
import { blurAtDepth } from '../plan/lensInUse'
import type { LightId, Plan } from '../plan/plan'

/**
 * Width of the disc a point is spread over, out of focus and diffraction, px.
 * @param behindMm behind the plane of focus; < 0 nearer
 * @param fileWidth pixels of the file across the whole sensor
 */
export const expectedBlurPx = (plan: Plan, behindMm: number, fileWidth: number): number =>
  (blurAtDepth(plan, behindMm) * fileWidth) / plan.camera.sensorWidthMm

/** How far what moves goes while the light that lets it go farthest is let in; null: nothing moves. */
export function expectedSmear(
  plan: Plan,
  fileWidth: number
): { readonly px: number; readonly by: LightId } | null {
  if (plan.subject.speedMmS === 0) return null
  const { worst } = freezeOf(plan, ledgerOf(plan))
  return { px: (worst.blurPx * fileWidth) / plan.camera.pixelsWide, by: worst.id }
}
