<script setup lang="ts">
/**
 * What the frames of all shoots say of the kit's figures: off by how much, how sure, by which
 * readings; each taken over by itself.
 */
import { computed, ref } from 'vue'
import type { ApiProblem } from '@/api/client'
import HelpTip from '@/instruments/HelpTip.vue'
import { useKit } from '@/stores/kit'
import { useNotices } from '@/stores/notices'
import { findings, strayWords, type Finding } from '@/words/kitFit'
import { useKitFit } from './useKitFit'

const kit = useKit()
const notices = useNotices()
const { share, failure, fit, titles, benches, byId, look, cancel } = useKitFit()
const busy = ref(false)
const benchOf = (id: string): string => `/kit/${benches.value.get(id) ?? ''}/calibrate`

const found = computed(() => (fit.value && fit.value !== 'nothing' ? fit.value : null))
const rows = computed(() => (found.value ? findings(found.value, byId()) : []))
const straying = computed(() => found.value?.straying ?? [])

/** What changes, changes what the frames say next: they are looked through again. */
const adopt = async ({ item, after }: Finding): Promise<void> => {
  const record = kit.records?.find((each) => each.item.id === item.id)
  if (!record) return
  busy.value = true
  try {
    await kit.save(after, record.version)
    notices.say(
      `“${item.name}” put right. Shoots keep their own copy until you update it there.`,
      async () => {
        await kit.save(item, record.version + 1)
        await look()
      }
    )
    await look()
  } catch (error) {
    notices.say((error as ApiProblem).message)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <section class="fit" aria-label="What your readings say of it">
    <div class="head">
      <h2>What your readings say of it</h2>
      <HelpTip
        about="what readings say of the kit"
        text="Every reading of one light by itself, in a shoot or on the bench, is held against the
          kit’s figures as they are now. What is off is told apart by least squares: the head’s output,
          its mark, each modifier, the meter, the subject. With and without a modifier, by meter or
          from raw files, tells most."
      />
    </div>
    <div v-if="share !== null" class="row">
      <v-progress-linear
        :model-value="share * 100"
        color="primary"
        class="bar"
        aria-label="Looking through the frames"
      />
      <button type="button" class="push" @click="cancel">Cancel</button>
    </div>
    <button v-else type="button" class="push" :disabled="busy" @click="look">
      {{ fit ? 'Look through them again' : 'Look through the frames of all shoots and the bench' }}
    </button>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
    <p v-if="fit === 'nothing'" class="muted">
      Nothing was read yet that shows one light by itself, in no shoot and on no bench.
    </p>
    <table v-if="rows.length">
      <caption class="hidden-label">
        Figures of the kit by your frames
      </caption>
      <thead>
        <tr>
          <th scope="col">Item</th>
          <th scope="col">Its figure would be</th>
          <th scope="col">By</th>
          <td />
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="`${row.estimates[0]!.figure.kind} ${row.item.id}`"
          :data-fit="row.item.id"
          :data-figure="row.estimates[0]!.figure.kind"
        >
          <th scope="row">{{ row.item.name }}</th>
          <td :class="row.told ? 'near' : 'muted'">
            {{ row.told ? row.words : `${row.words}: too little to tell` }}
          </td>
          <td class="muted small">{{ row.by }}</td>
          <td>
            <button
              v-if="row.told"
              type="button"
              class="push"
              :disabled="busy"
              :aria-label="`Adopt for ${row.item.name}: ${row.words}`"
              @click="adopt(row)"
            >
              Adopt
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <div v-if="straying.length" class="small">
      <p class="near">
        {{ straying.length === 1 ? 'One reading fits' : `${straying.length} readings fit` }} nothing
        else and {{ straying.length === 1 ? 'counts' : 'count' }} for little:
      </p>
      <ul>
        <li v-for="(each, i) in straying" :key="i">
          <router-link v-if="each.from.kind === 'frame'" :to="`/shoots/${each.from.shootId}/run`">{{
            strayWords(titles.get(each.from.shootId) ?? each.from.shootId, each.offStops)
          }}</router-link>
          <router-link v-else :to="benchOf(each.from.calibrationId)">{{
            strayWords(`a calibration, row ${each.from.row + 1}`, each.offStops)
          }}</router-link>
        </li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
.fit {
  display: grid;
  gap: 0.7rem;
  justify-items: start;
  margin-top: 2rem;
}
.head,
.row {
  display: flex;
  align-items: center;
  gap: 0.6rem;
}
.row {
  width: min(30rem, 100%);
}
.bar {
  flex: 1;
}
table {
  width: min(60rem, 100%);
}
th,
td {
  padding: 0.4rem 0.8rem 0.4rem 0;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
tbody th {
  font-weight: 400;
}
@media (max-width: 760px) {
  tr {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto;
    border-bottom: 1px solid var(--line);
    padding: 0.4rem 0;
  }
  tbody th,
  td:nth-child(2) {
    grid-column: 1 / -1;
  }
  thead {
    display: none;
  }
  th,
  td {
    border: 0;
    padding: 0.2rem 0.4rem 0.2rem 0;
  }
}
</style>
