/**
 * Traces the picture of the plan in hand in workers, coarse first and then finer. One plan at a
 * time, the newest: the first coarse picture of a plan is always finished, so that a drag shows what
 * it does; everything after it is called off when the plan has moved on.
 */
import { WHOLE } from '@core/picture/film'
import { groupsOfWhole } from '@core/picture/moment'
import type { Picture } from '@core/picture/picture'
import type { Plan } from '@core/plan/plan'
import { developIn, startWorker, type PictureRemote } from './pictureWorker'

/** A width in pixels, and samples added to each pixel at that size. */
interface Rung {
  readonly width: number
  readonly samples: number
}

/** From what answers a drag to what is clean. */
const LADDER: readonly Rung[] = [
  { width: 96, samples: 3 },
  { width: 240, samples: 6 },
  { width: 480, samples: 6 },
  { width: 480, samples: 18 },
  { width: 480, samples: 40 },
  { width: 480, samples: 64 }
]
/** For a whole window; with many lights less wide, for the memory they take. */
const larger = (lights: number): readonly Rung[] => {
  const width = lights > 4 ? 720 : 960
  return [
    { width, samples: 8 },
    { width, samples: 24 }
  ]
}
/** More workers than this help little and warm the machine. */
const MOST_WORKERS = 4

/** The longest rest between two looks at what is dragged, ms. */
const MOST_REST_MS = 300
const rest = (ms: number): Promise<void> =>
  new Promise((resolve) => setTimeout(resolve, Math.min(MOST_REST_MS, ms)))

export interface Tracing {
  /**
   * Traces a plan from now on; null: rests.
   * @param large also in the size of a whole window
   */
  readonly trace: (plan: Plan | null, large: boolean) => void
  /** Starts the workers ahead of the first plan. */
  readonly warm: () => void
}

export interface Heard {
  /**
   * A picture has come.
   * @returns whether it is clean: no more is needed
   */
  readonly picture: (plan: Plan, picture: Picture) => boolean
  /** what it is at: which rung of how many; null when it rests */
  readonly at: (rung: { readonly now: number; readonly of: number } | null) => void
  readonly failed: (reason: string) => void
}

/** As many workers as help. */
function startTeam(failed: (reason: string) => void): PictureRemote[] {
  const many = Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency || 2))
  return Array.from({ length: many }, () => startWorker(failed))
}

export function tracing(heard: Heard, startAll = startTeam): Tracing {
  let workers: PictureRemote[] = []
  let wanted: { readonly plan: Plan; readonly large: boolean } | null = null
  let running = false
  let rung = 0

  const start = (): void => {
    if (workers.length === 0) workers = startAll(heard.failed)
  }

  /** One rung of a plan: null when it was called off. */
  const climb = async (
    { width, samples }: Rung,
    plan: Plan,
    team: readonly PictureRemote[]
  ): Promise<Picture | null> => {
    const moments = groupsOfWhole(plan).length
    const { sensorHeightMm, sensorWidthMm } = plan.camera
    const height = Math.max(1, Math.round((width * sensorHeightMm) / sensorWidthMm))
    const parts = await Promise.all(
      team.map((worker, first) =>
        worker.trace({
          key: String(width),
          width,
          height,
          stripe: { first, step: team.length },
          window: WHOLE,
          samples: samples * moments
        })
      )
    )
    const films = parts.filter((part) => part !== null)
    return films.length < parts.length ? null : developIn(team[0]!, films, 0)
  }

  const run = async (): Promise<void> => {
    running = true
    start()
    while (wanted) {
      const now = wanted
      await Promise.all(workers.map((worker) => worker.begin(now.plan, null)))
      const ladder = now.large ? [...LADDER.slice(0, 3), ...larger(now.plan.lights.length)] : LADDER
      for (let k = 0; k < ladder.length; k++) {
        rung = k
        const began = performance.now()
        heard.at({ now: k, of: ladder.length })
        // While a drag goes on, a core is left to the page that draws it.
        const team = k > 0 ? workers : workers.slice(0, Math.max(1, workers.length - 1))
        const picture = await climb(ladder[k]!, now.plan, team)
        if (picture && heard.picture(now.plan, picture) && k > 1 && !now.large) break
        // Something is dragged: two moments of three are the page's.
        if (wanted && wanted !== now) await rest(2 * (performance.now() - began))
        if (wanted !== now) break
      }
      if (wanted === now) wanted = null
    }
    running = false
    heard.at(null)
  }

  return {
    warm: start,
    trace(plan, large) {
      const before = wanted
      wanted = plan && { plan, large }
      // The first one is soon done, and shows what a drag does.
      if (before && rung > 0) for (const worker of workers) void worker.callOff()
      if (wanted && !running)
        run().catch((error: Error) => {
          running = false
          heard.at(null)
          heard.failed(error.message)
        })
    }
  }
}
