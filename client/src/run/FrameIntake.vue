<script setup lang="ts">
/** Logs a frame: with a picture, which is read away from the page, or without one. */
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { isRawHead, RAW_HEAD_BYTES } from '@core/measure/rawFile'
import type { Frame } from '@core/run/frame'
import type { FrameReading } from '@/workers/frame.worker'
import { Cancelled } from '@/workers/workerHost'
import { FRAME_FILES } from './frameFiles'
import { readFrame, warmReader } from './frameReader'
import { developRaw } from './rawReader'

const props = defineProps<{
  expected: Frame['kind']
  quiet: boolean
  /** a camera takes the frames: by hand only where it does not */
  folded?: boolean
  /** logs one; by the time it is done the next is expected */
  log: (kind: Frame['kind'], file: File | null, reading: FrameReading | null) => Promise<void>
  /** puts a raw file beside its JPEG; false where there is none */
  addRaw: (file: File) => Promise<boolean>
}>()

const share = ref<number | null>(null)
/** which of how many files is read */
const turn = ref({ at: 1, of: 1 })
let reading = new AbortController()
const cancel = (): void => reading.abort()
const failures = ref<readonly string[]>([])
const dragging = ref(false)
const other = computed<Frame['kind']>(() => (props.expected === 'black' ? 'lit' : 'black'))
const NAMES: Record<Frame['kind'], string> = { black: 'black frame', lit: 'lit frame' }

/** Pictures first, each before its raw file, in the order cameras count them. */
const isRaw = ({ name }: File): boolean => !/\.jpe?g$/i.test(name) && /\.\w+$/.test(name)
const inOrder = (files: readonly File[]): File[] =>
  [...files].sort(
    (a, b) =>
      Number(isRaw(a)) - Number(isRaw(b)) ||
      a.name.localeCompare(b.name, undefined, { numeric: true })
  )

const readOne = async (file: File): Promise<void> => {
  // A file of any name that is a picture is one.
  const head = new Uint8Array(await file.slice(0, RAW_HEAD_BYTES).arrayBuffer())
  if (isRaw(file) && isRawHead(head)) {
    if (!(await props.addRaw(file))) await developOne(file)
    return
  }
  await logOne(file, null)
}
/** A raw file alone: a picture is made of it. */
const developOne = async (file: File): Promise<void> => {
  const { jpeg, exif } = await developRaw(file, reading.signal)
  await logOne(jpeg, exif)
  await props.addRaw(file)
}
/** @param exif what the camera's own file says, where the picture was made here */
const logOne = async (file: File, exif: FrameReading['exif'] | null): Promise<void> => {
  const mine = reading
  // Progress comes by a way of its own, and may come after the answer.
  const progress = (done: number): void => {
    if (mine === reading && share.value !== null) share.value = done
  }
  const { expected } = props
  const found = await readFrame(file, progress, mine.signal)
  await props.log(expected, file, exif ? { ...found, exif } : found)
}
const read = async (list: FileList | null | undefined): Promise<void> => {
  const files = inOrder([...(list ?? [])])
  if (files.length === 0 || share.value !== null) return
  failures.value = []
  reading = new AbortController()
  const { signal } = reading
  for (const [i, file] of files.entries()) {
    if (signal.aborted) break
    share.value = 0
    turn.value = { at: i + 1, of: files.length }
    try {
      await readOne(file)
    } catch (error) {
      if (error instanceof Cancelled) break
      const name = files.length > 1 ? `${file.name}: ` : ''
      failures.value = [...failures.value, `${name}${(error as Error).message} Nothing was logged.`]
    }
  }
  share.value = null
}
const onFile = (event: Event): void => {
  const input = event.target as HTMLInputElement
  void read(input.files).finally(() => (input.value = ''))
}
const onDrop = (event: DragEvent): void => {
  dragging.value = false
  void read(event.dataTransfer?.files)
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
      <span class="small"
        >Reading {{ turn.of > 1 ? `picture ${turn.at} of ${turn.of}` : 'the picture' }} …
        {{ Math.round(share * 100) }} %</span
      >
      <button type="button" class="push" @click="cancel">Cancel</button>
    </div>
    <component :is="folded ? 'details' : 'div'" v-else>
      <summary v-if="folded" class="small muted">Log a frame by hand</summary>
      <div class="row">
        <label class="push" :class="{ main: !quiet }"
          >Log {{ NAMES[expected] }} with its JPEG<input
            type="file"
            :accept="FRAME_FILES"
            multiple
            class="hidden-label"
            @change="onFile"
        /></label>
        <button type="button" class="push" @click="log(expected, null, null)">
          Log {{ NAMES[expected] }} without
        </button>
        <button type="button" class="push bare muted" @click="log(other, null, null)">
          Log a {{ NAMES[other] }}
        </button>
      </div>
    </component>
    <p v-for="failure in failures" :key="failure" role="alert" class="miss">{{ failure }}</p>
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
  /* as high as the buttons it stands for: what lies below does not jump */
  min-height: 46px;
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
