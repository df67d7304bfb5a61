<script setup lang="ts">
/** Ways out when the dial cannot give the light wanted, each priced; taking one is one undoable step. */
import { computed } from 'vue'
import type { WayOut } from '@core/solve/waysOut'
import { plain, useAway } from '@/set/useAway'
import { formatPower } from '@core/scales/dial'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { positionOf } from '@/words/changes'
import { mm, stops } from '@/words/format'
import { CONTROL_NAMES } from '@/words/names'

const store = usePlan()
const kit = useKit()
const props = defineProps<{ index: number }>()
const light = computed(() => store.plan!.lights[props.index]!)
const stuck = computed(() =>
  ['coarse', 'too-bright', 'too-dim'].includes(
    store.evaluation?.suggestions[light.value.id]?.state ?? ''
  )
)
const { answer, busy } = useAway<readonly WayOut[]>(
  () => [stuck.value && store.plan, props.index, kit.modifiers],
  (api) =>
    stuck.value ? api.waysOut(plain(store.plan!), props.index, plain(kit.modifiers)) : null,
  []
)
/** Ways found for an older plan are not offered. */
const ways = computed(() => (stuck.value && !busy.value ? answer.value : []))
const at = (way: WayOut, value: WayOut['to']): string =>
  way.control === 'modifier' && value === ''
    ? 'bare head'
    : positionOf(store.plan!, way.control, value, light.value.id)

const effects = (way: WayOut): string => {
  const { price } = way
  const said: string[] = []
  if (Math.abs(price.strobeGround) > 0.05)
    said.push(`strobe on the ground ${stops(price.strobeGround)}`)
  if (Math.abs(price.ambientGround) > 0.05 || Math.abs(price.ambientSubject) > 0.05)
    said.push(`ambient ${stops(price.ambientGround || price.ambientSubject)}`)
  else if (way.control === 'iso' || way.control === 'aperture' || way.control === 'nd')
    said.push(`ambient moves by the same stops`)
  if (Math.abs(price.depthMm) > 0.005)
    said.push(`depth ${price.depthMm > 0 ? '+' : '−'}${mm(Math.abs(price.depthMm))}`)
  if (way.control === 'iso' && price.strobeSubject > 0) said.push('more noise')
  return said.join(', ') || 'nothing else changes'
}
const take = (way: WayOut): void =>
  void store.replace(way.after, CONTROL_NAMES[way.control].toLowerCase())
</script>

<template>
  <p v-if="stuck && busy" class="small muted" role="status">Looking for ways out …</p>
  <div v-if="ways.length" class="ways">
    <h3>Ways out</h3>
    <ul>
      <li v-for="way in ways" :key="`${way.control}-${way.to}`" :data-way="way.control">
        <div>
          <b
            >{{ CONTROL_NAMES[way.control] }}
            <span class="num">{{ at(way, way.from) }} → {{ at(way, way.to) }}</span></b
          >
          <span class="small">
            <template v-if="way.solves"
              >then power
              <span class="num">{{
                formatPower(light.strobe.dial, way.after.lights[index]!.powerStops)
              }}</span>, subject {{ stops(way.suggestion.missStops) }} off</template
            >
            <span v-else class="near"
              >not enough alone: still {{ stops(way.suggestion.missStops) }} off</span
            >
          </span>
          <span class="small muted">{{ effects(way) }}</span>
        </div>
        <button
          type="button"
          class="push"
          :aria-label="`Take: ${CONTROL_NAMES[way.control]} to ${at(way, way.to)}`"
          @click="take(way)"
        >
          Take
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.ways {
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
