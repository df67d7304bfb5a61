<script setup lang="ts">
/**
 * The same shoot was saved elsewhere meanwhile: say what differs, let the user take either side.
 * Taking theirs can be undone.
 */
import microdiff from 'microdiff'
import { computed } from 'vue'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'
import { when } from '@/words/format'

const store = usePlan()
const saving = useSaving()

const text = (value: unknown): string => (value === undefined ? 'absent' : JSON.stringify(value))
const differences = computed(() => {
  if (!saving.theirs || !store.plan) return []
  return microdiff(store.plan, saving.theirs.plan, { cyclesFix: false }).map((each) => ({
    path: each.path.join('.'),
    mine: text(each.type === 'CREATE' ? undefined : each.oldValue),
    theirs: text(each.type === 'REMOVE' ? undefined : each.value)
  }))
})
</script>

<template>
  <v-dialog
    :model-value="saving.theirs !== null"
    persistent
    max-width="640"
    aria-labelledby="conflict-title"
  >
    <div v-if="saving.theirs" class="dialog-panel">
      <h2 id="conflict-title">This shoot was changed elsewhere</h2>
      <p>
        Another tab or machine saved it {{ when(saving.theirs.updatedAt) }}. Nothing is lost yet:
        pick the side that stays.
      </p>
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th>Figure</th>
              <th>Yours, here</th>
              <th>Theirs, saved</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in differences.slice(0, 12)" :key="row.path">
              <td>{{ row.path }}</td>
              <td class="num">{{ row.mine }}</td>
              <td class="num">{{ row.theirs }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="differences.length > 12" class="muted small">
          and {{ differences.length - 12 }} more
        </p>
      </div>
      <div class="dialog-acts">
        <button type="button" class="push main" @click="saving.keepMine()">Keep mine</button>
        <button type="button" class="push" @click="saving.takeTheirs()">
          Take theirs (undo brings mine back)
        </button>
      </div>
    </div>
  </v-dialog>
</template>

<style scoped>
.scroll {
  overflow: auto;
  max-height: 40vh;
}
table {
  width: 100%;
}
td,
th {
  padding: 0.25rem 0.6rem 0.25rem 0;
  border-bottom: 1px solid var(--line);
  font-size: 0.875rem;
  max-width: 14rem;
  overflow-wrap: anywhere;
}
</style>
