<script setup lang="ts">
/** The camera that is connected: takes what the run asks for. Without one, a studio to practise in. */
import { computed, ref, watch } from 'vue'
import type { Truth } from '@core/api/devices'
import type { LightId } from '@core/plan/plan'
import type { Asked } from '@core/run/asked'
import { api } from '@/api/client'
import HelpTip from '@/instruments/HelpTip.vue'
import { useDevices } from '@/stores/devices'
import { useFolder } from '@/stores/folder'
import { useFrames } from '@/stores/frames'
import { clockWords, levelWords, takeWords } from '@/words/devices'
import FolderPanel from './FolderPanel.vue'
import TruthDialog from './TruthDialog.vue'
import type { useDevice } from './useDevice'

const props = defineProps<{
  asked: Asked
  device: ReturnType<typeof useDevice>
  /** lights that are on and that this device can fire */
  lights: readonly LightId[]
}>()
const devices = useDevices()
const frames = useFrames()
const folder = useFolder()
/** which folder is being said */
const choosing = ref(false)
const { camera, busy, failure, take, testFlash, doing, cancel } = props.device

const charging = computed(() => camera.value?.state.charging ?? [])
const truth = ref<Truth | null>(null)

/** Clock and level of the camera, asked once when it is there. */
const notes = ref('')
watch(
  () => camera.value?.id,
  async () => {
    notes.value = ''
    const device = camera.value
    if (!device) return
    const ask = (what: 'tell-time' | 'tell-tilt') =>
      devices
        .ask(device, frames.shootId, { do: what }, AbortSignal.timeout(10_000))
        .catch(() => null)
    const time = device.offer.clock ? await ask('tell-time') : null
    const heard = Date.now()
    const tilt = device.offer.tilt ? await ask('tell-tilt') : null
    if (camera.value?.id !== device.id) return
    notes.value = [
      ...(time?.time ? [clockWords((Date.parse(time.time) - heard) / 1000)] : []),
      ...(tilt?.tilt ? [levelWords(tilt.tilt)] : [])
    ].join(', ')
  },
  { immediate: true }
)

const practise = (): Promise<unknown> =>
  doing('setting up the studio', async () => {
    await api.startPractice(frames.shootId)
    await devices.lookAgain()
  })
const askTruth = async (signal: AbortSignal): Promise<void> => {
  const command = { do: 'tell-truth' } as const
  const answer = await devices.ask(camera.value!, frames.shootId, command, signal)
  truth.value = answer.truth ?? null
}
const reveal = (): Promise<unknown> => doing('asking', askTruth)
/** Ends the practice; what was true is told at the end, for then nobody knows any more. */
const stop = (): Promise<unknown> =>
  doing('ending', async (signal) => {
    await askTruth(signal).catch(() => {})
    await api.stopPractice(frames.shootId)
    await devices.lookAgain()
  })
</script>

<template>
  <section class="device" aria-label="Camera">
    <template v-if="camera">
      <p class="about small">
        <span class="bright">{{ camera.offer.name }}</span>
        <span v-if="notes" class="muted">{{ notes }}</span>
        <span v-if="charging.length" class="near">{{ charging.join(', ') }} charging</span>
      </p>
      <div v-if="busy" class="row">
        <v-progress-linear
          :model-value="(camera.state.busy?.share ?? 0) * 100"
          :indeterminate="!camera.state.busy"
          color="primary"
          class="bar"
          aria-label="The camera is at work"
        />
        <span class="small" role="status">{{ camera.state.busy?.doing ?? busy }} …</span>
        <button type="button" class="push" @click="cancel">Do not wait</button>
      </div>
      <div v-else class="row">
        <button type="button" class="push main take" @click="take(camera, asked)">
          {{ takeWords(asked) }}
        </button>
        <button
          v-if="lights.length"
          type="button"
          class="push bare muted"
          @click="testFlash(camera, lights)"
        >
          Test flash
        </button>
        <template v-if="camera.offer.practice">
          <button type="button" class="push bare muted" @click="reveal">What was true</button>
          <button type="button" class="push bare muted" @click="stop">End practice</button>
        </template>
      </div>
    </template>
    <div v-else class="row">
      <span v-if="busy" class="small" role="status">{{ busy }} …</span>
      <template v-else>
        <button
          v-if="!folder.state && !choosing"
          type="button"
          class="push bare muted"
          @click="choosing = true"
        >
          Watch a folder
        </button>
        <button type="button" class="push bare muted" @click="practise">Practise this shoot</button>
      </template>
      <HelpTip
        about="practising"
        text="A simulated studio with this set in it: it takes frames, fires strobes, reads the
          meter. Its strobes, modifiers and light differ from your figures as real ones do, by how
          much it tells at the end."
      />
    </div>
    <FolderPanel v-if="folder.state || choosing" @done="choosing = false" />
    <p v-if="failure" role="alert" class="miss">{{ failure }}</p>
    <TruthDialog v-if="truth" :truth="truth" @close="truth = null" />
  </section>
</template>

<style scoped>
.device {
  display: grid;
  gap: 0.5rem;
}
.about {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.9rem;
}
.bar {
  flex: 1 1 8rem;
}
.take {
  min-height: 52px;
  padding: 0 1.6rem;
  font-size: 1.125rem;
}
@media (max-width: 760px) {
  .take {
    width: 100%;
    justify-content: center;
  }
}
</style>
