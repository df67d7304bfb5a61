<script setup lang="ts">
/**
 * Beside a dial: what one step either way does to every verdict. The line under the dial opens it.
 */
import { computed, ref, useTemplateRef } from 'vue'
import { whatIf, type SteppablePath } from '@core/advise/whatIf'
import { figureOf, type PlanPath } from '@core/plan/path'
import { usePlan } from '@/stores/plan'
import { STATE_MARKS, STATE_WORDS, VERDICT_NAMES } from '@/words/names'
import { verdictValue } from '@/words/verdicts'
import type { Kind } from './kind'
import { KINDS } from './kinds'

const props = defineProps<{
  id: string
  path: PlanPath
  label: string
  note: string
  warn?: boolean
  inline?: boolean
}>()
const store = usePlan()
const open = ref(false)
/** The menu is made when it is first asked for: every dial has one, and few are opened. */
const used = ref(false)
const button = useTemplateRef<HTMLElement>('button')
const SPECIAL: Record<string, Kind> = {
  powerStops: KINDS.power,
  distanceMm: KINDS.length,
  ndStops: KINDS.filter
}
const kind = computed<Kind>(() => {
  const last = figureOf(props.path)
  return SPECIAL[last] ?? KINDS[last.replace('Stops', '') as 'aperture']
})
const sides = computed(() =>
  open.value && store.plan
    ? [-1, 1].map((by) => whatIf(store.plan!, props.path as SteppablePath, by))
    : []
)
const shown = (value: number): string => kind.value.format(value, store.plan!, props.path)
</script>

<template>
  <button
    :id="id"
    ref="button"
    type="button"
    class="note small"
    :class="{ near: warn, inline }"
    aria-haspopup="dialog"
    :aria-expanded="open"
    :aria-label="
      inline ? `${label}: what if it were stepped?` : `${label}: ${note}. What if it were stepped?`
    "
    title="What if it were stepped?"
    @click="used = open = true"
  >
    {{ note }}
  </button>
  <v-menu
    v-if="used"
    v-model="open"
    :activator="button ?? undefined"
    :open-on-click="false"
    :location="inline ? 'bottom' : 'top'"
    :offset="inline ? 4 : 72"
    :close-on-content-click="false"
    max-width="460"
  >
    <div v-if="open && sides.length" class="what" data-what-if>
      <table>
        <caption>
          {{
            label
          }}: what one step does
        </caption>
        <thead>
          <tr>
            <th><span class="hidden-label">Verdict</span></th>
            <th v-for="(side, k) in sides" :key="k" class="num">
              {{ side.to === null ? 'end of dial' : shown(side.to) }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(effect, i) in sides[0]!.effects" :key="effect.id">
            <th scope="row">{{ VERDICT_NAMES[effect.id] }}</th>
            <td
              v-for="(side, k) in sides"
              :key="k"
              class="num"
              :class="{ same: !side.effects[i]!.changed }"
              :data-effect="`${effect.id}${k ? '+' : '-'}`"
            >
              <template v-if="side.to === null">–</template>
              <template v-else-if="!side.effects[i]!.changed">no change</template>
              <template v-else
                ><span :class="side.effects[i]!.after.state" aria-hidden="true">{{
                  STATE_MARKS[side.effects[i]!.after.state]
                }}</span>
                {{ verdictValue(side.effects[i]!.after)
                }}<span class="hidden-label"
                  >, {{ STATE_WORDS[side.effects[i]!.after.state] }}</span
                ></template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </v-menu>
</template>

<style scoped>
.note {
  display: block;
  width: 100%;
  text-align: center;
  color: var(--muted);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-height: 1.1em;
}
.note:hover {
  color: var(--bright);
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
.note.inline {
  display: inline-block;
  width: auto;
  min-height: 24px;
  padding: 0 0.3rem;
  font-size: 0.9375rem;
  min-width: 24px;
  overflow: visible;
}
.near {
  color: var(--near);
}
.what {
  background: var(--raised);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.7rem 0.9rem;
}
caption {
  text-align: left;
  color: var(--muted);
  font-size: 0.8125rem;
  padding-bottom: 0.3rem;
}
th {
  color: var(--muted);
  padding: 0.1rem 1.1rem 0.1rem 0;
}
thead th {
  color: var(--bright);
}
td {
  padding: 0.1rem 1.1rem 0.1rem 0;
  white-space: nowrap;
}
.same {
  color: var(--muted);
}
@media (max-width: 760px) {
  .note {
    font-size: 0.6875rem;
    min-height: 24px;
  }
}
</style>
