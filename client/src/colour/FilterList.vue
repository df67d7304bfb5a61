<script setup lang="ts">
/** Filters on something, a sheet each, with one more from the kit; those in hand stay as they are. */
import { computed } from 'vue'
import type { Filter } from '@core/kit/kit'
import KitMoved from '@/instruments/KitMoved.vue'
import { useKit } from '@/stores/kit'
import { filterLine } from '@/words/colour'

const props = defineProps<{
  filters: readonly Filter[]
  /** whose they are: "A", "the lens" */
  about: string
  locked: boolean
}>()
const emit = defineEmits<{ change: [filters: Filter[]] }>()
const kit = useKit()
const MOST = 4
const choices = computed(() => kit.filters.map(({ id, name }) => ({ value: id, title: name })))
const add = (id: string): void => {
  const filter = kit.filters.find((each) => each.id === id)
  if (filter) emit('change', [...props.filters, structuredClone(filter)])
}
</script>

<template>
  <div class="filters">
    <ul v-if="filters.length" :aria-label="`Filters on ${about}`">
      <li v-for="(filter, i) in filters" :key="`${filter.id}-${i}`">
        <span
          >{{ filter.name }}<small class="muted">{{ filterLine(filter.colour) }}</small
          ><KitMoved :item="filter"
        /></span>
        <button
          type="button"
          class="push bare"
          :disabled="locked"
          :aria-label="`Take ${filter.name} off ${about}`"
          @click="
            emit(
              'change',
              filters.filter((_, k) => k !== i)
            )
          "
        >
          Off
        </button>
      </li>
    </ul>
    <v-select
      v-if="filters.length < MOST && choices.length"
      :model-value="null"
      :items="choices"
      :disabled="locked"
      item-value="value"
      item-title="title"
      :label="filters.length ? `Another filter on ${about}` : `Filter on ${about}`"
      placeholder="none"
      persistent-placeholder
      density="compact"
      @update:model-value="add($event as unknown as string)"
    />
    <p v-else-if="!choices.length && !filters.length" class="small muted">
      No filters yet: <router-link to="/kit">add them to the kit</router-link>.
    </p>
  </div>
</template>

<style scoped>
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  border-bottom: 1px dotted var(--line);
}
small {
  display: block;
  font-size: 0.75rem;
}
.filters > :deep(.v-input) {
  margin-top: 0.35rem;
}
</style>
