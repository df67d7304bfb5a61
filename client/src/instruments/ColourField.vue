<script setup lang="ts">
/** A colour of the plan; where it may be left out, grey. */
import { computed, useId } from 'vue'
import { valueAt, type PlanPath } from '@core/plan/path'
import { usePlan } from '@/stores/plan'
import HelpTip from './HelpTip.vue'
import LockButton from './LockButton.vue'

const props = defineProps<{
  path: PlanPath
  label: string
  help: string
  optional?: boolean
  about?: string
}>()
const GREY = '#808080'
const store = usePlan()
const id = useId()
const colour = computed(() => valueAt(store.plan!, props.path) as string | null)
const locked = computed(() => store.isLocked(props.path))
const put = (value: string | null): void =>
  void store.set(props.path, value, props.label.toLowerCase())
</script>

<template>
  <div class="colour-field">
    <span class="name"
      ><label :for="id"
        ><span v-if="about" class="hidden-label">{{ about }}: </span>{{ label }}</label
      ><HelpTip :text="help" :about="label"
    /></span>
    <span class="control">
      <span class="muted num">{{ colour ?? 'grey' }}</span>
      <button
        v-if="optional && colour !== null"
        type="button"
        class="push bare"
        :disabled="locked"
        @click="put(null)"
      >
        Grey
      </button>
      <input
        :id="id"
        type="color"
        :value="colour ?? GREY"
        :disabled="locked"
        @input="put(($event.target as HTMLInputElement).value)"
      />
      <LockButton :locked="locked" :label="label" @toggle="store.toggleLock(path)" />
    </span>
  </div>
</template>

<style scoped>
.colour-field,
.name,
.control {
  display: flex;
  align-items: center;
}
.colour-field {
  justify-content: space-between;
  gap: 0.6rem;
  min-height: 2.3rem;
}
.control {
  gap: 0.5rem;
}
input {
  width: 2.6rem;
  height: 1.7rem;
  padding: 0;
  border: 1px solid var(--rule);
  background: none;
  cursor: pointer;
}
input:disabled {
  cursor: not-allowed;
}
</style>
