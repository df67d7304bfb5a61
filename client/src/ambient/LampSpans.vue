<script setup lang="ts">
/** The shutters at which every lamp in the picture shows as wanted and the subject stays as it is. */
import { computed } from 'vue'
import { lampSpans, type Span } from '@core/advise/lampSpan'
import { usableShutters } from '@core/advise/usableShutters'
import { nameOf } from '@core/scales/marks'
import { usePlan } from '@/stores/plan'
import { lampSpansWords, spanWords } from '@/words/ambient'
import { stops } from '@/words/format'

const store = usePlan()
const plan = computed(() => store.plan!)
const spans = computed(() => lampSpans(plan.value))
const marks = computed(() => usableShutters(plan.value))
const from = computed(() => marks.value[0]!)
const to = computed(() => marks.value.at(-1)!)
const across = (at: number): number =>
  Math.max(0, Math.min(100, ((at - from.value) / Math.max(1e-6, to.value - from.value)) * 100))
const bar = ({ slowestStops, fastestStops }: Span) => ({
  left: `${across(slowestStops)}%`,
  width: `max(5px, ${across(fastestStops) - across(slowestStops)}%)`
})
const rows = computed(() => {
  const found = spans.value
  if (!found) return []
  return [
    ...found.lamps.map(({ id, name, level, span }) => ({
      key: id as string,
      name: `${name}, now ${stops(level)}`,
      span
    })),
    { key: 'subject', name: 'Subject the strobes’ alone', span: found.subject },
    { key: 'together', name: 'All of it', span: found.together }
  ]
})
const now = computed(() => plan.value.settings.shutterStops)
/** The shutter of the span nearest to the one that is set. */
const nearest = computed(() => {
  const span = spans.value?.together
  if (!span) return null
  const at = Math.min(span.fastestStops, Math.max(span.slowestStops, now.value))
  return Math.abs(at - now.value) < 1e-6 ? null : at
})
const locked = computed(() => store.isLocked('settings.shutterStops'))
</script>

<template>
  <section v-if="spans" class="group" aria-labelledby="lamps-title">
    <h2 id="lamps-title">Lamps in the picture: which shutters suit them</h2>
    <div
      class="rows"
      role="group"
      :aria-label="`Shutters from ${nameOf('shutter', from)} to ${nameOf('shutter', to)}`"
    >
      <div
        v-for="{ key, name, span } in rows"
        :key="key"
        class="row"
        :class="{ all: key === 'together' }"
        :data-lamp="key"
      >
        <span class="name">{{ name }}</span>
        <span class="track" aria-hidden="true"
          ><i v-if="span" :style="bar(span)" /><b :style="{ left: `${across(now)}%` }"
        /></span>
        <span class="num">{{ spanWords(span) }}</span>
      </div>
      <div class="row scale small muted" aria-hidden="true">
        <span />
        <span class="ends num"
          ><span>{{ nameOf('shutter', from) }}</span
          ><span>{{ nameOf('shutter', to) }}</span></span
        >
        <span />
      </div>
    </div>
    <p data-lamps>{{ lampSpansWords(plan, spans) }}</p>
    <button
      v-if="nearest !== null"
      type="button"
      class="push"
      :disabled="locked"
      @click="store.set('settings.shutterStops', nearest, 'shutter')"
    >
      {{ locked ? 'Shutter locked' : `Set ${nameOf('shutter', nearest)}` }}
    </button>
  </section>
</template>

<style scoped>
.rows {
  display: grid;
  gap: 0.3rem;
  padding: 0.3rem 0;
}
.row {
  display: grid;
  grid-template-columns: 15rem minmax(8rem, 1fr) 11rem;
  gap: 0.9rem;
  align-items: center;
}
.track {
  position: relative;
  height: 0.9rem;
  background: var(--line);
}
.track i,
.track b {
  position: absolute;
  top: 0;
  bottom: 0;
}
.track i {
  background: var(--ambient);
}
.all .track i {
  background: var(--accent);
}
.all .name {
  color: var(--bright);
}
.track b {
  width: 2px;
  margin-left: -1px;
  background: var(--bright);
}
.ends {
  display: flex;
  justify-content: space-between;
}
@media (max-width: 760px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .track {
    grid-row: 2;
    grid-column: 1 / -1;
  }
  .scale {
    display: none;
  }
}
</style>
