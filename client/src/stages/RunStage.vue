<script setup lang="ts">
/**
 * One step at a time: what to switch, what to set, take the frame, what it showed, what to change
 * next.
 */
import { computed, ref } from 'vue'
import type { Frame } from '@core/run/frame'
import LeftOver from '@/ambient/LeftOver.vue'
import AmbientAge from '@/instruments/AmbientAge.vue'
import DevicePanel from '@/run/DevicePanel.vue'
import FrameIntake from '@/run/FrameIntake.vue'
import FrameList from '@/run/FrameList.vue'
import FrameViewer from '@/run/FrameViewer.vue'
import JudgePanel from '@/run/JudgePanel.vue'
import LastFrame from '@/run/LastFrame.vue'
import RunKnobs from '@/run/RunKnobs.vue'
import StepCard from '@/run/StepCard.vue'
import SecondChange from '@/run/SecondChange.vue'
import StepList from '@/run/StepList.vue'
import { useDevice } from '@/run/useDevice'
import { useMain } from '@/run/useMain'
import { useRun } from '@/run/useRun'
import HazeLine from '@/vapour/HazeLine.vue'
import WaitingFrames from '@/run/WaitingFrames.vue'

const run = useRun()
const { store, frames, move, asked, log, addRaw, judge, explain, keepMarks, remove } = run
const device = useDevice()
const { camera } = device
const { main, canFire, steps, finish } = useMain(run, device)
const chosen = ref<string | null>(null)
/** the frame that is looked at closely; '' for none */
const looking = ref('')
/** Another page may delete every frame there is. */
const pictured = computed(() => frames.records.some(({ hasImage }) => hasImage))

/** The frame to judge: the one the user picked, or the one the next move asks about. */
const judging = computed<Frame | null>(() => {
  const id = chosen.value ?? (move.value.kind === 'judge' ? move.value.frame.id : null)
  return frames.frames.find((frame) => frame.id === id) ?? null
})

/** A slow server answers late: by then the frame may be judged, or another logged. */
let logged = 0
const onLogged = async (...args: Parameters<typeof log>): Promise<void> => {
  const turn = ++logged
  const before = chosen.value
  const made = await log(...args)
  if (!made) return
  const { id } = made
  const now = frames.frames.find((frame) => frame.id === id)
  // Who picked another frame meanwhile stays with it.
  if (turn === logged && chosen.value === before && now?.evidence.length === 0) chosen.value = id
}
const onJudge = async (...args: Parameters<typeof judge>): Promise<void> => {
  const [{ id }] = args
  await judge(...args)
  if (chosen.value === id) chosen.value = null
}
const onExplain = async (...args: Parameters<typeof explain>): Promise<void> => {
  const [{ id }] = args
  await explain(...args)
  if (chosen.value === id) chosen.value = null
}
</script>

<template>
  <div class="stage run-stage">
    <h1 class="hidden-label">Run</h1>
    <div class="now">
      <StepCard
        :steps="run.steps.value"
        :step="run.step.value"
        :move="move"
        :main="main"
        @skip="steps.skip(run.step.value!)"
        @finish="finish"
      />
      <RunKnobs />
      <AmbientAge brief />
      <HazeLine />
      <LeftOver />
      <DevicePanel :asked="asked" :device="device" :lights="canFire" />
      <FrameIntake
        :expected="asked.kind"
        :quiet="judging !== null || camera !== null"
        :folded="camera !== null"
        :log="onLogged"
        :add-raw="addRaw"
      />
      <JudgePanel
        v-if="judging"
        :key="judging.id"
        :frame="judging"
        :number="frames.frames.indexOf(judging) + 1"
        @judge="onJudge"
        @explain="onExplain"
        @keep-marks="keepMarks"
        @close="chosen = null"
      />
      <LastFrame v-else />
    </div>
    <div class="beside">
      <StepList :steps="run.steps.value" :due="run.step.value?.key ?? null" />
      <FrameList
        :frames="frames.records"
        :plan="store.plan!"
        :chosen="judging?.id ?? ''"
        @choose="chosen = $event"
        @look="looking = $event"
        @remove="remove"
      />
    </div>
    <SecondChange />
    <WaitingFrames />
    <FrameViewer v-if="looking && pictured" v-model="looking" @close="looking = ''" />
  </div>
</template>

<style scoped>
.run-stage {
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 1.5rem 2.4rem;
}
.now,
.beside {
  display: grid;
  gap: 1.2rem;
  align-content: start;
}
@media (max-width: 900px) {
  .run-stage {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
