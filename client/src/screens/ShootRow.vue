<script setup lang="ts">
import { mdiDotsVertical } from '@mdi/js'
import { nextTick, onMounted, ref, shallowRef, useTemplateRef, type Component } from 'vue'
import type { ShootSummary } from '@core/api/api'
import type { Plan } from '@core/plan/plan'
import { api } from '@/api/client'
import { when } from '@/words/format'
import { LOOK_NAMES, STAGE_NAMES } from '@/words/names'
import SetSketch from './SetSketch.vue'

const props = defineProps<{ shoot: ShootSummary; unsaved: boolean }>()
const emit = defineEmits<{ rename: [to: string]; duplicate: []; remove: [] }>()
/** Brings the picture's code along, once the list stands; on a phone the set's sketch will do. */
const Thumbnail = shallowRef<Component | null>(null)
onMounted(async () => {
  if (!matchMedia('(max-width: 760px)').matches)
    Thumbnail.value = (await import('@/picture/PlanThumbnail.vue')).default
})
const planOf = async (): Promise<Plan> => (await api.shoot(props.shoot.id)).plan
const name = ref<string | null>(null)
const field = useTemplateRef<HTMLInputElement>('field')

const startRename = async (): Promise<void> => {
  name.value = props.shoot.title
  await nextTick()
  field.value?.select()
}
const endRename = (keep: boolean): void => {
  const to = name.value?.trim() ?? ''
  name.value = null
  if (keep && to !== '' && to !== props.shoot.title) emit('rename', to)
}
</script>

<template>
  <tr>
    <td class="picture">
      <img
        v-if="shoot.picture"
        :src="api.imageUrl(shoot.id, shoot.picture, 'small')"
        alt=""
        width="84"
        height="56"
      />
      <component :is="Thumbnail" v-else-if="shoot.set && Thumbnail" :plan="planOf" label="">
        <SetSketch :set="shoot.set" />
      </component>
      <SetSketch v-else-if="shoot.set" :set="shoot.set" />
    </td>
    <td class="title">
      <input
        v-if="name !== null"
        ref="field"
        v-model="name"
        aria-label="Name of the shoot"
        maxlength="120"
        @keydown.enter="endRename(true)"
        @keydown.esc="endRename(false)"
        @blur="endRename(true)"
      />
      <template v-else-if="shoot.unreadable !== null">
        <b>{{ shoot.title }}</b>
        <span class="why near small"
          >Kept, but this program cannot read it: {{ shoot.unreadable }}. You can export it as it
          is.</span
        >
      </template>
      <router-link v-else :to="{ name: shoot.stage, params: { id: shoot.id } }">{{
        shoot.title
      }}</router-link>
      <span v-if="unsaved" class="why near small"
        >Changes wait in this browser only: open it to save them.</span
      >
      <span v-if="shoot.look" class="narrow small muted"
        >{{ LOOK_NAMES[shoot.look].name
        }}<span class="phone">
          · {{ STAGE_NAMES[shoot.stage] }} · {{ when(shoot.updatedAt) }}</span
        ></span
      >
    </td>
    <td class="wide">{{ shoot.look ? LOOK_NAMES[shoot.look].name : '—' }}</td>
    <td class="roomy">{{ STAGE_NAMES[shoot.stage] }}</td>
    <td class="wide num">{{ shoot.frames }}</td>
    <td class="roomy">{{ when(shoot.updatedAt) }}</td>
    <td>
      <v-menu>
        <template #activator="{ props: menu }">
          <button
            type="button"
            v-bind="menu"
            class="push bare"
            :aria-label="`Actions for ${shoot.title}`"
          >
            <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="mdiDotsVertical" /></svg>
          </button>
        </template>
        <v-list density="compact" bg-color="raised">
          <template v-if="shoot.unreadable === null">
            <v-list-item title="Rename" @click="startRename" />
            <v-list-item title="Duplicate" @click="$emit('duplicate')" />
          </template>
          <v-list-item title="Export plan" :href="api.planUrl(shoot.id)" download />
          <v-list-item title="Delete" @click="$emit('remove')" />
        </v-list>
      </v-menu>
    </td>
  </tr>
</template>

<style scoped>
td {
  padding: 0.55rem 0.8rem 0.55rem 0;
  border-bottom: 1px solid var(--line);
}
.picture {
  width: 100px;
}
.picture img,
.picture :deep(canvas) {
  display: block;
  width: 84px;
  height: 56px;
  object-fit: cover;
  background: #000;
  border: 1px solid var(--line);
}
.title a {
  color: var(--bright);
  text-decoration: none;
  font-size: 1.0625rem;
  display: inline-block;
  padding: 0.2rem 0;
}
.title a:hover {
  color: var(--accent);
}
.title b {
  font-weight: 500;
}
.why {
  display: block;
  max-width: 46ch;
}
input {
  width: 100%;
  max-width: 22rem;
  border: 0;
  border-bottom: 2px solid var(--accent);
  background: var(--raised);
  color: var(--bright);
  font-size: 1.0625rem;
  padding: 0.2rem 0;
}
input:focus {
  outline: 0;
}
.narrow,
.phone {
  display: none;
}
@media (max-width: 900px) {
  .wide {
    display: none;
  }
  .narrow {
    display: block;
  }
  .title a {
    padding: 0.5rem 0 0.1rem;
  }
}
@media (max-width: 600px) {
  .roomy {
    display: none;
  }
  .phone {
    display: inline;
  }
}
</style>
