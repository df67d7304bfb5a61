<script setup lang="ts">
/**
 * Blur of every light and of the ambient against what is allowed, in pixels on a scale of
 * doublings.
 */
import { computed } from 'vue'
import type { Freeze } from '@core/ledger/freeze'
import { usePlan } from '@/stores/plan'
import { px } from '@/words/format'

const props = defineProps<{ freeze: Freeze }>()
const store = usePlan()
const FROM = 0.125
const TO = 1024
const across = (value: number): number =>
  (Math.log2(Math.min(TO, Math.max(FROM, value)) / FROM) / Math.log2(TO / FROM)) * 100
const limit = computed(() => store.plan!.goals.blurPx)
const rows = computed(() => [
  ...props.freeze.lights.map((light) => ({
    id: light.id as string,
    name: store.plan!.lights.find((each) => each.id === light.id)!.name,
    value: light.blurPx,
    limit: limit.value,
    shows: true
  })),
  {
    id: 'ambient',
    name: 'Ambient',
    value: props.freeze.ambientPx,
    limit: store.plan!.goals.ghostPx ?? limit.value,
    shows: props.freeze.ghostPx > 0
  }
])
const words = computed(() =>
  rows.value
    .map(
      (row) =>
        `${row.name} blurs ${px(row.value)}${row.shows ? '' : ', too dark to show'}, ` +
        `${px(row.limit)} allowed`
    )
    .join('; ')
)
</script>

<template>
  <figure role="img" :aria-label="words">
    <div v-for="row in rows" :key="row.id" class="row" :class="`hue-${row.id}`">
      <span class="name">{{ row.name }}</span>
      <span class="track">
        <i
          class="bar"
          :class="{ over: row.shows && row.value > row.limit, faint: !row.shows }"
          :style="{ width: `${across(row.value)}%` }"
        />
        <i class="limit" :style="{ left: `${across(row.limit)}%` }" />
      </span>
      <span class="num value" :class="row.shows && row.value > row.limit ? 'near' : ''">{{
        px(row.value)
      }}</span>
    </div>
    <div class="row scale small">
      <span /><span class="track"
        ><span
          v-for="at in [0.25, 1, 4, 16, 64, 256]"
          :key="at"
          class="num tick"
          :style="{ left: `${across(at)}%` }"
          >{{ at }}</span
        ></span
      ><span>px</span>
    </div>
  </figure>
</template>

<style scoped>
figure {
  display: grid;
  gap: 0.25rem;
  padding: 0.5rem 0;
}
.row {
  display: grid;
  grid-template-columns: 6rem minmax(0, 1fr) 5rem;
  gap: 0.8rem;
  align-items: center;
}
.name {
  color: var(--bright);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.track {
  position: relative;
  height: 16px;
  background: var(--well);
  border: 1px solid var(--line);
}
.bar {
  position: absolute;
  inset: 0 auto 0 0;
  background: color-mix(in srgb, var(--hue) 45%, var(--well));
  border-right: 2px solid var(--hue);
}
.bar.faint {
  background: repeating-linear-gradient(45deg, transparent 0 5px, var(--line) 5px 6px);
  border-right-style: dotted;
}
.limit {
  position: absolute;
  top: -4px;
  bottom: -4px;
  border-left: 2px solid var(--accent);
}
.value {
  text-align: right;
}
.scale .track {
  background: none;
  border: 0;
}
.tick {
  position: absolute;
  transform: translateX(-50%);
  color: var(--muted);
}
.scale > span:last-child {
  color: var(--muted);
  text-align: right;
}
@media (max-width: 480px) {
  .row {
    grid-template-columns: 4.4rem minmax(0, 1fr) 4rem;
    gap: 0.5rem;
  }
}
</style>
