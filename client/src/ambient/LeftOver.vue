<script setup lang="ts">
/** Which source the black frame still shows: found by switching off one at a time. */
import { computed } from 'vue'
import { withSource } from '@core/plan/editAmbient'
import { READ_PLACES } from '@core/plan/plan'
import { leftOver, withShareAsReading, type LeftOver, type SourceShare } from '@core/run/leftOver'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { limitSign, stops } from '@/words/format'
import { READ_NAMES } from '@/words/names'

const store = usePlan()
const frames = useFrames()
const plan = computed(() => store.plan!)
const found = computed(() =>
  READ_PLACES.map((place) => leftOver(plan.value, frames.frames, place)).filter(
    (each) => each !== null
  )
)
const nameOf = (id: string): string =>
  plan.value.ambient.sources.find((source) => source.id === id)?.name ?? id
const percent = ({ share, limit }: SourceShare): string =>
  `${limit === 'at-most' ? 'at most ' : ''}${Math.round(100 * share)} %`
const switchOff = ({ next }: LeftOver): void =>
  void store.replace(withSource(plan.value, next!, { state: 'off' }), `${nameOf(next!)} off`)
const switchOn = (id: SourceShare['id']): void =>
  void store.replace(withSource(plan.value, id, { state: 'on' }), `${nameOf(id)} on`)
const isOff = (id: SourceShare['id']): boolean =>
  plan.value.ambient.sources.find((source) => source.id === id)?.state === 'off'
const taken = ({ place }: LeftOver, share: SourceShare) =>
  withShareAsReading(plan.value, place, share)
</script>

<template>
  <section v-if="found.length" class="left" aria-labelledby="left-title">
    <h2 id="left-title">Which light is left</h2>
    <div v-for="one in found" :key="one.place" :data-left="one.place">
      <h3>
        At the {{ READ_NAMES[one.place].toLowerCase() }}: the last frame without flash shows
        <span class="num">{{ limitSign(one.limit) }}{{ stops(one.level) }}</span>
      </h3>
      <ul>
        <li v-for="share in one.sources" :key="share.id" :data-share="share.id">
          <span
            ><b>{{ share.name }}</b> gives
            <span class="num"
              >{{ limitSign(share.limit) }}{{ stops(share.level) }} ±{{
                share.uncertaintyStops.toFixed(1)
              }}</span
            >, {{ percent(share) }} of what was there with it on</span
          >
          <button
            v-if="taken(one, share)"
            type="button"
            class="push bare"
            @click="store.replace(taken(one, share)!, `${share.name} as the frames read it`)"
          >
            Take as its reading
          </button>
          <button
            v-if="isOff(share.id)"
            type="button"
            class="push bare"
            @click="switchOn(share.id)"
          >
            On again
          </button>
        </li>
      </ul>
      <p v-if="one.next && one.limit !== 'at-most'" class="next">
        Switch off {{ nameOf(one.next) }}, all else as it is, and take the frame without flash once
        more.
        <button type="button" class="push" @click="switchOff(one)">
          {{ nameOf(one.next) }} is off
        </button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.left {
  display: grid;
  gap: 0.5rem;
  border-top: 1px solid var(--line);
  padding-top: 0.6rem;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
  align-items: center;
  justify-content: space-between;
  padding: 0.25rem 0;
}
.next {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1rem;
  align-items: center;
}
.push {
  min-height: 44px;
}
</style>
