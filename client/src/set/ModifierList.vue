<script setup lang="ts">
/** What is on a head, in the order light passes it: put on, taken off, locked. */
import { computed } from 'vue'
import type { Modifier } from '@core/kit/kit'
import type { Light, Plan } from '@core/plan/plan'
import KitMoved from '@/instruments/KitMoved.vue'
import LockButton from '@/instruments/LockButton.vue'
import { useKit } from '@/stores/kit'
import { usePlan } from '@/stores/plan'
import { itemLine } from '@/words/kitStart'

const MOST = 4

const props = defineProps<{ light: Light }>()
const store = usePlan()
const kit = useKit()
const path = computed(() => `lights.${props.light.id}.modifiers` as const)
const locked = computed(() => store.isLocked(path.value))
const ownIn = (draft: Plan): Light => draft.lights.find((each) => each.id === props.light.id)!
// By the modifiers alone: a light that only moves makes no new list.
const worn = computed(() => props.light.modifiers)
const free = computed(() =>
  kit.modifiers
    .filter((each) => !worn.value.some((on) => on.id === each.id))
    .map((each) => ({ value: each.id, title: each.name }))
)
const putOn = (id: string): void => {
  const modifier = kit.modifiers.find((each) => each.id === id)
  if (modifier)
    store.update('modifier', (draft) => void ownIn(draft).modifiers.push(structuredClone(modifier)))
}
const takeOff = (modifier: Modifier): void =>
  void store.update('modifier', (draft) => {
    const own = ownIn(draft)
    own.modifiers = own.modifiers.filter((each) => each.id !== modifier.id)
  })
</script>

<template>
  <div class="lock">
    <span class="small muted">Modifiers</span
    ><LockButton
      :locked="locked"
      :label="`modifiers of ${light.id}`"
      @toggle="store.toggleLock(path)"
    />
  </div>
  <ul v-if="worn.length" class="worn" aria-label="On the head">
    <li v-for="modifier in worn" :key="modifier.id">
      <span
        >{{ modifier.name }}<small class="muted">{{ itemLine(modifier) }}</small
        ><KitMoved :item="modifier" /></span
      ><button
        type="button"
        class="push bare"
        :disabled="locked"
        :aria-label="`Take ${modifier.name} off`"
        @click="takeOff(modifier)"
      >
        Off
      </button>
    </li>
  </ul>
  <v-select
    v-if="worn.length < MOST && free.length"
    :disabled="locked"
    :model-value="null"
    :items="free"
    item-value="value"
    item-title="title"
    :label="worn.length ? 'Add another modifier' : 'Modifier'"
    :placeholder="worn.length ? '' : 'Bare head'"
    persistent-placeholder
    @update:model-value="putOn($event as unknown as string)"
  />
</template>

<style scoped>
.lock {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.worn li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 0.5rem;
  border-bottom: 1px dotted var(--line);
}
.worn small {
  display: block;
  font-size: 0.75rem;
}
</style>
