<script setup lang="ts">
/** Goes round dark, dim and light; remembered in this browser. */
import { mdiBrightness4, mdiBrightness5, mdiBrightness7 } from '@mdi/js'
import { computed } from 'vue'
import { useTheme } from 'vuetify'
import { keep } from '@/kept/storage'
import { THEME_NAMES, type ThemeName } from '@/theme/themes'

const ICONS: Record<ThemeName, string> = {
  dark: mdiBrightness5,
  dim: mdiBrightness4,
  light: mdiBrightness7
}
const theme = useTheme()
const name = computed(() => theme.global.name.value as ThemeName)
const next = computed(
  () => THEME_NAMES[(THEME_NAMES.indexOf(name.value) + 1) % THEME_NAMES.length]!
)
const turn = (): void => {
  keep('fine-spark-theme', next.value)
  theme.change(next.value)
}
</script>

<template>
  <button
    type="button"
    class="push bare"
    :aria-label="`Screen is ${name}, switch to ${next}`"
    :title="`Screen: ${name}`"
    @click="turn"
  >
    <svg viewBox="0 0 24 24" aria-hidden="true"><path :d="ICONS[name]" /></svg
    ><span class="word">{{ name }}</span>
  </button>
</template>

<style scoped>
.word {
  text-transform: capitalize;
}
@media (max-width: 760px) {
  .word {
    display: none;
  }
}
</style>
