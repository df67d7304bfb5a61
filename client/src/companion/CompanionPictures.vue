<script setup lang="ts">
/** What the frame should look like beside the last one that was taken. */
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'
import { ledgerOf } from '@core/ledger/ledger'
import type { Plan } from '@core/plan/plan'
import { judgedAt } from '@core/run/calibrate'
import type { Frame } from '@core/run/frame'
import { outcomeOf } from '@core/run/outcome'
import PlanThumbnail from '@/picture/PlanThumbnail.vue'
import FramePicture from '@/run/FramePicture.vue'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { limitSign, stops } from '@/words/format'
import { frameWords } from '@/words/run'

const props = defineProps<{
  /** the plan as it stands for the frame that is to be taken */
  meant: Plan
  kind: Frame['kind']
}>()
const store = usePlan()
const frames = useFrames()
/** On a phone a picture is computed when it is asked for. */
const wanted = ref(false)
const phone = useMediaQuery('(max-width: 760px)')

const expected = computed(() => {
  const place = judgedAt({ kind: props.kind, plan: props.meant })[0]!
  const ledger = ledgerOf(props.meant)
  const level = ledger.totals[place] ?? -Infinity
  return Number.isFinite(level) ? stops(level) : ''
})
const last = computed(() => {
  const index = frames.records.findLastIndex(({ hasImage }) => hasImage)
  const record = frames.records[index]
  if (!record) return null
  const found = outcomeOf(store.plan!, record.frame)
  return {
    frame: record.frame,
    number: index + 1,
    found: found && limitSign(found.limit) + stops(found.foundStops)
  }
})
const aspect = computed(
  () => `${store.plan!.camera.sensorWidthMm} / ${store.plan!.camera.sensorHeightMm}`
)
</script>

<template>
  <div class="pair" :class="{ alone: !last }">
    <figure>
      <div
        class="box"
        :class="{ idle: phone && !wanted && !last }"
        :style="{ aspectRatio: aspect }"
      >
        <PlanThumbnail :plan="meant" label="Predicted picture" size="large" :wanted="wanted">
          <button type="button" class="ask" @click="wanted = true">Predict it</button>
        </PlanThumbnail>
      </div>
      <figcaption>
        <span>expected</span><span class="num">{{ expected }}</span>
      </figcaption>
    </figure>
    <figure v-if="last">
      <div class="box" :style="{ aspectRatio: aspect }">
        <FramePicture
          :frame="last.frame"
          :alt="`Frame ${last.number}, ${frameWords(store.plan!, last.frame)}`"
          small
        />
      </div>
      <figcaption>
        <span>frame {{ last.number }}</span
        ><span class="num">{{ last.found }}</span>
      </figcaption>
    </figure>
  </div>
</template>

<style scoped>
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 2px;
}
.pair.alone {
  grid-template-columns: minmax(0, 1fr);
  max-width: 24rem;
}
.box {
  background: #000;
  overflow: hidden;
  max-height: 30vh;
  width: 100%;
}
.box :deep(img),
.box :deep(canvas),
.box :deep(.box) {
  width: 100%;
  height: 100%;
  object-fit: contain;
  border: 0;
}
/* Nothing to look at yet: no room for it either. */
.box.idle {
  aspect-ratio: auto !important;
}
.ask {
  width: 100%;
  min-height: 56px;
  height: 100%;
  color: var(--muted);
}
figcaption {
  display: flex;
  justify-content: space-between;
  padding: 0.25rem 0.5rem;
  color: var(--muted);
  font-size: 0.8125rem;
}
figcaption .num {
  color: var(--bright);
  font-size: 1rem;
}
</style>
