<script setup lang="ts">
/** Every place of the sum that shows in the picture: expected beside found. */
import { computed } from 'vue'
import type { Place } from '@core/plan/plan'
import { heldAgainst } from '@core/run/expected'
import { usePlan } from '@/stores/plan'
import { limitSign, stops } from '@/words/format'
import { placeName } from '@/words/names'
import type { FoundAtPlaces } from './useFoundPlaces'

const props = defineProps<{ places: FoundAtPlaces['places']['value']; chosen: Place }>()
const emit = defineEmits<{ pick: [place: Place] }>()
const store = usePlan()

const rows = computed(() =>
  props.places.map(({ place, should, level }) => {
    const against = level && should !== null ? heldAgainst(should, level) : null
    const limited = against?.fits && level?.limit !== 'exact'
    return {
      place,
      should: should === null ? 'not read' : stops(should),
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
