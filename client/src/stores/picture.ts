/**
 * The picture of the plan in hand. It is traced while somebody looks at it and the page is in sight,
 * and until it is clean; on a phone only while it is open, to spare its battery.
 */
import { useDocumentVisibility } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { noiseOf } from '@core/picture/facts'
import { mixed } from '@core/picture/mix'
import { sameLight, type Picture } from '@core/picture/picture'
import { factorsOf } from '@core/picture/sources'
import type { Plan } from '@core/plan/plan'
import { forget, keep, readKept } from '@/kept/storage'
import { tracing } from '@/picture/tracing'
import { usePlan } from './plan'

const PAUSED_KEY = 'fine-spark-picture-paused'
/** Noise up to which a picture counts as clean, stops at one pixel in twenty. */
const CLEAN_STOPS = 0.1

interface Traced {
  readonly plan: Plan
  readonly picture: Picture
}

export const usePicture = defineStore('picture', () => {
  const plans = usePlan()
  const visibility = useDocumentVisibility()
  const traced = shallowRef<Traced | null>(null)
  const at = ref<{ readonly now: number; readonly of: number } | null>(null)
  const failure = ref('')
  /** by the user's wish nothing is traced: a hot machine, an empty battery */
  const paused = ref(readKept(PAUSED_KEY) === 'yes')
  const viewers = ref(0)
  const large = ref(0)
  /** the plan that is being traced or has been, to its end or until it is clean */
  let asked: Plan | null = null
  let askedLarge = false

  const worker = tracing({
    picture(plan, picture) {
      // Never back to a coarser one of the same light.
      const before = traced.value
      if (before && sameLight(before.plan, plan) && before.picture.width > picture.width)
        return false
      traced.value = { plan, picture }
      failure.value = ''
      const factors = factorsOf(plan, plans.plan ?? plan)
      const linear = new Float32Array(picture.width * picture.height * 3)
      mixed(picture.light, factors, linear)
      return noiseOf(picture, linear, factors) <= CLEAN_STOPS
    },
    at: (rung) => (at.value = rung),
    failed: (reason) => (failure.value = reason)
  })

  const wanted = computed(() =>
    viewers.value > 0 && !paused.value && visibility.value === 'visible' ? plans.plan : null
  )
  watch(
    [wanted, () => large.value > 0],
    ([plan, big]) => {
      if (!plan) {
        // What was broken off is begun again when somebody looks.
        if (at.value) asked = null
        worker.trace(null, false)
        return
      }
      if (asked && sameLight(asked, plan) && askedLarge >= big) return
      asked = plan
      askedLarge = big
      worker.trace(plan, big)
    },
    { flush: 'post' }
  )

  /** To be called by who shows the picture; the returned function when it no longer does. */
  const look = (whole = false): (() => void) => {
    viewers.value++
    if (whole) large.value++
    return () => {
      viewers.value--
      if (whole) large.value--
    }
  }
  /** Whether what is shown is still of a set before the one in hand. */
  const stale = computed(
    () => traced.value !== null && plans.plan !== null && !sameLight(traced.value.plan, plans.plan)
  )

  const pause = (wish: boolean): void => {
    paused.value = wish
    if (wish) keep(PAUSED_KEY, 'yes')
    else forget(PAUSED_KEY)
  }

  /** Starts the workers while the shoot is still being opened. */
  const warm = (): void => {
    if (!paused.value) worker.warm()
  }

  return { traced, at, failure, stale, paused, pause, look, warm }
})
