<script lang="ts">
import type { SourceId } from '@core/ledger/terms'

/** A figure of a made-up studio against what was found of it, stops. */
export interface TruthRow {
  readonly key: string
  readonly source: SourceId | null
  readonly name: string
  readonly real: number
  readonly found: {
    readonly stops: number
    readonly uncertaintyStops: number
    readonly limit?: 'exact' | 'at-least' | 'at-most'
  } | null
}
</script>

<script setup lang="ts">
/** What was true, what was found, what is left. */
import { limitSign, stops } from '@/words/format'
import { sourceMark } from '@/words/names'

defineProps<{ head: string; rows: readonly TruthRow[] }>()
</script>

<template>
  <div class="scroll" tabindex="0" role="group" aria-label="Found against true">
    <table>
      <thead>
        <tr>
          <th scope="col">{{ head }}</th>
          <th scope="col" class="right">True</th>
          <th scope="col" class="right">Found</th>
          <th scope="col" class="right">Left</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ key, source, name, real, found } in rows" :key="key" :data-truth="key">
          <th scope="row">
            <span v-if="source" class="source-mark" :class="`hue-${source}`" aria-hidden="true">{{
              sourceMark(source)
            }}</span>
            {{ name }}
          </th>
          <td class="num right">{{ stops(real) }}</td>
          <td class="num right">
            <template v-if="found"
              >{{ limitSign(found.limit ?? 'exact') }}{{ stops(found.stops) }} ±
              {{ Number(found.uncertaintyStops.toFixed(2)) }}</template
            ><span v-else class="muted">none</span>
          </td>
          <td class="num right">{{ stops(real - (found?.stops ?? 0)) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
  max-height: 60vh;
}
table {
  width: 100%;
}
th,
td {
  padding: 0.35rem 0.6rem 0.35rem 0;
  border-bottom: 1px solid var(--line);
}
tbody th {
  font-weight: 400;
}
td {
  white-space: nowrap;
}
@media (max-width: 760px) {
  td {
    font-size: 0.8125rem;
  }
}
.source-mark {
  margin-right: 0.4rem;
}
.right {
  text-align: right;
}
</style>
