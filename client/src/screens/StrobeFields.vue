<script setup lang="ts">
/**
 * A strobe's figures: class and dial first; what the class answers until the user knows better is
 * folded.
 */
import { computed } from 'vue'
import { headStartOf, type HeadStart } from '@core/kit/heads'
import type { Strobe } from '@core/kit/kit'
import type { Fault } from '@core/plan/open'
import type { FieldSpec } from '@/words/fieldSpec'
import { KIT_FIELDS } from '@/words/kitFields'
import { OF_A_CHARGE, STROBE_REST } from '@/words/strobeFields'
import {
  DIAL_FIELDS,
  DIAL_KINDS,
  DURATION_COLUMNS,
  DURATIONS_FROM,
  FACE_KINDS,
  HEAD_CHOICES,
  KELVIN_COLUMNS,
  ZOOM_COLUMNS,
  FACE_FIELDS
} from '@/words/kitParts'
import type { Source } from '@core/colour/sources'
import LampFields from '@/colour/LampFields.vue'
import BeamForm from './BeamForm.vue'
import FigureTable from './FigureTable.vue'
import KitField from './KitField.vue'
import PartFields from './PartFields.vue'
import MeasuredFields from './MeasuredFields.vue'

const props = defineProps<{
  at: (path: string) => unknown
  errorAt: (path: string) => string
  faults: readonly Fault[]
}>()
const emit = defineEmits<{ put: [path: string, value: unknown]; class: [start: HeadStart] }>()

const start = computed(() =>
  headStartOf({
    headClass: props.at('headClass'),
    quench: props.at('quench')
  } as Pick<Strobe, 'headClass' | 'quench'>)
)
const field = (spec: FieldSpec) => ({
  spec,
  value: props.at(spec.path),
  error: props.errorAt(spec.path)
})
const rest = computed(() =>
  STROBE_REST.filter(
    ({ path }) => !props.at('onMains') || !OF_A_CHARGE.includes(path) || props.errorAt(path)
  )
)
const dialFields = computed(() => DIAL_FIELDS[String(props.at('dial.kind'))] ?? [])
/** A fault behind a closed lid would not be seen. */
const FIRST = /^(name|guideNumberM|beamDeg|dial)/
const open = computed(() => props.faults.some((fault) => !FIRST.test(fault.path)))
const durations = computed(() => props.at('durations') as Strobe['durations'])
const kelvins = computed(() => props.at('kelvinByPower') as Strobe['kelvinByPower'])
/** A stop stronger than the last, from six under full on. */
const nextKelvin = computed(() => ({
  powerStops: kelvins.value.length ? Math.min(0, kelvins.value.at(-1)!.powerStops + 1) : -6,
  kelvin: kelvins.value.at(-1)?.kelvin ?? Number(props.at('colour.kelvin'))
}))
const zoom = computed(() => props.at('zoom') as Strobe['zoom'])
/** The row after the last: half as far again, with the beam and strength that go with it. */
const nextZoom = computed(() => {
  const last = zoom.value.at(-1)
  return last
    ? {
        settingMm: Math.round(last.settingMm * 1.4),
        beamDeg: Math.max(5, Math.round(last.beamDeg / 1.3)),
        guideNumberM: Math.round(last.guideNumberM * 1.15)
      }
    : {
        settingMm: 35,
        beamDeg: Number(props.at('beamDeg')),
        guideNumberM: Number(props.at('guideNumberM'))
      }
})
const putDurations = (rows: unknown): void => {
  emit('put', 'durations', rows)
  if (props.at('durationsFrom') === 'typical') emit('put', 'durationsFrom', 'stated')
}
</script>

