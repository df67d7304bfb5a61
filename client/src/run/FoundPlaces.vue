<script setup lang="ts">
/** Every place of the sum that shows in the picture: expected beside found. */
import { computed, ref, watch } from 'vue'
import type { PatchLevel } from '@core/measure/patch'
import { placesToRead } from '@core/picture/placesToRead'
import type { Place } from '@core/plan/plan'
import { expectedLevels, heldAgainst } from '@core/run/expected'
import type { Frame } from '@core/run/frame'
import { usePlan } from '@/stores/plan'
import { limitSign, stops } from '@/words/format'
import { placeName } from '@/words/names'
import type { Reading } from './useReading'

const props = defineProps<{
  frame: Frame
  reading: Reading
  /** the place whose patch is being moved, and what it shows where it is */
  chosen: Place
  level: PatchLevel | null
  radius: number
}>()
const emit = defineEmits<{ pick: [place: Place] }>()
const store = usePlan()

const spots = computed(() => placesToRead(props.frame.plan))
const expected = computed(() => expectedLevels(props.frame, store.plan!))
const found = ref<ReadonlyMap<Place, PatchLevel>>(new Map())
let newest: unknown = null
watch(
  () => [spots.value, props.radius, props.reading.means.value] as const,
  async (asked) => {
    const [places, radius] = asked
    newest = asked
    const levels = await props.reading
      .levels(places.map(({ x, y }) => ({ x, y, radius })))
      .catch(() => [])
    if (newest === asked) found.value = new Map(levels.map((level, i) => [places[i]!.place, level]))
  },
  { immediate: true }
)

const rows = computed(() =>
  spots.value.map(({ place }) => {
    const level =
      place === props.chosen && props.level ? props.level : (found.value.get(place) ?? null)
    const should = expected.value.get(place)
    const against = level && should !== undefined ? heldAgainst(should, level) : null
    const limited = against?.fits && level?.limit !== 'exact'
    return {
      place,
      should: should === undefined ? 'not read' : stops(should),
      level: level ? limitSign(level.limit) + stops(level.level) : '…',
      off: against === null ? '' : limited ? 'fits' : stops(against.offStops),
      state: against === null ? 'muted' : against.fits ? 'ok' : 'near'
    }
  })
)
</script>

<template>
  <table v-if="rows.length" class="small" data-found-places>
    <caption class="hidden-label">
      Expected and found at each place that shows
    </caption>
    <thead>
      <tr>
        <th scope="col">Place</th>
        <th scope="col" class="right">Expected</th>
        <th scope="col" class="right">Found</th>
        <th scope="col" class="right">Off</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.place" :data-found="row.place">
        <th scope="row">
          <button
            type="button"
            :class="{ bright: row.place === chosen }"
            @click="emit('pick', row.place)"
          >
            {{ placeName(store.plan!, row.place) }}
          </button>
        </th>
        <td class="num right">{{ row.should }}</td>
        <td class="num right">{{ row.level }}</td>
        <td class="num right" :class="row.state">{{ row.off }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  max-width: 520px;
  width: 100%;
}
th,
td {
  padding: 0 0.5rem 0 0;
  border-bottom: 1px solid var(--line);
  font-weight: 400;
}
thead th {
  color: var(--muted);
  padding-bottom: 0.25rem;
}
button {
  min-height: 32px;
  text-align: left;
  width: 100%;
}
button:hover {
  color: var(--bright);
}
.right {
  text-align: right;
}
@media (pointer: coarse), (max-width: 760px) {
  button {
    min-height: 44px;
  }
}
</style>
