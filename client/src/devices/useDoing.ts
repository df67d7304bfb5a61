/** What devices are asked to do, one thing at a time: how it goes, what went wrong, called off. */
import { onScopeDispose, ref, watch } from 'vue'
import type { Device } from '@core/api/devices'
import type { LightId } from '@core/plan/plan'
import { useDevices } from '@/stores/devices'

const MOST_CHARGING_MS = 60_000

export function useDoing() {
  const devices = useDevices()
  /** what is being done; '' for nothing */
  const busy = ref('')
  const failure = ref('')
  let waiting = new AbortController()
  onScopeDispose(() => waiting.abort())

  /** Does one thing at a time; what goes wrong is said, what is called off is not. */
  const doing = async <T>(
    what: string,
    work: (signal: AbortSignal) => Promise<T>
  ): Promise<T | null> => {
    if (busy.value) return null
    busy.value = what
    failure.value = ''
    const own = (waiting = new AbortController())
    try {
      return await work(own.signal)
    } catch (error) {
      if (!own.signal.aborted) failure.value = (error as Error).message
      return null
    } finally {
      busy.value = ''
    }
  }

  /** Waits until the strobes that are to fire have charged: too soon they give too little. */
  const charged = (device: Device, lights: readonly LightId[], signal: AbortSignal) =>
    new Promise<void>((resolve, reject) => {
      const isReady = (): boolean => {
        const now = devices.list.find(({ id }) => id === device.id)
        return !now?.state.charging?.some((light) => lights.includes(light))
      }
      if (isReady()) return resolve()
      busy.value = 'waiting for the strobes to charge'
      const stop = watch(
        () => devices.list,
        () => isReady() && end(resolve)
      )
      const end = (then: () => void): void => {
        stop()
        clearTimeout(late)
        then()
      }
      const slow = (): void => reject(new Error('The strobes have not charged for a minute.'))
      const late = setTimeout(() => end(slow), MOST_CHARGING_MS)
      signal.addEventListener('abort', () => end(() => reject(new Error('called off'))))
    })

  return {
    busy,
    failure,
    doing,
    charged,
    /** Waits no longer; what the device has begun it ends. */
    cancel: (): void => waiting.abort()
  }
}
