/** The device of the open shoot: what it is asked to do, how it goes, and what it would not do. */
import { computed, onScopeDispose, ref, watch } from 'vue'
import type { Command, Device } from '@core/api/devices'
import type { LightId, Plan } from '@core/plan/plan'
import { planAsked, type Asked } from '@core/run/asked'
import type { Metering } from '@core/run/metering'
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { useDevices } from '@/stores/devices'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'

const cameraCommand = ({ settings }: Plan): Command => ({
  do: 'set-camera',
  ...settings,
  shown: {
    aperture: nameOf('aperture', settings.apertureStops),
    shutter: nameOf('shutter', settings.shutterStops),
    iso: nameOf('iso', settings.isoStops)
  }
})

/** The strobes a device has, on as far as they are to fire. */
const strobesCommand = (plan: Plan, device: Device, fired: readonly LightId[]): Command | null => {
  const strobes = plan.lights
    .filter(({ id }) => device.offer.strobes.some(({ light }) => light === id))
    .map(({ id, powerStops, strobe }) => ({
      light: id,
      on: fired.includes(id),
      powerStops,
      shown: formatPower(strobe.dial, powerStops)
    }))
  return strobes.length > 0 ? { do: 'set-strobes', strobes } : null
}

const MOST_CHARGING_MS = 60_000

export function useDevice() {
  const devices = useDevices()
  const store = usePlan()
  const saving = useSaving()
  const frames = useFrames()

  const mine = computed(() =>
    devices.list.filter(
      ({ connected, offer }) =>
        connected && (offer.shootId === null || offer.shootId === frames.shootId)
    )
  )
  const camera = computed(() => mine.value.find(({ offer }) => offer.camera) ?? null)
  const meter = computed(() => mine.value.find(({ offer }) => offer.meter) ?? null)
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

  /** Sets camera and strobes as planned, and takes a frame. */
  const take = (device: Device, asked: Asked): Promise<unknown> =>
    doing('setting', async (signal) => {
      // A device may look at the plan itself.
      await saving.save()
      const plan = planAsked(store.plan!, asked)
      const shoot = frames.shootId
      const lights = plan.lights.filter(({ on }) => on).map(({ id }) => id)
      const { kind, part } = asked
      const ask = (command: Command | null): Promise<unknown> =>
        command ? devices.ask(device, shoot, command, signal) : Promise.resolve()
      await ask(cameraCommand(plan))
      await ask(strobesCommand(plan, device, lights))
      await devices.lookAgain()
      await charged(device, lights, signal)
      busy.value = 'taking the frame'
      await ask({ do: 'trigger', kind, lights, ...(part ? { part } : {}) })
      await frames.lookAgain()
    })

  /** Fires the strobes without a frame, to see that they do. */
  const testFlash = (device: Device, lights: readonly LightId[]): Promise<unknown> =>
    doing('firing', (signal) =>
      devices.ask(device, frames.shootId, { do: 'test-flash', lights: [...lights] }, signal)
    )

  /** Has the meter read a flash of these lights. */
  const read = (device: Device, metering: Metering) =>
    doing('reading the meter', async (signal) => {
      await saving.save()
      const { place, lights, isoStops, shutterStops, receptor } = metering
      const strobes = strobesCommand(store.plan!, device, lights)
      if (strobes) await devices.ask(device, frames.shootId, strobes, signal)
      const { reading } = await devices.ask(
        device,
        frames.shootId,
        { do: 'read-meter', place, lights: [...lights], isoStops, shutterStops, receptor },
        signal
      )
      return reading ?? null
    })

  return {
    camera,
    meter,
    busy,
    failure,
    take,
    testFlash,
    read,
    doing,
    /** Waits no longer; what the device has begun it ends. */
    cancel: (): void => waiting.abort()
  }
}
