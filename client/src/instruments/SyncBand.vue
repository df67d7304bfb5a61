<script setup lang="ts">
/** The frame as a shutter leaves it: whole, or with a dark band where no flash fell. */
import { computed } from 'vue'
import { evaluate } from '@core/ledger/evaluate'
import { nameOf } from '@core/scales/marks'
import { regimeOf } from '@core/advise/byShutter'
import { usePlan } from '@/stores/plan'
import { percent } from '@/words/format'
import { verdictReason } from '@/words/verdicts'

const props = defineProps<{ shutterStops: number }>()
const store = usePlan()
const there = computed(() =>
  props.shutterStops === store.plan!.settings.shutterStops
    ? store.plan!
    : { ...store.plan!, settings: { ...store.plan!.settings, shutterStops: props.shutterStops } }
)
const verdict = computed(() => evaluate(there.value).verdicts.find((each) => each.id === 'sync')!)
const dark = computed(() => verdict.value.figures.dark ?? 0)
const highSpeed = computed(() => regimeOf(there.value) === 'highSpeedSync')
</script>

<template>
  <figure>
    <svg
      viewBox="0 0 180 120"
      role="img"
      :aria-label="
        dark > 0
          ? `At ${nameOf('shutter', shutterStops)} ${percent(dark)} of the picture gets no flash`
          : `At ${nameOf('shutter', shutterStops)} the whole picture gets the flash`
      "
    >
      <defs>
        <pattern
          id="no-flash"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <line x1="0" y1="0" x2="0" y2="6" class="hatch" />
        </pattern>
      </defs>
      <rect x="0.5" y="0.5" width="179" height="119" class="lit" :class="{ highSpeed }" />
      <rect
        v-if="dark > 0"
        x="1"
        :y="119 - dark * 118"
        width="178"
        :height="dark * 118"
        class="dark"
      />
      <rect
        v-if="dark > 0"
        x="1"
        :y="119 - dark * 118"
        width="178"
        :height="dark * 118"
        fill="url(#no-flash)"
      />
      <text
        v-if="dark > 0"
        x="90"
        :y="119 - dark * 59 + 4"
        text-anchor="middle"
        font-size="13"
        class="says"
      >
        {{ percent(dark) }} no flash
      </text>
      <text x="8" y="18" font-size="13" class="says">{{ nameOf('shutter', shutterStops) }}</text>
    </svg>
    <figcaption class="small">{{ verdictReason(verdict) }}</figcaption>
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  gap: 0.5rem;
  align-items: start;
}
svg {
  width: 100%;
  max-width: 15rem;
}
.lit {
  fill: color-mix(in srgb, var(--source-a) 22%, var(--well));
  stroke: var(--rule);
}
.lit.highSpeed {
  fill: color-mix(in srgb, var(--source-a) 10%, var(--well));
}
.dark {
  fill: var(--background);
}
.hatch {
  stroke: var(--near);
  stroke-width: 1;
  opacity: 0.5;
}
.says {
  fill: var(--bright);
  paint-order: stroke;
  stroke: var(--background);
  stroke-width: 4px;
}
figcaption {
  max-width: 46ch;
}
@media (max-width: 1000px) {
  figure {
    grid-template-columns: 140px minmax(0, 1fr);
    gap: 1rem;
    align-items: center;
  }
}
</style>
