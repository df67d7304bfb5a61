<script setup lang="ts">
/**
 * Remedies when the dial cannot give the light wanted, each priced; taking one is one undoable
 * step.
 */
import { computed } from 'vue'
import type { PowerRemedy } from '@core/advise/powerRemedies'
import type { LightId } from '@core/plan/plan'
import { formatPower } from '@core/scales/dial'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { controlValue } from '@/words/changes'
import { mm, stops } from '@/words/format'
import { CONTROL_NAMES } from '@/words/names'
import { patched } from '@/workers/planChange'
import type { SetWorker } from '@/workers/set.worker'
import { setWorker } from '@/workers/setWorker'
import { useWorkerQuery } from '@/workers/useWorkerQuery'

const store = usePlan()
const kit = useKit()
const props = defineProps<{ id: LightId }>()
const light = computed(() => store.plan!.lights.find((each) => each.id === props.id)!)
const stuck = computed(() => {
  const suggestion = store.evaluation?.suggestions[light.value.id]
  if (!suggestion) return false
  if (!store.isLocked(`lights.${props.id}.powerStops`))
    return ['coarse', 'too-bright', 'too-dim'].includes(suggestion.state)
  const { place, goalStops, toleranceStops } = suggestion
  return Math.abs(store.evaluation!.ledger.totals[place]! - goalStops) > toleranceStops + 1e-9
})
const { answer, state, failure, look } = useWorkerQuery<SetWorker, readonly PowerRemedy[]>({
  host: setWorker,
  plan: () => (stuck.value ? store.plan : null),
  besides: () => [props.id, kit.modifiers],
  ask: async (api, change, plan) =>
    (await api.powerRemedies(change, props.id, kit.modifiers)).map((each) => ({
      ...each,
      after: patched(plan, each.after)
    })),
  nothing: [],
  delayMs: 120
})
const busy = computed(() => state.value === 'looking')
/** Remedies found for an older plan are not offered. */
const remedies = computed(() => (stuck.value && !busy.value ? answer.value : []))
const powerAfter = (remedy: PowerRemedy): string =>
  formatPower(
    light.value.strobe.dial,
    remedy.after.lights.find((each) => each.id === props.id)!.powerStops
  )
const at = (remedy: PowerRemedy, value: PowerRemedy['to']): string =>
  remedy.control === 'modifier' && value === ''
    ? 'bare head'
    : controlValue(store.plan!, remedy.control, value, light.value.id)

const effects = (remedy: PowerRemedy): string => {
  const { price } = remedy
  const said: string[] = []
  if (Math.abs(price.strobeBackground) > 0.05)
    said.push(`strobe on the background ${stops(price.strobeBackground)}`)
  if (Math.abs(price.ambientBackground) > 0.05 || Math.abs(price.ambientSubject) > 0.05)
    said.push(`ambient ${stops(price.ambientBackground || price.ambientSubject)}`)
  else if (remedy.control === 'iso' || remedy.control === 'aperture' || remedy.control === 'nd')
    said.push(`ambient moves by the same stops`)
  if (Math.abs(price.depthMm) > 0.005)
    said.push(`depth ${price.depthMm > 0 ? '+' : '−'}${mm(Math.abs(price.depthMm))}`)
  if (remedy.control === 'iso' && price.strobeSubject > 0) said.push('more noise')
  return said.join(', ') || 'nothing else changes'
}
const take = (remedy: PowerRemedy): void =>
  void store.replace(remedy.after, CONTROL_NAMES[remedy.control].toLowerCase())
</script>

<template>
  <p v-if="stuck && busy" class="small muted" role="status">Looking for remedies …</p>
  <p v-if="stuck && failure" role="alert" class="miss small">
    No remedies could be worked out: {{ failure }}
    <button type="button" class="push" @click="look()">Try again</button>
  </p>
  <div v-if="remedies.length" class="remedies">
    <h3>Remedies</h3>
    <ul>
      <li
        v-for="remedy in remedies"
        :key="`${remedy.control}-${remedy.to}`"
        :data-power-remedy="remedy.control"
      >
        <div>
          <b
            >{{ CONTROL_NAMES[remedy.control] }}
            <span class="num">{{ at(remedy, remedy.from) }} → {{ at(remedy, remedy.to) }}</span></b
          >
          <span class="small">
            <template v-if="remedy.solves"
              >then power <span class="num">{{ powerAfter(remedy) }}</span>, subject
              {{ stops(remedy.missStops) }} off</template
            >
            <span v-else class="near"
              >not enough alone: still {{ stops(remedy.missStops) }} off</span
            >
          </span>
          <span class="small muted">{{ effects(remedy) }}</span>
        </div>
        <button
          type="button"
          class="push"
          :aria-label="`Apply: ${CONTROL_NAMES[remedy.control]} to ${at(remedy, remedy.to)}`"
          @click="take(remedy)"
        >
          Apply
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.remedies {
  display: grid;
  gap: 0.3rem;
  padding-top: 0.5rem;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 1rem;
  padding: 0.4rem 0;
  border-bottom: 1px solid var(--line);
}
li div {
  display: grid;
  gap: 0.05rem;
}
b {
  font-weight: 500;
  color: var(--bright);
}
</style>
