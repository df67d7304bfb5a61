/**
 * A focus stack: several frames, the plane of focus moved on between them, so that together they
 * are sharp over a depth one frame cannot hold. Lengths in millimetres, times in seconds. Source:
 * step = depth of field × (1 − overlap), frames = ceil((D − depth) / step) + 1; geometry.
 */
import { notNegative, positive } from '../guard'

export interface FocusStack {
  readonly frames: number
  /**
   * how far the plane of focus moves from frame to frame, evened out over the frames; 0 for a
   * single one
   */
  readonly stepMm: number
  /** plane of focus of each frame, from the near end of the depth (0) backwards, first to last */
  readonly positionsMm: readonly number[]
  /** share of each frame's depth that the next one covers again, after evening out */
  readonly overlap: number
}

/**
 * Most frames a plan is made for; more says that the magnification or the aperture is the wrong
 * place to start.
 */
const MOST_FRAMES = 2000

/**
 * @param depthMm depth that must be sharp, > 0
 * @param sharpMm what one frame holds, > 0; may be Infinity
 * @param overlap share of a frame's depth covered twice, 0 to under 1
 * @throws RangeError for nonsense, and when more than MOST_FRAMES would be needed
 */
export function focusStack(depthMm: number, sharpMm: number, overlap: number): FocusStack {
  positive(depthMm, 'depthMm')
  if (!(sharpMm > 0)) throw new RangeError(`sharpMm must be above 0, got ${sharpMm}`)
  if (!(notNegative(overlap, 'overlap') < 1))
    throw new RangeError(`overlap must be under 1, got ${overlap}`)
  if (sharpMm >= depthMm) return { frames: 1, stepMm: 0, positionsMm: [depthMm / 2], overlap }
  const widest = sharpMm * (1 - overlap)
  const frames = Math.ceil((depthMm - sharpMm) / widest - 1e-9) + 1
  if (frames > MOST_FRAMES)
    throw new RangeError(`overlap: ${frames} frames would be needed, more than ${MOST_FRAMES}`)
  const stepMm = (depthMm - sharpMm) / (frames - 1)
  return {
    frames,
    stepMm,
    positionsMm: Array.from({ length: frames }, (_, i) => sharpMm / 2 + i * stepMm),
    overlap: 1 - stepMm / sharpMm
  }
}

/**
 * How long a stack takes: each frame waits for the slowest strobe and for the rail to come to rest.
 * @param recycleS slowest recycle at the powers in use
 * @param settleS rest after each move
 * @param shutterS exposure
 */
export const stackSeconds = (
  frames: number,
  recycleS: number,
  settleS: number,
  shutterS: number
): number =>
  positive(frames, 'frames') * positive(shutterS, 'shutterS') +
  (frames - 1) * Math.max(notNegative(recycleS, 'recycleS'), notNegative(settleS, 'settleS'))
