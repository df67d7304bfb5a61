/** The picture in hand against the version that was kept of this shoot. */
import { computed, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { changeOf, changeStops, type Change, type Shot } from '@core/picture/compare'
import { mixed } from '@core/picture/mix'
import { rowsOf } from '@core/picture/rows'
import { factorsOf } from '@core/picture/sources'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import { useKeptPicture } from './kept'
import type { Mix } from './useMix'
import { usePictureView } from './view'

/** What of the change is looked at once the picture has stood still for so long, ms. */
const REST_MS = 150

export function useCompare(mix: () => Mix | null) {
  const store = usePlan()
  const pictures = usePicture()
  const view = usePictureView()
  const versions = useKeptPicture()
  const route = useRoute()
  const shootId = computed(() => String(route.params.id))
  const kept = computed(() => (versions.kept?.shootId === shootId.value ? versions.kept : null))
  const comparing = computed(() => (kept.value ? versions.comparing : 'off'))
  /** What was kept, of the light that is shown now. */
  const shot = computed<Shot | null>(() => {
    if (!kept.value) return null
    const { plan, traced } = kept.value
    const { width, height, light } = traced.picture
    const linear = new Float32Array(width * height * 3)
    const factors = factorsOf(traced.plan, plan, view.shown)
    mixed(light, factors, linear, rowsOf(traced.plan, plan, height))
    return { width, height, linear }
  })
  /** [pixel] stops, while the change is looked at */
  const stops = shallowRef<Float32Array | null>(null)
  const change = shallowRef<Change | null>(null)

  let waiting: ReturnType<typeof setTimeout> | undefined
  watch(
    () => [mix(), shot.value, comparing.value] as const,
    ([now, before, how]) => {
      clearTimeout(waiting)
      if (!now || !before || how === 'off') {
        stops.value = change.value = null
        return
      }
      const work = (): void => {
        const { width, height } = now.picture
        const made = new Float32Array(width * height)
        changeStops({ width, height, linear: now.linear }, before, made)
        stops.value = made
        change.value = changeOf(made)
      }
      if (how === 'change') work()
      else waiting = setTimeout(work, REST_MS)
    },
    { immediate: true }
  )

  const keep = (): void => {
    const { traced } = pictures
    if (traced && store.plan) versions.keep({ shootId: shootId.value, plan: store.plan, traced })
  }
  /** The plan as it was when its picture was kept; one step to undo. */
  const goBack = (): void => void (kept.value && store.replace(kept.value.plan, 'the version kept'))
  return { versions, kept, shot, comparing, stops, change, keep, goBack }
}
export type Compare = ReturnType<typeof useCompare>
