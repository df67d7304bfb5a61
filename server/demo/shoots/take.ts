/** A frame of a demo run: measured and judged as a real one would be. */
import { readFile } from 'node:fs/promises'
import { resolve } from 'node:path'
import sharp from 'sharp'
import { patchLevel, patchRect } from '@core/measure/patch'
import { withOnly } from '@core/plan/edit'
import type { LightId, Plan } from '@core/plan/plan'
import { applyCalibration, calibrate } from '@core/run/calibrate'
import { logFrame, type Evidence, type Frame } from '@core/run/frame'
import { placeInPicture } from '@core/set/placeInPicture'
import { analysisOf, notesOf } from '../../services/readPicture'

/** Takes a frame of a demo shoot: of the lights that are on in the plan. */
export type DemoCamera = (id: string, plan: Plan, takenAt: string) => Promise<DemoFiles>
export interface DemoFiles {
  readonly jpeg: Buffer
  /** of some frames; they are large */
  readonly raw: Buffer | null
}

/** The frames a simulated studio took of these plans: `npm run demo-frames` takes them anew. */
export const DEMO_FRAMES = resolve(
  process.env.FINE_SPARK_ROOT ?? process.cwd(),
  'server/demo/frames'
)
export const takenBefore: DemoCamera = async (id) => ({
  jpeg: await readFile(resolve(DEMO_FRAMES, `${id}.jpg`)),
  raw: await readFile(resolve(DEMO_FRAMES, `${id}.dng`)).catch(() => null)
})

const RADIUS = 0.02

interface Spot {
  readonly x: number
  readonly y: number
}

async function patchEvidence(jpeg: Buffer, place: string, at: Spot): Promise<Evidence> {
  const image = sharp(jpeg)
  const { width, height } = await image.metadata()
  const { left, top, size } = patchRect(width, height, at.x, at.y, RADIUS)
  const pixels = await image
    .extract({ left, top, width: size, height: size })
    .ensureAlpha()
    .raw()
    .toBuffer()
  const { level, limit, uncertaintyStops } = patchLevel(pixels)
  return { kind: 'patch', place, ...at, radius: RADIUS, levelStops: level, limit, uncertaintyStops }
}

interface Take {
  readonly id: string
  readonly kind: Frame['kind']
  readonly takenAt: string
  readonly note: string
  readonly only?: readonly LightId[]
  /**
   * where the patch of the lit side was dragged to, off the highlight; null: nobody marked one. A
   * black frame is marked where its background is.
   */
  readonly spot?: Spot | null
}
export const take = async (
  plan: Plan,
  camera: DemoCamera,
  { id, kind, takenAt, note, only, spot }: Take
) => {
  const lit = plan.lights.filter(({ on }) => on).map((light) => light.id)
  const { jpeg, raw } = await camera(
    id,
    withOnly(plan, kind === 'black' ? [] : (only ?? lit)),
    takenAt
  )
  const place = kind === 'black' ? 'background' : 'subject'
  const at = spot === undefined ? placeInPicture(plan, place) : spot
  const evidence = at ? [await patchEvidence(jpeg, place, at)] : []
  const frame: Frame = {
    ...logFrame(plan, {
      id,
      kind,
      takenAt,
      fired: only,
      fileName: `${id}.jpg`,
      analysis: await analysisOf(jpeg, notesOf(jpeg)),
      note
    }),
    evidence
  }
  return {
    frame,
    jpeg,
    raw,
    plan: evidence.reduce(
      (taught, each) => applyCalibration(taught, calibrate(taught, frame, each, `${id}-reading`)),
      plan
    )
  }
}
