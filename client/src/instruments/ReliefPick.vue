<script setup lang="ts">
/** The relief of a coin: the coiled shell, or a picture of the user's. */
import { ref } from 'vue'
import { useBody, type BodyPath } from '@/body/useBody'
import { usePlan } from '@/stores/plan'
import { reliefOf } from './pixels'

const props = defineProps<{ path: BodyPath }>()
const store = usePlan()
const { body } = useBody(() => props.path)
const failure = ref('')
async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  failure.value = ''
  try {
    store.set(`${props.path}.relief`, await reliefOf(file), 'relief')
  } catch (error) {
    failure.value = (error as Error).message
  }
}
</script>

<template>
  <div class="relief">
    <p class="small muted">
      Relief: {{ body.relief === null ? 'a coiled shell' : 'your picture' }}. Light parts of a
      picture stand up, dark ones lie low.
    </p>
    <label class="push"
      >Relief from a picture<input type="file" accept="image/*" class="hidden-label" @change="read"
    /></label>
    <button
      v-if="body.relief !== null"
      type="button"
      class="push bare"
      @click="store.set(`${path}.relief`, null, 'relief')"
    >
      The shell again
    </button>
    <p v-if="failure" role="alert" class="miss small">{{ failure }}</p>
  </div>
</template>
