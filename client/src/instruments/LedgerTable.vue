<script setup lang="ts">
/**
 * Sources down, places across, each cell a level in stops that opens into its terms; any set of
 * sources can be summed alone.
 */
import { computed } from 'vue'
import { mixColour, sourceColour, type LightColour } from '@core/ledger/colours'
import { sumAt } from '@core/ledger/ratios'
import { cellAt } from '@core/ledger/ledger'
import { isAmbientPart, type Cell, type RowId, type SourceId } from '@core/ledger/terms'
import { offByAtMost, uncertaintyAt, weaknessesOf } from '@core/ledger/weakness'
import type { Place } from '@core/plan/plan'
import { usePlan } from '@/stores/plan'
import { goalState, goalWords } from '@/words/goals'
import { cellWords } from '@/words/ledger'
import { STATE_CHOICES } from '@/words/ambient'
import { plain, stops } from '@/words/format'
import CellColour from './CellColour.vue'
import { colourMode } from './colourMode'
import { placeName, sourceMark, sourceName, STATE_MARKS, STATE_WORDS } from '@/words/names'

const props = defineProps<{ open: string; isolated: readonly SourceId[] }>()
const emit = defineEmits<{
  open: [key: string]
  place: [place: Place]
  isolate: [sources: SourceId[]]
}>()
const store = usePlan()
const plan = computed(() => store.plan!)
const ledger = computed(() => store.evaluation!.ledger)
const all = computed(() => ledger.value.rows.map((row) => row.source))
/** Ambient light is followed by the sources it is the sum of. */
const shown = computed<RowId[]>(() =>
  all.value.flatMap((source) =>
    source === 'ambient' ? [source, ...ledger.value.parts.map((part) => part.source)] : [source]
  )
)
const inSum = (source: RowId): boolean =>
  props.isolated.length === 0 || props.isolated.includes(isAmbientPart(source) ? 'ambient' : source)
const toggle = (source: SourceId, event: MouseEvent): void => {
  const now = props.isolated.length === 0 ? [] : [...props.isolated]
  // A plain click asks what this one does alone; with shift or control it joins the ones already
  // chosen.
  const more = event.shiftKey || event.ctrlKey || event.metaKey
  const next = now.includes(source)
    ? now.filter((each) => each !== source)
    : more
      ? [...now, source]
      : [source]
  emit('isolate', next.length === all.value.length ? [] : next)
}
const total = (place: Place): number =>
  props.isolated.length ? sumAt(ledger.value, place, props.isolated) : ledger.value.totals[place]!
const cell = (source: RowId, place: Place): Cell => cellAt(ledger.value, source, place)!
/** Nobody asks how sure a light is that nobody sees. */
const FAINT = -9.9
const offOf = ({ source, place, state, level }: Cell): string => {
  if (state !== 'known' || level < FAINT) return ''
  const stops = offByAtMost(weaknessesOf(plan.value, source, place))
  return stops >= 0.1 ? plain(stops, 1) : ''
}
/** How unsure each cell is, where its model is weak; '' where it is not. */
const offs = computed(
  () =>
    new Map<string, string>(
      ledger.value.rows.flatMap(({ source, cells }) =>
        ledger.value.places.map((place) => [`${source}-${place}`, offOf(cells[place]!)] as const)
      )
    )
)
const offBy = (source: RowId, place: Place): string => offs.value.get(`${source}-${place}`) ?? ''
/** Of the sum at a place, in one glance with the sum. */
const totalOffs = computed(
  () =>
    new Map(
      ledger.value.places.map((place) => {
        const stops = uncertaintyAt(plan.value, ledger.value, place)
        return [place, total(place) >= FAINT && stops >= 0.1 ? plain(stops, 1) : ''] as const
      })
    )
)
const offAt = (place: Place): string => (whole.value ? (totalOffs.value.get(place) ?? '') : '')
const about = (source: RowId): string => {
  if (source === 'rest') return 'read together'
  const ambient = plan.value.ambient.sources.find((each) => each.id === source)
  if (ambient) return STATE_CHOICES.find(({ value }) => value === ambient.state)!.title
  const light = plan.value.lights.find((each) => each.id === source)
  return light
    ? [light.strobe.name, ...light.modifiers.map((each) => each.name)].join(', ')
    : 'all strobes off'
}
/** Colours of cells and sums, worked out while they are shown. */
const colourOf = ({ source, place, state }: Cell): LightColour | null =>
  colourMode.value === 'none' || state !== 'known' ? null : sourceColour(plan.value, source, place)
const sumColour = (place: Place): LightColour | null =>
  colourMode.value === 'none' || !whole.value ? null : mixColour(plan.value, ledger.value, place)
const whole = computed(() => props.isolated.length === 0)
/** −10 at the left end of the bar, +2 at the right. */
const bar = (level: number): number => Math.max(0, Math.min(100, ((level + 10) / 12) * 100))
</script>

