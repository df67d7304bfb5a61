/** How much water light may go through before its red is gone. */
import { balanced, channelStops, type Balance, type Rgb } from '../colour/balance'
import { product, type Spectrum } from '../colour/bands'
import { xyzOf } from '../colour/observer'
import { throughMedium, type Medium } from './water'

/** Ways that are looked at, m: past the last red is as good as kept. */
const [NEAREST_M, FARTHEST_M] = [0.01, 100]

/**
 * Red, green and blue of light after a way through a medium, stops against what it had of each
 * before: what a camera’s channels lose.
 * @param light [BANDS]
 * @returns −Infinity where a screen shows none of it
 */
export function channelLosses(
  medium: Medium,
  light: Spectrum,
  wayM: number,
  balance: Balance
): Rgb {
  const passed = throughMedium(medium, wayM)
  if (!passed) return [0, 0, 0]
  const before = channelStops(balanced(xyzOf(light), balance))
  const after = channelStops(balanced(xyzOf(product(light, passed)), balance))
  return after.map((stops, k) => stops - before[k]!) as unknown as Rgb
}

/**
 * The longest way light may have through a medium with its red no more than so far behind its green.
 * @param light [BANDS]
 * @param stops > 0
 * @returns m; Infinity in air, and where the water takes more of green
 */
export function wayForRed(
  medium: Medium,
  light: Spectrum,
  stops: number,
  balance: Balance
): number {
  if (!(stops > 0)) throw new RangeError('stops must be above 0')
  if (medium.kind === 'air') return Infinity
  const behind = (wayM: number): number => {
    const [red, green] = channelLosses(medium, light, wayM, balance)
    return red === -Infinity ? Infinity : green - red
  }
  let [near, far] = [0, NEAREST_M]
  while (!(behind(far) > stops)) {
    near = far
    far *= 1.2
    if (far > FARTHEST_M) return Infinity
  }
  while (far - near > 1e-4) {
    const middle = (near + far) / 2
    if (behind(middle) > stops) far = middle
    else near = middle
  }
  return near
}
