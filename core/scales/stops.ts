/**
 * Stops: the unit of everything. A level is a base-2 logarithm; 0 renders an 18 % grey card as
 * mid-grey.
 */

/**
 * Adds lights that fall on one place.
 * @param levels stops; −Infinity for none
 * @returns stops; −Infinity when nothing lights the place
 * Source: light adds linearly, 2^level is proportional to luminance.
 */
export function sumLevels(levels: readonly number[]): number {
  let linear = 0
  for (const level of levels) linear += 2 ** level
  return Math.log2(linear)
}

/**
 * Rounds to a grid of 1/`perStop` stop without leaving float dust (12 keeps thirds, halves and
 * quarters).
 */
export const roundToGrid = (stops: number, perStop: number): number =>
  Math.round(stops * perStop) / perStop

const MINUS = '−'

/**
 * "+1.3", "−0.6", "0.0": one decimal unless told otherwise, a true minus sign; "none" for no light.
 */
export function formatStops(stops: number | null, decimals = 1): string {
  if (stops === null || stops === -Infinity) return 'none'
  const text = Math.abs(stops).toFixed(decimals)
  if (Number(text) === 0) return text
  return (stops < 0 ? MINUS : '+') + text
}

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4'
}

/** Makes typed minus signs, fraction signs, decimal commas and spaces uniform before a parser looks at them. */
export const normalise = (text: string): string =>
  text
    .trim()
    .slice(0, 80)
    .toLowerCase()
    .replace(/[−–—]/g, '-')
    .replace(/[½⅓⅔¼¾]/g, (sign) => ` ${VULGAR[sign]}`)
    .trim()
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/\s+/g, ' ')

/**
 * Reads a number of stops: "-1", "+0.7", "1/3", "-1 1/3", "2 stops under", "−3⅔", "4 down"; "one" is not taken.
 * @returns stops, or null when the text is no such number
 */
export function parseStops(text: string): number | null {
  const match = normalise(text).match(
    /^([+-]?) ?(?:(\d+(?:\.\d+)?|\.\d+)(?: (\d)\/(\d))?|(\d)\/(\d)) ?(?:stops?|ev)? ?(under|over|below|above|down|up)?$/
  )
  if (!match) return null
  const [, sign, whole, num, den, num2, den2, word] = match
  if (den === '0' || den2 === '0') return null
  const size =
    whole !== undefined
      ? Number(whole) + (num && den ? Number(num) / Number(den) : 0)
      : Number(num2) / Number(den2)
  const negative = (sign === '-') !== ['under', 'below', 'down'].includes(word ?? '')
  return negative && size !== 0 ? -size : size
}