<template>
  <div class="scroll" tabindex="0" role="group" aria-label="Ledger, scrolls sideways">
    <table
      class="ledger"
      :style="{ '--places': ledger.places.length }"
      aria-label="Ledger: stops of each source at each place"
      :aria-busy="store.lightLate"
    >
      <thead>
        <tr>
          <th class="first">
            stops at<small v-if="store.lightLate" role="status">bounced light follows</small>
          </th>
          <th v-for="place in ledger.places" :key="place" scope="col">
            <button
              type="button"
              class="place"
              :title="`Goal and figures of ${placeName(plan, place)}`"
              @click="$emit('place', place)"
            >
              {{ placeName(plan, place) }}<small>{{ goalWords(plan, place) }}</small>
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="source in shown"
          :key="source"
          :class="[
            isAmbientPart(source) ? 'hue-ambient part' : `hue-${source}`,
            { out: !inSum(source) }
          ]"
        >
          <th scope="row" class="first">
            <span v-if="isAmbientPart(source)" class="source">
              <span class="source-mark" aria-hidden="true">{{ sourceMark(source) }}</span><span
                >{{ sourceName(plan, source) }}<small>{{ about(source) }}</small></span
              >
            </span>
            <button
              v-else
              type="button"
              class="source"
              :aria-pressed="isolated.includes(source)"
              :aria-label="`Sum ${sourceName(plan, source)} alone; with shift, together with others chosen`"
              :data-isolate="source"
              @click="toggle(source, $event)"
            >
              <span class="source-mark" aria-hidden="true">{{ sourceMark(source) }}</span><span
                >{{ sourceName(plan, source) }}<small>{{ about(source) }}</small></span
              >
            </button>
          </th>
          <td v-for="place in ledger.places" :key="place">
            <button
              type="button"
              :aria-expanded="open === `${source}-${place}`"
              :aria-label="`${sourceName(plan, source)} at ${placeName(plan, place)}: ${cellWords(cell(source, place))}${offBy(source, place) && `, plus or minus ${offBy(source, place)}`}. Open the terms`"
              :data-cell="`${source}-${place}`"
              class="cell"
              :class="{ open: open === `${source}-${place}` }"
              @click="$emit('open', `${source}-${place}`)"
            >
              <span class="num" :class="{ none: cell(source, place).state !== 'known' }"
                >{{ cellWords(cell(source, place))
                }}<small v-if="offBy(source, place)" class="weak"
                  >±{{ offBy(source, place) }}</small
                ></span
              >
              <CellColour :colour="colourOf(cell(source, place))" :mode="colourMode" />
              <span class="bar" aria-hidden="true"
                ><i :style="{ width: `${bar(cell(source, place).level)}%` }"
              /></span>
            </button>
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row" class="first">
            {{ whole ? 'Sum' : `Sum of ${isolated.map(sourceMark).join(' + ')}`
            }}<button v-if="!whole" type="button" class="push bare" @click="emit('isolate', [])">
              All
            </button>
          </th>
          <td v-for="place in ledger.places" :key="place" :data-total="place">
            <span class="num total"
              >{{ stops(total(place))
              }}<small v-if="offAt(place)" class="weak"
                ><span aria-hidden="true">±</span><span class="hidden-label">plus or minus </span
                >{{ offAt(place) }}</small
              ></span
            >
            <template v-if="whole && goalState(store.evaluation!, plan, place)">
              <span :class="goalState(store.evaluation!, plan, place)!" aria-hidden="true">{{
                STATE_MARKS[goalState(store.evaluation!, plan, place)!]
              }}</span><span class="hidden-label">{{
                STATE_WORDS[goalState(store.evaluation!, plan, place)!]
              }}</span>
            </template>
            <CellColour :colour="sumColour(place)" :mode="colourMode" />
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  position: relative;
  contain: layout paint;
}
/* Fixed columns: a new figure in a cell measures no other. */
.ledger {
  table-layout: fixed;
  width: max(100%, calc(10rem + var(--places) * 5rem));
}
th,
td {
  padding: 0;
  vertical-align: middle;
  border-bottom: 1px solid var(--line);
}
.first {
  width: 10rem;
  position: sticky;
  left: 0;
  background: var(--background);
  z-index: 1;
  padding-right: 0.5rem;
}
thead th {
  color: var(--text);
  border-bottom-color: var(--rule);
  vertical-align: bottom;
}
small {
  display: block;
  color: var(--muted);
  font-weight: 400;
  font-size: 0.75rem;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  line-height: 1.25;
}
.place {
  text-align: left;
  padding: 0.2rem 0.4rem 0.25rem;
  width: 100%;
  line-height: 1.15;
  font-weight: 500;
  font-size: 0.875rem;
}
.place:hover,
.source:hover {
  color: var(--bright);
}
.source {
  display: grid;
  grid-template-columns: auto minmax(0, 1fr);
  gap: 0.5rem;
  align-items: center;
  text-align: left;
  width: 100%;
  font-weight: 500;
  padding: 0.15rem 0;
  line-height: 1.15;
}
.source[aria-pressed='true'] .source-mark {
  background: var(--hue);
  color: var(--background);
}
.part .source {
  padding-left: 0.7rem;
}
.out {
  opacity: 0.45;
}
.cell {
  display: block;
  text-align: left;
  width: 100%;
  min-height: 36px;
  padding: 0.25rem 0.4rem;
  border-bottom: 2px solid transparent;
}
.cell:hover {
  background: var(--raised);
}
.cell.open {
  background: var(--raised);
  border-bottom-color: var(--accent);
}
tbody .num {
  display: block;
  height: 1.3rem;
  contain: strict;
}
.num {
  text-align: left;
  color: var(--bright);
  font-size: 0.9375rem;
  white-space: nowrap;
}
.num.none {
  color: var(--muted);
  font: 0.75rem var(--sans);
}
.weak {
  display: inline;
  margin-left: 0.3rem;
  font-size: 0.6875rem;
}
.bar {
  height: 3px;
  background: var(--line);
  width: 100%;
  display: block;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--hue);
}
tfoot th,
tfoot td {
  border-bottom: 0;
  border-top: 1px solid var(--rule);
  padding: 0.35rem 0.4rem;
  white-space: nowrap;
}
tfoot .first {
  padding-left: 0;
}
.total {
  font-weight: 500;
  margin-right: 0.35rem;
}
@media (max-width: 760px) {
  .cell {
    min-height: 44px;
  }
  .first {
    width: 7.4rem;
  }
}
</style>
