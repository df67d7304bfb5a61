/**
 * How sure the kit's figures are: as measured, else as such figures are when they come. One standard
 * deviation, stops.
 */
import { highSpeedUncertainty, markUncertainty } from '../light/output'
import type { Filter, Modifier, Strobe } from './kit'

/** How far off a figure is as a rule, until it is measured. Common practice, no source. */
export const USUALLY_OFF = {
  output: 0.35,
  loss: 0.5,
  /** of what a filter costs, as its maker states it */
  filter: 0.15,
  /** against the loss, at an angle off the axis */
  beam: 0.4,
  highSpeed: 0.4,
  meter: 0.1,
  subject: 0.3,
  /** against a guide number for water, or 0.4 of that for air */
  water: 0.5,
  /** of a metre of water */
  attenuation: 0.5
} as const
/**
 * How far off a mark is against full power: dials stray most at their low end, by half a stop and
 * more. Common practice, no source.
 * @param powerStops stops below full, ≤ 0
 */
export const markUsuallyOff = (powerStops: number): number => 0.1 + 0.05 * Math.max(0, -powerStops)
/** A table by angle was read by somebody, however long ago. Common practice, no source. */
const READ = 0.15

export const outputUncertainty = ({ outputUncertaintyStops }: Strobe): number =>
  outputUncertaintyStops ?? USUALLY_OFF.output

/** Of a mark against full power; at full power there is none. */
export const markUncertaintyOf = (strobe: Strobe, powerStops: number): number =>
  powerStops > -0.05 ? 0 : (markUncertainty(strobe, powerStops) ?? markUsuallyOff(powerStops))

export const highSpeedUncertaintyOf = (strobe: Strobe, shutterStops: number): number =>
  highSpeedUncertainty(strobe, shutterStops) ?? USUALLY_OFF.highSpeed

/** Of what a modifier takes; none where it takes nothing. */
export const lossUncertainty = (modifier: Modifier): number => {
  if (modifier.lossUncertaintyStops !== null) return modifier.lossUncertaintyStops
  if (modifier.measured.length > 0) return READ
  return modifier.lossStops > 0 ? USUALLY_OFF.loss : 0
}

/** Of what a filter costs. */
export const filterUncertainty = (filter: Filter): number =>
  filter.lossUncertaintyStops ?? USUALLY_OFF.filter
