<script setup lang="ts">
/** A shoot's workspace: the rail of stages in working order, the stage, the strip. */
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { onBeforeRouteLeave, useRoute } from 'vue-router'
import { STAGES, type Stage } from '@core/api/api'
import { type ApiProblem } from '@/api/client'
import PlanStrip from '@/instruments/PlanStrip.vue'
import PictureWindow from '@/picture/PictureWindow.vue'
import CautionNote from '@/prepare/CautionNote.vue'
import ConflictDialog from './ConflictDialog.vue'
import { showsDock } from '@/picture/dock'
import StageRail from './StageRail.vue'
import { loadStagesAhead } from '@/stages/pages'
import WorkHeader from './WorkHeader.vue'
import { useFrames } from '@/stores/frames'
import { useKit } from '@/stores/kit'
import { useLive } from '@/run/useLive'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'
import { useTicks } from '@/stores/ticks'

const props = defineProps<{ id: string }>()
const route = useRoute()
const plan = usePlan()
const saving = useSaving()
const frames = useFrames()
const ticks = useTicks()
const kit = useKit()
const failure = ref('')
useLive()
// On a phone the picture waits until it is asked for.
if (!matchMedia('(max-width: 760px)').matches) usePicture().warm()

const load = async (): Promise<void> => {
  const { id } = props
  failure.value = ''
  plan.plan = null
  try {
    const [current] = await Promise.all([
      saving.load(id),
      frames.load(id),
      ticks.load(id),
      kit.load()
    ])
    if (!current || id !== props.id) return
    await saving.reach(route.name as Stage, STAGES)
    void loadStagesAhead()
  } catch (error) {
    if (id === props.id) failure.value = (error as ApiProblem).message
  }
}
watch(() => props.id, load, { immediate: true })
watch(
  () => route.name,
  (name) => plan.plan && STAGES.includes(name as Stage) && void saving.reach(name as Stage, STAGES)
)
/** Leaving waits a moment for the last change to be saved; a slow server does not hold it up. */
const LEAVE_MS = 700
onBeforeRouteLeave(() =>
  Promise.race([saving.leave(), new Promise<void>((done) => setTimeout(done, LEAVE_MS))])
)
onBeforeUnmount(() => saving.leave())

/** A text being written has an undo of its own; a figure that is done being typed has the plan's. */
const isWriting = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.matches(
    'textarea, [contenteditable], input:read-write:not([role="spinbutton"]), [data-typing]'
  )

const onKey = (event: KeyboardEvent): void => {
  if (!(event.ctrlKey || event.metaKey)) return
  const key = event.key.toLowerCase()
  if (['z', 'y'].includes(key) && isWriting(event.target)) return
  if (key === 'z' && !event.shiftKey) plan.undo()
  else if (key === 'y' || (key === 'z' && event.shiftKey)) plan.redo()
  else if (key === 's') void saving.save()
  else return
  event.preventDefault()
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <div
    class="work"
    :class="{ docked: showsDock(route.name) && !route.meta.bare, bare: route.meta.bare }"
  >
    <WorkHeader v-if="!route.meta.bare" />
    <StageRail v-if="!route.meta.bare" />
    <main v-if="plan.plan && saving.id === id && frames.shootId === id" :key="id">
      <CautionNote v-if="!route.meta.bare" />
      <router-view />
    </main>
    <main v-else-if="failure" class="stage">
      <h1 class="bright">This shoot cannot be opened</h1>
      <p role="alert">{{ failure }}</p>
      <p class="acts">
        <button type="button" class="push" @click="load">Try again</button>
        <router-link class="push" to="/">All shoots</router-link>
      </p>
    </main>
    <main v-else class="stage">
      <v-progress-linear indeterminate color="primary" aria-label="Opening the shoot" />
    </main>
    <PlanStrip v-if="plan.plan && !route.meta.bare" />
    <PictureWindow v-if="plan.plan && !route.meta.bare" />
    <ConflictDialog />
  </div>
</template>

<style scoped>
.work {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / 112px minmax(0, 1fr);
  height: 100dvh;
}
/* Room for the picture beside the stages that do not show it themselves. */
.work.docked {
  grid-template-columns: clamp(112px, 12.5vw, 280px) minmax(0, 1fr);
}
.work.bare {
  grid-template: minmax(0, 1fr) / minmax(0, 1fr);
}
.work > :deep(header),
.work > :deep(footer) {
  grid-column: 1 / -1;
}
main {
  overflow: auto;
  min-height: 0;
  position: relative;
}
.acts {
  display: flex;
  gap: 0.5rem;
}
h1 {
  font: 500 1.3rem var(--sans);
}
@media (max-width: 760px) {
  .work:not(.bare),
  .work.docked {
    grid-template: auto auto minmax(0, 1fr) auto / minmax(0, 1fr);
  }
}
</style>
