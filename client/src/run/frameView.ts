/** How a frame is looked at. */
import type { Frame } from '@core/run/frame'

/** Width against height of its file. */
export const aspectOf = ({ analysis, plan: { camera } }: Frame): number =>
  analysis ? analysis.width / analysis.height : camera.sensorWidthMm / camera.sensorHeightMm

export type Held = 'alone' | 'beside' | 'wipe' | 'flip' | 'change'

export interface FrameView {
  readonly drawn: 'photograph' | 'map'
  /** black and clipped are marked */
  readonly marks: boolean
  /** the frame it is held against; '' for none */
  readonly other: string
  readonly how: Held
  /** share of the width that shows the other */
  readonly wipe: number
  /** the other is shown in its place */
  readonly flipped: boolean
  readonly loupe: boolean
}
export const plainView = (): FrameView => ({
  drawn: 'photograph',
  marks: false,
  other: '',
  how: 'alone',
  wipe: 0.5,
  flipped: false,
  loupe: false
})
