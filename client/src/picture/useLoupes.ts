/** Loupes of the plan in hand, traced again when it changes, as long as somebody looks. */
import { useDocumentVisibility } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { sameLight, type Picture } from '@core/picture/picture'
import { worldOf, type World } from '@core/picture/world'
import type { Plan } from '@core/plan/plan'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import { loupes, type LoupeSpot } from './loupes'

export interface Traced {
  readonly plan: Plan
  readonly picture: Picture
}

/**
 * @param spotsOf where to look
 * @param moving whether the subject is shown as it moves
 * @param asked whether they are to be traced by now
 */
export function useLoupes<S extends LoupeSpot>(
  spotsOf: (world: World) => readonly S[],
  moving = false,
  asked: () => boolean = () => true
): {
  readonly spots: ComputedRef<readonly S[]>
  readonly shown: Readonly<Ref<ReadonlyMap<string, Traced>>>
  readonly failure: Readonly<Ref<string>>
} {
  const store = usePlan()
  const picture = usePicture()
  const visibility = useDocumentVisibility()
  const shown = shallowRef<ReadonlyMap<string, Traced>>(new Map())
  const failure = ref('')
  const spots = computed(() => spotsOf(worldOf(store.plan!)))
  const worker = loupes(
    (id, plan, picture) => (shown.value = new Map(shown.value).set(id, { plan, picture })),
    (reason) => (failure.value = reason)
  )
  let put: Plan | null = null
  watch(
    [() => store.plan, visibility, () => asked() && !picture.paused],
    ([plan, seen, wanted]) => {
      if (!plan || seen !== 'visible' || !wanted) return worker.show((put = null))
      // What moves is shown at the moments of each flash: they follow from power and shutter.
      if (put && (moving ? put === plan : sameLight(put, plan))) return
      put = plan
      worker.show({ plan, spots: spots.value, moving })
    },
    { immediate: true }
  )
  onBeforeUnmount(() => worker.show(null))
  return { spots, shown, failure }
}
