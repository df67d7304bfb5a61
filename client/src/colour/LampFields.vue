<script setup lang="ts">
/** What shines: flash or daylight, something that glows, or a measured curve. */
import { computed } from 'vue'
import { sourceSchema, spectrumOf, type Source } from '@core/colour/sources'
import { parseNumber } from '@core/scales/parse'
import { LAMP_KINDS } from '@/words/kitParts'
import SpectrumCurve from './SpectrumCurve.vue'
import SpectrumFile from './SpectrumFile.vue'

const props = defineProps<{
  source: Source
  /** whose it is, for labels */
  about: string
  error?: string
  disabled?: boolean
}>()
const emit = defineEmits<{ change: [source: Source] }>()

const START: Record<Exclude<Source['kind'], 'table'>, Source> = {
  daylight: { kind: 'daylight', kelvin: 5500 },
  glowing: { kind: 'glowing', kelvin: 2900 }
}
const shape = computed(() => {
  const checked = sourceSchema.safeParse(props.source)
  return checked.success ? spectrumOf(checked.data) : null
})
const setKind = (kind: Source['kind']): void =>
  emit(
    'change',
    kind === 'table'
      ? { kind, spectrum: [...(shape.value ?? spectrumOf(START.daylight))] }
      : START[kind]
  )
/** What cannot be read goes on as it is, so that the schema refuses it at this field. */
const setKelvin = (text: string): void =>
  emit('change', {
    ...props.source,
    kelvin: parseNumber(text.replace(/\s*k$/i, '')) ?? (text as unknown as number)
  } as Source)
</script>

<template>
  <div class="lamp">
    <v-select
      :model-value="source.kind"
      :items="LAMP_KINDS"
      :disabled="disabled"
      item-value="value"
      item-title="title"
      :label="`Light of ${about}`"
      @update:model-value="setKind"
    />
    <v-text-field
      v-if="source.kind !== 'table'"
      :model-value="String(source.kelvin)"
      :label="`Colour temperature of ${about}`"
      suffix="K"
      :disabled="disabled"
      :error-messages="error"
      maxlength="12"
      @change="setKelvin(($event.target as HTMLInputElement).value)"
    />
    <div v-else class="table">
      <SpectrumCurve
        v-if="shape"
        :spectrum="shape"
        :label="`Spectrum of ${about}, 400 to 700 nm`"
      />
      <SpectrumFile
        v-if="shape"
        :spectrum="shape"
        :name="about"
        :take="(spectrum) => emit('change', { kind: 'table', spectrum: [...spectrum] })"
      />
    </div>
  </div>
</template>

<style scoped>
.lamp {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0.7rem 1.4rem;
  align-items: start;
}
.table {
  grid-column: 1 / -1;
}
@media (max-width: 600px) {
  .lamp {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
