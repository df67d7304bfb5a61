/**
 * Small pictures of plans, one after the other in a worker of their own. Plans of the same light
 * share what was traced.
 */
import { WHOLE } from '@core/picture/film'
import { developed, mixed } from '@core/picture/mix'
import { groupsOfWhole } from '@core/picture/moment'
import { sameLight, type Picture } from '@core/picture/picture'
import { rowsOf } from '@core/picture/rows'
import { factorsOf } from '@core/picture/sources'
import type { Plan } from '@core/plan/plan'
import { developIn, startWorker, type PictureRemote } from './pictureWorker'

/** Small ones stand in lists, large ones beside a frame. */
export type ThumbnailSize = 'small' | 'large'
const WIDTHS: Readonly<Record<ThumbnailSize, number>> = { small: 108, large: 300 }
const SAMPLES: Readonly<Record<ThumbnailSize, number>> = { small: 10, large: 14 }
/** Lights kept for other plans of the same. */
const MOST_KEPT = 12

const kept: {
  readonly plan: Plan
  readonly size: ThumbnailSize
  readonly picture: Picture
}[] = []
let worker: PictureRemote | null = null
let last: Promise<unknown> = Promise.resolve()

async function trace(plan: Plan, size: ThumbnailSize): Promise<Picture> {
  const { sensorHeightMm, sensorWidthMm } = plan.camera
  const width = WIDTHS[size]
  worker ??= startWorker(() => undefined)
  await worker.begin(plan, null)
  const film = await worker.trace({
    key: 'thumbnail',
    width,
    height: Math.max(1, Math.round((width * sensorHeightMm) / sensorWidthMm)),
    stripe: { first: 0, step: 1 },
    window: WHOLE,
    samples: SAMPLES[size] * groupsOfWhole(plan).length
  })
  return developIn(worker, [film!], 0)
}

function drawn(traced: Plan, picture: Picture, plan: Plan): ImageData {
  const linear = new Float32Array(picture.width * picture.height * 3)
  const rows = rowsOf(traced, plan, picture.height)
  mixed(
    picture.light,
    factorsOf(traced, plan),
    linear,
    rows.every((each) => each === null) ? [] : rows
  )
  const image = new ImageData(picture.width, picture.height)
  developed(linear, image.data)
  return image
}

async function make(
  plan: Plan,
  size: ThumbnailSize,
  wanted: () => boolean
): Promise<ImageData | null> {
  if (!wanted()) return null
  const known = kept.find((each) => each.size === size && sameLight(each.plan, plan))
  if (known) return drawn(known.plan, known.picture, plan)
  const picture = await trace(plan, size)
  kept.unshift({ plan, size, picture })
  if (kept.length > MOST_KEPT) kept.pop()
  return drawn(plan, picture, plan)
}

/**
 * A small picture of a plan, when its turn has come.
 * @param wanted whether somebody still wants it by then
 */
export function thumbnail(
  plan: Plan,
  wanted: () => boolean,
  size: ThumbnailSize = 'small'
): Promise<ImageData | null> {
  const mine = last.then(() => make(plan, size, wanted))
  last = mine.catch(() => null)
  return mine
}
