<script setup lang="ts">
/** How far getting ready has come, before the run begins. */
import { computed } from 'vue'
import { useChecklist } from '@/prepare/useChecklist'
import { checkItemWords } from '@/words/prepare'

const { items, open } = useChecklist()
const before = computed(() => items.value.filter(({ when }) => when === 'before'))
const done = computed(() => before.value.filter(({ state }) => state !== 'open').length)
const first = computed(() => open.value.slice(0, 2))
const now = Date.now()
</script>

<template>
  <div class="line" data-prepare>
    <router-link :to="{ name: 'prepare', params: $route.params }"
      >Prepare: <span class="num">{{ done }} of {{ before.length }}</span> steps ticked</router-link
    >
    <p v-if="open.length" class="near">
      Important and open: {{ first.map((item) => checkItemWords(item, now).what).join('; ')
      }}{{ open.length > first.length ? `; ${open.length - first.length} more` : '' }}.
    </p>
  </div>
</template>

<style scoped>
.line {
  max-width: 60ch;
}
.line a {
  color: var(--bright);
  display: inline-block;
  padding: 0.3rem 0;
}
</style>
