<script setup lang="ts">
/**
 * The run so far, newest first: what each frame showed and what was changed since the one before.
 */
import { computed } from 'vue'
import type { Plan } from '@core/plan/plan'
import { wantsBlack } from '@core/run/ambientMove'
import { changesBetween } from '@core/run/changes'
import type { Frame } from '@core/run/frame'
import HistogramView from '@/instruments/HistogramView.vue'
import { changesWords } from '@/words/changes'
import { percent, when } from '@/words/format'
import type { RunFrame } from '@/stores/runFrame'
import { evidenceWords, frameWords, GAMUT_WORDS } from '@/words/run'
import FramePicture from './FramePicture.vue'

const props = defineProps<{ frames: readonly RunFrame[]; plan: Plan; chosen: string }>()
defineEmits<{ choose: [id: string]; look: [id: string]; remove: [frame: Frame] }>()

const rows = computed(() =>
  props.frames
    .map(({ frame, hasImage }, i) => {
      const before = props.frames[i - 1]?.frame
      const changes = before ? changesBetween(before.plan, frame.plan) : []
      const real = changes.filter((each) => each.control !== 'switch')
      return {
        frame,
        hasImage,
        number: i + 1,
        words: before ? changesWords(props.plan, changes) : 'First frame',
        several: real.length > 1
      }
    })
    .reverse()
)
const shown = (frame: Frame): string =>
  frame.evidence
    .map((each) => evidenceWords(each, props.plan.meter?.display ?? 'tenths'))
    .join('; ')
const clipped = (frame: Frame): number => Math.max(...Object.values(frame.analysis!.clippedShare))
</script>

<template>
  <section class="group" aria-labelledby="frames-title">
    <h2 id="frames-title">
      Frames <span class="muted num">{{ frames.length }}</span>
    </h2>
    <p v-if="rows.length === 0" class="lead">
      None yet.
      <template v-if="wantsBlack(plan)">
        The first one is black on purpose: strobe off, camera as planned.
      </template>
      <template v-else>Each is judged and kept here, with what was changed before it.</template>
    </p>
    <ol>
      <li
        v-for="{ frame, hasImage, number, words, several } in rows"
        :key="frame.id"
        :class="{ chosen: frame.id === chosen }"
        :data-frame="number"
      >
        <div class="line">
          <b>{{ number }} · {{ frameWords(plan, frame) }}</b>
          <span class="small muted">{{ when(frame.takenAt) }}</span>
          <span class="acts">
            <button
              v-if="hasImage"
              type="button"
              class="push bare"
              :aria-label="`Look closer at frame ${number}`"
              @click="$emit('look', frame.id)"
            >
              Look closer
            </button>
            <button
              type="button"
              class="push bare"
              :aria-label="`Judge frame ${number}`"
              @click="$emit('choose', frame.id)"
            >
              {{ frame.evidence.length ? 'Judge again' : 'Judge' }}
            </button>
            <button
              type="button"
              class="push bare"
              :aria-label="`Delete frame ${number}`"
              @click="$emit('remove', frame)"
            >
              Delete
            </button>
          </span>
        </div>
        <FramePicture v-if="hasImage" :frame="frame" alt="" small class="thumb" />
        <HistogramView v-if="frame.analysis" :analysis="frame.analysis" class="histogram" />
        <p :class="{ near: several }">
          {{ words }}<template v-if="several"> — more than one change at once</template>
        </p>
        <p v-if="frame.analysis" class="small muted">
          {{ percent(frame.analysis.blackShare) }} black, {{ percent(clipped(frame)) }} clipped,
          brightest thousandth from {{ frame.analysis.percentiles.p999 }} of 255{{
            GAMUT_WORDS[frame.analysis.gamut]
          }}
        </p>
        <p v-if="frame.evidence.length" class="small">Showed: {{ shown(frame) }}</p>
        <p v-else class="small muted">Not judged yet</p>
        <p v-if="frame.rebuilt" class="small muted">
          From an older log, which held the settings only: the rest of its set is as it stands now.
        </p>
        <p v-if="frame.note" class="small muted">{{ frame.note }}</p>
      </li>
    </ol>
  </section>
</template>

<style scoped>
li {
  padding: 0.65rem 0 0.7rem 0.8rem;
  border-bottom: 1px solid var(--line);
  border-left: 2px solid transparent;
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0.25rem 0.8rem;
}
li > * {
  grid-column: 1 / -1;
}
li > .thumb {
  grid-column: 1;
  width: 6.4rem;
  align-self: center;
}
li > .thumb + .histogram {
  grid-column: 2;
}
li.chosen {
  border-left-color: var(--accent);
}
.line {
  display: flex;
  align-items: baseline;
  gap: 0.8rem;
  flex-wrap: wrap;
}
.line b {
  font-weight: 500;
  color: var(--bright);
}
.acts {
  margin-left: auto;
  display: flex;
}
.acts .push {
  min-height: 30px;
  font-size: 0.875rem;
  color: var(--muted);
}
@media (max-width: 760px) {
  .acts .push {
    min-height: 44px;
  }
}
</style>
