/** Loupes of the plan in hand, traced again when it changes, as long as somebody looks. */
import { useDocumentVisibility } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { sameLight, type Picture } from '@core/picture/picture'
import { worldOf, type World } from '@core/picture/world'
import type { Plan } from '@core/plan/plan'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import { loupes, type LoupeSpot, type Wanted } from './loupes'

export interface Traced extends Pick<Wanted, 'plan' | 'per'> {
  readonly spot: LoupeSpot
  readonly picture: Picture
}

/**
 * @param spotsOf where to look
 */
export function useLoupes<S extends LoupeSpot>(
  spotsOf: (world: World) => readonly S[],
  {
    moving = () => false,
    asked = () => true,
    per = () => 1
  }: {
    /** whether the subject is shown as it moves */
    readonly moving?: () => boolean
    /** whether they are to be traced by now */
    readonly asked?: () => boolean
    /** pixels of the camera that each of theirs stands for */
    readonly per?: () => number
  }
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
    (spot, { plan, per }, picture) =>
      (shown.value = new Map(shown.value).set(spot.id, { spot, plan, per, picture })),
    (reason) => (failure.value = reason)
  )
  let put: Plan | null = null
  let looked = ''
  watch(
    [() => store.plan, visibility, () => asked() && !picture.paused, spots, per],
    ([plan, seen, wanted]) => {
      if (!plan || seen !== 'visible' || !wanted) return worker.show((put = null))
      const now = JSON.stringify([spots.value, per()])
      // What moves is shown at the moments of each flash: they follow from power and shutter.
      if (put && now === looked && (moving() ? put === plan : sameLight(put, plan))) return
      put = plan
      looked = now
      worker.show({ plan, spots: spots.value, moving: moving(), per: per() })
    },
    { immediate: true }
  )
  onBeforeUnmount(() => worker.show(null))
  return { spots, shown, failure }
}
