/** The device of the open shoot: what it is asked to do, how it goes, and what it would not do. */
import { computed } from 'vue'
import type { Command, Device } from '@core/api/devices'
import type { LightId } from '@core/plan/plan'
import { planAsked, type Asked } from '@core/run/asked'
import type { Metering } from '@core/run/metering'
import { cameraCommand, strobesCommand } from '@/devices/commands'
import { useDoing } from '@/devices/useDoing'
import { useDevices } from '@/stores/devices'
import { useFrames } from '@/stores/frames'
import { usePlan } from '@/stores/plan'
import { useSaving } from '@/stores/saving'

export function useDevice() {
  const devices = useDevices()
  const store = usePlan()
  const saving = useSaving()
  const frames = useFrames()

  const mine = computed(() =>
    devices.list.filter(
      ({ connected, offer }) =>
        connected &&
        offer.bench === null &&
        (offer.shootId === null || offer.shootId === frames.shootId)
    )
  )
  const camera = computed(() => mine.value.find(({ offer }) => offer.camera) ?? null)
  const meter = computed(() => mine.value.find(({ offer }) => offer.meter) ?? null)
  const { busy, failure, doing, charged, cancel } = useDoing()

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
    cancel
  }
}
