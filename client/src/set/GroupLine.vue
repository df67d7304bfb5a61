<script setup lang="ts">
/**
 * The group a light belongs to, and that group's master: every light of it by the same stops, each
 * on its own dial.
 */
import { computed } from 'vue'
import { formatPower } from '@core/scales/dial'
import { moveGroup } from '@core/plan/edit'
import { GROUP_LETTERS, type LightId } from '@core/plan/plan'
import { usePlan } from '@/stores/plan'

const props = defineProps<{ id: LightId }>()
const store = usePlan()
const light = computed(() => store.plan!.lights.find((each) => each.id === props.id)!)
const letters = [
  { value: '', title: 'None' },
  ...GROUP_LETTERS.map((value) => ({ value, title: `Group ${value}` }))
]
const members = computed(() =>
  light.value.group ? store.plan!.lights.filter((each) => each.group === light.value.group) : []
)
const locked = computed(() =>
  members.value.some((each) => store.isLocked(`lights.${each.id}.powerStops`))
)
const move = (by: number): void =>
  void store.replace(
    moveGroup(store.plan!, light.value.group!, by),
    `group ${light.value.group}`,
    `group-${light.value.group}`
  )
</script>

<template>
  <div class="line">
    <v-select
      :model-value="light.group ?? ''"
      :items="letters"
      item-value="value"
      item-title="title"
      label="Group"
      @update:model-value="store.set(`lights.${id}.group`, $event || null, 'group')"
    />
    <div
      v-if="members.length"
      class="master"
      role="group"
      :aria-label="`Master of group ${light.group}`"
    >
      <button type="button" class="push" :disabled="locked" @click="move(-1 / 3)">− ⅓</button>
      <span class="small num">{{
        members
          .map((each) => `${each.id} ${formatPower(each.strobe.dial, each.powerStops)}`)
          .join(' · ')
      }}</span>
      <button type="button" class="push" :disabled="locked" @click="move(1 / 3)">+ ⅓</button>
    </div>
    <p v-if="locked" class="small muted">A power of this group is locked.</p>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  gap: 0.3rem;
  padding: 0.3rem 0;
}
.master {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 0.5rem;
}
</style>
