<script setup lang="ts">
/** A short table of figures, a row each, that grows and shrinks. */
import type { Fault } from '@core/plan/open'
import type { FieldSpec } from '@/words/fieldSpec'
import KitField from './KitField.vue'

type Row = Readonly<Record<string, number>>
const props = defineProps<{
  /** where the rows stand in the item */
  path: string
  columns: readonly FieldSpec[]
  rows: readonly Row[]
  faults: readonly Fault[]
  /** rows at least and at most */
  least: number
  most: number
  /** what one row is called: "Add …", "Remove … 2" */
  one: string
  next: Row
}>()
const emit = defineEmits<{ change: [rows: Row[]] }>()

const put = (index: number, key: string, value: unknown): void =>
  emit(
    'change',
    props.rows.map((row, i) => (i === index ? ({ ...row, [key]: value } as Row) : row))
  )
const errorAt = (path: string): string =>
  props.faults.find((fault) => fault.path === path)?.message ?? ''
</script>

<template>
  <div v-for="(row, index) in rows" :key="index" class="figures">
    <div class="row">
      <KitField
        v-for="spec in columns"
        :key="spec.path"
        :spec="spec"
        :value="row[spec.path]"
        :error="errorAt(`${path}.${index}.${spec.path}`)"
        @change="put(index, spec.path, $event)"
      />
    </div>
    <button
      type="button"
      class="push bare"
      :disabled="rows.length <= least"
      :aria-label="`Remove ${one} ${index + 1}`"
      @click="
        emit(
          'change',
          rows.filter((_, i) => i !== index)
        )
      "
    >
      ✕
    </button>
  </div>
  <p v-if="errorAt(path)" role="alert" class="miss small">{{ errorAt(path) }}</p>
  <button
    type="button"
    class="push"
    :disabled="rows.length >= most"
    @click="emit('change', [...rows, next])"
  >
    Add {{ one === 'angle' ? 'an' : 'a' }} {{ one }}
  </button>
</template>

<style scoped>
.figures {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.4rem;
  align-items: center;
  padding: 0.5rem 0;
  width: 100%;
}
.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(4.6rem, 1fr));
  gap: 0.4rem 1rem;
}
.figures > button {
  min-width: 44px;
  min-height: 44px;
  justify-content: center;
}
.push:not(.bare) {
  margin-bottom: 0.7rem;
}
</style>
