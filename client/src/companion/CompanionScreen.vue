<script setup lang="ts">
/**
 * The companion at the set: one step on the screen, to be read at arm's length in the dark and
 * worked with one thumb, by keys, or by a remote's.
 */
import { mdiDotsHorizontal } from '@mdi/js'
import { useWakeLock } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { planAsked } from '@core/run/asked'
import type { Evidence } from '@core/run/frame'
import PowerRemedies from '@/instruments/PowerRemedies.vue'
import { keep, readKept } from '@/kept/storage'
import LinkTroubles from '@/run/LinkTroubles.vue'
import PrepareLine from '@/run/PrepareLine.vue'
import OutcomeLine from '@/run/OutcomeLine.vue'
import SecondChange from '@/run/SecondChange.vue'
import StepSettings from '@/run/StepSettings.vue'
import { useDevice } from '@/run/useDevice'
import { useMain } from '@/run/useMain'
import { useRun } from '@/run/useRun'
import type { ThemeName } from '@/theme/themes'
import { moveWords } from '@/words/moves'
import { settingsFor, stepName } from '@/words/steps'
import CompanionBar from './CompanionBar.vue'
import CompanionHeader from './CompanionHeader.vue'
import CompanionJudge from './CompanionJudge.vue'
import CompanionMore from './CompanionMore.vue'
import CompanionPictures from './CompanionPictures.vue'
import { useRemote } from './useRemote'
import { useSetTheme } from './useSetTheme'
import { useSettling } from './useSettling'
import { useVoice } from './useVoice'

const AUTO = 'fine-spark-auto-read'
const run = useRun()
const device = useDevice()
const { store, frames, move, step } = run
const { main, steps, finish } = useMain(run, device)
const { name: theme, turn: turnTheme } = useSetTheme()
const more = ref(false)
const auto = ref(readKept(AUTO) === 'yes')
const turnAuto = (on: boolean): void => {
  auto.value = on
  keep(AUTO, on ? 'yes' : 'no')
}
const lock = useWakeLock()
// Where the browser allows it the screen stays on.
onMounted(() => void lock.request('screen').catch(() => {}))

const words = computed(() => moveWords(store.plan!, move.value))
const settings = computed(() => settingsFor(store.plan!, move.value))
/** Nothing is taken yet: what all of it is for. */
const beginning = computed(() => ['prepare', 'test-flash'].includes(move.value.kind))
const meant = computed(() =>
  beginning.value ? store.plan! : planAsked(store.plan!, run.asked.value)
)
const counted = computed(() => run.steps.value.filter(({ key }) => key !== 'recheck'))
const at = computed(() => counted.value.findIndex(({ key }) => key === step.value?.key))
const name = computed(() =>
  step.value
    ? (at.value < 0 ? '' : `${at.value + 1} of ${counted.value.length} · `) +
      stepName(store.plan!, step.value.key)
    : 'All steps are done'
)
const judging = computed(() => (move.value.kind === 'judge' ? move.value.frame : null))
const hasImage = computed(
  () => frames.records.find(({ frame }) => frame.id === judging.value?.id)?.hasImage ?? false
)
const offer = shallowRef<{ label: string; evidence: Evidence } | null>(null)
watch(judging, (frame) => frame || (offer.value = null))
const judge = (evidence: Evidence): void =>
  void (judging.value && run.judge(judging.value, evidence))

const settling = useSettling(() => [move.value.kind, step.value?.key, judging.value?.id])

/** The big button, whatever it does just now. */
const big = computed(() => {
  if (!judging.value) return main.value
  const now = offer.value
  return now && { label: now.label, act: () => judge(now.evidence) }
})
const skipLabel = computed(() =>
  step.value === null || step.value.key === 'variations'
    ? ''
    : step.value.key === 'recheck'
      ? 'As before'
      : 'Skip'
)
const skip = (): void => void (step.value && steps.skip(step.value))
const voice = useVoice(() =>
  [
    name.value,
    words.value.brief ?? words.value.head,
    ...settings.value.map(({ light, value }) => `${light ?? 'Camera'} ${value}`)
  ].join('. ')
)
useRemote(() =>
  more.value
    ? { more: () => (more.value = false) }
    : {
        ...(device.busy.value || settling.value || !big.value ? {} : { main: big.value.act }),
        ...(skipLabel.value && !settling.value ? { skip } : {}),
        say: voice.say,
        more: () => (more.value = true)
      }
)
</script>

