/** How sharp a frame is, in words: found against what the plan makes it. */
import { pixelPitchMm } from '@core/kit/kit'
import { freezeOf } from '@core/ledger/freeze'
import { ledgerOf } from '@core/ledger/ledger'
import { discOf, smearOf, type EdgeBlur } from '@core/measure/edgeBlur'
import { blurAtDepth } from '@core/plan/lensInUse'
import type { Plan } from '@core/plan/plan'
import { plain, px } from './format'

/** Pixels of a file for each mm of the sensor. */
const pixelsPerMm = (plan: Plan, fileWidth: number): number =>
  fileWidth / (plan.camera.pixelsWide * pixelPitchMm(plan.camera))

/** Blur the plan expects at a depth, px of the file. */
export const expectedBlurPx = (plan: Plan, behindMm: number, fileWidth: number): number =>
  blurAtDepth(plan, behindMm) * pixelsPerMm(plan, fileWidth)

/** "0.8 mm behind the plane of focus" */
export const depthWords = (behindMm: number): string =>
  Math.abs(behindMm) < 0.05
    ? 'in the plane of focus'
    : `${plain(Math.abs(behindMm), 2)} mm ${behindMm < 0 ? 'before' : 'behind'} the plane of focus`

/** What is found of edges, as a disc, against what is expected there. */
export function edgeWords(
  blur: EdgeBlur | null,
  plan: Plan,
  behindMm: number | null,
  fileWidth: number
): string {
  if (!blur) return 'No edges here to tell how sharp it is.'
  const found = `Edges are blurred as by a disc of ${px(discOf(blur.sigmaPx))}`
  return behindMm === null
    ? `${found}.`
    : `${found}; ${depthWords(behindMm)} the plan expects ` +
        `${px(expectedBlurPx(plan, behindMm, fileWidth))}.`
}

const TOWARDS = ['sideways', 'down to the right', 'up and down', 'down to the left']
/** Movement under this is not told from grain, px, nor under this share of the blur from shading. */
const LEAST_SMEAR = { px: 1.5, ofBlur: 0.8 }

/** What moved, by edges of one direction against those of the other. */
export function smearWords(blur: EdgeBlur | null, plan: Plan, fileWidth: number): string {
  const smear = blur && smearOf(blur)
  if (!smear) return ''
  const moves = plan.subject.speedMmS > 0
  const { worst } = freezeOf(plan, ledgerOf(plan))
  const expected = (worst.blurPx * fileWidth) / plan.camera.pixelsWide
  const should = moves ? ` The plan expects ${px(expected)} of movement, by ${worst.id}.` : ''
  const least = Math.max(LEAST_SMEAR.px, LEAST_SMEAR.ofBlur * discOf(blur.sigmaPx))
  return smear.px < least
    ? `No movement to be seen.${should}`
    : `Wider ${TOWARDS[smear.directionDeg / 45]!}, as by ${px(smear.px)} of movement` +
        `${moves ? '' : ', or by soft shading'}.${should}`
}
