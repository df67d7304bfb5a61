/** Reads the step aloud with the browser’s own voice, where the user wants it. */
import { onBeforeUnmount, ref, watch } from 'vue'
import { keep, readKept } from '@/kept/storage'
import { spoken } from './spoken'

const KEY = 'fine-spark-voice'

/** @param text what is to be said now; said again when it changes */
export function useVoice(text: () => string) {
  const voice = 'speechSynthesis' in globalThis ? speechSynthesis : null
  const wanted = ref(readKept(KEY) === 'yes')
  const say = (): void => {
    if (!voice) return
    voice.cancel()
    const words = new SpeechSynthesisUtterance(spoken(text()))
    words.lang = 'en'
    voice.speak(words)
  }
  watch(text, () => wanted.value && say())
  const turn = (on: boolean): void => {
    wanted.value = on
    keep(KEY, on ? 'yes' : 'no')
    // A browser speaks only after a tap: this is one.
    if (on) say()
    else voice?.cancel()
  }
  onBeforeUnmount(() => voice?.cancel())
  return { able: voice !== null, wanted, turn, say }
}
