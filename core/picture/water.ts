/**
 * Water in the picture. Paths lose red, green and blue by one figure each a millimetre, which is
 * right for ways near those of the subject; what each source truly has there by its whole spectrum
 * is a factor of the mix (sources.ts), so that the subject comes out as the sum says.
 */
import { AS_DAYLIGHT, balanced, type Rgb } from '../colour/balance'
import { product } from '../colour/bands'
import { xyzOf } from '../colour/observer'
import { daylight, DAYLIGHT_K } from '../colour/sources'
import { throughMedium } from '../medium/water'
import type { Plan } from '../plan/plan'
import type { CameraPose } from '../set/camera'

/** The most water takes of a colour, 1/m: what is left of it past that no screen shows. */
const MOST = 20
/** Red of sRGB falls below nothing in deep water. */
const LEAST_LEFT = 1e-5

/**
 * What water takes of red, green and blue, per mm: as it does of daylight about a way to the subject
 * and back. Source: Beer–Lambert law, the slope of what is left.
 * @returns null in air
 */
export function waterAbsorption({ medium }: Pick<Plan, 'medium'>, pose: CameraPose): Rgb | null {
  if (medium.kind === 'air') return null
  const wayM = (2 * pose.frontMm) / 1000
  const step = 0.02 + 0.02 * wayM
  const left = (m: number): Rgb =>
    balanced(
      xyzOf(product(daylight(DAYLIGHT_K), throughMedium(medium, m) ?? WHOLE)),
      AS_DAYLIGHT
    ).map((value) => Math.max(LEAST_LEFT, value)) as unknown as Rgb
  const [nearer, farther] = [left(Math.max(0, wayM - step)), left(wayM + step)]
  const span = wayM + step - Math.max(0, wayM - step)
  return nearer.map(
    (value, k) => Math.min(MOST, Math.max(0, Math.log(value / farther[k]!) / span)) / 1000
  ) as unknown as Rgb
}

const WHOLE = new Array<number>(31).fill(1)

/** What the picture's paths have lost after such a way. */
export const lostBy = (absorbs: Rgb | null, wayMm: number): Rgb =>
  absorbs ? (absorbs.map((value) => Math.exp(-value * wayMm)) as unknown as Rgb) : [1, 1, 1]
