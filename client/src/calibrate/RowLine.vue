<script setup lang="ts">
/** One row: its place may be typed over, its reading is typed as the meter shows it. */
import { mdiClose } from '@mdi/js'
import { computed, nextTick, ref, watch } from 'vue'
import { PLACES, type BenchRow } from '@core/calibration/calibration'
import type { RowRead } from '@core/calibration/fromBench'
import { formatPower, parsePower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { formatMeter, METER_EXAMPLES, parseMeter } from '@core/scales/meter'
import { parseLength, parseNumber, parseShutter } from '@core/scales/parse'
import { rowName } from '@/words/calibration'
import { plain, stops } from '@/words/format'
import type { Bench } from './useBench'

const props = defineProps<{
  bench: Bench
  row: BenchRow
  index: number
  read: RowRead | null
  strays: boolean
  now: boolean
}>()
const emit = defineEmits<{ focus: []; blur: []; take: [] }>()

const run = computed(() => props.bench.light.value!)
const strobe = computed(() => props.bench.strobe.value!)
const display = computed(() => props.bench.meter.value?.display ?? 'tenths')
const name = computed(() => rowName(run.value, props.row, strobe.value))
/** Read by the camera: in high-speed sync, under water, and beside the meter. */
const inFrame = computed(() => props.bench.inFrame(props.row))

const AT = {
  output: [parseLength, (v: number) => plain(v, 5), 'mm'],
  water: [parseLength, (v: number) => plain(v, 5), 'mm'],
  beam: [parseNumber, (v: number) => plain(v, 3), '°'],
  modifier: [parseNumber, (v: number) => plain(v, 3), '°'],
  highSpeed: [parseShutter, (v: number) => nameOf('shutter', v), ''],
  marks: [null, null, ''],
  meter: [null, null, '']
} as const
const REFERENCE: Partial<Record<typeof run.value.kind, string>> = {
  modifier: 'bare',
  highSpeed: 'at sync',
  meter: 'card'
}
const aside = computed(() =>
  [AT[run.value.kind][2], props.row.reference ? REFERENCE[run.value.kind] : '']
    .filter(Boolean)
    .join(' ')
)
const parsePlace = (text: string): number | null => {
  const [parse] = AT[run.value.kind]
  const [least, most] = PLACES[run.value.kind]
  const value = parse ? parse(text) : parsePower(strobe.value.dial, text)
  return value !== null && value >= least && value <= most ? value : null
}
const showPlace = (value: number): string =>
  AT[run.value.kind][1]?.(value) ?? formatPower(strobe.value.dial, value)
const place = ref(showPlace(props.row.at))
const misplaced = ref(false)
watch(
  () => props.row.at,
  (at) => {
    place.value = showPlace(at)
    misplaced.value = false
  }
)
const putPlace = (): void => {
  const value = parsePlace(place.value)
  misplaced.value = value === null
  if (value !== null && value !== props.row.at)
    props.bench.setRow(props.index, { at: value, reading: null })
}

const shown = (): string => {
  const { reading } = props.row
  return reading?.kind === 'meter' ? formatMeter(reading.apertureStops, display.value) : ''
}
const typed = ref(shown())
const fault = ref('')
watch(
  () => [props.row.reading, display.value],
  () => {
    typed.value = shown()
    fault.value = ''
  }
)
const put = (event?: KeyboardEvent): void => {
  const text = typed.value.trim()
  const value = text ? parseMeter(text, display.value) : null
  fault.value =
    text && value === null ? `not understood: type ${METER_EXAMPLES[display.value]}` : ''
  if (fault.value) return
  const before = props.row.reading?.kind === 'meter' ? props.row.reading.apertureStops : null
  if (value !== before)
    props.bench.read(props.index, value === null ? null : { kind: 'meter', apertureStops: value })
  if (event) void nextTick(() => next(event.target as HTMLElement))
}
/** Enter goes on to the next reading: a hand on the dial, a hand on the keys. */
const next = (from: HTMLElement): void => {
  const all = [...from.closest('table')!.querySelectorAll<HTMLElement>('input.reading')]
  const after = all[all.indexOf(from) + 1]
  if (after) after.focus()
  else from.blur()
}

const should = computed(() => {
  const { expected } = props.read ?? {}
  if (!expected) return ''
  if (!inFrame.value)
    return expected.apertureStops === null
      ? 'no light'
      : formatMeter(expected.apertureStops, display.value)
  const { reading } = props.row
  if (reading?.kind === 'card')
    return Number.isFinite(expected.levelStops) ? stops(expected.levelStops) : 'black'
  return expected.apertureStops === null
    ? 'no light'
    : `0 at ${nameOf('aperture', expected.apertureStops)}, ISO ${nameOf('iso', run.value.isoStops).replace(/^ISO /, '')}`
})
</script>

<template>
  <tr :class="{ now, out: !row.on }" :data-row="index">
    <th scope="row">
      <input
        v-model="place"
        class="num place"
        maxlength="16"
        autocomplete="off"
        :aria-label="`Place of row ${index + 1}: ${name}`"
        :aria-invalid="misplaced"
        @change="putPlace"
        @keydown.enter="putPlace"
      /><small v-if="aside" class="muted">{{ aside }}</small>
    </th>
    <td class="num should">{{ should }}</td>
    <td>
      <span v-if="row.reading?.kind === 'card'" class="card">
        <b class="num">{{ stops(row.reading.levelStops) }}</b>
        <small class="muted"
          >± {{ row.reading.uncertaintyStops.toFixed(2) }}, {{ row.reading.fileName }}</small
        >
        <button
          type="button"
          class="push bare"
          :aria-label="`Take the frame out of ${name}`"
          @click="bench.read(index, null)"
        >
          Take out
        </button>
      </span>
      <input
        v-else-if="!inFrame"
        v-model="typed"
        class="num reading"
        maxlength="12"
        autocomplete="off"
        inputmode="text"
        :placeholder="should"
        :aria-label="`Meter says, ${name}`"
        :aria-invalid="fault !== ''"
        @focus="emit('focus')"
        @blur="emit('blur')"
        @change="put()"
        @keydown.enter="put($event)"
      />
      <span v-else class="muted small frame">a frame</span>
      <span v-if="fault" role="alert" class="miss small">{{ fault }}</span>
      <span v-if="misplaced" role="alert" class="miss small">the place is not understood</span>
    </td>
    <td class="num" :class="strays ? 'near' : ''">
      {{ read?.offStops == null ? '' : stops(read.offStops) }}
      <small v-if="strays" class="near">strays</small>
    </td>
    <td class="acts">
      <input
        type="checkbox"
        :checked="row.on"
        :aria-label="`${name} counts`"
        @change="bench.setRow(index, { on: ($event.target as HTMLInputElement).checked })"
      />
      <button type="button" class="push bare" :aria-label="`Remove ${name}`" @click="emit('take')">
        <svg class="icon" viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiClose" /></svg>
      </button>
    </td>
  </tr>
</template>

<style scoped src="./rowLine.css"></style>
