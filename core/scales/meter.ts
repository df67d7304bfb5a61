/**
 * Flash-meter notation: a whole-stop f-number and tenths of a stop. "8·6" is f/8 plus six tenths.
 * "1·4", "2·8" and "5·6" are read as the marks f/1.4, f/2.8 and f/5.6; to say f/2 plus eight tenths
 * write "2+0.8". Source: common practice of hand-held meters, no source.
 */
import { normalise } from './stops'

const WHOLE = [
  '1',
  '1.4',
  '2',
  '2.8',
  '4',
  '5.6',
  '8',
  '11',
  '16',
  '22',
  '32',
  '45',
  '64',
  '90'
] as const

/**
 * @param text "8·6", "8.6", "8+0.6", "f/8 6", "2.8·3", "f/11"
 * @returns position on the aperture axis in stops, or null
 */
export function parseMeter(text: string): number | null {
  const clean = normalise(text)
    .replace(/^f ?\/? ?/, '')
    .replace(/[·•∙]/g, '.')
  const mark = (label: string | undefined) => WHOLE.findIndex((whole) => whole === label)
  if (mark(clean) >= 0) return mark(clean)
  const spelled =
    clean.match(/^(\d+(?:\.\d)?) ?\+ ?(?:0?\.)?(\d)$/) ??
    clean.match(/^(\d+(?:\.\d)?)(?: and | )(?:0?\.)?(\d)(?: tenths?)?$/) ??
    clean.match(/^(\d+(?:\.\d)?)\.(\d)$/)
  if (!spelled || mark(spelled[1]) < 0) return null
  return mark(spelled[1]) + Number(spelled[2]) / 10
}

/**
 * Prints a position back in tenths: 6.6 → "8·6"; f/2 plus eight tenths as "2+0.8" so that it cannot
 * be misread.
 */
export function formatMeter(apertureStops: number): string {
  const tenths = Math.round(apertureStops * 10)
  const whole = WHOLE[Math.floor(tenths / 10)]
  if (whole === undefined) return 'out of the meter’s scale'
  const rest = ((tenths % 10) + 10) % 10
  if (rest === 0) return whole.includes('.') ? whole.replace('.', '·') : `${whole}·0`
  const dotted = `${whole}·${rest}`
  return WHOLE.includes(dotted.replace('·', '.') as (typeof WHOLE)[number])
    ? `${whole}+0.${rest}`
    : dotted
}
