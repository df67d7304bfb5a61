/**
 * A strobe's power dial: its real marks, from the lowest to full. Positions are stops below full (0
 * = full). Fractions, numbered levels, percent and decimal scales are in use side by side; a plan
 * speaks the dial in hand. Source: common practice, no source (one decimal unit = one stop).
 */
import { z } from 'zod'
import type { Mark } from './marks'
import { normalise, parseStops } from './stops'

export const dialSchema = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('fraction').describe('1/1, 1/2, 1/4 … with parts of a stop written "+0.3"'),
      step: z.enum(['third', 'tenth', 'half', 'whole']),
      lowestStops: z
        .number()
        .int()
        .min(-12)
        .max(-1)
        .describe('lowest power, whole stops below full: −7 is 1/128')
    }),
    z.strictObject({
      kind: z.literal('levels').describe('numbered clicks, the highest is full power'),
      count: z.number().int().min(2).max(40),
      stopsPerLevel: z.number().min(0.1).max(2)
    }),
    z.strictObject({
      kind: z.literal('percent'),
      lowestPercent: z.number().min(0.1).max(90),
      stepPercent: z.number().min(0.1).max(50)
    }),
    z.strictObject({
      kind: z.literal('decimal').describe('a scale on which 1.0 is one stop'),
      lowest: z.number().min(0).max(20),
      full: z.number().min(1).max(24),
      step: z.number().min(0.1).max(1)
    })
  ])
  .superRefine((dial, context) => {
    if (dial.kind === 'decimal' && dial.lowest >= dial.full)
      context.addIssue({
        code: 'custom',
        path: ['lowest'],
        message: 'the lowest power must stand below full'
      })
  })
export type Dial = z.infer<typeof dialSchema>

const PER_STOP = { third: 3, tenth: 10, half: 2, whole: 1 } as const
const TENTHS: Record<number, readonly string[]> = {
  3: ['', ' +0.3', ' +0.7'],
  2: ['', ' +0.5'],
  1: ['']
}

function fractionLabel(index: number, perStop: number): string {
  const whole = Math.floor(index / perStop)
  const part = index - whole * perStop
  const name = `1/${2 ** -whole}`
  return name + (perStop === 10 ? (part ? ` +0.${part}` : '') : (TENTHS[perStop]?.[part] ?? ''))
}

function buildMarks(dial: Dial): Mark[] {
  const marks: Mark[] = []
  if (dial.kind === 'fraction') {
    const perStop = PER_STOP[dial.step]
    for (let k = dial.lowestStops * perStop; k <= 0; k++)
      marks.push({ stops: k / perStop, label: fractionLabel(k, perStop) })
  } else if (dial.kind === 'levels') {
    for (let level = 1; level <= dial.count; level++)
      marks.push({
        stops: (level - dial.count) * dial.stopsPerLevel,
        label: `${level} of ${dial.count}`
      })
  } else if (dial.kind === 'percent') {
    const add = (percent: number) =>
      marks.push({ stops: Math.log2(percent / 100), label: `${Number(percent.toFixed(1))} %` })
    add(dial.lowestPercent)
    const first = Math.floor(dial.lowestPercent / dial.stepPercent + 1e-9) + 1
    for (let k = first; k * dial.stepPercent < 100 - 1e-9; k++) add(k * dial.stepPercent)
    add(100)
  } else {
    // Counted down from full; a lowest power between two steps is a mark of its own.
    const count = Math.floor((dial.full - dial.lowest) / dial.step + 1e-9)
    if (dial.full - count * dial.step > dial.lowest + 1e-6)
      marks.push({
        stops: Number((dial.lowest - dial.full).toFixed(6)),
        label: String(Number(dial.lowest.toFixed(2)))
      })
    for (let k = count; k >= 0; k--) {
      const value = dial.full - k * dial.step
      marks.push({ stops: Number((-k * dial.step).toFixed(6)), label: value.toFixed(1) })
    }
  }
  return marks
}

const cache = new WeakMap<Dial, readonly Mark[]>()

/** All marks of a dial, lowest first; the last is full power (0 stops). Built once per dial. */
export function dialMarks(dial: Dial): readonly Mark[] {
  const known = cache.get(dial)
  if (known) return known
  const marks = buildMarks(dial)
  cache.set(dial, marks)
  return marks
}

/** Stops below full of the lowest mark (negative). */
export const dialLowest = (dial: Dial): number => dialMarks(dial)[0]?.stops ?? 0

export interface DialChoice {
  readonly mark: Mark
  /** what rounding to the dial costs: mark − wanted, stops */
  readonly errorStops: number
  /**
   * how far the wanted power lies below the lowest mark (negative) or above full (positive); 0 when
   * in range
   */
  readonly beyondStops: number
}

