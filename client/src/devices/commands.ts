/** What of a plan a device is told: the camera's settings, the strobes' powers. */
import type { Command, Device } from '@core/api/devices'
import type { LightId, Plan } from '@core/plan/plan'
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'

export const cameraCommand = ({ settings }: Plan): Command => ({
  do: 'set-camera',
  ...settings,
  shown: {
    aperture: nameOf('aperture', settings.apertureStops),
    shutter: nameOf('shutter', settings.shutterStops),
    iso: nameOf('iso', settings.isoStops)
  }
})

/** The strobes a device has, on as far as they are to fire. */
export const strobesCommand = (
  plan: Plan,
  device: Device,
  fired: readonly LightId[]
): Command | null => {
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
