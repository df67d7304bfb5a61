<script setup lang="ts">
/**
 * Ask for the picture, get the settings: goals and search space on the left, the ways they leave on
 * the right.
 */
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import type { Plan } from '@core/plan/plan'
import { applyChange, WAY_GROUPS, type WayGroup } from '@core/solve/change'
import { takeRelaxation, type Relaxation } from '@core/solve/relax'
import { useNotices } from '@/stores/notices'
import { usePlan } from '@/stores/plan'
import { missWords, relaxationWords, WAY_NAMES } from '@/words/ways'
import SearchSpacePanel from './SearchSpacePanel.vue'
import GoalsPanel from './GoalsPanel.vue'
import WayRow from './WayRow.vue'
import { useWays } from './useWays'

const store = usePlan()
const notices = useNotices()
const { answer, about, state, share, since, failure, look, cancel } = useWays(() => store.plan!)
const stale = computed(() => state.value !== 'done' || about.value !== store.plan)
const groups = computed(() => {
  const ways = answer.value?.ways ?? []
  const first = (group: WayGroup): number => ways.findIndex((way) => way.group === group)
  return WAY_GROUPS.filter((group) => first(group) >= 0)
    .sort((a, b) => first(a) - first(b))
    .map((group) => ({ group, ways: ways.filter((way) => way.group === group) }))
})
const nothing = computed(
  () => state.value === 'done' && answer.value !== null && answer.value.ways.length === 0
)
const use = (after: Plan, label: string): void => {
  const faults = store.replace(after, label)
  if (faults.length) notices.say(`That way cannot be taken: ${faults[0]!.message}`)
}
const take = (relaxation: Relaxation): void =>
  use(takeRelaxation(about.value!, relaxation), 'relaxation')
const now = useNow({ interval: 250 })
const long = computed(() => state.value === 'looking' && now.value.getTime() - since.value > 500)
</script>

<template>
  <div class="stage ways-stage">
    <h1 class="hidden-label">Ways</h1>
    <div class="wanted"><GoalsPanel /><SearchSpacePanel /></div>
    <section class="group found" aria-labelledby="ways-title">
      <div class="title">
        <h2 id="ways-title">Ways to reach the goals</h2>
        <span class="small muted" role="status">
          <template v-if="state === 'looking'">{{
            long ? `looking … ${Math.round(share * 100)} %` : 'checking …'
          }}</template>
          <template v-else-if="state === 'done'">{{
            nothing
              ? 'none'
              : `${answer!.ways.length} ways, ${Math.max(1, Math.round(answer!.ms))} ms`
          }}</template>
          <template v-else-if="state === 'cancelled'">cancelled</template>
        </span>
        <button v-if="state === 'looking'" type="button" class="push bare" @click="cancel">
          Cancel
        </button>
        <button v-else-if="state !== 'done'" type="button" class="push" @click="look">
          Search again
        </button>
      </div>
      <v-progress-linear
        v-if="long"
        :model-value="share * 100"
        color="primary"
        height="2"
        aria-label="Searching for ways"
      />
      <p v-if="failure" role="alert" class="miss">The search broke off: {{ failure }}</p>
      <div v-if="about && answer" :class="{ stale }">
        <template v-if="nothing">
          <p class="lead none" data-nothing>
            No setting of this camera and these strobes keeps every must within your locks and
            limits.
          </p>
          <template v-if="answer.relaxations.length">
            <h3>The smallest changes that would do it</h3>
            <ul class="relax">
              <li
                v-for="(each, i) in answer.relaxations"
                :key="i"
                :data-relax="each.kind === 'goal' ? each.goal.id : each.kind"
              >
                <span>{{ relaxationWords(about, each) }}</span>
                <button
                  type="button"
                  class="push"
                  :disabled="stale"
                  :aria-label="`Apply: ${relaxationWords(about, each)}`"
                  @click="take(each)"
                >
                  Apply
                </button>
              </li>
            </ul>
          </template>
          <template v-else-if="answer.nearest">
            <h3>No single change is enough. The nearest way misses</h3>
            <ul class="relax">
              <li v-for="goal in answer.nearest.goals.filter((each) => !each.ok)" :key="goal.id">
                <span>{{ missWords(about, goal) }}</span>
              </li>
            </ul>
            <button
              type="button"
              class="push"
              :disabled="stale"
              @click="use(applyChange(about, answer.nearest.change), 'nearest way')"
            >
              Use the nearest
            </button>
          </template>
        </template>
        <section
          v-for="{ group, ways } in groups"
          :key="group"
          class="kind"
          :aria-label="WAY_NAMES[group].name"
        >
          <h3>
            {{ WAY_NAMES[group].name }}
            <span class="small muted">{{ WAY_NAMES[group].about }}</span>
          </h3>
          <ul>
            <WayRow
              v-for="way in ways"
              :key="`${group}${way.change.settings.apertureStops}`"
              :way="way"
              :plan="about"
              :stale="stale"
              @use="use($event, WAY_NAMES[group].name.toLowerCase())"
            />
          </ul>
        </section>
      </div>
    </section>
  </div>
</template>

<style scoped>
.ways-stage {
  grid-template-columns: minmax(300px, 23rem) minmax(0, 1fr);
  gap: 1rem 2rem;
}
.wanted {
  display: grid;
  gap: 1.2rem;
  align-content: start;
}
.title {
  display: flex;
  align-items: center;
  gap: 1rem;
  border-bottom: 1px solid var(--line);
  min-height: 29px;
}
.title .push {
  min-height: 26px;
}
.stale {
  opacity: 0.62;
}
.kind {
  padding-top: 0.8rem;
}
h3 {
  color: var(--accent);
  padding-bottom: 0.1rem;
}
h3 .small {
  font-weight: 400;
  padding-left: 0.5rem;
}
.none {
  padding: 0.6rem 0;
  color: var(--bright);
}
.relax li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 1rem;
  border-bottom: 1px solid var(--line);
  padding: 0.35rem 0;
}
@media (max-width: 1000px) {
  .ways-stage {
    grid-template-columns: minmax(0, 1fr);
  }
  .found {
    order: -1;
  }
}
@media (pointer: coarse), (max-width: 760px) {
  .title .push {
    min-height: 44px;
  }
  h3 .small {
    display: block;
    padding-left: 0;
  }
}
</style>
