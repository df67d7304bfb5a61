/** A picture laid over another that was framed otherwise. */
import { carried, type Registration } from '../measure/register'
import type { Shot } from './compare'

/**
 * The second picture as the first framed it; where it does not reach, the first stays.
 * @param registration of the second against the first
 */
export function laidOver(first: Shot, second: Shot, registration: Registration): Shot {
  const { width, height } = first
  const linear = first.linear.slice()
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const spot = { x: (x + 0.5) / width, y: (y + 0.5) / height }
      const at = carried(registration, spot, height / width)
      if (at.x < 0 || at.y < 0 || at.x >= 1 || at.y >= 1) continue
      const from =
        (Math.floor(at.y * second.height) * second.width + Math.floor(at.x * second.width)) * 3
      linear.set(second.linear.subarray(from, from + 3), (y * width + x) * 3)
    }
  return { width, height, linear }
}
