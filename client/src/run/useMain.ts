/** The one thing a step asks for, by a tap or a key: tick it, set it, or take the frame. */
import { computed } from 'vue'
import { CONTROL_NAMES } from '@/words/names'
import { moveWords } from '@/words/moves'
import { takeWords } from '@/words/devices'
import { useChecklist } from '@/prepare/useChecklist'
import { useFolder } from '@/stores/folder'
import type { useDevice } from './useDevice'
import type { useRun } from './useRun'
import { useSteps } from './useSteps'

export interface Main {
  readonly label: string
  readonly act: () => unknown
}

export function useMain(run: ReturnType<typeof useRun>, device: ReturnType<typeof useDevice>) {
  const { store, step, move, asked } = run
  const folder = useFolder()
  const steps = useSteps(() => run.steps.value)
  const tick = (): void => void (step.value && steps.done(step.value))
  const list = useChecklist()
  const begin = (): void => {
    tick()
    list.begun()
  }

  /** Lights of the plan that the device fires. */
  const canFire = computed(() => {
    const offered = device.camera.value?.offer.strobes.map(({ light }) => light) ?? []
    return store.plan!.lights.filter(({ id, on }) => on && offered.includes(id)).map(({ id }) => id)
  })
  const fire = async (): Promise<void> => {
    // Called off or failed, nothing is known of it.
    if (await device.testFlash(device.camera.value!, canFire.value)) tick()
  }
  const frame = (): Main => {
    const { camera } = device
    if (camera.value)
      return {
        label: takeWords(asked.value),
        act: () => device.take(camera.value!, asked.value)
      }
    return {
      // A watched folder brings the frame by itself.
      label: folder.state ? 'Taken, no file comes' : 'Taken',
      act: () => run.log(asked.value.kind, null, null)
    }
  }

  /** null where the hand is needed elsewhere first */
  const main = computed<Main | null>(() => {
    const now = move.value
    switch (now.kind) {
      case 'test-flash':
        if (canFire.value.length > 0) return { label: 'Fire them', act: fire }
        return { label: moveWords(store.plan!, now).act!, act: tick }
      case 'prepare':
        return { label: moveWords(store.plan!, now).act!, act: begin }
      case 'take-black':
      case 'take-ambient':
      case 'take-lit':
      case 'take-part':
      case 'done':
        return frame()
      case 'set-power':
        return {
          label: 'Set',
          act: () => store.replace(now.after, `power ${now.light}`)
        }
      case 'set-shutter':
        return now.locked ? null : { label: 'Set', act: () => store.replace(now.after, 'shutter') }
      case 'darken':
      case 'ride': {
        const change = now.move
        if (!change || change.locked) return null
        return {
          label: 'Set',
          act: () => store.replace(change.after, CONTROL_NAMES[change.control].toLowerCase())
        }
      }
      default:
        return null
    }
  })
  return { main, canFire, steps, finish: tick }
}
