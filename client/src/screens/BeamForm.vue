<script setup lang="ts">
/**
 * How a head's light falls off: smooth, a table of angles, or a photometric file read from disk.
 */
import { computed, ref } from 'vue'
import { beamShape, edgeHalfDeg, type Distribution } from '@core/light/beam'
import { fluxOf, parsePhotometry } from '@core/light/photometry'
import type { Fault } from '@core/plan/open'
import { plain } from '@/words/format'
import { ANGLE_COLUMNS, DISTRIBUTION_KINDS } from '@/words/kitParts'
import FigureTable from './FigureTable.vue'

const props = defineProps<{ distribution: Distribution; faults: readonly Fault[] }>()
const emit = defineEmits<{ kind: [kind: string]; change: [distribution: Distribution] }>()
const wantsFile = ref(false)
const failure = ref('')
const kind = computed(() => (wantsFile.value ? 'file' : props.distribution.kind))
const choose = (next: string): void => {
  failure.value = ''
  wantsFile.value = next === 'file' && props.distribution.kind !== 'file'
  if (next !== 'file') emit('kind', next)
}
const points = computed(() =>
  props.distribution.kind === 'table' ? props.distribution.points : []
)
const MOST_BYTES = 4_000_000
const read = async (event: Event): Promise<void> => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  if (file.size > MOST_BYTES)
    return void (failure.value = `${file.name}: larger than 4 MB, which no photometric file is.`)
  const result = parsePhotometry(await file.text(), file.name)
  if (!result.ok)
    return void (failure.value = `${file.name}, line ${result.line}: ${result.reason}.`)
  failure.value = ''
  wantsFile.value = false
  emit('change', result.distribution)
}
const about = computed(() => {
  const { distribution } = props
  if (distribution.kind !== 'file') return ''
  return (
    `${distribution.name}: ${distribution.verticalDeg.length} × ` +
    `${distribution.horizontalDeg.length} angles, down a stop at ` +
    `${plain(2 * edgeHalfDeg(beamShape(distribution, 60)))}°, ` +
    `${plain(fluxOf(distribution))} cd·sr in all.`
  )
})
</script>

<template>
  <fieldset>
    <legend>Beam shape</legend>
    <v-select
      :model-value="kind"
      :items="DISTRIBUTION_KINDS"
      item-value="value"
      item-title="title"
      label="Falloff"
      @update:model-value="choose"
    />
    <template v-if="kind === 'table'">
      <FigureTable
        path="distribution.points"
        :columns="ANGLE_COLUMNS"
        :rows="points"
        :faults="faults"
        :least="2"
        :most="60"
        one="angle"
        :next="{ deg: Math.min(180, (points.at(-1)?.deg ?? 0) + 10), stops: -8 }"
        @change="emit('change', { kind: 'table', points: $event as never })"
      />
    </template>
    <template v-if="kind === 'file'">
      <p v-if="about" class="small">{{ about }}</p>
      <label class="push"
        >Read a photometric file (IES LM-63)<input
          type="file"
          accept=".ies,text/plain"
          class="hidden-label"
          @change="read"
      /></label>
      <p class="small muted">
        Only its shape counts: the guide number still says how strong it is on its axis.
      </p>
    </template>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  margin: 1rem 0 0;
  padding: 0.8rem 0 0;
  display: grid;
  gap: 0.5rem;
  justify-items: start;
}
legend {
  color: var(--muted);
  padding: 0 0.5rem 0 0;
}
.v-select {
  width: 100%;
}
label.push {
  cursor: pointer;
}
label.push:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
</style>
