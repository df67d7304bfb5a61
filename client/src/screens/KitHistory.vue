<script setup lang="ts">
/** What a kit item said before, what was changed then, and the way back. */
import { onMounted, ref, shallowRef } from 'vue'
import type { KitVersion } from '@core/api/api'
import type { KitItem } from '@core/kit/kit'
import { api, type ApiProblem } from '@/api/client'
import { when } from '@/words/format'
import { changeLine, figureChanges } from '@/words/kitHistory'

const props = defineProps<{ item: KitItem }>()
const emit = defineEmits<{ take: [item: KitItem] }>()
const versions = shallowRef<readonly KitVersion[] | null>(null)
const failure = ref('')

onMounted(async () => {
  try {
    versions.value = await api.kitHistory(props.item.id)
  } catch (error) {
    failure.value = (error as ApiProblem).message
  }
})
/** What became of a version: the one after it, or what it says now. */
const after = (i: number): KitItem => (i === 0 ? props.item : versions.value![i - 1]!.item)
const said = (i: number): string => {
  const changes = figureChanges(versions.value![i]!.item, after(i)).map(changeLine)
  return changes.length ? changes.join(', ') : 'Nothing that shows'
}
</script>

<template>
  <div class="history">
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
    <p v-else-if="versions?.length === 0" class="small muted">It was never changed.</p>
    <ol v-else-if="versions">
      <li v-for="(version, i) in versions" :key="version.version" class="small">
        <span class="muted">{{ when(version.until) }}</span>
        <span>{{ said(i) }}</span>
        <button
          type="button"
          class="push"
          :aria-label="`The figures before ${when(version.until)}`"
          @click="emit('take', version.item)"
        >
          Back to before
        </button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 8rem minmax(0, 1fr) auto;
  gap: 0.3rem 0.9rem;
  align-items: center;
  padding: 0.3rem 0;
  border-bottom: 1px solid var(--line);
}
@media (max-width: 600px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  li > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
