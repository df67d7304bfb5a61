<script setup lang="ts">
/**
 * The verdicts: a mark, a name, a figure. Each opens to say why and leads to the term that
 * decides it.
 */
import { computed, onBeforeUnmount, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import type { Verdict } from '@core/ledger/verdict'
import { partOf } from '@core/plan/path'
import { usePlan } from '@/stores/plan'
import {
  placeName,
  sourceName,
  STATE_MARKS,
  STATE_WORDS,
  TERM_NAMES,
  VERDICT_NAMES
} from '@/words/names'
import { verdictReason, verdictValue } from '@/words/verdicts'

const store = usePlan()
const router = useRouter()
const verdicts = computed(() => store.evaluation?.verdicts ?? [])

/**
 * One menu for all, hung on the verdict it speaks of: six of their own would cost more than the
 * sum itself.
 */
const target = shallowRef<HTMLElement | null>(null)
const shown = ref('')
const open = ref(false)
const opened = computed(() => verdicts.value.find((each) => each.id === shown.value) ?? null)
let timer = 0
const stay = (): void => clearTimeout(timer)
const later = (ms: number, then: () => void): void => {
  stay()
  timer = window.setTimeout(then, ms)
}
const put = (id: string, element: HTMLElement): void => {
  stay()
  shown.value = id
  target.value = element
  open.value = true
}
const show = (id: string, event: Event): void => put(id, event.currentTarget as HTMLElement)
const soon = (id: string, event: Event): void => {
  const element = event.currentTarget as HTMLElement
  later(open.value ? 80 : 250, () => put(id, element))
}
const leave = (): void => later(250, () => (open.value = false))
onBeforeUnmount(stay)

/** Where the figures that move a verdict are edited. */
const STAGE_OF: Record<string, string> = {
  ambient: 'subject',
  subject: 'subject',
  background: 'subject',
  balance: 'colour'
}

const lead = (verdict: Verdict): void => {
  const params = router.currentRoute.value.params
  if (verdict.id === 'depth') void router.push({ name: 'focus', params })
  else if (verdict.cause) {
    const { source, place, term } = verdict.cause
    void router.push({ name: 'light', params, query: { cell: `${source}-${place}`, term } })
  } else void router.push({ name: STAGE_OF[partOf(verdict.path)] ?? 'dark', params })
}

const leadText = (verdict: Verdict): string =>
  verdict.id === 'depth'
    ? 'Go to Focus'
    : verdict.cause
      ? `Show ${TERM_NAMES[verdict.cause.term]} in ` +
        `${sourceName(store.plan!, verdict.cause.source)} at ` +
        `${placeName(store.plan!, verdict.cause.place).toLowerCase()}`
      : verdict.id === 'sync'
        ? 'Go to Dark'
        : verdict.id === 'colour'
          ? 'Go to Colour'
          : 'Go to Subject'
</script>

<template>
  <ul class="verdicts" aria-label="Verdicts">
    <li v-for="verdict in verdicts" :key="verdict.id">
      <button
        type="button"
        class="verdict"
        :data-verdict="verdict.id"
        :data-state="verdict.state"
        aria-haspopup="menu"
        :aria-expanded="shown === verdict.id && open"
        @click="show(verdict.id, $event)"
        @pointerenter="$event.pointerType === 'mouse' && soon(verdict.id, $event)"
        @pointerleave="leave"
      >
        <span :class="['mark', verdict.state]" aria-hidden="true">{{
          STATE_MARKS[verdict.state]
        }}</span>
        <span class="name">{{ VERDICT_NAMES[verdict.id] }}</span>
        <span class="num">{{ verdictValue(verdict) }}</span>
        <span class="hidden-label">: {{ STATE_WORDS[verdict.state] }}</span>
      </button>
    </li>
    <v-menu
      v-if="target"
      v-model="open"
      :activator="target"
      location="top"
      max-width="380"
      :open-on-click="false"
    >
      <div v-if="opened" class="why" @pointerenter="stay" @pointerleave="leave">
        <p>{{ verdictReason(opened) }}</p>
        <button type="button" class="push" @click="lead(opened)">{{ leadText(opened) }}</button>
      </div>
    </v-menu>
  </ul>
</template>

<style scoped>
.verdicts {
  contain: layout;
  display: grid;
  /* Three abreast where their figures fit, else two. */
  grid-template-columns: repeat(auto-fit, minmax(max(9.2rem, 30%), 1fr));
  align-content: center;
  padding: 0 0.25rem;
  gap: 0 0.25rem;
  flex: 1;
}
.verdict {
  display: flex;
  width: 100%;
  gap: 0.15rem;
  align-items: baseline;
  padding: 0.3rem 0.1rem;
  text-align: left;
  white-space: nowrap;
}
.verdict:hover .name {
  color: var(--bright);
}
.mark {
  width: 1em;
  text-align: center;
}
.name {
  color: var(--muted);
}
.num {
  margin-left: auto;
  color: var(--bright);
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: 0.8125rem;
}
.why {
  background: var(--raised);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.8rem 0.95rem;
  display: grid;
  gap: 0.7rem;
  justify-items: start;
}
@media (max-width: 760px) {
  .verdicts {
    grid-template-columns: repeat(3, minmax(0, 1fr));
    padding: 0 0.4rem;
    gap: 0 0.2rem;
  }
  .verdict {
    min-height: 44px;
    gap: 0.25rem;
    padding: 0.2rem 0.15rem;
    display: grid;
    grid-template-columns: auto 1fr;
    align-content: center;
    row-gap: 0;
  }
  .name {
    font-size: 0.8125rem;
  }
  .num {
    grid-column: 2;
    margin: 0;
    font-size: 0.8125rem;
    line-height: 1.1;
  }
}
</style>
