<script setup lang="ts">
/** Measures a filter by two frames of a grey card: without it and with it, nothing else changed. */
import { computed, ref, shallowRef, watch } from 'vue'
import type { FilterColour } from '@core/colour/filters'
import { settingsFromExif } from '@core/measure/exif'
import { filterFromCards, type FilterFound } from '@core/measure/filterFromFrames'
import { AS_DAYLIGHT } from '@core/colour/balance'
import { spotColour, type SpotColour } from '@/colour/spotColour'
import { useKit } from '@/stores/kit'
import { channelWords } from '@/words/colour'
import { percent, stops } from '@/words/format'
import { FRAME_FILES } from '@/run/frameFiles'

const emit = defineEmits<{ found: [colour: FilterColour] }>()
const kit = useKit()
const cameras = computed(() => [
  { value: '', title: 'A camera whose tone curve is not known' },
  ...kit
    .ofKind('camera')
    .filter(({ files }) => files.toneCurve.length > 1)
    .map(({ id, name }) => ({ value: id, title: name }))
])
const camera = ref('')
const without = shallowRef<File | null>(null)
const with_ = shallowRef<File | null>(null)
const found = shallowRef<FilterFound | null>(null)
const failure = ref('')
const busy = ref(false)
const by = ref<SpotColour['by']>('jpeg')
/** The middle of the frame is the card. */
const MIDDLE = { x: 0.5, y: 0.5, radius: 0.06 } as const

const keyOf = ({ name, size, lastModified }: File, i: number): string =>
  `filter ${i} ${name} ${size} ${lastModified}`

async function measure(): Promise<void> {
  found.value = null
  failure.value = ''
  const files = [without.value, with_.value]
  if (!files[0] || !files[1]) return
  const own = kit.ofKind('camera').find(({ id }) => id === camera.value)
  busy.value = true
  try {
    const rendered = { balance: AS_DAYLIGHT, curve: own?.files.toneCurve ?? [] }
    const [a, b] = (await Promise.all(
      files.map((file, i) => spotColour(keyOf(file!, i), file!, MIDDLE, rendered))
    )) as [SpotColour, SpotColour]
    if (files[0] !== without.value || files[1] !== with_.value) return
    if (a.by !== b.by) throw new Error('Take both as raw files, or both as JPEGs.')
    for (const [patch, name] of [
      [a, 'without it'],
      [b, 'with it']
    ] as const) {
      if (patch.trouble === 'clipped') throw new Error(`The card is clipped in the frame ${name}.`)
      if (patch.trouble === 'dark') throw new Error(`The card is too dark in the frame ${name}.`)
    }
    const [was, is] = [a, b].map(({ exif }) => settingsFromExif(exif, own?.step ?? 'third'))
    if (
      was!.shutterStops !== null &&
      is!.shutterStops !== null &&
      was!.shutterStops !== is!.shutterStops
    )
      throw new Error('The two frames differ in their shutter: take both at one.')
    const more = (key: 'apertureStops' | 'isoStops'): number =>
      was![key] === null || is![key] === null ? 0 : is![key] - was![key]
    found.value = filterFromCards(a.xyz, b.xyz, more('isoStops') - more('apertureStops'))
    by.value = a.by
  } catch (error) {
    failure.value = (error as Error).message
  } finally {
    busy.value = false
  }
}
watch([without, with_, camera], () => void measure())
const take = (into: 'without' | 'with', event: Event): void => {
  const file = (event.target as HTMLInputElement).files?.[0] ?? null
  if (into === 'without') without.value = file
  else with_.value = file
}
</script>

<template>
  <details class="measure">
    <summary>Measure it by two frames</summary>
    <p class="small muted">
      A grey card in the middle, one strobe, manual power, a fixed white balance: one frame without
      the filter, one with it; raw files are the surer. Aperture and ISO may differ if the files say
      so.
    </p>
    <v-select
      v-model="camera"
      :items="cameras"
      item-value="value"
      item-title="title"
      label="Taken with"
    />
    <div class="row">
      <label class="push"
        >{{ without?.name ?? 'Without it …'
        }}<input
          type="file"
          :accept="FRAME_FILES"
          class="hidden-label"
          aria-label="Frame without the filter"
          @change="take('without', $event)"
      /></label>
      <label class="push"
        >{{ with_?.name ?? 'With it …'
        }}<input
          type="file"
          :accept="FRAME_FILES"
          class="hidden-label"
          aria-label="Frame with the filter"
          @change="take('with', $event)"
      /></label>
    </div>
    <p v-if="busy" role="status" class="small">reading …</p>
    <p v-if="failure" role="alert" class="small miss">{{ failure }}</p>
    <div v-if="found" class="found" data-found>
      <p>
        It lets through {{ percent(found.transmission) }} ({{
          stops(Math.log2(found.transmission))
        }}
        stops), <span class="num">{{ channelWords(found.stops) }}</span>:
        {{ Math.round(Math.abs(found.mired)) }} mired {{ found.mired >= 0 ? 'warmer' : 'cooler' }}.
      </p>
      <p v-if="by === 'jpeg' && !camera" class="small near">
        Without the camera’s tone curve each channel is unsure by about ± 0.3 stop.
      </p>
      <div class="row">
        <button
          v-if="found.conversion"
          type="button"
          class="push"
          @click="emit('found', found.conversion)"
        >
          Take as a conversion
        </button>
        <button type="button" class="push" @click="emit('found', found.curve)">
          Take as a curve
        </button>
      </div>
    </div>
  </details>
</template>

<style scoped>
.measure {
  border-top: 1px solid var(--line);
  margin-top: 0.8rem;
  padding-top: 0.4rem;
}
summary {
  cursor: pointer;
  min-height: 2.2rem;
  align-content: center;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
  padding: 0.5rem 0;
}
label {
  cursor: pointer;
}
label:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
</style>
