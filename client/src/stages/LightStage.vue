<script setup lang="ts">
/**
 * The set in two linked drawings, the sum under them, and beside them the picked thing, the opened
 * cell and the checks.
 */
import { useMediaQuery } from '@vueuse/core'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { LightId, Place } from '@core/plan/plan'
import CellTerms from '@/instruments/CellTerms.vue'
import GlassPanel from '@/glass/GlassPanel.vue'
import TablePanel from '@/glass/TablePanel.vue'
import CardPanel from '@/set/CardPanel.vue'
import ChecksList from '@/set/ChecksList.vue'
import PropPanel from '@/body/PropPanel.vue'
import LightPanel from '@/set/LightPanel.vue'
import PlacePanel from '@/set/PlacePanel.vue'
import PictureFacts from '@/picture/PictureFacts.vue'
import PicturePanel from '@/picture/PicturePanel.vue'
import { sourceOfMost } from '@/picture/sourceOfMost'
import SetDrawings from '@/set/SetDrawings.vue'
import SetList from '@/set/SetList.vue'
import { useSelection } from '@/set/selection'
import VapourCurve from '@/vapour/VapourCurve.vue'
import { usePlan } from '@/stores/plan'
import LedgerSection from './LedgerSection.vue'

const store = usePlan()
const selection = useSelection()
const route = useRoute()
const plan = computed(() => store.plan!)
const open = ref('A-subject')
const term = ref('')
const place = ref<Place | null>(null)
const tab = ref<'thing' | 'terms' | 'checks'>('thing')
const trouble = ref(0)
const TABS = [
  { id: 'thing', title: 'Picked' },
  { id: 'terms', title: 'Terms' },
  { id: 'checks', title: 'Checks' }
] as const
const onTabKey = (event: KeyboardEvent): void => {
  const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
  if (!by) return
  tab.value = TABS[(TABS.findIndex((each) => each.id === tab.value) + by + 3) % 3]!.id
  void nextTick(() => document.getElementById(`tab-${tab.value}`)?.focus())
}
const aside = useTemplateRef<HTMLElement>('aside')
watch(
  () => route.query,
  (query) => {
    if (typeof query.cell === 'string' && /^(ambient|[A-H])-\w+$/.test(query.cell)) {
      open.value = query.cell
      tab.value = 'terms'
    }
    term.value = typeof query.term === 'string' ? query.term : ''
  },
  { immediate: true }
)
/** What is picked may have been taken out, here or by undo. */
const picked = computed(() => {
  const { kind, id } = selection.picked
  const list: readonly { readonly id: string }[] = {
    light: plan.value.lights,
    card: plan.value.cards,
    place: plan.value.places,
    prop: plan.value.props
  }[kind]
  return list.some((each) => each.id === id)
    ? selection.picked
    : ({ kind: 'light', id: plan.value.lights[0]!.id } as const)
})
watch(
  () => selection.picked,
  ({ kind, id }) => {
    place.value = kind === 'place' ? id : null
    tab.value = 'thing'
  }
)
const openCell = (key: string): void => {
  open.value = key
  term.value = ''
  tab.value = 'terms'
}
const narrow = useMediaQuery('(max-width: 760px)')
const openSum = (id: Place): void => openCell(`${sourceOfMost(store.evaluation!.ledger, id)}-${id}`)
const showPlace = (id: Place): void => {
  place.value = id
  tab.value = 'thing'
  if (plan.value.places.some((each) => each.id === id)) selection.pick('place', id)
  aside.value?.scrollIntoView({ block: 'nearest' })
}
const backToLights = (): void => {
  place.value = null
  selection.pick('light', plan.value.lights[0]!.id)
}
</script>

