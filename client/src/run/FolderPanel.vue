<script setup lang="ts">
/** The folder a capture program writes to: said here, watched by the server. */
import { computed, ref, useId } from 'vue'
import { useFolder } from '@/stores/folder'
import { useFrames } from '@/stores/frames'
import { folderWords } from '@/words/devices'
import type { ApiProblem } from '@/api/client'

const emit = defineEmits<{ done: [] }>()
const folder = useFolder()
const frames = useFrames()
const id = useId()

const path = ref(folder.state?.path ?? '')
const all = ref(false)
const error = ref('')
const busy = ref(false)

const watchIt = async (): Promise<void> => {
  error.value = ''
  busy.value = true
  try {
    await folder.watch(frames.shootId, path.value, all.value)
    emit('done')
  } catch (problem) {
    const { errors, message } = problem as ApiProblem
    error.value = errors?.[0]?.message ?? message
  } finally {
    busy.value = false
  }
}
const stop = async (): Promise<void> => {
  error.value = ''
  await folder
    .unwatch(frames.shootId)
    .catch((problem: ApiProblem) => (error.value = problem.message))
}
const notes = computed(() => (folder.state ? folderWords(folder.state) : []))
</script>

<template>
  <div v-if="folder.state" class="folder">
    <p class="line small">
      <span class="bright">Watching a folder</span>
      <span class="num path">{{ folder.state.path }}</span>
      <button type="button" class="push bare muted" @click="stop">Watch no longer</button>
    </p>
    <p v-if="folder.state.problem" role="alert" class="miss small">{{ folder.state.problem }}</p>
    <p v-for="note in notes" :key="note.words" class="small" :class="note.state">
      {{ note.words }}
    </p>
    <p v-if="error" role="alert" class="miss small">{{ error }}</p>
  </div>
  <form v-else class="folder" @submit.prevent="watchIt">
    <label :for="id" class="small">Folder your capture program writes to</label>
    <div class="line">
      <input
        :id="id"
        v-model="path"
        class="num"
        maxlength="1000"
        autocomplete="off"
        spellcheck="false"
        placeholder="/home/me/tethered"
        :aria-invalid="error !== ''"
        :aria-describedby="`${id}-says`"
        @input="error = ''"
      />
      <button type="submit" class="push main" :disabled="busy">Watch it</button>
      <button type="button" class="push bare muted" @click="emit('done')">Cancel</button>
    </div>
    <label class="small check"
      ><input v-model="all" type="checkbox" /> also what lies there already</label
    >
    <p :id="`${id}-says`" class="small" :class="error ? 'miss' : 'muted'">
      {{
        error ||
        'On the machine this program runs on. JPEG and raw files, in folders within it too.'
      }}
    </p>
  </form>
</template>

<style scoped>
.folder {
  display: grid;
  gap: 0.4rem;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.3rem 0.9rem;
}
.path {
  overflow-wrap: anywhere;
}
input:not([type='checkbox']) {
  flex: 1 1 14rem;
  min-width: 0;
  height: 44px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: transparent;
  color: var(--bright);
}
input:not([type='checkbox']):focus {
  outline: 0;
  border-bottom: 2px solid var(--accent);
}
.check {
  display: flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 34px;
}
.check input {
  width: 18px;
  height: 18px;
  accent-color: var(--accent);
}
</style>
