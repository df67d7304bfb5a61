<script setup lang="ts">
/**
 * Everything in the set as a list: what is hidden behind something else in a drawing is still
 * reached here.
 */
import { computed } from 'vue'
import { addCard, addLight, addPlace } from '@core/plan/edit'
import { addProp } from '@core/plan/editProps'
import { MOST_PROPS } from '@core/plan/plan'
import type { Strobe } from '@core/kit/kit'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { CARD_NAMES } from '@/words/names'
import { useSelection, type Picked } from './selection'
import { thingWords } from './words'

const store = usePlan()
const kit = useKit()
const selection = useSelection()
const plan = computed(() => store.plan!)
const add = (kind: Picked['kind'], make: () => typeof plan.value, label: string): void => {
  const next = make()
  if (next === plan.value) return
  store.replace(next, label)
  const list = { light: next.lights, card: next.cards, place: next.places, prop: next.props }[kind]
  selection.pick(kind, list[list.length - 1]!.id)
}
const newLight = (): void => {
  const strobes = kit.ofKind('strobe')
  const used = plan.value.lights.map((light) => light.strobe.id)
  const strobe: Strobe =
    strobes.find((each) => !used.includes(each.id)) ?? strobes[0] ?? plan.value.lights[0]!.strobe
  add('light', () => addLight(plan.value, strobe), 'add a light')
}
</script>

<template>
  <div class="list">
    <div class="things" role="group" aria-label="In the set">
      <button
        v-for="light in plan.lights"
        :key="light.id"
        type="button"
        class="thing"
        :class="[`hue-${light.id}`, { picked: selection.is('light', light.id), off: !light.on }]"
        :aria-pressed="selection.is('light', light.id)"
        :title="thingWords(plan, { kind: 'light', id: light.id })"
        :data-pick="light.id"
        @click="selection.pick('light', light.id)"
      >
        <span class="source-mark" aria-hidden="true">{{ light.id }}</span><span class="hidden-label"
          >Light {{ light.id }}</span
        >{{ light.name }}
      </button>
      <button
        v-for="card in plan.cards"
        :key="card.id"
        type="button"
        class="thing"
        :class="{ picked: selection.is('card', card.id), off: !card.on }"
        :aria-pressed="selection.is('card', card.id)"
        :data-pick="card.id"
        @click="selection.pick('card', card.id)"
      >
        {{ card.id }} {{ CARD_NAMES[card.kind] }}
      </button>
      <button
        v-for="place in plan.places"
        :key="place.id"
        type="button"
        class="thing"
        :class="{ picked: selection.is('place', place.id) }"
        :aria-pressed="selection.is('place', place.id)"
        :data-pick="place.id"
        @click="selection.pick('place', place.id)"
      >
        {{ place.id }} {{ place.name }}
      </button>
      <button
        v-for="prop in plan.props"
        :key="prop.id"
        type="button"
        class="thing"
        :class="{ picked: selection.is('prop', prop.id) }"
        :aria-pressed="selection.is('prop', prop.id)"
        :data-pick="prop.id"
        @click="selection.pick('prop', prop.id)"
      >
        {{ prop.name }}
      </button>
    </div>
    <div class="adds">
      <button type="button" class="push bare" :disabled="plan.lights.length >= 8" @click="newLight">
        + Light
      </button>
      <button
        type="button"
        class="push bare"
        :disabled="plan.cards.length >= 8"
        @click="add('card', () => addCard(plan, 'card'), 'add a card')"
      >
        + Card
      </button>
      <button
        type="button"
        class="push bare"
        :disabled="plan.cards.length >= 8"
        @click="add('card', () => addCard(plan, 'flag'), 'add a flag')"
      >
        + Flag
      </button>
      <button
        type="button"
        class="push bare"
        :disabled="plan.places.length >= 8"
        title="At the focus point. A double click in a drawing puts one there."
        @click="add('place', () => addPlace(plan, 0, 0, 0), 'add a place')"
      >
        + Place
      </button>
      <button
        type="button"
        class="push bare"
        :disabled="plan.props.length >= MOST_PROPS"
        title="A small thing beside the subject."
        @click="add('prop', () => addProp(plan, false), 'add a prop')"
      >
        + Prop
      </button>
    </div>
  </div>
</template>

<style scoped>
.list {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1rem;
  align-items: center;
  justify-content: space-between;
}
.things,
.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 0.15rem;
  align-items: center;
}
.thing {
  display: inline-flex;
  align-items: center;
  gap: 0.4rem;
  min-height: 32px;
  padding: 0 0.55rem;
  border-bottom: 2px solid transparent;
  color: var(--text);
  white-space: nowrap;
}
.thing:hover {
  color: var(--bright);
}
.picked {
  border-bottom-color: var(--accent);
  color: var(--bright);
}
.off {
  color: var(--muted);
  text-decoration: line-through;
}
.adds .push {
  min-height: 32px;
  font-size: 0.875rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .thing,
  .adds .push {
    min-height: 44px;
  }
}
</style>