/** Marks of a dial from a power on; its full power where none is left. */
export function marksFrom(dial: Dial, leastStops: number): readonly Mark[] {
  const marks = dialMarks(dial)
  if (marks[0]!.stops >= leastStops) return marks
  const left = marks.filter(({ stops }) => stops >= leastStops - 1e-9)
  return left.length > 0 ? left : marks.slice(-1)
}

/**
 * The mark nearest to a wanted power, with the rounding error, and how far the dial falls short.
 */
export const chooseOnDial = (dial: Dial, wantedStops: number): DialChoice =>
  chooseAmong(dialMarks(dial), wantedStops)

/**
 * The same among some marks.
 * @param marks rising, not empty
 */
export function chooseAmong(marks: readonly Mark[], wantedStops: number): DialChoice {
  // Marks rise: halve until two neighbours are left; the lower one on a tie.
  let low = 0
  let high = marks.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (marks[middle]!.stops <= wantedStops) low = middle
    else high = middle
  }
  const mark =
    marks[high]!.stops - wantedStops < wantedStops - marks[low]!.stops - 1e-9
      ? marks[high]!
      : marks[low]!
  const beyond = wantedStops > 0 ? wantedStops : Math.min(0, wantedStops - marks[0]!.stops)
  return {
    mark,
    errorStops: mark.stops - wantedStops,
    beyondStops: Math.abs(beyond) < 1e-9 ? 0 : beyond
  }
}

/** A power as the dial shows it; a power between marks is shown at the nearest one. */
export const formatPower = (dial: Dial, stops: number): string =>
  chooseOnDial(dial, stops).mark.label

const FRACTION =
  /^(?:1 ?\/ ?(\d{1,4}(?:\.\d{1,2})?)|full)(?: ?([+-]) ?(?:(\d?(?:\.\d+)?)|(\d)\/(\d)))?$/

/** How far a nominal divisor may lie from the third or half of a stop it stands for. */
const NOMINAL = 0.06

/**
 * Stops below full behind "1/1.3": dials print thirds and halves of a stop as rounded divisors
 * (1.3, 1.6, 2.5, 3.2 …), so one close to such a mark stands for it. Source: common practice, no
 * source.
 */
function divisorStops(divisor: number): number {
  const exact = Math.log2(divisor)
  const marks = [Math.round(exact * 3) / 3, Math.round(exact * 2) / 2]
  const near = marks.reduce((a, b) => (Math.abs(b - exact) < Math.abs(a - exact) ? b : a))
  return Math.abs(near - exact) < NOMINAL ? near : exact
}

function parseFractionPower(text: string): number | null {
  const match = text.match(FRACTION)
  if (!match) return null
  const [, divisor = '1', sign, decimal, num, den] = match
  if (Number(divisor) === 0 || den === '0') return null
  let part = decimal !== undefined ? Number(decimal || NaN) : num ? Number(num) / Number(den) : 0
  if (Number.isNaN(part)) return null
  if (part === 0.3 || part === 0.33) part = 1 / 3
  if (part === 0.7 || part === 0.67) part = 2 / 3
  return -divisorStops(Number(divisor)) + (sign === '-' ? -part : part)
}

/**
 * Reads a power in the dial's own notation, or on any dial as a fraction ("1/2.5") or as stops below
 * full ("−3⅔", "4 stops down").
 * @returns stops below full, unrounded, or null. "0.3" and "0.7" mean a third and two thirds
 *   except on a tenths dial.
 */
export function parsePower(dial: Dial, text: string): number | null {
  const clean = normalise(text)
  const exact = dialMarks(dial).find((mark) => mark.label === clean)
  if (exact) return exact.stops
  const fraction = parseFractionPower(clean)
  if (fraction !== null) return fraction <= 1e-9 ? fraction : null
  const below = /^-|down|below|under/.test(clean) ? parseStops(clean) : null
  if (below !== null) return below <= 1e-9 ? below : null
  const number = clean.match(/^(\d+(?:\.\d+)?) ?(%)?(?: ?(?:of|\/) ?\d+)?$/)
  if (!number) return null
  const value = Number(number[1])
  if (number[2] || dial.kind === 'percent')
    return value > 0 && value <= 100 ? Math.log2(value / 100) : null
  if (dial.kind === 'levels')
    return value >= 1 && value <= dial.count ? (value - dial.count) * dial.stopsPerLevel : null
  if (dial.kind === 'decimal') return value <= dial.full ? value - dial.full : null
  return null
}
