<script setup lang="ts">
/**
 * A frame looked at closely: as photograph or map of stops, what is black and clipped, at its own
 * pixels, how sharp along the depth; held against another frame.
 */
import { computed, ref, watch } from 'vue'
import type { Frame } from '@core/run/frame'
import ChangeScale from '@/picture/ChangeScale.vue'
import StopsScale from '@/picture/StopsScale.vue'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { frameWords } from '@/words/run'
import FrameDifference from './FrameDifference.vue'
import FrameLoupe from './FrameLoupe.vue'
import FrameStand from './FrameStand.vue'
import FrameTools from './FrameTools.vue'
import type { PicturePoint } from '@/instruments/picturePoint'
import SharpnessPart from './SharpnessPart.vue'
import { plainView } from './frameView'
import { useShots } from './useShots'

const id = defineModel<string>({ required: true })
const emit = defineEmits<{ close: [] }>()
const store = usePlan()
const frames = useFrames()

const seen = computed(() =>
  frames.records.flatMap(({ frame, hasImage }, i) => (hasImage ? [{ frame, number: i + 1 }] : []))
)
const here = computed(() => seen.value.find(({ frame }) => frame.id === id.value) ?? seen.value[0]!)
const frame = computed<Frame>(() => here.value.frame)
const view = ref(plainView())
const other = computed(() => seen.value.find((each) => each.frame.id === view.value.other) ?? null)
const shots = useShots(
  () => frame.value,
  () => other.value?.frame ?? null
)
const loupe = ref<PicturePoint>({ x: 0.5, y: 0.5 })

const name = (each: { readonly frame: Frame; readonly number: number }): string =>
  `Frame ${each.number}, ${frameWords(store.plan!, each.frame)}`
const step = (by: number): void => {
  const at = seen.value.indexOf(here.value) + by
  const next = seen.value[Math.min(seen.value.length - 1, Math.max(0, at))]!
  id.value = next.frame.id
}
watch(id, (now) => {
  if (view.value.other === now) view.value = { ...view.value, other: '', how: 'alone' }
})
const onKey = (event: KeyboardEvent): void => {
  const { key, target } = event
  if (target instanceof HTMLInputElement) return
  if (key === 'f' && other.value)
    view.value = { ...view.value, how: 'flip', flipped: !view.value.flipped }
  const by = { PageUp: -1, PageDown: 1 }[key]
  if (by === undefined) return
  event.preventDefault()
  step(by)
}
</script>

<template>
  <v-dialog
    :model-value="true"
    fullscreen
    aria-labelledby="viewer-title"
    @update:model-value="emit('close')"
    @keydown="onKey"
  >
    <div class="viewer">
      <div class="top">
        <button type="button" class="push bare" aria-label="Frame before" @click="step(-1)">
          ‹
        </button>
        <h2 id="viewer-title">{{ name(here) }}</h2>
        <button type="button" class="push bare" aria-label="Next frame" @click="step(1)">›</button>
        <button type="button" class="push close" @click="emit('close')">Back to the run</button>
      </div>
      <FrameTools
        v-model="view"
        :others="
          seen
            .filter((each) => each.frame.id !== frame.id)
            .map((each) => ({ value: each.frame.id, title: name(each) }))
        "
      />
      <p v-if="shots.failure.value" role="alert" class="miss">{{ shots.failure.value }}</p>
      <div class="parts" :class="{ wide: view.how === 'beside' }">
        <div class="pictures">
          <FrameStand
            v-model:view="view"
            v-model:loupe="loupe"
            :frame="frame"
            :other="other?.frame ?? null"
            :name="name(here)"
            :other-name="other ? name(other) : ''"
            :shots="shots"
          />
          <StopsScale v-if="view.drawn === 'map'" />
          <ChangeScale v-if="view.how === 'change'" />
        </div>
        <aside>
          <FrameDifference
            v-if="other"
            :frame="frame"
            :other="other.frame"
            :number="other.number"
            :shots="shots"
          />
          <FrameLoupe v-if="view.loupe" :frame="frame" :other="other?.frame ?? null" :at="loupe" />
          <SharpnessPart v-if="view.loupe" :frame="frame" />
        </aside>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.viewer {
  display: grid;
  align-content: start;
  gap: 0.6rem;
  height: 100%;
  overflow: auto;
  padding: 0.7rem 1rem 1rem;
  background: var(--background);
}
.top {
  display: flex;
  gap: 0.6rem;
  align-items: center;
}
.close {
  margin-left: auto;
}
.parts {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 22rem);
  gap: 1.2rem;
}
.parts.wide {
  grid-template-columns: minmax(0, 1fr);
}
.wide aside {
  grid-template-columns: repeat(auto-fit, minmax(18rem, 1fr));
}
.top .push {
  min-width: 44px;
  min-height: 44px;
  justify-content: center;
}
.pictures,
aside {
  display: grid;
  gap: 0.6rem;
  align-content: start;
}
@media (max-width: 900px) {
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
