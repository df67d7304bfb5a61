<script setup lang="ts">
/** One way: complete settings, what it costs, what binds, and on demand what it would change. */
import { computed, ref, useId } from 'vue'
import { evaluate } from '@core/ledger/evaluate'
import type { Plan } from '@core/plan/plan'
import { changesBetween } from '@core/run/changes'
import { applyChange } from '@core/solve/change'
import type { Way } from '@core/solve/ways'
import { changeWords } from '@/words/changes'
import PlanThumbnail from '@/picture/PlanThumbnail.vue'
import { stopCount } from '@/words/format'
import { STATE_MARKS, STATE_WORDS, VERDICT_NAMES } from '@/words/names'
import { verdictValue } from '@/words/verdicts'
import {
  bindingWords,
  goalFigure,
  goalLimit,
  goalName,
  lightWords,
  priceWords,
  settingsWords
} from '@/words/ways'

const props = defineProps<{ way: Way; plan: Plan; stale: boolean }>()
defineEmits<{ use: [after: Plan] }>()
const id = useId()
const open = ref(false)
const after = computed(() => applyChange(props.plan, props.way.change))
const lights = computed(() => lightWords(props.plan, after.value))
const shade = computed(() => props.way.change.shadeStops - props.plan.ambient.shadeStops)
const missed = computed(() => props.way.goals.filter((goal) => !goal.ok))
const changes = computed(() => [
  ...changesBetween(props.plan, after.value).map((change) => changeWords(props.plan, change)),
  ...(Math.abs(shade.value) > 1e-6
    ? [
        shade.value > 0
          ? `Ambient shaded by ${stopCount(shade.value)} more`
          : `Shade taken off: ${stopCount(shade.value)}`
      ]
    : [])
])
const compared = computed(() => {
  const now = evaluate(props.plan).verdicts
  const then = evaluate(after.value).verdicts
  // Colour has a verdict only where there is something to say of it.
  return now.flatMap((verdict) => {
    const other = then.find(({ id }) => id === verdict.id)
    return other ? [{ id: verdict.id, now: verdict, then: other }] : []
  })
})
const same = computed(() => changes.value.length === 0)
</script>