<template>
  <div class="stage light-stage">
    <h1 class="hidden-label">Light</h1>
    <div class="main">
      <SetList />
      <div class="set">
        <PicturePanel v-if="!narrow" @open="openSum" />
        <SetDrawings :beside="!narrow" />
      </div>
      <LedgerSection :open="open" @open="openCell" @place="showPlace" />
      <GlassPanel v-if="plan.subject.finish === 'clear'" />
      <TablePanel v-if="plan.table && plan.table.finish !== 'matt'" />
    </div>
    <aside ref="aside">
      <div class="tabs" role="tablist" aria-label="Beside the set">
        <button
          v-for="each in TABS"
          :id="`tab-${each.id}`"
          :key="each.id"
          type="button"
          role="tab"
          :aria-selected="tab === each.id"
          aria-controls="beside"
          :tabindex="tab === each.id ? 0 : -1"
          @click="tab = each.id"
          @keydown="onTabKey"
        >
          {{ each.title
          }}<span v-if="each.id === 'checks' && trouble" class="near num count">{{ trouble }}</span>
        </button>
      </div>
      <div id="beside" role="tabpanel" :aria-labelledby="`tab-${tab}`" class="beside">
        <template v-if="tab === 'thing'">
          <PlacePanel
            v-if="place !== null && store.evaluation!.ledger.places.includes(place)"
            :place="place"
          />
          <template v-else>
            <LightPanel
              v-if="picked.kind === 'light'"
              :id="picked.id as LightId"
              :key="picked.id"
            />
            <CardPanel v-else-if="picked.kind === 'card'" :id="picked.id" :key="picked.id" />
            <section
              v-else-if="picked.kind === 'prop'"
              :key="`prop-${picked.id}`"
              class="group"
              aria-label="Prop"
            >
              <h2>{{ plan.props.find((each) => each.id === picked.id)!.name }}</h2>
              <PropPanel :id="picked.id" @removed="backToLights" />
            </section>
          </template>
          <VapourCurve
            v-if="place === null && picked.kind === 'light' && plan.subject.shape === 'plume'"
            :id="picked.id as LightId"
          />
          <button v-if="place !== null" type="button" class="push bare back" @click="backToLights">
            Back to the lights
          </button>
        </template>
        <template v-else-if="tab === 'terms'">
          <CellTerms :cell-key="open" :highlight="term" />
          <PictureFacts />
        </template>
        <ChecksList v-show="tab === 'checks'" @trouble="trouble = $event" />
      </div>
    </aside>
  </div>
</template>

<style scoped>
.light-stage {
  grid-template-columns: minmax(0, 1fr) minmax(270px, 19.5rem);
  gap: 0.6rem 1.3rem;
  padding-top: 0.4rem;
  height: 100%;
}
.main {
  display: grid;
  gap: 0.6rem;
  align-content: start;
  min-width: 0;
  overflow: auto;
  padding-bottom: 1rem;
}
.set {
  display: grid;
  grid-template-columns: minmax(0, 2fr) minmax(0, 1fr);
  gap: 0.9rem;
}
@media (max-width: 760px) {
  .set {
    grid-template-columns: minmax(0, 1fr);
  }
}
aside {
  contain: layout paint;
  display: grid;
  gap: 1rem;
  align-content: start;
  border-left: 1px solid var(--line);
  padding: 0.2rem 0.4rem 1rem 1.2rem;
  overflow: auto;
  min-height: 0;
}
.light-stage {
  padding-bottom: 0;
}
.back {
  justify-self: start;
}
.tabs {
  display: flex;
  border-bottom: 1px solid var(--line);
  position: sticky;
  top: 0;
  background: var(--background);
  z-index: 2;
}
.tabs button {
  flex: 1;
  min-height: 34px;
  color: var(--muted);
  border-bottom: 2px solid transparent;
}
.tabs button[aria-selected='true'] {
  color: var(--bright);
  border-bottom-color: var(--accent);
}
.count {
  margin-left: 0.4rem;
}
.beside {
  display: grid;
  gap: 1rem;
  align-content: start;
}
@media (max-width: 1000px) {
  .light-stage {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
  .main,
  aside {
    overflow: visible;
  }
  aside {
    border-left: 0;
    padding: 0 0 1.5rem;
  }
}
@media (pointer: coarse), (max-width: 760px) {
  .tabs button {
    min-height: 44px;
  }
}
</style>
