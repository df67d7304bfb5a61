<script setup lang="ts">
/** Takes a spectrum from a file, or writes the present one to one. */
import { ref } from 'vue'
import type { Spectrum } from '@core/colour/bands'
import { saveText } from '@/api/saveFile'
import { readSpectrum, spectrumCgats, spectrumCsv } from './spectrumFile'

const props = defineProps<{
  spectrum: Spectrum
  name: string
  /** what becomes of the values as the file has them; throws saying what is wrong */
  take: (spectrum: Spectrum) => void
}>()
const says = ref('')
const failure = ref('')
const read = async (event: Event): Promise<void> => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  says.value = failure.value = ''
  try {
    const found = readSpectrum(await file.text())
    props.take(found.spectrum)
    says.value =
      `${found.name || file.name} read.` +
      (found.of > 1 ? ` The file holds ${found.of} spectra: the first is taken.` : '')
  } catch (error) {
    failure.value = `${file.name}: ${(error as Error).message}.`
  }
}
const title = (): string => props.name || 'spectrum'
</script>

<template>
  <div class="files">
    <label class="push"
      >From a file …<input
        type="file"
        accept=".csv,.txt,.cgats,.tsv,text/plain,text/csv"
        class="hidden-label"
        @change="read"
    /></label>
    <button
      type="button"
      class="push bare"
      @click="saveText(spectrumCsv(spectrum), 'text/csv', `${title()}.csv`)"
    >
      Save as CSV
    </button>
    <button
      type="button"
      class="push bare"
      @click="saveText(spectrumCgats(spectrum, title()), 'text/plain', `${title()}.txt`)"
    >
      Save as CGATS
    </button>
    <p v-if="says" role="status" class="small">{{ says }}</p>
    <p v-if="failure" role="alert" class="small miss">{{ failure }}</p>
  </div>
</template>

<style scoped>
.files {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.4rem;
}
p {
  flex-basis: 100%;
}
label {
  cursor: pointer;
}
label:focus-within {
  outline: 2px solid var(--accent);
  outline-offset: 2px;
}
</style>
