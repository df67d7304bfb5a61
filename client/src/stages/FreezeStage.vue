<script setup lang="ts">
/**
 * What moves, what the flash freezes of it, what the shutter smears, and what would freeze more at
 * what cost.
 */
import { computed } from 'vue'
import { SPEEDS } from '@core/plan/speeds'
import { nameOf } from '@core/scales/marks'
import { freezing } from '@core/advise/freezing'
import type { FreezeMove } from '@core/advise/freezeMove'
import BlurTiles from '@/instruments/BlurTiles.vue'
import FreezeBars from '@/instruments/FreezeBars.vue'
import OwnDuration from '@/instruments/OwnDuration.vue'
import StepField from '@/instruments/StepField.vue'
import FreezeLoupe from '@/picture/FreezeLoupe.vue'
import { usePlan } from '@/stores/plan'
import { plain, px, stops } from '@/words/format'
import { durationFrom, freezeMoveWords, lightFreezeWords, SPEED_NAMES } from '@/words/freeze'

const store = usePlan()
const plan = computed(() => store.plan!)
const result = computed(() => freezing(plan.value))
const still = computed(() => plan.value.subject.speedMmS === 0)
const presets = computed(() =>
  SPEEDS.map((each) => ({
    value: each.id,
    title: `${SPEED_NAMES[each.id]}, ${plain(each.speedMmS, 2)} mm/s`
  }))
)
const preset = computed(
  () =>
    SPEEDS.find((each) => Math.abs(plan.value.subject.speedMmS / each.speedMmS - 1) < 0.02)?.id ??
    null
)
const setSpeed = (id: string): void =>
  void store.set(
    'subject.speedMmS',
    Math.round(SPEEDS.find((each) => each.id === id)!.speedMmS),
    'speed'
  )
const lightOf = (id: string) => plan.value.lights.find((each) => each.id === id)!
const take = (move: FreezeMove): void => void (move.after && store.replace(move.after, 'freeze'))
</script>

<template>
  <div class="stage freeze-stage">
    <h1 class="hidden-label">Freeze</h1>
    <section class="group moving" aria-labelledby="moves-title">
      <h2 id="moves-title">Movement</h2>
      <v-select
        :model-value="preset"
        :items="presets"
        item-value="value"
        item-title="title"
        label="Typical speeds"
        placeholder="your own figure"
        persistent-placeholder
        @update:model-value="setSpeed"
      />
      <StepField
        path="subject.speedMmS"
        kind="speed"
        label="Speed"
        help="Of the moving part. 0 for a still subject."
      />
      <StepField
        path="subject.directionDeg"
        kind="degrees"
        label="Direction"
        help="0° is across the picture, 90° straight toward the lens: then only the edges move, as the image grows."
      />
      <StepField path="goals.blurPx" kind="pixels" label="Motion blur, at most" />
      <StepField
        path="goals.ghostPx"
        kind="pixels"
        label="Ghost, at most"
        :value="plan.goals.ghostPx ?? plan.goals.blurPx"
        :set="(value) => store.set('goals.ghostPx', value, 'ghost')"
        help="Motion blur of the part that ambient lights during the exposure. It shows from about −5 on the subject."
      />
    </section>

    <section class="group wide" aria-labelledby="frozen-title">
      <h2 id="frozen-title">Motion blur</h2>
      <p v-if="still" class="lead">
        The subject does not move. Give it a speed to see what the flash freezes.
      </p>
      <template v-else>
        <div class="blurred">
          <FreezeLoupe
            class="loupe"
            :note="`${px(result.freeze.worst.blurPx)} by the slowest flash`"
            :warn="result.freeze.worst.blurPx > plan.goals.blurPx"
          />
          <BlurTiles :freeze="result.freeze" />
        </div>
        <FreezeBars :freeze="result.freeze" />
      </template>
      <ul class="lights">
        <li
          v-for="light in result.freeze.lights"
          :key="light.id"
          :class="`hue-${light.id}`"
          :data-freeze="light.id"
        >
          <p>
            <span class="source-mark" aria-hidden="true">{{ light.id }}</span>
            <span class="bright">{{ lightOf(light.id).name }}</span>
            <span class="num">{{ lightFreezeWords(light) }}</span>
          </p>
          <p class="small muted">
            {{ lightOf(light.id).strobe.name }} {{ durationFrom(plan, light) }}.
          </p>
          <OwnDuration :id="light.id" />
        </li>
      </ul>
      <p v-if="!still" class="small" data-ghost>
        Ambient lights the subject at
        {{
          Number.isFinite(result.freeze.ambientLevel)
            ? stops(result.freeze.ambientLevel)
            : 'a level not read yet'
        }}; over {{ nameOf('shutter', plan.settings.shutterStops) }} its motion blur is
        {{ px(result.freeze.ambientPx) }}.
        {{
          result.freeze.ghostPx > 0
            ? 'That shows as a ghost.'
            : Number.isFinite(result.freeze.ambientLevel)
              ? 'Below −5 no ghost shows.'
              : ''
        }}
      </p>
    </section>

    <section class="group wide" aria-labelledby="more-title">
      <h2 id="more-title">Less motion blur, cheapest first</h2>
      <p v-if="still || result.enough" class="lead" data-enough>
        {{ still ? 'Nothing to do.' : 'Motion blur is within your limits.' }}
      </p>
      <ol>
        <li v-for="(move, i) in result.moves" :key="i" :data-move="move.kind">
          <span>{{ freezeMoveWords(plan, move) }}</span>
          <button
            v-if="move.after"
            type="button"
            class="push"
            :aria-label="`Apply: ${freezeMoveWords(plan, move)}`"
            @click="take(move)"
          >
            Apply
          </button>
        </li>
      </ol>
      <p class="small muted">
        In high-speed sync the strobe gives even light for as long as the slit takes to cross the
        picture. Each row of pixels gets light for the whole shutter time: the shutter freezes, not
        the flash.
      </p>
    </section>
  </div>
</template>

<style scoped>
.blurred {
  display: grid;
  grid-template-columns: minmax(9rem, 12rem) minmax(0, 1fr);
  gap: 0.2rem 0.9rem;
}
.loupe {
  grid-row: span 2;
}
@media (max-width: 480px) {
  .blurred {
    grid-template-columns: minmax(0, 1fr);
  }
  .loupe {
    max-width: 14rem;
  }
}
.freeze-stage {
  grid-template-columns: minmax(300px, 23rem) minmax(0, 1fr);
  gap: 1.2rem 2.2rem;
}
.moving {
  grid-row: 1 / 3;
}
.lights {
  display: grid;
  gap: 0.7rem;
  padding: 0.6rem 0;
}
.lights p {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.5rem;
  align-items: center;
}
ol li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 1rem;
  border-bottom: 1px solid var(--line);
  padding: 0.4rem 0;
}
ol + p {
  padding-top: 0.6rem;
  max-width: 90ch;
}
@media (max-width: 1000px) {
  .freeze-stage {
    grid-template-columns: minmax(0, 1fr);
  }
  .moving {
    grid-row: auto;
  }
}
</style>
