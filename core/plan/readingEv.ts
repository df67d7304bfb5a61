/** What a reading of ambient light amounts to. */
import { evFromLux, exposureValue, REFLECTED_OVER_INCIDENT } from '../ambient/ev'
import type { AmbientReading } from './reading'

/** EV at ISO 100 that a reading stands for. */
export function evOfReading({ value }: Pick<AmbientReading, 'value'>): number {
  if (value.kind === 'camera')
    return exposureValue(value.apertureStops, value.shutterStops, value.isoStops) + value.scaleStops
  return value.kind === 'ev' ? value.ev : evFromLux(value.lux)
}

/** What brings a reading to the constant that level 0 follows, stops. */
export const meterConstantStops = ({ via }: Pick<AmbientReading, 'via'>): number =>
  via === 'reflected' ? -REFLECTED_OVER_INCIDENT : 0
