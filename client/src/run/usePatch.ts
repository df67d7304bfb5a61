/** A patch on a frame's picture: where it lies, and what it reads. */
import { computed, ref, shallowRef, watch } from 'vue'
import type { PatchLevel } from '@core/measure/patch'
import type { Place } from '@core/plan/plan'
import type { Evidence, Frame } from '@core/run/frame'
import { limitSign, stops } from '@/words/format'
import type { PatchSpot } from './PatchPicture.vue'
import type { PicturePoint } from '@/instruments/picturePoint'
import { useFollowed } from './useFollowed'
import { useReading } from './useReading'

export const PATCH_RADIUS = 0.025

/**
 * @param first the place it begins at
 * @param hasPicture without one nothing is read
 */
export function usePatch(
  frame: () => Frame,
  first: Place,
  radius = PATCH_RADIUS,
  hasPicture: () => boolean = () => true
) {
  const place = ref<Place>(first)
  const reading = useReading(frame)
  const following = useFollowed(frame, reading)
  const { followed, startOf } = following
  const spot = shallowRef<PatchSpot>({ ...startOf(first), radius })
  const moveTo = ({ x, y }: PicturePoint): void => void (spot.value = { ...spot.value, x, y })
  const pick = (at: Place): void => {
    place.value = at
    moveTo(startOf(at))
  }
  /** Where the user put it, it stays. */
  let start = spot.value
  watch(followed, () => {
    if (spot.value !== start) return
    moveTo(startOf(place.value))
    start = spot.value
  })

  const level = shallowRef<PatchLevel | null>(null)
  const failure = ref('')
  const measure = async (): Promise<void> => {
    if (!hasPicture()) return
    failure.value = ''
    const at = spot.value
    try {
      const [result] = await reading.levels([at])
      if (at === spot.value) level.value = result!
    } catch (error) {
      failure.value = (error as Error).message
    }
  }
  watch([spot, reading.means, hasPicture], () => void measure(), { immediate: true })

  /** "≥ +2.4"; '' while it is read */
  const says = computed(() =>
    level.value ? `${limitSign(level.value.limit)}${stops(level.value.level)}` : ''
  )
  /** What the patch says, as it would be noted. */
  const evidence = computed<Evidence | null>(
    () =>
      level.value && {
        kind: 'patch',
        place: place.value,
        ...spot.value,
        levelStops: level.value.level,
        limit: level.value.limit,
        uncertaintyStops: level.value.uncertaintyStops
      }
  )
  return { ...following, place, reading, spot, moveTo, pick, level, failure, says, evidence }
}