<template>
  <div class="fields">
    <KitField
      v-bind="field(KIT_FIELDS.strobe[0]!)"
      class="whole"
      @change="emit('put', 'name', $event)"
    />
    <v-select
      :model-value="start"
      :items="HEAD_CHOICES"
      item-value="value"
      item-title="title"
      label="Class of head"
      @update:model-value="emit('class', $event)"
    />
    <KitField
      v-for="spec in KIT_FIELDS.strobe.slice(1)"
      :key="spec.path"
      v-bind="field(spec)"
      @change="emit('put', spec.path, $event)"
    />
    <v-select
      :model-value="at('dial.kind')"
      :items="DIAL_KINDS"
      item-value="value"
      item-title="title"
      label="Kind of dial"
      @update:model-value="emit('put', 'dial.kind', $event)"
    />
    <KitField
      v-for="spec in dialFields"
      :key="`${at('dial.kind')}-${spec.path}`"
      v-bind="field(spec)"
      @change="emit('put', spec.path, $event)"
    />
  </div>
  <details :open="open">
    <summary>
      The rest
      <span class="small muted">{{
        at('durationsFrom') === 'typical'
          ? 'typical for its class, flash durations right to a factor of 2: change it if you know better'
          : 'durations, recycle, lit face, beam'
      }}</span>
    </summary>
    <div class="fields">
      <KitField
        v-for="spec in rest"
        :key="spec.path"
        :class="{ whole: spec.type === 'notes' }"
        v-bind="field(spec)"
        @change="emit('put', spec.path, $event)"
      />
    </div>
    <fieldset>
      <legend>Flash durations by power (optional)</legend>
      <FigureTable
        path="durations"
        :columns="DURATION_COLUMNS"
        :rows="durations"
        :faults="faults"
        :least="0"
        :most="24"
        one="duration"
        :next="{ powerStops: 0 - durations.length, t01: 0.001 }"
        @change="putDurations"
      />
    </fieldset>
    <KitField
      :spec="DURATIONS_FROM"
      :value="at('durationsFrom')"
      error=""
      @change="emit('put', 'durationsFrom', $event)"
    />
    <MeasuredFields
      :at="at"
      :error-at="errorAt"
      :faults="faults"
      @put="(path, value) => emit('put', path, value)"
    />
    <fieldset>
      <legend>Colour of its light</legend>
      <LampFields
        :source="at('colour') as Source"
        about="this head"
        :error="errorAt('colour.kelvin')"
        @change="emit('put', 'colour', $event)"
      />
      <template v-if="at('colour.kind') === 'daylight'">
        <p class="small muted">
          Some heads shift with power. Rows from the weakest on; between them straight in mired.
        </p>
        <FigureTable
          path="kelvinByPower"
          :columns="KELVIN_COLUMNS"
          :rows="kelvins"
          :faults="faults"
          :least="0"
          :most="24"
          one="colour by power"
          :next="nextKelvin"
          @change="emit('put', 'kelvinByPower', $event)"
        />
      </template>
    </fieldset>
    <fieldset>
      <legend>Zoom settings (optional)</legend>
      <p class="small muted">
        A head that zooms has a beam and a guide number for each setting; a light chooses one.
      </p>
      <FigureTable
        path="zoom"
        :columns="ZOOM_COLUMNS"
        :rows="zoom"
        :faults="faults"
        :least="0"
        :most="16"
        one="setting"
        :next="nextZoom"
        @change="emit('put', 'zoom', $event)"
      />
    </fieldset>
    <PartFields
      :at="at"
      :error-at="errorAt"
      path="face"
      legend="Lit face"
      label="Shape"
      :kinds="FACE_KINDS"
      :fields="FACE_FIELDS"
      @put="(path, value) => emit('put', path, value)"
    />
    <BeamForm
      :distribution="at('distribution') as never"
      :faults="faults"
      @kind="emit('put', 'distribution.kind', $event)"
      @change="emit('put', 'distribution', $event)"
    />
  </details>
</template>

<style scoped>
.fields {
  padding-top: 0.7rem;
}
details {
  margin-top: 0.9rem;
  border-top: 1px solid var(--line);
  padding-top: 0.6rem;
}
summary {
  cursor: pointer;
  min-height: 2.2rem;
  color: var(--bright);
}
</style>
