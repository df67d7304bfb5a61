<script setup lang="ts">
/** Logs a frame: with a picture, which is read away from the page, or without one. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import type { Frame } from '@core/run/frame'
import type { FrameReading } from '@/workers/frame.worker'
import { Cancelled } from '@/workers/workerHost'
import { readFrame, warmReader } from './frameReader'

const props = defineProps<{
  expected: Frame['kind']
  quiet: boolean
  /** a camera takes the frames: by hand only where it does not */
  folded?: boolean
}>()
const emit = defineEmits<{
  logged: [kind: Frame['kind'], file: File | null, reading: FrameReading | null]
}>()

const share = ref<number | null>(null)
let reading = new AbortController()
const cancel = (): void => reading.abort()
const failure = ref('')
const dragging = ref(false)
const other = computed<Frame['kind']>(() => (props.expected === 'black' ? 'lit' : 'black'))
const NAMES: Record<Frame['kind'], string> = { black: 'black frame', lit: 'lit frame' }

const read = async (file: File | undefined): Promise<void> => {
  if (!file || share.value !== null) return
  failure.value = ''
  share.value = 0
  const mine = (reading = new AbortController())
  // Progress comes by a way of its own, and may come after the answer.
  const progress = (done: number): void => {
    if (mine === reading && share.value !== null) share.value = done
  }
  const { expected } = props
  try {
    const found = await readFrame(file, progress, mine.signal)
    emit('logged', expected, file, found)
  } catch (error) {
    if (!(error instanceof Cancelled))
      failure.value = `${(error as Error).message} Nothing was logged.`
  } finally {
    share.value = null
  }
}
const onFile = (event: Event): void => {
  const input = event.target as HTMLInputElement
  void read(input.files?.[0])
  input.value = ''
}
const onDrop = (event: DragEvent): void => {
  dragging.value = false
  void read(event.dataTransfer?.files[0])
}
onMounted(warmReader)
onBeforeUnmount(cancel)
</script>

<template>
  <section
    class="intake"
    :class="{ dragging, quiet }"
    aria-label="Log a frame"
    @dragover.prevent="dragging = true"
    @dragleave="dragging = false"
    @drop.prevent="onDrop"
  >
    <div v-if="share !== null" class="reading">
      <v-progress-linear
        :model-value="share * 100"
        color="primary"
        aria-label="Reading the picture"
      />
      <span class="small">Reading the picture … {{ Math.round(share * 100) }} %</span>
      <button type="button" class="push" @click="cancel">Cancel</button>
    </div>
    <component :is="folded ? 'details' : 'div'" v-else>
      <summary v-if="folded" class="small muted">Log a frame by hand</summary>
      <div class="row">
        <label class="push" :class="{ main: !quiet }"
          >Log {{ NAMES[expected] }} with its JPEG<input
            type="file"
            accept="image/jpeg,.jpg,.jpeg"
            class="hidden-label"
            @change="onFile"
        /></label>
        <button type="button" class="push" @click="emit('logged', expected, null, null)">
          Log {{ NAMES[expected] }} without
        </button>
        <button type="button" class="push bare muted" @click="emit('logged', other, null, null)">
          Log a {{ NAMES[other] }}
        </button>
      </div>
    </component>
    <p v-if="failure" role="alert" class="miss">{{ failure }}</p>
  </section>
</template>

<style scoped>
.intake {
  display: grid;
  gap: 0.5rem;
  padding: 0.3rem 0;
  border: 1px dashed transparent;
}
.intake.dragging {
  border-color: var(--accent);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.row .push {
  min-height: 46px;
}
summary {
  cursor: pointer;
  padding: 0.3rem 0;
}
details .row {
  padding-top: 0.4rem;
}
label.push {
  cursor: pointer;
}
label.push:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
.reading {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 0.9rem;
  align-items: center;
}
@media (max-width: 760px) {
  .intake:not(.quiet) .row {
    display: grid;
  }
  .intake .row .push {
    justify-content: center;
  }
}
</style>
