<script setup lang="ts">
/** What the rig weighs in this water, part by part, and which way it tips. */
import { nanoid } from 'nanoid'
import { computed, ref } from 'vue'
import { balanceOf } from '@core/advise/balance'
import { MOST_PARTS, type RigPart } from '@core/plan/plan'
import KitField from '@/screens/KitField.vue'
import { usePlan } from '@/stores/plan'
import { useNotices } from '@/stores/notices'
import { balanceWords, partFields } from '@/words/rig'

const store = usePlan()
const notices = useNotices()
const rig = computed(() => store.plan!.rig)
const balance = computed(() => balanceOf(store.plan!))
const fields = computed(() => partFields(store.plan!))
/** by part and field */
const faults = ref<Readonly<Record<string, string>>>({})
const WATERS = [
  { value: 'sea', title: 'Weighed in the sea' },
  { value: 'fresh', title: 'Weighed in fresh water' }
]
const setParts = (what: string, parts: readonly RigPart[]) =>
  store.set('rig', { ...rig.value, parts: [...parts] }, what)
const put = (id: string, key: string, value: unknown): void => {
  const found = setParts(
    'weights',
    rig.value.parts.map((each) => (each.id === id ? ({ ...each, [key]: value } as RigPart) : each))
  )
  faults.value = { ...faults.value, [`${id} ${key}`]: found[0]?.message ?? '' }
  if (found.length) notices.clear()
}
const add = (name: string, at: RigPart['at'] = 'housing'): RigPart => ({
  id: nanoid(),
  name,
  count: 1,
  airG: 0,
  waterG: 0,
  at,
  share: 1
})
const addOne = (): void => void setParts('a part', [...rig.value.parts, add('Float')])
/** Housing and heads of the plan, their weights still to be typed. */
const fromPlan = (): void => {
  const { housing, camera, lights } = store.plan!
  void setParts('parts of the plan', [
    add(`${(housing ?? camera).name}, ready to dive`.slice(0, 60)),
    ...lights.map(({ id, strobe }) => add(strobe.name.slice(0, 60), id))
  ])
}
const remove = (id: string): void =>
  void setParts(
    'a part',
    rig.value.parts.filter((each) => each.id !== id)
  )
</script>

<template>
  <section class="group" aria-labelledby="rig-title">
    <h2 id="rig-title">Arms and balance</h2>
    <div v-if="balance" class="says" data-balance>
      <p v-for="line in balanceWords(store.plan!, balance)" :key="line">{{ line }}</p>
    </div>
    <p v-else class="small muted">
      Hang each part on a kitchen scale, in air and in a bucket: what it weighs there says how the
      whole will hang in your hand.
    </p>
    <v-select
      v-if="rig.parts.length"
      class="water"
      :model-value="rig.weighedIn"
      :items="WATERS"
      item-value="value"
      item-title="title"
      label="Weights in water"
      @update:model-value="store.set('rig', { ...rig, weighedIn: $event }, 'weighed in')"
    />
    <ul>
      <li v-for="part in rig.parts" :key="part.id" :data-part="part.name">
        <div class="fields">
          <KitField
            v-for="spec in fields"
            v-show="spec.path !== 'share' || part.at !== 'housing'"
            :key="spec.path"
            :spec="spec"
            :value="part[spec.path as keyof RigPart]"
            :error="faults[`${part.id} ${spec.path}`] ?? ''"
            @change="put(part.id, spec.path, $event)"
          />
        </div>
        <button
          type="button"
          class="push bare"
          :aria-label="`Take out ${part.name}`"
          @click="remove(part.id)"
        >
          ✕
        </button>
      </li>
    </ul>
    <div class="acts">
      <button v-if="!rig.parts.length" type="button" class="push" @click="fromPlan">
        Start with what is in the plan
      </button>
      <button type="button" class="push" :disabled="rig.parts.length >= MOST_PARTS" @click="addOne">
        Add a part
      </button>
    </div>
  </section>
</template>

<style scoped>
.says {
  display: grid;
  gap: 0.2rem;
}
ul {
  padding-top: 0.3rem;
}
.water {
  padding-top: 0.4rem;
  max-width: 16rem;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0.6rem;
  align-items: center;
  padding: 0.5rem 0;
  border-bottom: 1px solid var(--line);
}
.fields {
  display: grid;
  grid-template-columns: minmax(9rem, 2fr) 4.5rem 6.5rem 7rem minmax(9rem, 1.6fr) 7rem;
  gap: 0.4rem 0.9rem;
}
li > button {
  min-width: 44px;
  min-height: 44px;
  justify-content: center;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts .push {
  min-height: 48px;
}
@media (max-width: 900px) {
  .fields {
    grid-template-columns: repeat(2, minmax(0, 1fr));
  }
}
</style>
