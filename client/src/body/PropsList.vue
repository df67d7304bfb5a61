<script setup lang="ts">
/** Small things beside the subject, each opened to be changed. */
import { computed, ref } from 'vue'
import { addProp } from '@core/plan/editProps'
import { MOST_PROPS } from '@core/plan/plan'
import { holdsLiquid } from '@core/set/props'
import { usePlan } from '@/stores/plan'
import { lowerFirst, mm } from '@/words/format'
import { REST_NAMES, SHAPE_NAMES } from '@/words/names'
import PropPanel from './PropPanel.vue'

const store = usePlan()
const plan = computed(() => store.plan!)
const opened = ref<string | null>(null)
const full = computed(() => plan.value.props.length >= MOST_PROPS)
const add = (floats: boolean): void => {
  const next = addProp(plan.value, floats)
  store.replace(next, floats ? 'put a piece in' : 'add a prop')
  opened.value = next.props.at(-1)?.id ?? null
}
</script>

<template>
  <section class="group props" aria-labelledby="props-title">
    <h2 id="props-title">Props</h2>
    <p v-if="plan.props.length === 0" class="small muted">
      Small things with the subject, up to {{ MOST_PROPS }}: a stand under it, something for scale,
      pieces in its liquid. They shade it and throw light on it.
    </p>
    <div v-for="prop in plan.props" :key="prop.id" class="one">
      <button
        type="button"
        class="row"
        :aria-expanded="opened === prop.id"
        :data-open="prop.id"
        @click="opened = opened === prop.id ? null : prop.id"
      >
        <span aria-hidden="true" class="sign">{{ opened === prop.id ? '▾' : '▸' }}</span>
        <span class="name">{{ prop.name }}</span>
        <span class="small muted"
          >{{ SHAPE_NAMES[prop.shape].toLowerCase() }}, {{ mm(prop.widthMm) }},
          {{ lowerFirst(REST_NAMES[prop.rests]) }}</span
        >
      </button>
      <PropPanel v-if="opened === prop.id" :id="prop.id" @removed="opened = null" />
    </div>
    <p class="acts">
      <button type="button" class="push" :disabled="full" @click="add(false)">Add a prop</button>
      <button
        v-if="holdsLiquid(plan.subject)"
        type="button"
        class="push"
        :disabled="full"
        @click="add(true)"
      >
        Put a piece in the liquid
      </button>
    </p>
  </section>
</template>

<style scoped>
.props {
  padding-top: 1.1rem;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.5rem;
  align-items: baseline;
  width: 100%;
  min-height: 38px;
  text-align: left;
  border-bottom: 1px solid var(--line);
}
.row:hover .name {
  color: var(--bright);
}
.sign {
  color: var(--muted);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem;
  padding-top: 0.5rem;
}
@media (pointer: coarse), (max-width: 760px) {
  .row {
    min-height: 46px;
    align-content: center;
  }
}
</style>
