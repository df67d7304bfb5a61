<script setup lang="ts">
/** A flash meter's reading: where it was held, which lights fired for it, what it showed. */
import { computed, ref, useId } from 'vue'
import { withOnly } from '@core/plan/edit'
import type { LightId, Place } from '@core/plan/plan'
import { nameOf } from '@core/scales/marks'
import { formatMeter, METER_EXAMPLES, parseMeter } from '@core/scales/meter'
import { judgedAt, uncertaintyOf } from '@core/run/calibrate'
import { litIds, type Evidence, type Frame } from '@core/run/frame'
import { expectedReading, handMeter } from '@core/run/metering'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import { usePlan } from '@/stores/plan'
import { useDevice } from './useDevice'
import { placeName } from '@/words/names'

const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{ read: [evidence: Evidence] }>()
const store = usePlan()
const id = useId()

const then = computed(() => ({ ...props.frame.plan, meter: store.plan!.meter }))
const meter = computed(() => handMeter(then.value, store.plan!.meter))
const fired = ref<LightId[]>(litIds(props.frame))
const place = ref<Place>(judgedAt(props.frame)[0]!)
const places = computed(() => judgedAt(props.frame))
const all = computed(() => fired.value.length === litIds(props.frame).length)
const toggle = (light: LightId): void => {
  const on = fired.value.includes(light)
  fired.value = on ? fired.value.filter((each) => each !== light) : [...fired.value, light].sort()
  const alone = fired.value.length === 1 ? fired.value : null
  if (alone) place.value = judgedAt({ kind: 'lit', plan: withOnly(then.value, alone) })[0]!
}
const metering = computed(() => ({ ...meter.value, place: place.value, lights: fired.value }))
const expected = computed(() => expectedReading(then.value, metering.value))

const heldWords = computed(() => {
  const { receptor, isoStops, shutterStops } = meter.value
  return (
    `${receptor === 'dome' ? 'Dome toward the lens' : 'Flat, turned to the light'}, ISO ` +
    `${nameOf('iso', isoStops)}, ${nameOf('shutter', shutterStops)}`
  )
})

const typed = ref('')
const error = ref('')
const value = computed(() => parseMeter(typed.value, meter.value.display))
const evidence = computed(() => ({
  kind: 'meter' as const,
  place: place.value,
  lights:
    all.value && fired.value.every((each) => litIds(props.frame).includes(each))
      ? null
      : fired.value,
  apertureStops: value.value ?? 0,
  isoStops: meter.value.isoStops,
  shutterStops: meter.value.shutterStops,
  receptor: meter.value.receptor
}))
const device = useDevice()
const readByDevice = async (): Promise<void> => {
  if (fired.value.length === 0) return void (error.value = 'say which light is to fire')
  const reading = await device.read(device.meter.value!, metering.value)
  const found = reading && parseMeter(reading.shown, reading.display)
  if (found !== null) typed.value = formatMeter(found, meter.value.display)
  error.value = device.failure.value
}
const read = (): void => {
  if (value.value === null)
    return void (error.value = `not understood: type ${METER_EXAMPLES[meter.value.display]}`)
  if (fired.value.length === 0) return void (error.value = 'say which light fired')
  emit('read', evidence.value)
}
</script>

<template>
  <form class="reading" @submit.prevent="read">
    <ChoiceChips
      :model-value="place"
      label="Held at"
      :options="places.map((each) => ({ value: each, title: placeName(store.plan!, each) }))"
      @update:model-value="place = $event"
    />
    <div
      v-if="frame.plan.lights.length > 1"
      class="chips"
      role="group"
      aria-label="Lights that fired for it"
    >
      <button
        v-for="light in frame.plan.lights"
        :key="light.id"
        type="button"
        class="push"
        :class="{ main: fired.includes(light.id) }"
        :aria-pressed="fired.includes(light.id)"
        @click="toggle(light.id)"
      >
        {{ light.id }} {{ light.name }}
      </button>
    </div>
    <div class="line">
      <label :for="id">Meter says</label>
      <input
        :id="id"
        v-model="typed"
        class="num"
        maxlength="20"
        autocomplete="off"
        :placeholder="expected === null ? '' : formatMeter(expected, meter.display)"
        :aria-invalid="error !== ''"
        :aria-describedby="`${id}-says`"
        @input="error = ''"
      />
      <button type="submit" class="push main">Use</button>
      <button
        v-if="device.meter.value"
        type="button"
        class="push"
        :disabled="device.busy.value !== ''"
        @click="readByDevice"
      >
        {{ device.busy.value ? 'Reading …' : 'Read it' }}
      </button>
      <span class="small" data-expected
        >expected
        <b class="num">{{
          expected === null ? 'no light' : formatMeter(expected, meter.display)
        }}</b></span
      >
    </div>
    <p
      :id="`${id}-says`"
      class="small"
      :class="error ? 'miss' : 'muted'"
      :role="error ? 'alert' : undefined"
    >
      {{
        error ||
        (value === null ? '' : `read as ${formatMeter(value, meter.display)}. `) +
          `${heldWords}. Uncertainty ± ${uncertaintyOf(evidence)} stop.`
      }}
    </p>
  </form>
</template>

<style scoped src="./reading.css"></style>
