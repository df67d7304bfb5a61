<script setup lang="ts">
/** What shutter is due now and when the next one is, to be read at arm's length. */
import { computed } from 'vue'
import { bracketOf } from '@core/advise/courseSteps'
import { usePlan } from '@/stores/plan'
import { beyondWords, minuteOf, shutterName, waitWords } from '@/words/dusk'
import { useBell } from './bell'
import type { CourseInHand } from './useCourse'

const props = defineProps<{ inHand: CourseInHand }>()
const store = usePlan()
const due = computed(() => props.inHand.due.value)
const { sound, shake, canShake } = useBell(() => due.value.step?.shutterStops ?? null)
const now = computed(() => due.value.step)
const next = computed(() => due.value.next)
const wait = computed(() => (next.value ? next.value.from - props.inHand.at.value : 0))
const bracket = computed(() =>
  now.value && props.inHand.falling.value!.bracketStops > 0
    ? bracketOf(props.inHand.falling.value!, now.value.shutterStops).map(shutterName).join(', ')
    : ''
)
const isSet = computed(
  () =>
    now.value !== null &&
    Math.abs(now.value.shutterStops - store.plan!.settings.shutterStops) < 0.01
)
const locked = computed(() => store.isLocked('settings.shutterStops'))
const setIt = (): void =>
  void (
    now.value && store.set('settings.shutterStops', now.value.shutterStops, 'shutter that is due')
  )
const last = computed(() => props.inHand.steps.value.at(-1))
</script>

<template>
  <section class="clock" aria-labelledby="due-title">
    <h2 id="due-title" class="muted">Shutter that is due</h2>
    <template v-if="now">
      <p class="now num" data-due>{{ shutterName(now.shutterStops) }}</p>
      <p v-if="bracket" class="num" data-bracket>{{ bracket }}</p>
      <p v-if="now.beyond" class="near">▲ {{ beyondWords(now) }}</p>
    </template>
    <p v-else-if="next" class="lead">
      The course begins at {{ minuteOf(next.from) }} with
      <span class="num">{{ shutterName(next.shutterStops) }}</span>.
    </p>
    <p v-else class="lead">
      The course is over{{ last ? `: it ended at ${minuteOf(last.to)}` : '' }}.
    </p>
    <p v-if="next && (now || wait < 7_200_000)" class="next" data-next>
      <span>in</span><span class="num bright">{{ waitWords(wait) }}</span
      ><span>→</span><span class="num bright">{{ shutterName(next.shutterStops) }}</span>
    </p>
    <div class="acts">
      <button type="button" class="push main" :disabled="!now || isSet || locked" @click="setIt">
        {{ isSet ? 'The plan has it' : locked ? 'The shutter is locked' : 'Put it in the plan' }}
      </button>
      <label class="small"><input v-model="sound" type="checkbox" /> Sound</label>
      <label v-if="canShake" class="small"
        ><input v-model="shake" type="checkbox" /> Vibration</label
      >
    </div>
  </section>
</template>

<style scoped>
.clock {
  display: grid;
  gap: 0.3rem;
  justify-items: start;
  align-content: start;
}
.now {
  font-size: clamp(3.6rem, 6vw, 5.4rem);
  white-space: nowrap;
  line-height: 1.05;
  color: var(--bright);
}
@media (max-width: 760px) {
  .now {
    font-size: min(24vw, 7rem);
  }
}
.next {
  display: flex;
  flex-wrap: wrap;
  gap: 0 0.6rem;
  font-size: 1.5rem;
}
.lead {
  font-size: 1.25rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.6rem 1rem;
  align-items: center;
  padding-top: 0.4rem;
}
.acts .push {
  min-height: 56px;
}
label {
  display: inline-flex;
  gap: 0.4rem;
  align-items: center;
  min-height: 44px;
}
</style>
