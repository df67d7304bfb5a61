<script setup lang="ts">
/** The picture with its tools: places marked on it, and the level read under the pointer. */
import { onBeforeUnmount, onMounted, computed } from 'vue'
import { withPlaceAt } from '@core/picture/ownPlace'
import type { Place } from '@core/plan/plan'
import { useSelection } from '@/set/selection'
import { useNotices } from '@/stores/notices'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import { pictureWords, shownWords, sureWords } from '@/words/picture'
import CompareTools from './CompareTools.vue'
import KeptCanvas from './KeptCanvas.vue'
import PictureCanvas from './PictureCanvas.vue'
import PictureLights from './PictureLights.vue'
import LoupePart from './LoupePart.vue'
import PictureLoupe from './PictureLoupe.vue'
import PictureMarks from './PictureMarks.vue'
import PictureTools from './PictureTools.vue'
import StopsScale from './StopsScale.vue'
import { useCompare } from './useCompare'
import { useFacts } from './useFacts'
import { useMix } from './useMix'
import { usePlacesShown } from './usePlacesShown'
import { usePictureView } from './view'

const props = defineProps<{ whole?: boolean }>()
const emit = defineEmits<{ open: [place: Place] }>()
const store = usePlan()
const picture = usePicture()
const view = usePictureView()
const selection = useSelection()
const notices = useNotices()
const mix = useMix(
  () => view.shown,
  () => view.raw
)
const { world, places, under } = usePlacesShown()
const facts = useFacts(mix)
const compare = useCompare(() => mix.value)
const how = compare.comparing
const words = computed(() =>
  facts.value
    ? pictureWords(
        store.plan!,
        store.evaluation!.ledger,
        view.shown,
        places.value.map((each) => each.id),
        facts.value
      )
    : ''
)
const state = computed(() => {
  if (picture.failure) return picture.failure
  if (picture.paused) return picture.stale ? 'paused, of a set before' : 'paused'
  if (!picture.traced) return 'being traced …'
  const { at } = picture
  if (picture.stale || (at && at.now < 2)) return 'follows the set …'
  if (at) return `clearing, ${at.now} of ${at.of} …`
  return facts.value ? sureWords(facts.value) : ''
})
const share = computed(() =>
  picture.at ? (picture.at.now + (picture.stale ? 0 : 1)) / picture.at.of : 0
)
const aspect = computed(() => {
  const { sensorWidthMm, sensorHeightMm } = store.plan!.camera
  return `${sensorWidthMm} / ${sensorHeightMm}`
})
const placeAt = (x: number, y: number): void => {
  const met = under(x, y)
  if (!met) return notices.say('Nothing of the set stands there.')
  const next = withPlaceAt(store.plan!, met)
  if (next === store.plan!) return notices.say('A plan has eight places of your own at most.')
  if (store.replace(next, 'add a place').length === 0)
    selection.pick('place', next.places[next.places.length - 1]!.id)
}
const WIDE_PX = 760
let away = (): void => undefined
/** A phone’s screen is no wider than the plain picture shows. */
onMounted(() => (away = picture.look(props.whole && innerWidth > WIDE_PX)))
onBeforeUnmount(() => away())
</script>

<template>
  <figure class="picture-panel" :class="{ two: how === 'beside' }" data-picture>
    <PictureTools :mix="mix"><slot name="tools" /></PictureTools>
    <div class="stand">
      <div class="frame" :style="{ aspectRatio: aspect }">
        <PictureCanvas
          :mix="mix"
          :drawn="view.drawn"
          :marks="view.marks"
          :doubt="view.raw"
          :label="`Predicted picture, ${shownWords(store.plan!, view.shown)}. ${words}`"
        />
        <PictureMarks :mix="mix" :places="places" @open="emit('open', $event)" @put="placeAt" />
        <PictureLights v-if="how !== 'change'" :world="world" />
        <LoupePart v-if="view.loupe" :at="view.loupe" />
        <div
          v-if="how === 'wipe'"
          class="over"
          :style="{ clipPath: `inset(0 ${100 - 100 * compare.versions.wipe}% 0 0)` }"
        >
          <KeptCanvas :compare="compare" :mix="mix" />
        </div>
        <div
          v-if="how === 'wipe'"
          class="edge"
          :style="{ left: `${100 * compare.versions.wipe}%` }"
          aria-hidden="true"
        />
        <div v-if="how === 'change'" class="over">
          <KeptCanvas :compare="compare" :mix="mix" change />
        </div>
        <div
          v-if="share > 0"
          class="progress"
          :style="{ width: `${Math.min(100, share * 100)}%` }"
          aria-hidden="true"
        />
      </div>
      <PictureLoupe v-if="view.loupe" :at="view.loupe" />
    </div>
    <div v-if="how === 'beside'" class="frame kept" :style="{ aspectRatio: aspect }">
      <KeptCanvas :compare="compare" :mix="mix" />
      <span class="tag small">kept</span>
    </div>
    <CompareTools :compare="compare" :ready="mix !== null" />
    <figcaption class="small">
      <span class="words">{{ words }}</span>
      <span class="muted state" role="status">{{ state }}</span>
      <StopsScale v-if="view.drawn === 'stops'" />
    </figcaption>
  </figure>
</template>

<style scoped>
.picture-panel {
  display: grid;
  gap: 0.35rem;
  align-content: start;
  min-width: 0;
}
.stand {
  position: relative;
}
.frame {
  position: relative;
  width: 100%;
  background: #000;
  contain: layout paint;
}
.two {
  grid-template-columns: repeat(2, minmax(0, 1fr));
}
.two > * {
  grid-column: 1 / -1;
  order: 3;
}
.two > .tools {
  order: 0;
}
.two > .stand,
.two > .kept {
  grid-column: auto;
  order: 2;
}
.two > .kept {
  order: 1;
}
@media (max-width: 760px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
  }
}
.over,
.edge {
  position: absolute;
  inset: 0;
  pointer-events: none;
}
.edge {
  width: 2px;
  margin-left: -1px;
  background: var(--accent);
}
.tag {
  position: absolute;
  left: 0.4rem;
  bottom: 0.3rem;
  color: var(--muted);
}
.progress {
  position: absolute;
  left: 0;
  bottom: 0;
  height: 2px;
  background: var(--accent);
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 1rem;
  justify-content: space-between;
}
.state {
  margin-left: auto;
}
</style>
