<script setup lang="ts">
/** Ambient light as a camera, a meter or a lux meter gave it. */
import { computed } from 'vue'
import { evOfReading } from '@core/plan/readingEv'
import { luxFromEv } from '@core/ambient/ev'
import { valueAt, valueIn } from '@core/plan/path'
import type { AmbientReading, AmbientSourceId, ReadPlace } from '@core/plan/plan'
import { usePlan } from '@/stores/plan'
import { plain } from '@/words/format'
import StepField from '@/instruments/StepField.vue'

const props = defineProps<{
  path: `ambient.${ReadPlace}` | `ambient.sources.${AmbientSourceId}.reading`
  title: string
  /** what was read, as it is said in a sentence */
  about: string
  /** light that comes from a lit face: there is none falling in to be read */
  sentOut?: boolean
}>()
const store = usePlan()
const reading = computed(() => valueAt(store.plan!, props.path) as AmbientReading | null)
const mode = computed(() => reading.value?.value.kind ?? 'none')
const inside = computed(() => `${props.path}.value` as const)
const modes = computed(() => (props.sentOut ? MODES.filter(({ value }) => value !== 'lux') : MODES))

const MODES = [
  { value: 'none', title: 'Not read yet' },
  { value: 'camera', title: 'Camera settings, metered' },
  { value: 'ev', title: 'EV at ISO 100' },
  { value: 'lux', title: 'Lux' }
]
const VIAS = [
  { value: 'lens', title: 'Through the lens' },
  { value: 'reflected', title: 'Hand-held, reflected' },
  { value: 'incident', title: 'Hand-held, incident (dome at the place)' }
]
const vias = computed(() =>
  VIAS.filter(({ value }) => (value === 'incident' ? !props.sentOut : mode.value !== 'lux'))
)

const write = (next: AmbientReading | null): void => void store.set(props.path, next, props.about)

/** Changing the notation keeps the light: the same EV said another way. */
const setMode = (to: string): void => {
  const was = reading.value
  const plan = store.plan!
  const ev = was ? evOfReading(was) : 4
  const base = {
    limit: 'exact' as const,
    atMagnification: plan.focus.magnification,
    takenAt: new Date().toISOString(),
    look: plan.look
  }
  const via = was?.via ?? (to === 'camera' || props.sentOut ? 'lens' : 'incident')
  if (to === 'none') write(null)
  else if (to === 'ev') write({ ...base, value: { kind: 'ev', ev: Number(ev.toFixed(3)) }, via })
  else if (to === 'lux')
    write({
      ...base,
      value: { kind: 'lux', lux: Number(luxFromEv(ev).toPrecision(4)) },
      via: 'incident'
    })
  else {
    const { apertureStops, isoStops } = plan.settings
    const shutterStops = Math.max(
      -6,
      Math.min(16, Math.round((ev + isoStops - apertureStops) * 3) / 3)
    )
    write({
      ...base,
      value: { kind: 'camera', apertureStops, shutterStops, isoStops, scaleStops: 0 },
      via
    })
  }
}
const setVia = (via: AmbientReading['via']): void => {
  if (reading.value)
    write({ ...reading.value, via, atMagnification: store.plan!.focus.magnification })
}
const limitWords = computed(() => {
  const { limit, frameId } = reading.value!
  if (limit === 'exact') return ''
  const most = limit === 'at-most'
  const why = frameId
    ? most
      ? 'nothing showed in the frame'
      : 'the frame was clipped there'
    : 'the scale ends there'
  return `, at ${most ? 'most' : 'least'}: ${why}`
})
/** A scale that stands at its end says no more than that it is there or past it. */
const SCALE_END = 3
function limitOf(value: AmbientReading['value']): AmbientReading['limit'] {
  const shown = value.kind === 'camera' ? value.scaleStops : 0
  return shown <= -SCALE_END ? 'at-most' : shown >= SCALE_END ? 'at-least' : 'exact'
}
/** A figure typed anew was read anew. */
const put = (key: string) => (value: number) =>
  store.update(
    props.about,
    (draft) => {
      const target = valueIn(draft, props.path) as AmbientReading
      Object.assign(target.value, { [key]: value })
      Object.assign(target, {
        takenAt: new Date().toISOString(),
        look: draft.look,
        limit: limitOf(target.value)
      })
      delete target.frameId
    },
    inside.value
  )
</script>

<template>
  <div class="reading" role="group" :aria-label="about.charAt(0).toUpperCase() + about.slice(1)">
    <h3>{{ title }}</h3>
    <v-select
      :model-value="mode"
      :items="modes"
      item-value="value"
      item-title="title"
      label="Reading"
      @update:model-value="setMode"
    />
    <template v-if="reading">
      <v-select
        :model-value="reading.via"
        :items="vias"
        item-value="value"
        item-title="title"
        label="Metered"
        @update:model-value="setVia"
      />
      <template v-if="mode === 'camera'">
        <StepField
          :path="`${inside}.apertureStops`"
          kind="aperture"
          label="Aperture"
          :set="put('apertureStops')"
          no-lock
        />
        <StepField
          :path="`${inside}.shutterStops`"
          kind="shutter"
          label="Shutter"
          :set="put('shutterStops')"
          no-lock
        />
        <StepField
          :path="`${inside}.isoStops`"
          kind="iso"
          label="ISO"
          :set="put('isoStops')"
          no-lock
        />
        <StepField
          :path="`${inside}.scaleStops`"
          kind="stops"
          label="Scale showed"
          :set="put('scaleStops')"
          no-lock
          help="What the exposure scale showed at these settings: 0 when it called them right, −3 when it showed three under. At the end of a scale that blinks it may be darker still."
        />
      </template>
      <StepField
        v-else-if="mode === 'ev'"
        :path="`${inside}.ev`"
        kind="ev"
        label="EV"
        :set="put('ev')"
        no-lock
      />
      <StepField
        v-else
        :path="`${inside}.lux`"
        kind="lux"
        label="Illuminance"
        :set="put('lux')"
        no-lock
      />
      <p class="small muted">EV {{ plain(evOfReading(reading)) }} at ISO 100{{ limitWords }}</p>
    </template>
  </div>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 0.35rem;
  padding: 0.4rem 0 0.8rem;
}
</style>
