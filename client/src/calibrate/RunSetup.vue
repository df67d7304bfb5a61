<script setup lang="ts">
/** With what, from how far and at which mark a run is read. */
import { computed } from 'vue'
import { leastDistanceMm, startRows } from '@core/calibration/start'
import { formatPower, parsePower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { parseIso, parseLength, parseNumber } from '@core/scales/parse'
import { useKit } from '@/stores/kit'
import { mm, plain } from '@/words/format'
import FigureField from './FigureField.vue'
import PickField from './PickField.vue'
import type { Bench } from './useBench'

const props = defineProps<{ bench: Bench }>()
defineEmits<{ head: [strobeId: string] }>()
const kit = useKit()
const run = computed(() => props.bench.light.value!)
const strobe = computed(() => props.bench.strobe.value!)

const byDistance = computed(() => run.value.kind === 'output' || run.value.kind === 'water')
const byMark = computed(() => run.value.kind === 'marks' || run.value.kind === 'meter')
/** A meter does not see what high-speed sync does, nor does it go under water. */
const withMeter = computed(() => run.value.kind !== 'highSpeed' && run.value.kind !== 'water')
const needsCamera = computed(() => !withMeter.value || run.value.kind === 'meter')
const pickMeter = (id: string | null): void => {
  const meter = kit.ofKind('meter').find((each) => each.id === id)
  props.bench.set({ meterId: id, ...(meter && { isoStops: meter.isoStops }) })
}
const pickCamera = (id: string | null): void => {
  const lensId = run.value.lensId ?? kit.ofKind('lens')[0]?.id ?? null
  const camera = kit.ofKind('camera').find((each) => each.id === id) ?? null
  const blank = run.value.kind === 'highSpeed' && run.value.rows.every(({ reading }) => !reading)
  const start = { strobe: strobe.value, modifier: null, camera }
  props.bench.set({
    cameraId: id,
    lensId,
    // Another sync speed, other shutters beyond it.
    ...(blank && { rows: startRows('highSpeed', start) })
  })
}
const unable = computed(() =>
  run.value.kind !== 'highSpeed'
    ? []
    : [strobe.value, props.bench.camera.value]
        .filter((each) => each && !each.highSpeedSync)
        .map((each) => each!.name)
)
const least = computed(() =>
  leastDistanceMm({ strobe: strobe.value, modifier: props.bench.modifier.value })
)
const tooNear = computed(() =>
  (byDistance.value ? run.value.rows.map(({ at }) => at) : [run.value.distanceMm]).some(
    (each) => each < least.value
  )
)
</script>

<template>
  <div class="setup" role="group" aria-label="Set-up">
    <PickField
      v-if="run.kind === 'modifier' || run.kind === 'meter'"
      label="Strobe"
      :value="run.strobeId"
      :items="kit.ofKind('strobe')"
      @change="$event && $emit('head', $event)"
    />
    <FigureField
      v-if="!byDistance"
      label="Front of the bare head to it"
      unit="mm"
      :value="run.distanceMm"
      :parse="parseLength"
      :show="(v) => plain(v, 5)"
      :least="50"
      :most="20000"
      @change="bench.set({ distanceMm: $event })"
    />
    <FigureField
      v-if="!byMark"
      label="Power"
      :value="run.powerStops"
      :parse="(t) => parsePower(strobe.dial, t)"
      :show="(v) => formatPower(strobe.dial, v)"
      :least="-14"
      :most="0"
      @change="bench.set({ powerStops: $event })"
    />
    <PickField
      v-if="withMeter && run.kind !== 'meter'"
      label="Meter"
      :value="run.meterId"
      :items="kit.ofKind('meter')"
      none="none: frames of a card"
      @change="pickMeter"
    />
    <FigureField
      v-if="bench.meter.value"
      label="Meter set to ISO"
      :value="run.isoStops"
      :parse="(t) => parseIso(t)"
      :show="(v) => nameOf('iso', v).replace(/^ISO /, '')"
      :least="-3"
      :most="11"
      @change="bench.set({ isoStops: $event })"
    />
    <PickField
      label="Camera"
      :value="run.cameraId"
      :items="kit.ofKind('camera')"
      v-bind="needsCamera ? {} : { none: 'none' }"
      @change="pickCamera"
    />
    <template v-if="bench.camera.value">
      <PickField
        label="Lens"
        :value="run.lensId"
        :items="kit.ofKind('lens')"
        @change="bench.set({ lensId: $event })"
      />
      <FigureField
        label="Magnification of the card"
        unit="×"
        :value="run.magnification"
        :parse="parseNumber"
        :show="(v) => plain(v, 3)"
        :least="0.001"
        :most="20"
        @change="bench.set({ magnification: $event })"
      />
    </template>
  </div>
  <p v-if="unable.length" class="small miss" role="alert">
    By your kit {{ unable.join(' and ') }} {{ unable.length === 1 ? 'does' : 'do' }} no high-speed
    sync: say so there first.
  </p>
  <p v-if="tooNear" class="small near" data-too-near>
    Nearer than {{ mm(least) }} its lit face is no point any more. That is worked out, but every
    millimetre counts: {{ mm(least) }} or more tells more.
  </p>
</template>

<style scoped>
.setup {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1.4rem;
  padding: 0.2rem 0 0.6rem;
  border-bottom: 1px solid var(--line);
}
@media (max-width: 760px) {
  .setup {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
