/** A frame with its plan, as the server has it or will have it. */
import type { RunFrames } from '@core/api/api'
import type { Frame } from '@core/run/frame'

export interface RunFrame {
  readonly frame: Frame
  /** null while the server has none */
  readonly version: number | null
  readonly hasImage: boolean
  readonly hasRaw: boolean
  readonly seq: number
}

/** The frames of a run, each with the plan it points to. */
export const joined = ({ frames, plans }: RunFrames): RunFrame[] =>
  frames.flatMap(({ frame, plan: hash, ...rest }) => {
    const plan = plans[hash]
    return plan ? [{ ...rest, frame: { ...frame, plan } }] : []
  })
