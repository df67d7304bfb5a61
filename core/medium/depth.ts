/** How bright it is under water, by how deep. */
import { daylight, DAYLIGHT_K } from '../colour/sources'
import { through } from '../colour/light'
import { luminanceOf } from '../colour/observer'
import { throughMedium, type Medium } from './water'

/**
 * What a way through a medium takes of daylight, as a meter and an eye see it, stops ≤ 0.
 * @param wayM ≥ 0
 * Source: Beer–Lambert law, band by band; light that is scattered back in is left out.
 */
export function luminanceLoss(medium: Medium, wayM: number): number {
  const light = daylight(DAYLIGHT_K)
  return Math.log2(luminanceOf(through(light, throughMedium(medium, wayM))) / luminanceOf(light))
}
