/** Places of the ledger that are read in two frames. */
import { shallowRef, watch } from 'vue'
import type { PatchLevel } from '@core/measure/patch'
import type { Place } from '@core/plan/plan'
import type { Frame } from '@core/run/frame'
import { useFollowed } from './useFollowed'
import { useReading } from './useReading'

const RADIUS = 0.02

export interface BothRead {
  readonly place: Place
  readonly before: PatchLevel
  readonly now: PatchLevel
}

/** Each place that shows in a frame, with what it reads. */
function useRead(frame: () => Frame) {
  const found = shallowRef<ReadonlyMap<Place, PatchLevel>>(new Map())
  const reading = useReading(frame)
  const { spots } = useFollowed(frame, reading)
  watch(
    () => [spots.value, reading.means.value] as const,
    async (asked) => {
      const places = spots.value
      const levels = await reading
        .levels(places.map(({ x, y }) => ({ x, y, radius: RADIUS })))
        .catch(() => [])
      if (asked[0] === spots.value)
        found.value = new Map(levels.map((level, i) => [places[i]!.place, level]))
    },
    { immediate: true }
  )
  return found
}

export function useBothRead(now: () => Frame, before: () => Frame) {
  const here = useRead(now)
  const there = useRead(before)
  const rows = shallowRef<readonly BothRead[]>([])
  watch([here, there], ([a, b]) => {
    rows.value = [...a].flatMap(([place, level]) => {
      const old = b.get(place)
      return old ? [{ place, before: old, now: level }] : []
    })
  })
  return { rows }
}
