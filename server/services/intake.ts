/**
 * Files of frames that no page has read: from devices. Each becomes a frame of the run, with what
 * it was meant to show; the same file again does not.
 */
import { nanoid } from 'nanoid'
import pLimit from 'p-limit'
import type { Filed } from '@core/api/devices'
import { settingsFromExif, takenAtFromExif } from '@core/measure/exif'
import { fileStem, isRawHead } from '@core/measure/rawFile'
import type { Plan } from '@core/plan/plan'
import { asFileSays, askedBy, planAsked, type Asked } from '@core/run/asked'
import { logFrame, type Frame } from '@core/run/frame'
import { nextMove } from '@core/run/steps'
import { notesOf as runNotesOf } from '@core/run/tick'
import { shorten } from '@core/text'
import { invalid } from '../http/problem'
import type { FrameStore } from '../store/frames'
import type { ShootStore } from '../store/shoots'
import type { TickStore } from '../store/ticks'
import type { Feed } from './feed'
import { found } from './found'
import type { PictureStore } from './pictures'
import { analysisOf, notesOf } from './readPicture'

interface Parts {
  readonly shoots: ShootStore
  readonly frames: FrameStore
  readonly ticks: TickStore
  readonly pictures: PictureStore
  readonly feed: Feed
}

/** Frames whose time is remembered, for the raw files that follow. */
const MOST_TIMES = 500

/** What is known of a file beside what it says itself. */
interface Told {
  /** what the frame was meant to show; null: what the next move asks for */
  readonly asked?: Asked | null
  /** when it was taken; null: as it says */
  readonly at?: Date | null
  /** from a made-up studio */
  readonly practice?: boolean
}

export function intake({ shoots, frames, ticks, pictures, feed }: Parts) {
  /** One after the other: the same file sent twice at once is one frame, and frames keep order. */
  const inTurn = pLimit(1)
  /** by frame, as its camera's clock says */
  const times = new Map<string, string>()
  const runOf = async (shootId: string): Promise<Frame[]> => {
    const { frames: records, plans } = await frames.list(shootId)
    return records.map(({ frame, plan }) => ({ ...frame, plan: plans[plan]! }))
  }

  /** What the run asks for next. */
  const askedNow = async (shootId: string, plan: Plan): Promise<Asked> =>
    askedBy(nextMove(plan, await runOf(shootId), runNotesOf(await ticks.list(shootId)), Date.now()))

  /**
   * A raw file joins the newest frame whose picture bears its name; of two cameras that name theirs
   * alike, the one whose picture says the same time.
   */
  const takeRaw = async (shootId: string, name: string, bytes: Buffer): Promise<Filed> => {
    const run = await runOf(shootId)
    const { takenAt } = notesOf(bytes).exif
    const alike = run.filter(({ fileName }) => fileName && fileStem(fileName) === fileStem(name))
    const frame =
      alike.findLast(({ id }) => takenAt !== null && times.get(id) === takenAt) ?? alike.at(-1)
    if (!frame)
      throw invalid([
        { path: 'name', message: `no frame of this run has a JPEG named ${fileStem(name)}` }
      ])
    const kept = await pictures.keepRaw(bytes)
    const known = (await frames.rawName(shootId, frame.id)) === kept
    if (!known) await frames.setRaw(shootId, frame.id, kept)
    return { frameId: frame.id, known }
  }

  const takePicture = async (
    shootId: string,
    name: string,
    bytes: Buffer,
    { asked = null, at = null, practice = false }: Told
  ): Promise<Filed> => {
    const kept = await pictures.keep(bytes)
    const before = await frames.withImage(shootId, kept)
    if (before) return { frameId: before, known: true }
    const { plan }: { readonly plan: Plan } = found(await shoots.get(shootId))
    const notes = notesOf(bytes)
    const now = new Date()
    const meant = asked ?? asFileSays(await askedNow(shootId, plan), notes.exif.flashFired)
    const frame = logFrame(planAsked(plan, meant), {
      id: nanoid(),
      kind: meant.kind,
      practice,
      fired: meant.fired,
      takenAt: (at ?? takenAtFromExif(notes.exif, now) ?? now).toISOString(),
      named: settingsFromExif(notes.exif, plan.camera.step),
      fileName: shorten(name, 200),
      analysis: await analysisOf(bytes, notes)
    })
    if (notes.exif.takenAt) times.set(frame.id, notes.exif.takenAt)
    if (times.size > MOST_TIMES) times.delete(times.keys().next().value!)
    await frames.put(shootId, frame, null)
    await frames.setImage(shootId, frame.id, kept)
    return { frameId: frame.id, known: false }
  }

  return {
    /**
     * @throws ProblemError for what is no whole picture
     */
    take: (shootId: string, name: string, bytes: Buffer, told: Told): Promise<Filed> =>
      inTurn(async () => {
        const filed = isRawHead(bytes)
          ? await takeRaw(shootId, name, bytes)
          : await takePicture(shootId, name, bytes, told)
        if (!filed.known) feed.say({ kind: 'frames', shootId })
        return filed
      })
  }
}
export type Intake = ReturnType<typeof intake>
