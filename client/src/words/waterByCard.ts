/** What a card at two distances says of the water. */
import type { CardTrouble, WaterByCard } from '@core/advise/waterByCard'
import type { Plan } from '@core/plan/plan'
import { metres, plain, stopCount } from './format'
import { WATER_NAMES } from './water'

export const CARD_TROUBLE_WORDS: Record<CardTrouble, string> = {
  air: 'This plan stands in air.',
  order: 'The far card has to be farther from the port than the near one.',
  lights:
    'More than one light fired in this frame: what each gives each card cannot be told apart. Take it with one alone.',
  unlit: 'By the plan of this frame the light does not reach both cards: turn it, or move a card.',
  'no-contrast':
    'Grey is no lighter than black on one of the cards: the patches lie on something else, or the water hides it all.',
  'no-brighter':
    'The far card is brighter than clear air would leave it: look at the distances, at where the light stood, and at other light.'
}

/** What lit the cards, by the frame's own plan. */
export function litByWords({ lights }: Plan): string {
  const lit = lights.filter(({ on }) => on).map(({ id, name }) => `${id} ${name}`)
  if (lit.length === 0) return 'Lit by daylight: no light fired.'
  return `Lit by ${lit.join(' and ')}, where the plan of this frame has it.`
}

/** So much unexplained is no water. */
const UNEXPLAINED = 0.3

export function waterByCardWords(found: WaterByCard): string {
  const { water, extraPerM, plusMinus, offStops, scatterPerM, veilStops, longerM } = found
  const parts = [
    `${WATER_NAMES[water]}. Extra attenuation ${plain(extraPerM, 2)} ± ${plain(plusMinus, 2)} /m, by ${metres(longerM)} more of water.`
  ]
  if (scatterPerM !== null && veilStops !== null)
    parts.push(
      veilStops === -Infinity
        ? 'No veil shows: no scattering.'
        : `Scattering ${plain(scatterPerM, 2)} /m: the veil on the far card is ${stopCount(veilStops)} ${veilStops < 0 ? 'under' : 'over'} its grey.`
    )
  else parts.push('Scattering is not told: it takes the black of both cards, and a strobe.')
  if (offStops > UNEXPLAINED)
    parts.push(
      `No water explains this within ${stopCount(offStops)}: other light fell on one of the cards, or a distance is wrong.`
    )
  if (plusMinus > Math.max(0.1, extraPerM / 2))
    parts.push('Put the far card farther away for a surer figure.')
  return parts.join(' ')
}
