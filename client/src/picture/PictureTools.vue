<script setup lang="ts">
/** What the picture shows: which light, and how. */
import { computed, watch } from 'vue'
import type { Shown } from '@core/picture/sources'
import { usePicture } from '@/stores/picture'
import { usePlan } from '@/stores/plan'
import type { Mix } from './useMix'
import { SAVED_AS, useSavePicture } from './useSavePicture'
import { usePictureView } from './view'

const props = defineProps<{ mix: Mix | null }>()
const { busy, save } = useSavePicture(() => props.mix)

const store = usePlan()
const picture = usePicture()
const view = usePictureView()
const lights = computed(() => store.plan!.lights)
// A light that was taken out cannot be shown alone.
watch(lights, (list) => {
  const { shown } = view
  if (shown !== 'together' && shown !== 'ambient' && !list.some((each) => each.id === shown))
    view.shown = 'together'
})
const show = (shown: Shown): void => void (view.shown = shown)
</script>

<template>
  <div class="tools">
    <div class="row" role="group" aria-label="Light shown">
      <button
        type="button"
        class="tool"
        :aria-pressed="view.shown === 'together'"
        @click="show('together')"
      >
        Together
      </button>
      <button
        v-for="light in lights"
        :key="light.id"
        type="button"
        class="tool"
        :class="`hue-${light.id}`"
        :aria-pressed="view.shown === light.id"
        :aria-label="`${light.name} alone`"
        :title="`${light.name} alone${light.on ? '' : ': it is off'}`"
        @click="show(light.id)"
      >
        <span class="source-mark">{{ light.id }}</span>
      </button>
      <button
        type="button"
        class="tool"
        :aria-pressed="view.shown === 'ambient'"
        title="Ambient alone, strobes off"
        @click="show('ambient')"
      >
        Ambient
      </button>
    </div>
    <div class="row" role="group" aria-label="How it is drawn">
      <button
        type="button"
        class="tool"
        :aria-pressed="view.drawn === 'stops'"
        title="A map of stops"
        @click="view.drawn = view.drawn === 'stops' ? 'photograph' : 'stops'"
      >
        Stops
      </button>
      <button
        type="button"
        class="tool"
        :aria-pressed="view.marks"
        title="Hatch what clips and what is black"
        @click="view.marks = !view.marks"
      >
        Clipping
      </button>
      <button
        type="button"
        class="tool"
        :aria-pressed="view.curve === 'camera'"
        title="With a tone curve as cameras draw it: more contrast, highlights rolled off"
        @click="view.curve = view.curve === 'camera' ? 'plain' : 'camera'"
      >
        Curve
      </button>
      <button
        type="button"
        class="tool"
        :aria-pressed="view.raw"
        title="As traced, with its noise; dots where it is unsure"
        @click="view.raw = !view.raw"
      >
        Unfiltered
      </button>
      <button
        type="button"
        class="tool"
        :aria-pressed="view.noise"
        title="The sensor’s noise at this ISO, where it is coarse enough to show"
        @click="view.noise = !view.noise"
      >
        Noise
      </button>
      <button
        type="button"
        class="tool"
        :aria-pressed="view.loupe !== null"
        title="A part at the camera’s own pixels, or as printed: click where to look"
        @click="view.loupe = view.loupe ? null : { x: 0, y: 0 }"
      >
        Loupe
      </button>
      <button
        type="button"
        class="tool"
        :aria-pressed="picture.paused"
        title="Trace nothing: spares the machine and its battery"
        @click="picture.pause(!picture.paused)"
      >
        Pause
      </button>
      <v-menu>
        <template #activator="{ props: activator }">
          <button
            v-bind="activator"
            type="button"
            class="tool"
            :disabled="!mix || busy"
            title="Save the picture as a file, as far as it has cleared"
          >
            {{ busy ? 'Saving …' : 'Save' }}
          </button>
        </template>
        <v-list density="compact">
          <v-list-item
            v-for="way in SAVED_AS"
            :key="way.as"
            :title="way.title"
            :subtitle="way.subtitle"
            @click="save(way.as)"
          />
        </v-list>
      </v-menu>
    </div>
    <slot />
  </div>
</template>

<style scoped>
.tools,
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem;
  align-items: center;
}
.tools {
  gap: 0.25rem 0.9rem;
}
</style>
