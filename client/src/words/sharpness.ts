/** How sharp a frame is, in words: found against what the plan makes it. */
import { discOf, smearOf, type EdgeBlur } from '@core/measure/edgeBlur'
import type { Plan } from '@core/plan/plan'
import { expectedBlurPx, expectedSmear } from '@core/run/expectedBlur'
import { plain, px } from './format'

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
  if (blur.sigmaPx === 0) return 'Detail as fine as the pixels: too fine to tell its blur by.'
  const found = `Edges are blurred as by a disc of ${px(discOf(blur.sigmaPx))}`
  return behindMm === null
    ? `${found}.`
    : `${found}; ${depthWords(behindMm)} the plan expects ` +
        `${px(expectedBlurPx(plan, behindMm, fileWidth))}.`
}

const TOWARDS = ['sideways', 'down to the right', 'up and down', 'down to the left']

/** What moved, by edges of one direction against those of the other. */
export function smearWords(blur: EdgeBlur | null, plan: Plan, fileWidth: number): string {
  const smear = blur && smearOf(blur)
  if (!smear) return ''
  const wanted = expectedSmear(plan, fileWidth)
  const should = wanted ? ` The plan expects ${px(wanted.px)} of movement, by ${wanted.by}.` : ''
  return smear.told
    ? `Wider ${TOWARDS[smear.directionDeg / 45]!}, as by ${px(smear.px)} of movement` +
        `${wanted ? '' : ', or by soft shading'}.${should}`
    : `No movement to be seen.${should}`
}
