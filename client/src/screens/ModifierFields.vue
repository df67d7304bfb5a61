<script setup lang="ts">
/** What a modifier does with the beam, its lit face, and the user's own measurements of it. */
import { computed } from 'vue'
import type { Fault } from '@core/plan/open'
import { cutAngleDeg } from '@core/set/modified'
import type { Modifier } from '@core/kit/kit'
import { cellDepthOverWidth, tubeHalfDeg } from '@core/light/tube'
import {
  BEAM_FIELDS,
  FACE_KINDS,
  GRID_CELLS,
  MEASURED_COLUMNS,
  FACE_FIELDS
} from '@/words/kitParts'
import { plain } from '@/words/format'
import FigureTable from './FigureTable.vue'
import KitField from './KitField.vue'
import PartFields from './PartFields.vue'

const props = defineProps<{
  at: (path: string) => unknown
  errorAt: (path: string) => string
  faults: readonly Fault[]
}>()
const emit = defineEmits<{ put: [path: string, value: unknown] }>()

const kind = computed(() => String(props.at('beam.kind')))
const FACES_KEPT = [{ value: 'keep', title: 'As the head’s' }, ...FACE_KINDS]
const measured = computed(() => props.at('measured') as Modifier['measured'])
/** The tube's cut, where its figures make one. */
const cut = computed(() => {
  const deg = kind.value === 'snoot' ? cutAngleDeg(props.at('beam') as Modifier['beam']) : null
  return deg !== null && Number.isFinite(deg) ? plain(deg) : ''
})
/** A grid is kept by the angle its cells cut to: their depth over their width says the same. */
const cells = computed(() => {
  const deg = Number(props.at('beam.beamDeg'))
  return deg > 0 && deg < 180 ? cellDepthOverWidth(deg) : null
})
const putCells = (depthPerWidth: unknown): void => {
  if (typeof depthPerWidth === 'number' && depthPerWidth > 0)
    emit('put', 'beam.beamDeg', Math.round(20 * tubeHalfDeg(1, depthPerWidth)) / 10)
}
</script>

<template>
  <fieldset v-if="kind !== 'keep'">
    <legend>Beam figures</legend>
    <div class="fields">
      <KitField
        v-for="spec in BEAM_FIELDS[kind]"
        :key="`${kind}-${spec.path}`"
        :spec="spec"
        :value="at(spec.path)"
        :error="errorAt(spec.path)"
        @change="emit('put', spec.path, $event)"
      />
      <KitField
        v-if="kind === 'cut'"
        :spec="GRID_CELLS"
        :value="cells"
        error=""
        @change="putCells"
      />
    </div>
    <p v-if="cut" class="small muted">
      Nothing leaves it beyond {{ cut }}° in all, but what its inside throws on.
    </p>
  </fieldset>
  <PartFields
    v-if="kind !== 'snoot'"
    :at="at"
    :error-at="errorAt"
    path="face"
    legend="Lit face"
    label="Shape"
    :kinds="FACES_KEPT"
    :fields="FACE_FIELDS"
    @put="(path, value) => emit('put', path, value)"
  />
  <fieldset>
    <legend>Measured (optional)</legend>
    <p class="small muted">
      Stops against the light without it on its axis, from half a metre away or more. With a figure
      on the axis alone the shape stays that of its geometry; more angles take its place, with
      nothing beyond the last.
    </p>
    <FigureTable
      path="measured"
      :columns="MEASURED_COLUMNS"
      :rows="measured"
      :faults="faults"
      :least="0"
      :most="30"
      one="angle"
      :next="
        measured.length
          ? { deg: Math.min(180, measured.at(-1)!.deg + 10), stops: measured.at(-1)!.stops - 1 }
          : { deg: 0, stops: -1 }
      "
      @change="emit('put', 'measured', $event)"
    />
  </fieldset>
</template>
