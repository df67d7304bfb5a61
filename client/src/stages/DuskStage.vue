<script setup lang="ts">
/** Falling light: the shutter that is due by the minute, and what the course of it rests on. */
import { computed } from 'vue'
import DuskChart from '@/dusk/DuskChart.vue'
import DuskClock from '@/dusk/DuskClock.vue'
import DuskReadings from '@/dusk/DuskReadings.vue'
import DuskSetup from '@/dusk/DuskSetup.vue'
import DuskSteps from '@/dusk/DuskSteps.vue'
import { newFalling } from '@/dusk/start'
import { useCourse } from '@/dusk/useCourse'
import { usePlan } from '@/stores/plan'

const store = usePlan()
const inHand = useCourse()
const falling = computed(() => inHand.falling.value)
const begin = (): void => void store.set('falling', newFalling(new Date()), 'falling light')
const end = (): void => void store.set('falling', null, 'no falling light')
</script>

<template>
  <div class="stage dusk-stage">
    <h1>Falling light</h1>
    <template v-if="!falling">
      <p class="lead">
        At dusk and dawn aperture and strobe stay as they are, and the shutter follows the light on
        the background. From place and day, and from what you read of it, it works out which shutter
        is due when.
      </p>
      <button type="button" class="push main" @click="begin">Plan for falling light</button>
    </template>
    <template v-else-if="inHand.course.value">
      <p v-if="inHand.course.value.allDay" class="near">
        ▲ On that day the sun does not pass from 8° above the horizon to 12° under it there: half a
        day is shown.
      </p>
      <div class="top">
        <DuskClock :in-hand="inHand" />
        <DuskChart :in-hand="inHand" class="wide" />
      </div>
      <div class="parts">
        <DuskSetup />
        <DuskReadings :in-hand="inHand" />
        <DuskSteps :in-hand="inHand" class="wide" />
      </div>
      <button type="button" class="push bare end" @click="end">Leave falling light out</button>
    </template>
    <router-link :to="{ name: 'dark', params: $route.params }">Back to Dark</router-link>
  </div>
</template>

<style scoped>
.dusk-stage {
  gap: 1rem;
  justify-items: start;
}
.top,
.parts {
  display: grid;
  grid-template-columns: minmax(15rem, 19rem) minmax(0, 1fr);
  gap: 1rem 2rem;
  width: 100%;
}
.parts {
  grid-template-columns: minmax(15rem, 19rem) minmax(15rem, 22rem) minmax(0, 1fr);
}
.wide {
  min-width: 0;
}
@media (max-width: 1000px) {
  .top,
  .parts {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
