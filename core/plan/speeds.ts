/**
 * How fast small things go: starting points, mm/s. Falls and jumps follow from √(2·g·h); the others
 * are common practice, no source.
 */
import { fallSpeedMmS } from '../optics/motion'

export const SPEEDS = [
  { id: 'snail', speedMmS: 1 },
  { id: 'flea', speedMmS: 10 },
  { id: 'beetle', speedMmS: 60 },
  { id: 'steam', speedMmS: 250 },
  { id: 'fell-2cm', speedMmS: fallSpeedMmS(20) },
  { id: 'fell-10cm', speedMmS: fallSpeedMmS(100) },
  { id: 'seed', speedMmS: fallSpeedMmS(200) },
  { id: 'fell-1m', speedMmS: fallSpeedMmS(1000) }
] as const
