<script setup lang="ts">
/** Ways to bring the colours together with the filters in the bag, each with what it costs. */
import { computed } from 'vue'
import { colourWays, withColourWay, type ColourWay } from '@core/solve/colourWays'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { balanceWords, channelWords, swatchOf, WAY_WORDS, wayLightWords } from '@/words/colour'
import { plain, stops } from '@/words/format'

const store = usePlan()
const kit = useKit()
const plan = computed(() => store.plan!)
const ways = computed(() => colourWays(plan.value))
const MOST_IN_BAG = 24
/** Those of the kit, and those in the bag that the kit has no more. */
const items = computed(() => {
  const gone = plan.value.bag.filters.filter(
    (each) => !kit.filters.some((known) => known.id === each.id)
  )
  return [...kit.filters, ...gone].map(({ id, name }) => ({ value: id, title: name }))
})
const setBag = (ids: readonly string[]): void => {
  const all = [...kit.filters, ...plan.value.bag.filters]
  store.set(
    'bag.filters',
    ids.slice(0, MOST_IN_BAG).flatMap((id) => all.find((each) => each.id === id) ?? []),
    'filters in the bag'
  )
}
const use = (way: ColourWay): void =>
  void store.replace(withColourWay(plan.value, way), WAY_WORDS[way.kind].title.toLowerCase())
const lampTint = (way: ColourWay): string =>
  swatchOf(way.lamp.stops.map((each) => 2 ** each) as unknown as ColourWay['lamp']['stops'])
const nothing = computed(
  () => plan.value.bag.filters.length > 0 && !ways.value.some(({ kind }) => kind === 'match')
)
</script>

<template>
  <section class="group" aria-labelledby="colour-ways-title">
    <h2 id="colour-ways-title">Ways to bring the colours together</h2>
    <v-select
      :model-value="plan.bag.filters.map((each) => each.id)"
      :items="items"
      item-value="value"
      item-title="title"
      multiple
      chips
      closable-chips
      label="Filters in the bag"
      no-data-text="No filters in the kit yet"
      @update:model-value="setBag"
    />
    <div class="row">
      <button
        type="button"
        class="push bare"
        :disabled="kit.filters.length === 0"
        @click="setBag(kit.filters.map(({ id }) => id))"
      >
        All of the kit
      </button>
      <router-link class="push bare" to="/kit">Kit</router-link>
    </div>
    <ol>
      <li v-for="(way, i) in ways" :key="i" :data-colour-way="way.kind">
        <div class="head">
          <h3>{{ WAY_WORDS[way.kind].title }}</h3>
          <button
            type="button"
            class="push"
            :aria-label="`Use: ${WAY_WORDS[way.kind].title}, ${balanceWords(way.balance)}`"
            @click="use(way)"
          >
            Use
          </button>
        </div>
        <p v-if="way.kind !== ways[i - 1]?.kind" class="small muted">
          {{ WAY_WORDS[way.kind].about }}
        </p>
        <p>
          Balance {{ balanceWords(way.balance)
          }}<template v-if="way.lensFilters.length"
            >; {{ way.lensFilters[0]!.name }} on the lens</template
          >.
        </p>
        <p v-for="part in way.lights" :key="part.id" class="part" :class="`hue-${part.id}`">
          <span class="source-mark" aria-hidden="true">{{ part.id }}</span>
          <span>{{ wayLightWords(plan, part) }}</span>
        </p>
        <p class="part">
          <i class="dot" aria-hidden="true" :style="{ background: lampTint(way) }" />
          <span
            >Light behind the subject: {{ channelWords(way.lamp.stops)
            }}<template v-if="way.lamp.costStops < -0.05"
              >, {{ stops(way.lamp.costStops) }} stops</template
            >.</span
          >
        </p>
        <p class="small" :class="way.offStops > 0.3 ? 'near' : 'muted'">
          Lights are within {{ plain(way.offStops, 2) }} stop of neutral.
        </p>
      </li>
    </ol>
    <p v-if="nothing" class="small near">
      The light behind the subject has a colour, not a temperature: no balance makes it white, so no
      gel can match it.
    </p>
  </section>
</template>

<style scoped>
ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(17rem, 1fr));
  gap: 0.3rem 1.6rem;
}
li {
  border-top: 1px solid var(--line);
  padding: 0.5rem 0;
  display: grid;
  gap: 0.25rem;
  align-content: start;
}
.head,
.row {
  display: flex;
  gap: 0.6rem;
  justify-content: space-between;
  align-items: center;
}
.row {
  justify-content: flex-start;
}
.part {
  display: flex;
  gap: 0.5rem;
  align-items: center;
}
.dot {
  width: 1.2rem;
  height: 1.2rem;
  border: 1px solid var(--rule);
  border-radius: 2px;
  flex: none;
}
</style>
