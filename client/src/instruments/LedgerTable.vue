<script setup lang="ts">
/** Sources down, places across, each cell a level in stops that opens into its terms. */
import { computed } from 'vue'
import { PLACES, type Place } from '@core/plan/plan'
import type { Cell, SourceId } from '@core/ledger/terms'
import { usePlan } from '@/stores/plan'
import { stops } from '@/words/format'
import { PLACE_NAMES, SOURCE_MARKS, SOURCE_NAMES, STATE_MARKS, STATE_WORDS } from '@/words/names'

defineProps<{ open: string }>()
defineEmits<{ open: [key: string] }>()
const store = usePlan()
const ledger = computed(() => store.evaluation!.ledger)
const sources: readonly { id: SourceId; about: string }[] = [
  { id: 'ambient', about: 'strobe off' },
  { id: 'A', about: '' }
]
const about = (id: SourceId): string => (id === 'A' ? `${store.plan!.lights[0].strobe.name}${store.plan!.lights[0].modifier ? `, ${store.plan!.lights[0].modifier.name}` : ''}` : sources[0]!.about)
const cell = (id: SourceId, place: Place): Cell => (id === 'ambient' ? ledger.value.ambient[place] : ledger.value.strobe[place])
const says = (each: Cell): string => (each.state === 'unknown' ? 'not read' : each.state === 'dark' ? 'out of beam' : `${each.bound === 'at-most' ? '≤ ' : each.bound === 'at-least' ? '≥ ' : ''}${stops(each.level)}`)
const goal = (place: Place): string =>
  place === 'subject' ? `goal ${stops(store.plan!.goals.subjectStops)} ± ${store.plan!.goals.toleranceStops.toFixed(1)}` : `goal ${stops(store.plan!.goals.groundStops)} or darker`
const verdict = (place: Place) => store.evaluation!.verdicts.find((each) => each.id === place)!
/** −10 at the left end of the bar, +2 at the right. */
const bar = (level: number): number => Math.max(0, Math.min(100, ((level + 10) / 12) * 100))
const goalAt = (place: Place): number => bar(place === 'subject' ? store.plan!.goals.subjectStops : store.plan!.goals.groundStops)
</script>

<template>
  <table class="ledger" aria-label="Ledger: stops of each source at each place">
    <thead>
      <tr><th>stops at</th><th v-for="place in PLACES" :key="place" scope="col">{{ PLACE_NAMES[place] }}<small>{{ goal(place) }}</small></th></tr>
    </thead>
    <tbody>
      <tr v-for="source in sources" :key="source.id" :class="`source-${source.id}`">
        <th scope="row"><span class="mark" aria-hidden="true">{{ SOURCE_MARKS[source.id] }}</span>{{ SOURCE_NAMES[source.id] }}<small>{{ about(source.id) }}</small></th>
        <td v-for="place in PLACES" :key="place">
          <button
            type="button" :aria-expanded="open === `${source.id}-${place}`" :aria-label="`${SOURCE_NAMES[source.id]} at ${PLACE_NAMES[place]}: ${says(cell(source.id, place))}. Open the terms`"
            :data-cell="`${source.id}-${place}`" :class="{ open: open === `${source.id}-${place}` }" @click="$emit('open', `${source.id}-${place}`)"
          >
            <span class="num" :class="{ muted: cell(source.id, place).state !== 'known' }">{{ says(cell(source.id, place)) }}</span>
            <span class="bar" aria-hidden="true"><i :style="{ width: `${bar(cell(source.id, place).level)}%` }" /><b :style="{ left: `${goalAt(place)}%` }" /></span>
          </button>
        </td>
      </tr>
    </tbody>
    <tfoot>
      <tr>
        <th scope="row">Sum</th>
        <td v-for="place in PLACES" :key="place" :data-total="place">
          <span class="num total">{{ stops(ledger.totals[place]) }}</span>
          <span :class="verdict(place).state" aria-hidden="true">{{ STATE_MARKS[verdict(place).state] }}</span><span class="hidden-label">{{ STATE_WORDS[verdict(place).state] }}</span>
        </td>
      </tr>
    </tfoot>
  </table>
</template>

<style scoped>
.ledger { width: 100%; table-layout: fixed; }
th, td { padding: 0.3rem 0.6rem 0.3rem 0; vertical-align: middle; border-bottom: 1px solid var(--line); }
thead th { color: var(--text); border-bottom-color: var(--rule); }
small { display: block; color: var(--muted); font-weight: 400; font-size: 0.75rem; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.mark { display: inline-grid; place-items: center; width: 18px; height: 18px; border: 1.5px solid var(--hue); color: var(--hue); border-radius: 3px; font: 600 11px var(--sans); margin-right: 0.5rem; }
.source-ambient { --hue: var(--ambient); }
.source-A { --hue: var(--source-a); }
td button { display: flex; align-items: center; gap: 0.8rem; width: 100%; min-height: 36px; padding: 0 0.5rem; margin-left: -0.5rem; border-bottom: 2px solid transparent; }
td button:hover { background: var(--raised); }
td button.open { background: var(--raised); border-bottom-color: var(--accent); }
.num { min-width: 4.6rem; text-align: right; color: var(--bright); }
.num.muted { color: var(--muted); font-family: var(--sans); }
.bar { position: relative; flex: 1; max-width: 90px; height: 3px; background: var(--line); }
.bar i { position: absolute; inset: 0 auto 0 0; background: var(--hue); }
.source-A .bar i { background: repeating-linear-gradient(90deg, var(--hue) 0 6px, transparent 6px 8px); }
.bar b { position: absolute; top: -4px; height: 11px; border-left: 1px solid var(--bright); }
tfoot th, tfoot td { border-bottom: 0; border-top: 1px solid var(--rule); }
.total { display: inline-block; font-weight: 500; margin-right: 0.8rem; }
@media (max-width: 760px) {
  .bar { display: none; }
  td button { min-height: 44px; }
  .num { min-width: 3.4rem; }
}
</style>
