/**
 * Traces small parts of the picture at the camera's own pixels, one after the other in a worker of
 * their own, coarse first and then finer.
 */
import type { Picture } from '@core/picture/picture'
import { momentGroups } from '@core/picture/moment'
import { loupeWindow, type Spot } from '@core/picture/loupe'
import type { Plan } from '@core/plan/plan'
import { developIn, startWorker, type PictureRemote } from './pictureWorker'

export interface LoupeSpot extends Spot {
  readonly id: string
}
export interface Wanted {
  readonly plan: Plan
  readonly spots: readonly LoupeSpot[]
  readonly moving: boolean
  /** pixels of the camera that each pixel of a loupe stands for */
  readonly per: number
}
/** Samples added, round by round, a source's own of what moves. */
const ROUNDS = [6, 18, 40]
/** Pixels of the camera a side. */
export const LOUPE_PIXELS = 112

export interface Loupes {
  /** Traces these from now on; null: rests. */
  readonly show: (wanted: Wanted | null) => void
}

export function loupes(
  heard: (spot: LoupeSpot, of: Wanted, picture: Picture) => void,
  failed: (reason: string) => void
): Loupes {
  let worker: PictureRemote | null = null
  let wanted: Wanted | null = null
  let running = false

  /** False when it was called off. */
  const look = async (now: Wanted, spot: LoupeSpot, samples: number): Promise<boolean> => {
    const film = await worker!.trace({
      key: `${spot.id} ${spot.x} ${spot.y}`,
      width: LOUPE_PIXELS,
      height: LOUPE_PIXELS,
      stripe: { first: 0, step: 1 },
      window: loupeWindow(now.plan, spot, LOUPE_PIXELS * now.per),
      samples
    })
    if (!film || wanted !== now) return false
    const picture = await developIn(worker!, [film], now.per)
    if (wanted !== now) return false
    heard(spot, now, picture)
    return true
  }

  const run = async (): Promise<void> => {
    running = true
    worker ??= startWorker(failed)
    while (wanted) {
      const now = wanted
      await worker.begin(now.plan, now.moving ? 'moving' : 'still')
      const each = now.moving ? momentGroups(now.plan, 0).length : 1
      rounds: for (const samples of ROUNDS)
        for (const spot of now.spots) if (!(await look(now, spot, samples * each))) break rounds
      if (wanted === now) wanted = null
    }
    running = false
  }

  return {
    show(next) {
      wanted = next
      void worker?.callOff()
      if (wanted && !running)
        run().catch((error: Error) => {
          running = false
          failed(error.message)
        })
    }
  }
}
