/** Steps of exposure that are known for sure: the camera's own, with nothing else changed. */
import type { Plan } from '../plan/plan'
import { changesBetween } from './changes'
import { litIds, type Frame } from './frame'

/** What scales all light alike. */
const LENS_AND_SENSOR = ['aperture', 'iso', 'nd']

/**
 * By how much brighter everything in one frame is than in another, stops.
 * @returns null where more was changed than aperture, ISO and filter; the shutter counts where no
 * light fired
 */
function knownStep(from: Frame, to: Frame): number | null {
  const lit = [from, to].some((frame) => litIds(frame).length > 0)
  const may = lit ? LENS_AND_SENSOR : [...LENS_AND_SENSOR, 'shutter']
  if (changesBetween(from.plan, to.plan).some(({ control }) => !may.includes(control))) return null
  const exposed = ({ settings }: Plan): number =>
    settings.isoStops - settings.apertureStops - settings.ndStops - settings.shutterStops
  return exposed(to.plan) - exposed(from.plan)
}

/** Frames of one set at different exposures, the given one first. */
export function ladderOf(
  frame: Frame,
  frames: readonly Frame[]
): { readonly frame: Frame; readonly exposureStops: number }[] {
  const rungs = frames.flatMap((each) => {
    const exposureStops = each.id === frame.id ? null : knownStep(frame, each)
    return exposureStops === null ? [] : [{ frame: each, exposureStops }]
  })
  return [{ frame, exposureStops: 0 }, ...rungs]
}
