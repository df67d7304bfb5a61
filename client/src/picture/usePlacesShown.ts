/** Places of the ledger that the picture shows, and what lies under a spot of it. */
import { computed, type ComputedRef } from 'vue'
import { placeShown, touched, type SurfaceShown } from '@core/picture/atPlace'
import { worldOf, type World } from '@core/picture/world'
import type { Place } from '@core/plan/plan'
import { usePlan } from '@/stores/plan'

export interface PlaceShown {
  readonly id: Place
  /** −1 to 1, + right and up */
  readonly x: number
  readonly y: number
}

export interface PlacesShown {
  readonly world: ComputedRef<World>
  readonly places: ComputedRef<readonly PlaceShown[]>
  readonly under: (x: number, y: number) => SurfaceShown | null
}

export function usePlacesShown(): PlacesShown {
  const store = usePlan()
  const world = computed(() => worldOf(store.plan!))
  const places = computed(() =>
    world.value.scene.places.flatMap((place): PlaceShown[] => {
      const spot = placeShown(world.value, place)
      return spot ? [{ id: place.id, x: spot.x, y: spot.y }] : []
    })
  )
  return { world, places, under: (x, y) => touched(world.value, x, y) }
}
