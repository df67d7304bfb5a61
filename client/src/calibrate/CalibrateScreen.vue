<script setup lang="ts">
/** Calibrate a kit item: what can be measured of it, run by run, and what it says. */
import { computed, onMounted, ref, watch } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import type { CalibrationKind } from '@core/calibration/calibration'
import type { CalibrationRecord } from '@core/api/api'
import type { ApiProblem } from '@/api/client'
import HomeHeader from '@/screens/HomeHeader.vue'
import { useCalibrations } from '@/stores/calibrations'
import { useKit } from '@/stores/kit'
import { useNotices } from '@/stores/notices'
import { CALIBRATION_WORDS, KINDS_OF } from '@/words/calibration'
import CameraWays from './CameraWays.vue'
import KindList from './KindList.vue'
import { newRun } from './newRun'
import RunPanel from './RunPanel.vue'
import RunsList from './RunsList.vue'
import RunState from './RunState.vue'
import { useBench } from './useBench'
import { keptRuns, useRunDraft } from './useRunDraft'

const props = defineProps<{ id: string }>()
const kit = useKit()
const calibrations = useCalibrations()
const notices = useNotices()
const failure = ref('')
const inHand = useRunDraft()
const { run } = inHand
const bench = useBench(run, inHand.change)

const item = computed(() => kit.records?.find((record) => record.item.id === props.id)?.item)
const kinds = computed(() => (item.value ? KINDS_OF[item.value.kind] : []))
const runs = computed(() => (calibrations.records ?? []).filter(({ kitId }) => kitId === props.id))
const kind = ref<CalibrationKind | null>(null)
const ofKind = computed(() =>
  runs.value.filter(({ calibration }) => calibration.kind === kind.value)
)

const isPractice = computed(() => {
  const { calibration } = run.value ?? {}
  return calibration?.kind !== 'duration' && calibration?.practice === true
})
const begin = (of: CalibrationKind, strobeId: string | null = null, practice = false): void => {
  kind.value = of
  const draft = newRun(of, item.value!, kit.records ?? [], { strobeId, practice })
  if (draft) inHand.open(draft)
  else run.value = null
}
/** What stands unsaved in this browser comes first, then the newest; else a run that is to begin. */
const pick = (of: CalibrationKind): void => {
  kind.value = of
  const kept = keptRuns(props.id).find(({ calibration }) => calibration.kind === of)
  const last = runs.value.find(({ calibration }) => calibration.kind === of)
  if (kept) {
    inHand.open(kept)
    inHand.change(kept.calibration)
  } else if (last) inHand.open(last)
  else begin(of)
}
const openRun = (record: CalibrationRecord): void => {
  kind.value = record.calibration.kind
  inHand.open(record)
}
const remove = async (record: CalibrationRecord): Promise<void> => {
  try {
    await calibrations.remove(record.id)
    if (run.value?.id === record.id) begin(record.calibration.kind)
    notices.say('Calibration deleted', () => calibrations.restore(record.id))
  } catch (error) {
    notices.say((error as ApiProblem).message)
  }
}

const load = async (): Promise<void> => {
  failure.value = ''
  try {
    await Promise.all([kit.load(), calibrations.load()])
  } catch (error) {
    failure.value = (error as ApiProblem).message
  }
}
onMounted(load)
watch(
  () => [item.value?.id, calibrations.records !== null] as const,
  ([id, loaded]) => {
    if (id && loaded && kind.value === null && kinds.value[0]) pick(kinds.value[0])
  }
)
const onKey = (event: KeyboardEvent): void => {
  if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
  if ((event.target as HTMLElement).matches('input:not([type=checkbox]), textarea')) return
  event.preventDefault()
  if (event.shiftKey) inHand.redo()
  else inHand.undo()
}
onBeforeRouteLeave(() => inHand.close())
</script>

<template>
  <HomeHeader />
  <main @keydown="onKey">
    <p class="small"><router-link to="/kit">Kit</router-link></p>
    <h1 v-if="item">Calibrate {{ item.name }}</h1>
    <p v-if="failure" role="alert" class="miss">
      {{ failure }} <button type="button" class="push" @click="load">Try again</button>
    </p>
    <v-progress-linear
      v-if="kit.records === null && !failure"
      indeterminate
      color="primary"
      aria-label="Loading kit"
    />
    <p v-else-if="kit.records !== null && !item" class="miss">
      This item is not in your kit any more.
    </p>
    <CameraWays v-if="item?.kind === 'camera'" :id="id" />
    <p v-else-if="item && kinds.length === 0" class="muted">
      Nothing of a lens is measured on the bench: its figures come from its marks and a ruler.
    </p>
    <div v-else-if="item" class="bench">
      <KindList class="kinds" :item="item" :kinds="kinds" :kind="kind" @pick="pick" />
      <section v-if="kind" class="run" :aria-label="CALIBRATION_WORDS[kind].name">
        <RunState :in-hand="inHand" />
        <RunPanel
          v-if="run"
          :kit-id="id"
          :bench="bench"
          :kind="kind"
          @head="begin(kind, $event, isPractice)"
          @practise="begin(kind, run.calibration.strobeId, true)"
        />
        <p v-else class="muted">
          It takes a strobe. <router-link to="/kit">Add one to your kit</router-link> first.
        </p>
      </section>
      <RunsList
        v-if="ofKind.length"
        class="runs"
        :runs="ofKind"
        :open="run?.id ?? null"
        @open="openRun"
        @begin="kind && begin(kind)"
        @remove="remove"
      />
    </div>
  </main>
</template>

<style scoped>
main {
  padding: 0.9rem 1.25rem 3rem;
  max-width: 1400px;
}
h1 {
  font: 500 1.5rem var(--sans);
  color: var(--bright);
  padding-bottom: 0.8rem;
}
.bench {
  display: grid;
  grid-template: 'kinds run' auto 'runs run' 1fr / 14rem minmax(0, 1fr);
  gap: 1rem 2rem;
}
.kinds {
  grid-area: kinds;
}
.runs {
  grid-area: runs;
}
.run {
  grid-area: run;
  display: grid;
  gap: 0.8rem;
  align-content: start;
  min-width: 0;
}
@media (max-width: 900px) {
  .bench {
    grid-template: 'kinds' auto 'run' auto 'runs' auto / minmax(0, 1fr);
  }
  main {
    padding: 0.6rem 0.9rem 2rem;
  }
}
</style>
