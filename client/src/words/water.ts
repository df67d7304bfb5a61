/** Water, housings and ports in words. */
import type { RedWay } from '@core/advise/redWay'
import type { Port } from '@core/kit/housing'
import type { WaterName } from '@core/medium/water'
import { metres, mm, plain } from './format'

export const WATER_NAMES: Record<WaterName, string> = {
  clear: 'Clear',
  green: 'Green: algae and what they leave',
  silty: 'Silty: what a current stirs up'
}

/** How much red a light has left, and how near it would have to be. */
export function redWords({ id, outM, backM, behindStops, mostM }: RedWay): string {
  const way = `${id}: ${metres(outM + backM)} of water`
  if (mostM === Infinity) return `${way}; this water leaves its red.`
  const lost = Number.isFinite(behindStops)
    ? behindStops < 0.05
      ? 'its red is all there'
      : `red ${plain(behindStops, 2)} stop behind green`
    : 'no red is left'
  const over = outM + backM - mostM
  return over > 0
    ? `${way}, ${lost}. Come ${metres(over / 2)} nearer with light and port for it to be within a stop.`
    : `${way}, ${lost}. It stays within a stop up to ${metres(mostM)}.`
}

export const portWords = (port: Port): string =>
  port.kind === 'flat' ? 'flat port' : `dome of ${mm(port.radiusMm)} radius`
