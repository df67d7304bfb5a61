/** At the set the screen is dim unless the user wants it otherwise there; elsewhere it is as it was. */
import { onBeforeUnmount, onMounted } from 'vue'
import { useTheme } from 'vuetify'
import { keep, readKept } from '@/kept/storage'
import { THEMES, type ThemeName } from '@/theme/themes'

const KEY = 'fine-spark-theme-at-set'

export function useSetTheme() {
  const theme = useTheme()
  let before = theme.global.name.value
  onMounted(() => {
    before = theme.global.name.value
    const kept = readKept(KEY)
    theme.change(kept !== null && Object.hasOwn(THEMES, kept) ? kept : 'dim')
  })
  onBeforeUnmount(() => theme.change(before))
  return {
    name: theme.global.name,
    turn: (name: ThemeName): void => {
      keep(KEY, name)
      theme.change(name)
    }
  }
}