<template>
  <li class="way" :data-way="way.group">
    <PlanThumbnail
      :plan="after"
      :label="`The picture of ${settingsWords(after)}`"
      class="picture"
    />
    <div class="settings">
      <p class="num set">{{ settingsWords(after) }}</p>
      <p class="lights">
        <span v-for="light in lights" :key="light.id" :class="`hue-${light.id}`" class="light"
          ><span class="source-mark">{{ light.id }}</span>
          <span class="num">{{ light.power }}</span><span v-if="light.moved" class="moved">
            {{ light.moved }}</span
          ></span
        >
        <span v-if="Math.abs(shade) > 1e-6" class="moved"
          >ambient {{ shade > 0 ? '−' : '+' }}{{ stopCount(shade) }}</span
        >
      </p>
    </div>
    <dl>
      <div v-for="price in priceWords(way)" :key="price.name">
        <dt>{{ price.name }}</dt>
        <dd class="num">{{ price.value }}</dd>
      </div>
    </dl>
    <p class="small verdicts" aria-label="Verdicts of this way">
      <span v-for="{ id: verdict, then } in compared" :key="verdict"
        ><span :class="then.state" aria-hidden="true">{{ STATE_MARKS[then.state] }}</span>
        {{ VERDICT_NAMES[verdict].toLowerCase()
        }}<span class="hidden-label">: {{ STATE_WORDS[then.state] }}</span></span
      >
    </p>
    <p class="small binds" :class="{ near: missed.length }">
      {{ bindingWords(plan, way)
      }}<template v-if="missed.length > 1">, and {{ missed.length - 1 }} more</template>
    </p>
    <div class="acts">
      <button
        type="button"
        class="push bare"
        :aria-expanded="open"
        :aria-controls="id"
        @click="open = !open"
      >
        Compare
      </button>
      <button
        type="button"
        class="push"
        :class="{ main: !same }"
        :disabled="stale || same"
        @click="$emit('use', after)"
      >
        {{ same ? 'As it stands' : 'Use it' }}
      </button>
    </div>
    <div v-if="open" :id="id" class="compare">
      <ul class="changes">
        <li v-for="change in changes" :key="change">{{ change }}</li>
        <li v-if="same">Nothing would change.</li>
      </ul>
      <table>
        <thead>
          <tr>
            <th>Verdict</th>
            <th>now</th>
            <th>then</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in compared" :key="row.id">
            <th scope="row">{{ VERDICT_NAMES[row.id] }}</th>
            <td v-for="(verdict, k) in [row.now, row.then]" :key="k" class="num">
              <span :class="verdict.state" aria-hidden="true">{{
                STATE_MARKS[verdict.state]
              }}</span>
              {{ verdictValue(verdict)
              }}<span class="hidden-label">, {{ STATE_WORDS[verdict.state] }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <table>
        <thead>
          <tr>
            <th>Goal</th>
            <th>wanted</th>
            <th>then</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="goal in way.goals" :key="goal.id">
            <th scope="row">{{ goalName(plan, goal.id) }}</th>
            <td class="num">{{ goalLimit(goal) }}</td>
            <td class="num" :class="{ near: !goal.ok }">{{ goalFigure(goal.id, goal.value) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </li>
</template>

<style scoped>
.way {
  display: grid;
  grid-template-columns: 84px minmax(9.5rem, 1fr) auto auto;
  gap: 0.1rem 1rem;
  align-items: center;
  border-bottom: 1px solid var(--line);
  padding: 0.45rem 0;
}
.set {
  font-size: 1.0625rem;
  color: var(--bright);
  white-space: pre-wrap;
}
.lights {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.9rem;
  padding-top: 0.15rem;
}
.light .source-mark {
  margin-right: 0.35rem;
}
.light .num {
  color: var(--bright);
  font-size: 0.875rem;
}
.moved {
  color: var(--accent);
  font-size: 0.875rem;
  margin-left: 0.35rem;
}
dl {
  display: grid;
  grid-template-columns: repeat(3, auto);
  gap: 0 1rem;
  font-size: 0.8125rem;
}
dl div {
  display: flex;
  gap: 0.4rem;
  justify-content: space-between;
}
dt {
  color: var(--muted);
  white-space: nowrap;
}
dd {
  white-space: nowrap;
}
.picture {
  grid-row: 1 / 3;
}
.verdicts {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.8rem;
  color: var(--muted);
  justify-self: end;
  grid-column: 3;
  grid-row: 2;
}
.binds {
  grid-column: 2;
  color: var(--muted);
  grid-row: 2;
}
.binds.near {
  color: var(--near);
}
.acts {
  grid-row: 1 / 3;
  grid-column: 4;
  display: grid;
  gap: 0.1rem;
}
.acts .push {
  justify-content: center;
  min-height: 30px;
}
.compare {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 2rem;
  padding: 0.5rem 0 0.4rem;
  border-top: 1px dotted var(--line);
  margin-top: 0.4rem;
  font-size: 0.875rem;
}
.changes {
  display: grid;
  align-content: start;
  gap: 0.15rem;
  min-width: 14rem;
  flex: 1;
  color: var(--bright);
}
th {
  color: var(--muted);
  padding-right: 1rem;
}
td {
  padding: 0.05rem 1rem 0.05rem 0;
  white-space: nowrap;
}
@media (max-width: 760px) {
  .way {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .picture {
    display: none;
  }
  .settings,
  dl,
  .binds,
  .verdicts {
    grid-column: 1 / -1;
    grid-row: auto;
  }
  .verdicts {
    justify-self: start;
  }
  dl {
    grid-template-columns: repeat(3, auto);
    justify-content: start;
  }
  .acts {
    grid-column: 1 / -1;
    grid-row: auto;
    display: flex;
    justify-content: end;
    gap: 0.6rem;
  }
  .acts .push {
    min-height: 44px;
  }
}
</style>