<template>
  <div class="companion">
    <CompanionHeader
      :steps="counted"
      :due="step?.key ?? null"
      :icon="mdiDotsHorizontal"
      :opened="more"
      @more="more = !more"
    />
    <CompanionMore
      v-if="more"
      :steps="run.steps.value"
      :due="step?.key ?? null"
      :voice="{ able: voice.able, on: voice.wanted.value }"
      :auto="auto"
      :theme="theme as ThemeName"
      @close="more = false"
      @voice="voice.turn"
      @auto="turnAuto"
      @theme="turnTheme"
    />
    <div v-else class="body">
      <CompanionPictures
        v-if="!judging"
        class="pictures"
        :meant="meant"
        :kind="beginning ? 'lit' : run.asked.value.kind"
      />
      <section class="words" aria-label="Next move" :data-move="move.kind">
        <p class="muted">{{ name }}</p>
        <h2 aria-live="polite">{{ words.brief ?? words.head }}</h2>
        <StepSettings class="settings" :settings="settings" />
        <CompanionJudge
          v-if="judging"
          :key="judging.id"
          v-model:offer="offer"
          :frame="judging"
          :has-image="hasImage"
          :auto="auto"
          @judge="judge"
        />
        <template v-else>
          <LinkTroubles v-if="move.kind === 'test-flash'" />
          <PrepareLine v-if="move.kind === 'prepare'" />
          <p class="detail">{{ words.detail }}</p>
        </template>
        <OutcomeLine v-if="!judging" />
        <p v-if="device.failure.value" role="alert" class="miss">{{ device.failure.value }}</p>
        <PowerRemedies
          v-if="move.kind === 'no-power-fits' || move.kind === 'power-locked'"
          :id="move.light"
        />
        <router-link
          v-if="['no-power-fits', 'power-locked', 'goal-missed', 'all-off'].includes(move.kind)"
          class="push"
          :to="{ name: move.kind === 'all-off' ? 'light' : 'ways', params: $route.params }"
          >{{ move.kind === 'all-off' ? 'To the lights' : 'All ways to the goals' }}</router-link
        >
      </section>
    </div>
    <CompanionBar
      v-if="!more"
      :big="big"
      :settling="settling"
      :busy="device.busy.value && (device.camera.value?.state.busy?.doing ?? device.busy.value)"
      :skip="skipLabel"
      :can-finish="step?.key === 'variations'"
      @skip="skip"
      @finish="finish"
      @wait-no-longer="device.cancel"
    />
    <SecondChange />
  </div>
</template>

<style scoped>
.companion {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  height: 100dvh;
}
.body {
  overflow: auto;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  align-content: start;
  gap: 0.4rem;
}
.words {
  display: grid;
  gap: 0.75rem;
  align-content: start;
  padding: 0.6rem 1.1rem 1.2rem;
}
/* A thumb in a wet glove. */
.companion :deep(.push),
.companion :deep(input:not([type='checkbox'])),
.companion :deep(.line a) {
  min-height: 56px;
  min-width: 56px;
  align-content: center;
}
h2 {
  font: 500 clamp(1.7rem, 1.2rem + 2.2vw, 3rem)/1.12 var(--sans);
  color: var(--bright);
  text-wrap: balance;
}
.detail,
.words :deep(.outcome) {
  font-size: 1.0625rem;
  max-width: 60ch;
}
@media (min-width: 900px) {
  .body {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 2rem;
    padding: 1.5rem 2rem;
  }
  .body > .words {
    order: -1;
    grid-column: 1;
    grid-row: 1;
    padding: 0;
    font-size: 1.125rem;
  }
  .pictures {
    grid-column: 2;
    grid-template-columns: minmax(0, 1fr);
    align-content: start;
  }
  .body > .words:only-child {
    grid-column: 1 / -1;
    max-width: 60rem;
  }
}
</style>
