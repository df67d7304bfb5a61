/** A frame of a demo run: drawn, measured and judged as a real one would be. */
import { countPixels, finishCount, newCounter } from '@core/measure/analyse'
import { patchLevel } from '@core/measure/patch'
import type { LightId, Plan } from '@core/plan/plan'
import { applyCalibration, calibrate } from '@core/run/calibrate'
import { logFrame, type Evidence, type Frame } from '@core/run/frame'
import { drawFrame, FRAME_SIZE, PATCH, pixelsOf, type Shape } from '../pictures'

const patchEvidence = async (jpeg: Buffer, shape: Shape, place: string): Promise<Evidence> => {
  const at = place === 'background' ? PATCH.none : PATCH[shape]
  const { level, limit, uncertaintyStops } = patchLevel(await pixelsOf(jpeg, at))
  return { kind: 'patch', place, ...at, levelStops: level, limit, uncertaintyStops }
}

interface Take {
  readonly id: string
  readonly kind: Frame['kind']
  readonly takenAt: string
  readonly shape: Shape
  readonly subject: number
  readonly background: number
  readonly note: string
  readonly only?: readonly LightId[]
  /** where the patch lies; the background in a black frame, else the lit side */
  readonly place?: string
}
export const take = async (
  plan: Plan,
  { id, kind, takenAt, shape, subject, background, note, only, place }: Take
) => {
  const jpeg = await drawFrame(plan, shape, subject, background)
  const counter = newCounter()
  countPixels(counter, await pixelsOf(jpeg))
  const evidence = [
    await patchEvidence(jpeg, shape, place ?? (kind === 'black' ? 'background' : 'subject'))
  ]
  const frame: Frame = {
    ...logFrame(plan, {
      id,
      kind,
      takenAt,
      fired: only,
      fileName: `${id}.jpg`,
      analysis: finishCount(counter, FRAME_SIZE.width, FRAME_SIZE.height),
      note
    }),
    evidence
  }
  return {
    frame,
    jpeg,
    plan: applyCalibration(plan, calibrate(plan, frame, evidence[0]!, `${id}-reading`))
  }
}
