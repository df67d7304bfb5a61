/** Tells that the next shutter is due, by a short tone or a shake, where the user wants it. */
import { ref, watch } from 'vue'
import { keep, readKept } from '@/kept/storage'

const SOUND = 'fine-spark-dusk-sound'
const SHAKE = 'fine-spark-dusk-shake'

const HZ = 660
const SECONDS = 0.25
function tone(): void {
  try {
    const context = new AudioContext()
    const voice = context.createOscillator()
    const loudness = context.createGain()
    voice.frequency.value = HZ
    loudness.gain.setValueAtTime(0.15, context.currentTime)
    loudness.gain.exponentialRampToValueAtTime(0.001, context.currentTime + SECONDS)
    voice.connect(loudness).connect(context.destination)
    voice.start()
    voice.stop(context.currentTime + SECONDS)
    voice.onended = () => void context.close()
  } catch {
    // A browser without sound is silent.
  }
}

/** @param due what is due now; tells when it changes */
export function useBell(due: () => number | null) {
  const sound = ref(readKept(SOUND) === 'yes')
  const shake = ref(readKept(SHAKE) === 'yes')
  const canShake = 'vibrate' in navigator
  watch(sound, (on) => {
    keep(SOUND, on ? 'yes' : 'no')
    // A browser sounds only after a tap: this is one.
    if (on) tone()
  })
  watch(shake, (on) => {
    keep(SHAKE, on ? 'yes' : 'no')
    if (on && canShake) navigator.vibrate(60)
  })
  watch(due, (now, was) => {
    if (now === null || was === null || now === was) return
    if (sound.value) tone()
    if (shake.value && canShake) navigator.vibrate([80, 60, 80])
  })
  return { sound, shake, canShake }
}
