<script setup lang="ts">
/** What is connected to the bench reads the rows; without it, a made-up bench to practise on. */
import { computed, ref } from 'vue'
import type { Truth } from '@core/api/devices'
import HelpTip from '@/instruments/HelpTip.vue'
import BenchTruth from './BenchTruth.vue'
import type { Bench } from './useBench'
import { useBenchDevice } from './useBenchDevice'

const props = defineProps<{ kitId: string; bench: Bench; left: number }>()
const emit = defineEmits<{ practise: [] }>()
const device = useBenchDevice(() => props.kitId, props.bench)
const { among, practice, goesAlone, busy, failure, doing, cancel, read, practise } = device
const truth = ref<Truth | null>(null)
const names = computed(() => among.value.map(({ offer }) => offer.name).join(', '))

const reveal = (): Promise<unknown> =>
  doing('asking', async (signal) => (truth.value = await device.truth(signal)))
/** What was true is told at the end, for then nobody knows any more. */
const end = (): Promise<unknown> =>
  doing('ending', async (signal) => {
    truth.value = await device.truth(signal).catch(() => null)
    await device.endPractice()
  })
</script>

<template>
  <section class="device" aria-label="Devices on the bench">
    <template v-if="busy">
      <v-progress-linear indeterminate color="primary" aria-label="The bench is at work" />
      <span class="small" role="status">{{ busy }} …</span>
      <button type="button" class="push" @click="cancel">Stop</button>
    </template>
    <template v-else-if="among.length">
      <template v-if="left > 0">
        <button type="button" class="push main read" @click="read(false)">Read it</button>
        <button v-if="goesAlone && left > 1" type="button" class="push" @click="read(true)">
          Read the {{ left }} that are left
        </button>
      </template>
      <p class="about">
        <span class="small muted">{{ names }}</span>
        <template v-if="practice">
          <button type="button" class="push bare muted" @click="reveal">What was true</button>
          <button type="button" class="push bare muted" @click="end">End practice</button>
        </template>
      </p>
    </template>
    <template v-if="!busy && !practice">
      <button type="button" class="push bare muted" @click="practise(() => emit('practise'))">
        Practise on a made-up bench
      </button>
      <HelpTip
        about="practising on the bench"
        text="Head, meter and camera that are not there: each differs from your figures as real ones
          do, by how much it tells at the end. It is a run of its own, and nothing of it goes into your
          kit. A meter, camera or strobe that is connected reads the rows in the same way."
      />
    </template>
    <p v-if="failure" role="alert" class="miss">{{ failure }}</p>
    <BenchTruth v-if="truth" :truth="truth" :bench="bench" @close="truth = null" />
  </section>
</template>

<style scoped>
.device {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.9rem;
}
.read {
  min-height: 48px;
  padding: 0 1.4rem;
}
p {
  flex-basis: 100%;
}
.about {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 0.9rem;
}
</style>
