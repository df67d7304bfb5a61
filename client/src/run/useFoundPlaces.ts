/** What a frame shows at every place of the ledger that can be read in it. */
import { computed, ref, watch } from 'vue'
import type { PatchLevel } from '@core/measure/patch'
import type { PlaceToRead } from '@core/picture/placesToRead'
import type { Place } from '@core/plan/plan'
import { expectedLevels } from '@core/run/expected'
import type { Found } from '@core/run/explain'
import type { Frame } from '@core/run/frame'
import { usePlan } from '@/stores/plan'
import type { Reading } from './useReading'

interface Chosen {
  readonly place: Place
  readonly level: PatchLevel | null
  readonly radius: number
}

/** @param chosen the place whose patch is being moved, and what it shows where it is */
export function useFoundPlaces(
  frame: () => Frame,
  reading: Reading,
  spots: () => readonly PlaceToRead[],
  chosen: () => Chosen
) {
  const store = usePlan()
  const expected = computed(() => expectedLevels(frame(), store.plan!))
  const read = ref<ReadonlyMap<Place, PatchLevel>>(new Map())
  let newest: unknown = null
  watch(
    () => [spots(), chosen().radius, reading.means.value] as const,
    async (asked) => {
      const [places, radius] = asked
      newest = asked
      const levels = await reading
        .levels(places.map(({ x, y }) => ({ x, y, radius })))
        .catch(() => [])
      if (newest === asked)
        read.value = new Map(levels.map((level, i) => [places[i]!.place, level]))
    },
    { immediate: true }
  )
  const places = computed(() => {
    const { place: moving, level: moved } = chosen()
    return spots().map(({ place }) => ({
      place,
      should: expected.value.get(place) ?? null,
      level: place === moving && moved ? moved : (read.value.get(place) ?? null)
    }))
  })
  const found = computed<Found[]>(() =>
    places.value.flatMap(({ place, level }) => (level ? [{ place, ...level }] : []))
  )
  return { places, found }
}
export type FoundAtPlaces = ReturnType<typeof useFoundPlaces>
