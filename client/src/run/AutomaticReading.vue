<script setup lang="ts">
/**
 * Automatic flash: what it would do here, with which compensation, from how far; and what the mark
 * it chose says of the light.
 */
import { computed, ref, useId } from 'vue'
import type { LightId } from '@core/plan/plan'
import { withOnly } from '@core/plan/edit'
import { linkOf } from '@core/plan/firing'
import { goalOf } from '@core/ledger/suggest'
import { automaticForecast, type AutomaticArea } from '@core/run/automatic'
import { judgedAt, UNCERTAINTY } from '@core/run/calibrate'
import { litIds, type Evidence, type Frame } from '@core/run/frame'
import { dialLowest, formatPower, parsePower } from '@core/scales/dial'
import { parseStops } from '@core/scales/stops'
import ChoiceChips from '@/instruments/ChoiceChips.vue'
import HelpTip from '@/instruments/HelpTip.vue'
import { usePlan } from '@/stores/plan'
import { AREAS, beyondWords, compensationMark, levelWords, reachWords } from '@/words/automatic'
import { stops } from '@/words/format'

type Automatic = Extract<Evidence, { kind: 'automatic' }>
const props = defineProps<{ frame: Frame }>()
const emit = defineEmits<{ read: [evidence: Evidence] }>()
const store = usePlan()
const id = useId()

const lights = computed(() => litIds(props.frame))
const chosen = ref<LightId | null>(null)
const light = computed(() => chosen.value ?? lights.value[0]!)
const head = computed(() => props.frame.plan.lights.find((each) => each.id === light.value)!)
/** Its link, where automatic flash does not go over it. */
const deaf = computed(() => {
  const link = linkOf(head.value)
  return link && !link.carriesAutomatic ? link : null
})
const alone = computed(() => withOnly(props.frame.plan, [light.value]))
const place = computed(() => judgedAt({ kind: 'lit', plan: alone.value })[0]!)
const wanted = computed(
  () => goalOf(alone.value, head.value)?.stops ?? store.plan!.goals.subjectStops
)

const area = ref<AutomaticArea>('frame')
const typedCompensation = ref('0')
const compensation = computed(() => {
  const value = parseStops(typedCompensation.value)
  return value !== null && Math.abs(value) <= 5 ? value : null
})
const forecast = computed(() => {
  const asked = {
    light: light.value,
    area: area.value,
    compensationStops: compensation.value ?? 0
  }
  return automaticForecast(props.frame.plan, asked, place.value, wanted.value)
})
const better = computed(() => {
  const { compensationStops } = forecast.value
  return compensationStops === null ? null : compensationMark(compensationStops)
})

const SIGNALS: readonly { readonly value: Automatic['limit']; readonly title: string }[] = [
  { value: 'exact', title: 'A mark' },
  { value: 'at-most', title: 'All it has, too little' },
  { value: 'at-least', title: 'Its least, too much' }
]
const limit = ref<Automatic['limit']>('exact')
const typed = ref('')
const error = ref('')
const dial = computed(() => head.value.strobe.dial)
const gave = computed(() => {
  if (limit.value === 'at-most') return 0
  return limit.value === 'at-least' ? dialLowest(dial.value) : parsePower(dial.value, typed.value)
})
const use = (): void => {
  if (compensation.value === null)
    return void (error.value = 'the compensation is not understood: type stops, like −1 1/3')
  if (gave.value === null)
    return void (error.value = `not understood: type ${formatPower(dial.value, -2)}`)
  emit('read', {
    kind: 'automatic',
    place: place.value,
    light: light.value,
    area: area.value,
    compensationStops: compensation.value,
    powerStops: gave.value,
    limit: limit.value
  })
}
</script>

<template>
  <form class="reading" @submit.prevent="use">
    <p v-if="deaf" class="near small" data-deaf>
      {{ deaf.name }} does not carry automatic flash: this head fires at the power it is set to.
    </p>
    <ChoiceChips
      v-if="lights.length > 1"
      :model-value="light"
      label="Fired alone"
      :options="lights.map((each) => ({ value: each, title: each }))"
      @update:model-value="chosen = $event"
    />
    <ChoiceChips v-model="area" label="What it meters" :options="AREAS">
      <HelpTip
        about="automatic flash"
        text="A pre-flash is read through the lens; power is set so that the mean of the metered area
          comes out at mid-grey, plus compensation. On black a small subject comes out over. Many
          heads show afterwards what they gave: that says how strong the light is here. Where yours
          shows nothing, judge the frame."
      />
    </ChoiceChips>
    <div class="line">
      <label :for="`${id}-comp`">Compensation</label>
      <input
        :id="`${id}-comp`"
        v-model="typedCompensation"
        class="num"
        maxlength="20"
        autocomplete="off"
        :aria-invalid="compensation === null"
        @input="error = ''"
      />
      <button
        v-if="better !== null && Math.abs(better - (compensation ?? 0)) > 0.1"
        type="button"
        class="push"
        @click="typedCompensation = stops(better, 2)"
      >
        Set {{ stops(better, 2) }}
      </button>
    </div>
    <p class="small" data-forecast>{{ levelWords(forecast, wanted) }}</p>
    <p v-if="beyondWords(forecast)" class="small near">{{ beyondWords(forecast) }}</p>
    <p
      class="small"
      :class="forecast.reach === 'within' ? 'muted' : 'near'"
      :data-reach="forecast.reach"
    >
      {{ reachWords(forecast, dial, head.at.distanceMm) }}
    </p>
    <ChoiceChips v-model="limit" label="What it said it gave" :options="SIGNALS" />
    <div class="line">
      <template v-if="limit === 'exact'">
        <label :for="id">{{ light }} gave</label>
        <input
          :id="id"
          v-model="typed"
          class="num"
          maxlength="20"
          autocomplete="off"
          :placeholder="forecast.powerStops === null ? '' : formatPower(dial, forecast.powerStops)"
          :aria-invalid="error !== ''"
          :aria-describedby="`${id}-says`"
          @input="error = ''"
        />
      </template>
      <button type="submit" class="push main">Use</button>
    </div>
    <p
      :id="`${id}-says`"
      class="small"
      :class="error ? 'miss' : 'muted'"
      :role="error ? 'alert' : undefined"
    >
      {{ error || `${light} fired alone. Uncertainty ± ${UNCERTAINTY.automatic} stop.` }}
    </p>
  </form>
</template>

<style scoped src="./reading.css"></style>
