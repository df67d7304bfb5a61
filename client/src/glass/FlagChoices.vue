<script setup lang="ts">
/** How wide black flags beside the picture make the dark edges of something clear. */
import { ref, watch } from 'vue'
import { FLAG_WIDTHS, flagChoice, type FlagChoice } from '@core/advise/glassFlags'
import { usePlan } from '@/stores/plan'
import { edgeWords } from '@/words/glass'
import { mm } from '@/words/format'

const store = usePlan()
const choices = ref<FlagChoice[]>([])
const tried = ref(0)
const opened = ref(false)
/** Worked out while somebody looks, width by width: the page stays quick. */
const open = (event: Event): void => {
  opened.value = (event.target as HTMLDetailsElement).open
}
const pause = (): Promise<void> => new Promise((resolve) => setTimeout(resolve))
watch(
  [opened, () => store.plan],
  async (_, __, onCleanup) => {
    let over = false
    onCleanup(() => (over = true))
    tried.value = 0
    const { plan } = store
    if (!opened.value || !plan) return
    const found: FlagChoice[] = []
    for (const widthMm of FLAG_WIDTHS) {
      await pause()
      if (over) return
      const choice = flagChoice(plan, widthMm)
      if (choice) found.push(choice)
      choices.value = [...found]
      tried.value++
    }
  },
  { immediate: true }
)
</script>

<template>
  <details @toggle="open">
    <summary class="small">Black flags beside the picture: how wide they make its edges</summary>
    <p v-if="opened && tried < FLAG_WIDTHS.length" class="small muted" role="status">
      Trying widths: {{ tried }} of {{ FLAG_WIDTHS.length }} …
    </p>
    <p v-else-if="opened && choices.length === 0" class="small muted">
      No two cards are free for it: eight is the most.
    </p>
    <ul>
      <li v-for="{ widthMm, edges, after } in choices" :key="widthMm" :data-flags="widthMm">
        <span class="num">{{ mm(widthMm) }}</span>
        <span class="small"
          >left edge {{ edgeWords(edges.left) }}; right edge {{ edgeWords(edges.right) }}</span
        >
        <button
          type="button"
          class="push bare"
          @click="store.replace(after, `black flags of ${widthMm} mm`)"
        >
          Put them in
        </button>
      </li>
    </ul>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  min-height: 2.2rem;
  align-content: center;
}
li {
  display: grid;
  grid-template-columns: 4.5rem minmax(0, 1fr) auto;
  gap: 0.2rem 0.8rem;
  align-items: center;
}
.push {
  min-height: 44px;
}
</style>
