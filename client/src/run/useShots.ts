/** Two frames as small linear pictures, and what lies between them, stop by stop. */
import { computed, shallowRef, watch } from 'vue'
import type { Registration } from '@core/measure/register'
import { changeOf, changeStops, type Shot } from '@core/picture/compare'
import { laidOver } from '@core/picture/layOver'
import { cameraFilesOf } from '@core/run/cameraFiles'
import type { Frame } from '@core/run/frame'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { pictureBytes } from './frameBytes'
import { readRegistration, readShot } from './frameReader'

/** A map need not be finer. */
const WIDTH = 900

/** A frame's picture, small and linear, by what is known of its camera. */
function useShot(frame: () => Frame | null) {
  const store = usePlan()
  const frames = useFrames()
  const shot = shallowRef<Shot | null>(null)
  const failure = shallowRef('')
  watch(
    frame,
    async (asked) => {
      shot.value = null
      failure.value = ''
      if (!asked) return
      try {
        const { toneCurve } = cameraFilesOf(asked, store.plan!)
        const made = await readShot(await pictureBytes(frames, asked.id), WIDTH, toneCurve)
        if (asked === frame()) shot.value = made
      } catch (error) {
        if (asked === frame()) failure.value = (error as Error).message
      }
    },
    { immediate: true }
  )
  return { shot, failure }
}

export function useShots(now: () => Frame, other: () => Frame | null) {
  const frames = useFrames()
  const mine = useShot(now)
  const theirs = useShot(other)
  const registration = shallowRef<Registration | null>(null)
  watch(
    () => [now(), other()] as const,
    async (asked) => {
      registration.value = null
      const [first, second] = asked
      if (!second) return
      const found = await Promise.all([first, second].map(({ id }) => pictureBytes(frames, id)))
        .then(([a, b]) => readRegistration(a!, b!))
        .catch(() => null)
      if (asked[0] === now() && asked[1] === other()) registration.value = found
    },
    { immediate: true }
  )
  /** [pixel] by how many stops this frame is brighter than the other at the same spot of the set */
  const stops = computed(() => {
    const [a, b] = [mine.shot.value, theirs.shot.value]
    if (!a || !b) return null
    const made = new Float32Array(a.width * a.height)
    changeStops(a, registration.value ? laidOver(a, b, registration.value) : b, made)
    return made
  })
  const change = computed(() => (stops.value ? changeOf(stops.value) : null))
  const failure = computed(() => mine.failure.value || theirs.failure.value)
  return { shot: mine.shot, otherShot: theirs.shot, registration, stops, change, failure }
}
