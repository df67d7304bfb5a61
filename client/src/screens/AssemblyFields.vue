<script setup lang="ts">
/** How a housing is put together: steps in order, each with a picture if there is one. */
import { mdiArrowDown, mdiArrowUp } from '@mdi/js'
import { ref } from 'vue'
import type { AssemblyStep } from '@core/kit/fields'
import type { Fault } from '@core/plan/open'
import { api } from '@/api/client'

const props = defineProps<{ steps: readonly AssemblyStep[]; faults: readonly Fault[] }>()
const emit = defineEmits<{ put: [path: string, value: unknown] }>()
const MOST = 24

const put = (steps: readonly AssemblyStep[]): void => emit('put', 'assembly', steps)
const change = (at: number, part: Partial<AssemblyStep>): void =>
  put(props.steps.map((step, i) => (i === at ? { ...step, ...part } : step)))
const move = (at: number, by: -1 | 1): void => {
  const steps = [...props.steps]
  const [step] = steps.splice(at, 1)
  steps.splice(at + by, 0, step!)
  put(steps)
}
const MOVES = [
  { by: -1, title: 'Earlier', path: mdiArrowUp },
  { by: 1, title: 'Later', path: mdiArrowDown }
] as const
const errorAt = (i: number): string =>
  props.faults.find(({ path }) => path.startsWith(`assembly.${i}.`))?.message ?? ''

/** which step a picture is being kept for; null: none */
const keeping = ref<number | null>(null)
const failure = ref('')
async function attach(i: number, event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  failure.value = ''
  keeping.value = i
  try {
    change(i, { picture: (await api.keepKitPicture(file)).name })
  } catch (error) {
    failure.value = `The picture was not kept: ${(error as Error).message}`
  } finally {
    keeping.value = null
  }
}
</script>

<template>
  <fieldset>
    <legend>How it is put together</legend>
    <p v-if="!steps.length" class="small muted">
      No steps yet. Prepare lists them in this order, with their pictures.
    </p>
    <ol>
      <li v-for="(step, i) in steps" :key="i">
        <v-text-field
          :model-value="step.text"
          :label="`Step ${i + 1}`"
          maxlength="200"
          :error-messages="errorAt(i)"
          @update:model-value="change(i, { text: $event })"
        />
        <div class="acts">
          <img
            v-if="step.picture"
            :src="api.kitPictureUrl(step.picture, 'small')"
            :alt="`Picture of step ${i + 1}`"
          />
          <label class="push"
            >{{ keeping === i ? 'Keeping …' : step.picture ? 'Another picture' : 'Picture …'
            }}<input
              type="file"
              accept="image/jpeg,image/png,image/webp"
              class="hidden-label"
              :aria-label="`Picture of step ${i + 1}`"
              :disabled="keeping !== null"
              @change="attach(i, $event)"
          /></label>
          <button
            v-if="step.picture"
            type="button"
            class="push bare"
            :aria-label="`Take the picture of step ${i + 1} off`"
            @click="change(i, { picture: null })"
          >
            Take it off
          </button>
          <button
            v-for="{ by, title, path } in MOVES"
            :key="title"
            type="button"
            class="push bare"
            :disabled="by < 0 ? i === 0 : i === steps.length - 1"
            :aria-label="`${title}: step ${i + 1}`"
            @click="move(i, by)"
          >
            <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="path" /></svg>
          </button>
          <button
            type="button"
            class="push bare"
            :aria-label="`Take step ${i + 1} out`"
            @click="put(steps.filter((_, k) => k !== i))"
          >
            Take out
          </button>
        </div>
      </li>
    </ol>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
    <button
      v-if="steps.length < MOST"
      type="button"
      class="push"
      @click="put([...steps, { text: '', picture: null }])"
    >
      Add a step
    </button>
  </fieldset>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 1rem;
  padding-bottom: 1rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem;
  align-items: center;
  padding-top: 0.4rem;
}
.push {
  min-height: 44px;
}
img {
  width: 84px;
  height: 63px;
  object-fit: cover;
  border: 1px solid var(--line);
}
svg {
  width: 18px;
  fill: currentColor;
}
</style>
