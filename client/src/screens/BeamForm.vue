<script setup lang="ts">
/**
 * How a head's light falls off: smooth, a table of angles, or a photometric file read from disk.
 */
import { computed, ref } from 'vue'
import { beamShape, edgeAngleDeg, type Distribution } from '@core/light/beam'
import { fluxOf, parsePhotometry } from '@core/light/photometry'
import type { Fault } from '@core/plan/open'
import { parseNumber } from '@core/scales/parse'
import { formatStops, parseStops } from '@core/scales/stops'
import { plain } from '@/words/format'
import type { FieldSpec } from '@/words/fieldSpec'
import { DISTRIBUTION_KINDS } from '@/words/kitFields'
import KitField from './KitField.vue'

const props = defineProps<{ distribution: Distribution; faults: readonly Fault[] }>()
const emit = defineEmits<{ kind: [kind: string]; change: [distribution: Distribution] }>()
const DEG: FieldSpec = {
  path: 'deg',
  label: 'Off axis',
  type: 'figure',
  unit: '°',
  parse: parseNumber,
  show: (v) => plain(v, 5)
}
const STOPS: FieldSpec = {
  path: 'stops',
  label: 'Stops against the axis',
  type: 'figure',
  parse: parseStops,
  show: (v) => formatStops(v)
}
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
const put = (index: number, key: string, value: unknown): void =>
  emit('change', {
    kind: 'table',
    points: points.value.map((point, i) => (i === index ? { ...point, [key]: value } : point))
  } as Distribution)
const errorAt = (index: number, key: string): string =>
  props.faults.find((fault) => fault.path === `distribution.points.${index}.${key}`)?.message ?? ''
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
    `${plain(edgeAngleDeg(beamShape(distribution, 60)))}°, ` +
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
      <div v-for="(point, index) in points" :key="index" class="row">
        <KitField
          :spec="DEG"
          :value="point.deg"
          :error="errorAt(index, 'deg')"
          @change="put(index, 'deg', $event)"
        />
        <KitField
          :spec="STOPS"
          :value="point.stops"
          :error="errorAt(index, 'stops')"
          @change="put(index, 'stops', $event)"
        />
        <button
          type="button"
          class="push bare"
          :disabled="points.length <= 2"
          :aria-label="`Remove angle ${index + 1}`"
          @click="emit('change', { kind: 'table', points: points.filter((_, i) => i !== index) })"
        >
          Remove
        </button>
      </div>
      <p v-if="faults.some((fault) => fault.path === 'distribution.points')" class="miss small">
        {{ faults.find((fault) => fault.path === 'distribution.points')!.message }}
      </p>
      <button
        type="button"
        class="push"
        :disabled="points.length >= 60"
        @click="
          emit('change', {
            kind: 'table',
            points: [...points, { deg: Math.min(180, (points.at(-1)?.deg ?? 0) + 10), stops: -8 }]
          })
        "
      >
        Add an angle
      </button>
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
.row {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 0.4rem 1.2rem;
  align-items: end;
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
