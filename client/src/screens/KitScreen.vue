<script setup lang="ts">
/** Kit: what the photographer owns, with the figures the sums use. */
import { nanoid } from 'nanoid'
import { onMounted, ref, shallowRef } from 'vue'
import { shorten } from '@core/text'
import type { KitItem, KitKind } from '@core/kit/kit'
import type { KitRecord } from '@core/api/api'
import { api, type ApiProblem } from '@/api/client'
import { useKit } from '@/stores/kit'
import { useNotices } from '@/stores/notices'
import { itemLine, newItem } from '@/words/kitStart'
import { KIND_NAMES } from '@/words/names'
import HomeHeader from './HomeHeader.vue'
import KitForm from './KitForm.vue'
import KitFromFrames from './KitFromFrames.vue'

const kit = useKit()
const notices = useNotices()
const failure = ref('')
const editing = shallowRef<{ item: KitItem; version: number | null } | null>(null)
const kinds = Object.keys(KIND_NAMES) as KitKind[]

const load = async (): Promise<void> => {
  failure.value = ''
  await Promise.all([kit.load(), kit.loadUnreadable()]).catch(
    (error: ApiProblem) => (failure.value = error.message)
  )
}
onMounted(load)

const records = (kind: KitKind): readonly KitRecord[] =>
  (kit.records ?? []).filter((record) => record.item.kind === kind)
const copy = (item: KitItem): void => {
  editing.value = {
    item: {
      ...structuredClone(item),
      id: nanoid(),
      name: `${shorten(item.name, 72)} (copy)`
    },
    version: null
  }
}
const remove = async (record: KitRecord): Promise<void> => {
  try {
    await kit.remove(record.item.id)
    notices.say(
      record.uses.length
        ? `“${record.item.name}” deleted. ` +
            `${record.uses.length === 1 ? 'The shoot' : 'The shoots'} using it keep their own ` +
            'copy.'
        : `“${record.item.name}” deleted`,
      () => kit.restore(record.item.id)
    )
  } catch (error) {
    notices.say((error as ApiProblem).message)
  }
}
</script>

<template>
  <HomeHeader />
  <main>
    <h1>Kit</h1>
    <p v-if="failure" role="alert" class="miss">
      {{ failure }} <button type="button" class="push" @click="load">Try again</button>
    </p>
    <p v-if="kit.unreadable.length" class="near small">
      Kept, but this program cannot read:
      <template v-for="(each, i) in kit.unreadable" :key="each.id"
        ><template v-if="i">, </template
        ><a :href="api.kitItemUrl(each.id)" download>{{ each.name }}</a> ({{ each.why }})</template
      >
    </p>
    <v-progress-linear
      v-if="kit.records === null && !failure"
      indeterminate
      color="primary"
      aria-label="Loading kit"
    />
    <div v-else-if="kit.records !== null" class="kinds">
      <section v-for="kind in kinds" :key="kind" :aria-label="KIND_NAMES[kind].many">
        <div class="head">
          <h2>{{ KIND_NAMES[kind].many }}</h2>
          <button
            type="button"
            class="push"
            @click="editing = { item: newItem(kind), version: null }"
          >
            Add {{ KIND_NAMES[kind].one.toLowerCase() }}
          </button>
        </div>
        <p v-if="records(kind).length === 0" class="muted">
          None yet. A plan needs
          {{
            ['modifier', 'filter', 'housing', 'link'].includes(kind)
              ? 'none, but may use one'
              : 'one'
          }}.
        </p>
        <ul>
          <li v-for="record in records(kind)" :key="record.item.id">
            <div class="about">
              <button
                type="button"
                class="name"
                @click="editing = { item: record.item, version: record.version }"
              >
                {{ record.item.name }}
              </button>
              <span class="small muted">{{ itemLine(record.item) }}</span>
              <span v-if="record.uses.length" class="small muted">
                In use:
                <template v-for="(use, i) in record.uses" :key="use.shootId"
                  ><template v-if="i">, </template
                  ><router-link :to="`/shoots/${use.shootId}`">{{
                    use.title
                  }}</router-link></template
                >
              </span>
            </div>
            <router-link
              v-if="kind !== 'lens' && kind !== 'filter'"
              class="push bare"
              :to="`/kit/${record.item.id}/calibrate`"
              :aria-label="`Calibrate ${record.item.name}`"
              >Calibrate</router-link
            >
            <button
              type="button"
              class="push bare"
              :aria-label="`Copy ${record.item.name}`"
              @click="copy(record.item)"
            >
              Copy
            </button>
            <button
              type="button"
              class="push bare"
              :aria-label="`Delete ${record.item.name}`"
              @click="remove(record)"
            >
              Delete
            </button>
          </li>
        </ul>
      </section>
    </div>
    <KitFromFrames v-if="kit.records !== null" />
    <KitForm
      v-if="editing"
      :item="editing.item"
      :version="editing.version"
      @close="editing = null"
    />
  </main>
</template>

<style scoped>
main {
  padding: 1.5rem 1.25rem 3rem;
  max-width: 1400px;
}
h1 {
  font: 500 1.5rem var(--sans);
  color: var(--bright);
  padding-bottom: 0.8rem;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 2rem 2.5rem;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: end;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 0.5rem;
}
li {
  display: flex;
  align-items: center;
  gap: 0.2rem;
  padding: 0.5rem 0;
  border-bottom: 1px solid var(--line);
}
.about {
  display: grid;
  gap: 0.1rem;
  flex: 1;
  min-width: 0;
}
.name {
  text-align: left;
  color: var(--bright);
  font-size: 1.0625rem;
  min-height: 28px;
  justify-self: start;
}
.name:hover {
  color: var(--accent);
}
@media (max-width: 900px) {
  .kinds {
    grid-template-columns: minmax(0, 1fr);
  }
  main {
    padding: 1rem 0.9rem 2rem;
  }
}
</style>
