<script setup lang="ts">
/** Frames of the card: taken in the order of the rows, read in their middle, one to a row. */
import { computed, onBeforeUnmount, ref } from 'vue'
import type { BenchRow } from '@core/calibration/calibration'
import { filesWords } from '@/words/readings'
import { readCardFrames, type CardFrame, type CardFrames } from './cardFrames'
import type { Bench } from './useBench'
import { FRAME_FILES } from '@/run/frameFiles'

const props = defineProps<{ bench: Bench }>()
const share = ref<number | null>(null)
const refused = ref<CardFrames['refused']>([])
const says = ref('')
let work = new AbortController()

const run = computed(() => props.bench.light.value!)
const camera = computed(() => props.bench.camera.value!)
const measured = computed(() => filesWords(camera.value.files))
/** Rows that wait for a frame. */
const waits = (row: BenchRow): boolean =>
  row.on && !row.reading && (run.value.kind !== 'meter' || row.reference)
const waiting = computed(() => run.value.rows.filter(waits).length)

/** A file says its shutter, and so which row it is; of the rest the order says. */
const fits = (row: BenchRow, { reading }: CardFrame): boolean =>
  run.value.kind !== 'highSpeed' || Math.abs(reading.shutterStops - row.at) < 0.2
const take = async (files: readonly File[]): Promise<void> => {
  if (files.length === 0 || share.value !== null) return
  work = new AbortController()
  share.value = 0
  says.value = ''
  refused.value = []
  try {
    const found = await readCardFrames(
      files,
      camera.value,
      (done) => (share.value = done),
      work.signal
    )
    if (work.signal.aborted) return
    refused.value = found.refused
    const left = [...found.read]
    const rows = run.value.rows.map((row) => {
      const at = waits(row) ? left.findIndex((frame) => fits(row, frame)) : -1
      return at < 0 ? row : { ...row, reading: left.splice(at, 1)[0]!.reading }
    })
    const placed = found.read.length - left.length
    if (placed > 0) props.bench.setRows(rows)
    says.value =
      `${placed} ${placed === 1 ? 'frame' : 'frames'} read, in the order they were taken.` +
      (left.length > 0 ? ` ${left.length} that no row waits for: left out.` : '')
  } finally {
    share.value = null
  }
}
const onPick = (event: Event): void => {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  void take(files)
}
onBeforeUnmount(() => work.abort())
</script>

<template>
  <div
    class="frames"
    @dragover.prevent
    @drop.prevent="take([...($event.dataTransfer?.files ?? [])])"
  >
    <label class="push" :class="{ busy: share !== null || waiting === 0 }"
      >Frames of the card …<input
        type="file"
        multiple
        :accept="FRAME_FILES"
        class="hidden-label"
        :disabled="share !== null || waiting === 0"
        @change="onPick"
    /></label>
    <span class="small muted"
      >JPEG or raw, the card in the middle, all in the order of the rows;
      {{
        measured
          ? `${camera.name}: ${measured}.`
          : `nothing of ${camera.name}’s files is measured yet, so ± 0.3 stop and more.`
      }}</span
    >
    <template v-if="share !== null">
      <v-progress-linear :model-value="share * 100" color="primary" aria-label="Reading frames" />
      <button type="button" class="push" @click="work.abort()">Cancel</button>
    </template>
    <p v-if="says" role="status" class="small">{{ says }}</p>
    <ul v-if="refused.length" role="alert" class="small near">
      <li v-for="each in refused" :key="each.name">{{ each.name }}: {{ each.why }}</li>
    </ul>
  </div>
</template>

<style scoped>
.frames {
  display: grid;
  gap: 0.4rem;
  justify-items: start;
  border-top: 1px dashed var(--rule);
  padding-top: 0.6rem;
}
label {
  cursor: pointer;
}
label:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
label.busy {
  opacity: 0.5;
  cursor: default;
}
</style>
