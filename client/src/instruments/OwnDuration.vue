<script setup lang="ts">
/** The user's own flash duration at the power in use: it joins the strobe's table in this plan. */
import { computed, ref, useId } from 'vue'
import { withOwnDuration } from '@core/kit/heads'
import type { LightId } from '@core/plan/plan'
import { formatPower } from '@core/scales/dial'
import { usePlan } from '@/stores/plan'
import { parseDuration } from '@/words/fieldSpec'

const props = defineProps<{ id: LightId }>()
const store = usePlan()
const field = useId()
const light = computed(() => store.plan!.lights.find((each) => each.id === props.id)!)
const own = computed(
  () =>
    light.value.strobe.durationsFrom !== 'typical' &&
    light.value.strobe.durations.some(
      (each) => Math.abs(each.powerStops - light.value.powerStops) < 1e-6
    )
)
const text = ref('')
const fault = ref('')
const put = (): void => {
  if (!text.value.trim()) return
  const t01 = parseDuration(text.value)
  if (t01 === null) {
    fault.value = 'not understood: type 1/5000 or 0.2 ms'
    return
  }
  const { strobe, powerStops } = light.value
  const faults = store.set(
    `lights.${props.id}.strobe`,
    withOwnDuration(strobe, powerStops, t01),
    'flash duration'
  )
  fault.value = faults[0]?.message ?? ''
  if (!faults.length) text.value = ''
}
</script>

<template>
  <div class="own small">
    <label :for="field"
      >{{ own ? 'In your table: t0.1 at' : 'Your own t0.1 at' }}
      {{ formatPower(light.strobe.dial, light.powerStops) }}{{ own ? '; another t0.1' : '' }}</label
    >
    <input
      :id="field"
      v-model="text"
      class="num"
      placeholder="1/5000"
      maxlength="20"
      :aria-invalid="fault !== ''"
      @keydown.enter="put"
      @change="put"
    />
    <span v-if="fault" role="alert" class="miss">{{ fault }}</span>
  </div>
</template>

<style scoped>
.own {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.6rem;
  align-items: center;
  color: var(--muted);
}
input {
  width: 6rem;
  height: 28px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  text-align: center;
  color: var(--bright);
}
input:focus {
  outline: 0;
  border-bottom: 2px solid var(--accent);
}
@media (pointer: coarse), (max-width: 760px) {
  input {
    height: 44px;
  }
}
</style>
