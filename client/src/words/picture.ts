/** A picture in words, for those who do not see it, and its figures. */
import type { Ledger } from '@core/ledger/ledger'
import type { Change } from '@core/picture/compare'
import type { Facts } from '@core/picture/facts'
import type { Shown } from '@core/picture/sources'
import type { Place, Plan } from '@core/plan/plan'
import { percent, stops } from './format'
import { placeName, sourceName } from './names'

/** What a picture shows of its sources. */
export const shownWords = (plan: Plan, shown: Shown): string =>
  shown === 'together'
    ? 'all light together'
    : shown === 'ambient'
      ? 'ambient alone, strobes off'
      : `${sourceName(plan, shown)} alone`

/** Level of a place by what is shown, stops. */
export const shownLevel = (ledger: Ledger, place: Place, shown: Shown): number =>
  shown === 'together'
    ? ledger.totals[place]!
    : ledger.rows.find((row) => row.source === shown)!.cells[place]!.level

/** Bright from here, black from there, stops. */
const BRIGHT = -1
const BLACK = -7

/** Places that lie on the subject. */
const ON_SUBJECT: readonly Place[] = ['subject', 'shadow', 'top', 'front']

const listed = (plan: Plan, places: readonly Place[], ledger: Ledger, shown: Shown): string =>
  places
    .map(
      (place) =>
        `${placeName(plan, place).toLowerCase()} ${stops(shownLevel(ledger, place, shown))}`
    )
    .join(', ')

/**
 * @param places those the picture shows
 */
export function pictureWords(
  plan: Plan,
  ledger: Ledger,
  shown: Shown,
  places: readonly Place[],
  facts: Facts
): string {
  const level = (place: Place): number => shownLevel(ledger, place, shown)
  // The sum counts light on something clear from every side; what it shows only the picture knows.
  const clear = plan.subject.finish === 'clear'
  const told = clear ? places.filter((place) => !ON_SUBJECT.includes(place)) : places
  const bright = told
    .filter((place) => level(place) >= BRIGHT)
    .sort((a, b) => level(b) - level(a))
    .slice(0, 3)
  const dark = told.filter((place) => level(place) <= BLACK)
  const clips =
    facts.clipped > 0 ? `${percent(facts.clipped)} of the picture clips` : 'nothing clips'
  return (
    [
      bright.length > 0 ? `Bright: ${listed(plan, bright, ledger, shown)}` : 'No place is bright',
      dark.length > 0
        ? `black: ${dark.map((place) => placeName(plan, place).toLowerCase()).join(', ')}`
        : '',
      clear ? 'the clear subject shows what stands behind it' : '',
      `${percent(facts.black)} of the picture is black`,
      clips
    ]
      .filter(Boolean)
      .join('; ') + '.'
  )
}

/** Less of a picture than this is noise. */
const SEEN_SHARE = 0.005

/** How a picture differs from another. */
export function changeWords(
  { brighter, darker, most, least }: Change,
  against = 'what you kept'
): string {
  const parts = [
    brighter >= SEEN_SHARE ? `brighter in ${percent(brighter)} of it, by up to ${stops(most)}` : '',
    darker >= SEEN_SHARE ? `darker in ${percent(darker)}, by up to ${stops(least)}` : ''
  ].filter(Boolean)
  return `Against ${against}: ${parts.length > 0 ? parts.join('; ') : 'nothing that would be seen'}.`
}

/** How sure the picture is. */
export function sureWords({
  noiseStops,
  guessed
}: Facts & { readonly noiseStops: number }): string {
  const noise = `noise up to ${noiseStops.toFixed(2)} stop`
  return guessed > 0.005
    ? `${noise}; ${percent(guessed)} lit through glass, as if it bent nothing`
    : noise
}
