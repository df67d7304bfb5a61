<script setup lang="ts">
/** What a filter lets through: by its character or a measured curve, and what that does to daylight. */
import { computed } from 'vue'
import { channelStops } from '@core/colour/balance'
import { filterColourSchema, transmissionOf, type FilterColour } from '@core/colour/filters'
import type { Fault } from '@core/plan/open'
import ColourSwatch from '@/colour/ColourSwatch.vue'
import SpectrumCurve from '@/colour/SpectrumCurve.vue'
import SpectrumFile from '@/colour/SpectrumFile.vue'
import { asTransmissions } from '@/colour/spectrumFile'
import { channelWords, filterEffect } from '@/words/colour'
import { percent, stops } from '@/words/format'
import { FILTER_FIELDS, FILTER_KINDS } from '@/words/kitParts'
import { newFilterColour } from '@/words/kitStart'
import FilterMeasure from './FilterMeasure.vue'
import KitField from './KitField.vue'

const props = defineProps<{
  at: (path: string) => unknown
  errorAt: (path: string) => string
  faults: readonly Fault[]
}>()
const emit = defineEmits<{ put: [path: string, value: unknown] }>()

const kind = computed(() => String(props.at('colour.kind')) as FilterColour['kind'])
/** null while a figure of it is not right */
const colour = computed(() => filterColourSchema.safeParse(props.at('colour')).data ?? null)
const curve = computed(() => (colour.value ? transmissionOf(colour.value) : null))
const effect = computed(() => (colour.value ? filterEffect(colour.value) : null))
const setKind = (next: FilterColour['kind']): void =>
  emit(
    'put',
    'colour',
    // What is known of it by then becomes the curve.
    next === 'table' && curve.value
      ? { kind: next, transmissions: curve.value.map((value) => Math.min(1.05, value)) }
      : newFilterColour(next)
  )
const fault = computed(
  () => props.faults.find(({ path }) => path.startsWith('colour.transmissions'))?.message ?? ''
)
</script>

<template>
  <fieldset>
    <legend>What it lets through</legend>
    <div class="fields">
      <v-select
        :model-value="kind"
        :items="FILTER_KINDS"
        item-value="value"
        item-title="title"
        label="Character"
        @update:model-value="setKind"
      />
      <KitField
        v-for="spec in FILTER_FIELDS[kind]"
        :key="`${kind}-${spec.path}`"
        :spec="spec"
        :value="at(spec.path)"
        :error="errorAt(spec.path)"
        @change="emit('put', spec.path, $event)"
      />
    </div>
    <p v-if="fault" role="alert" class="miss small">{{ fault }}</p>
    <div v-if="effect && curve" class="effect">
      <ColourSwatch :tint="effect.tint" />
      <p data-effect>
        Of daylight it lets through {{ percent(2 ** effect.costStops) }} ({{
          stops(effect.costStops)
        }}
        stops) and leaves it
        <span class="num">{{ channelWords(channelStops(effect.tint)) }}</span>
      </p>
    </div>
    <SpectrumCurve v-if="curve" :spectrum="curve" label="Share let through, 400 to 700 nm" />
    <SpectrumFile
      v-if="curve"
      :spectrum="curve"
      :name="String(at('name'))"
      :take="
        (spectrum) =>
          emit('put', 'colour', { kind: 'table', transmissions: asTransmissions(spectrum) })
      "
    />
    <FilterMeasure @found="emit('put', 'colour', $event)" />
  </fieldset>
</template>

<style scoped>
.effect {
  display: flex;
  gap: 0.7rem;
  align-items: center;
  padding: 0.6rem 0;
}
</style>
