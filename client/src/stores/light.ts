/**
 * The light of the set in hand while it changes: straight light at once, bounced light as it was
 * last known until a worker has it, so that no drag and no typing waits for it. Whatever was
 * computed from a stand-in is computed again when its bounces have come.
 */
import { ref, type Ref } from 'vue'
import type { Plan } from '@core/plan/plan'
import { dropStandIn, hearOfStandIns, settle, standIn, transportOf } from '@core/set/remembered'
import type { Bounces } from '@core/set/transport'
import type { LightWorker } from '@/workers/light.worker'
import { workerHost } from '@/workers/workerHost'

/** Works out the bounces of a plan's set somewhere else. */
export type AskBounces = (plan: Plan) => Promise<Bounces>

/** Said when bounces take longer than this, ms. */
const LATE_MS = 500
/** So long after a plan was opened its worker learns it, ms. */
const LEARN_MS = 2000

const worker = workerHost<LightWorker>(
  () => new Worker(new URL('../workers/light.worker.ts', import.meta.url), { type: 'module' })
)
const askWorker: AskBounces = (plan) => worker.ask((api, changeTo) => api.bounces(changeTo(plan)))

const inAMoment = (work: () => void): void => void setTimeout(work, LEARN_MS)

export interface SetLight {
  /** To be called with a plan before it becomes the one in hand. */
  readonly ahead: (next: Plan) => void
  /** To be called with a plan from elsewhere: its light is worked out here, the worker learns it. */
  readonly opened: (plan: Plan) => void
  /** bounces are awaited, for longer than a moment */
  readonly late: Ref<boolean>
}

/**
 * @param current the plan in hand
 * @param ask null: everything is worked out here
 * @param later when a worker learns of a plan that was opened
 */
export function setLight(
  current: () => Plan | null,
  ask: AskBounces | null = typeof Worker === 'undefined' ? null : askWorker,
  later: (work: () => void) => void = inAMoment
): SetLight {
  const late = ref(false)
  const settled = ref(0)
  let elsewhere = ask
  let waiting = false
  if (ask) hearOfStandIns(() => void settled.value)

  const fetchBounces = async (about: Plan): Promise<void> => {
    try {
      settle(about, await elsewhere!(about))
    } catch {
      // No worker to be had: from here on the page does it.
      elsewhere = null
      dropStandIn(about)
    }
  }
  /** Until the plan in hand has bounces of its own; those that changed meanwhile are passed over. */
  const wait = async (first: Plan): Promise<void> => {
    waiting = true
    let about: Plan | null = first
    while (about && elsewhere && !standIn(about)) {
      // A drag asks one question after the other: late is only one that takes long by itself.
      const timer = setTimeout(() => (late.value = true), LATE_MS)
      await fetchBounces(about)
      clearTimeout(timer)
      about = current()
    }
    if (about && !elsewhere) dropStandIn(about)
    waiting = late.value = false
    settled.value++
  }
  return {
    ahead: (next) => {
      if (elsewhere && !standIn(next) && !waiting) void wait(next)
    },
    opened: (plan) => {
      transportOf(plan)
      standIn(plan)
      // What is looked at first is the picture: the worker learns the plan when that has come.
      if (!elsewhere) return
      later(() => {
        if (current() === plan) void elsewhere?.(plan).catch(() => (elsewhere = null))
      })
    },
    late
  }
}
