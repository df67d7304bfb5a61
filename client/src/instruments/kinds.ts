/**
 * How each kind of figure is typed, shown and stepped. One step is a third of a stop wherever that
 * has a meaning.
 */
import { formatPower, parsePower, type Dial } from '@core/scales/dial'
import { marksOf, nameOf, stepMark, type Mark } from '@core/scales/marks'
import {
  parseAperture,
  parseFraction,
  parseIso,
  parseLength,
  parseMagnification,
  parseNumber,
  parseShutter,
  parseSpeed
} from '@core/scales/parse'
import { formatStops, parseStops, roundToGrid } from '@core/scales/stops'
import { lightAtPath, type PlanPath } from '@core/plan/path'
import type { Plan } from '@core/plan/plan'
import { powerMarks } from '@core/plan/sync'
import { mm, plain, ratio } from '@/words/format'
import { dressed, round3, type Kind } from './kind'
import { LIGHT_KINDS } from './lightKinds'
import { parseDuration } from '@/words/fieldSpec'

/** A length with a sign, for a coordinate. */
function parseMillimetres(text: string): number | null {
  const negative = /^\s*[-−–]/.test(text)
  const size = parseLength(text.replace(/^\s*[-−–+]\s*/, ''))
  return size === null ? null : negative ? -size : size
}
const factor =
  (perStep: number) =>
  (value: number, by: number): number =>
    round3(value * perStep ** by)
const thirds = (value: number, by: number): number => roundToGrid(value + by / 3, 12)
/** a third of a stop of light for a distance or a size */
const LENGTH_STEP = 2 ** (1 / 6)

const onCamera = (
  axis: 'aperture' | 'shutter' | 'iso',
  parse: typeof parseAperture,
  example: string
): Kind => ({
  parse: (text, plan) => parse(text, plan.camera.step),
  format: (value) => nameOf(axis, value),
  step: (value, by, plan) => stepMark(marksOf(axis, plan.camera.step), value, by).stops,
  example
})

/** The dial of the light a power belongs to. */
const dialAt = (plan: Plan, path: PlanPath | undefined): Dial =>
  lightAtPath(plan, path!)!.strobe.dial

/** Its marks, as far as it fires at them under this shutter. */
const marksAt = (plan: Plan, path: PlanPath | undefined): readonly Mark[] =>
  powerMarks(plan, lightAtPath(plan, path!)!)

export const KINDS = {
  ...LIGHT_KINDS,
  millimetres: {
    parse: parseMillimetres,
    format: mm,
    step: (v, by) => Math.round(v + by),
    example: '−40, 12 cm'
  },
  angle: {
    parse: parseNumber,
    format: (v) => `${plain(Math.round(v * 10) / 10, 4)}°`,
    step: (v, by) => Math.round(v + by),
    example: '40'
  },
  length: {
    parse: parseLength,
    format: mm,
    step: factor(LENGTH_STEP),
    example: '180, 18 cm or 0.18 m'
  },
  reflectance: {
    parse: parseFraction,
    format: (v) => `${plain(v * 100)} %`,
    step: (v, by) => Math.min(1, round3(v * 2 ** (by / 3))),
    example: '18 % or 0.18'
  },
  share: {
    parse: parseFraction,
    format: (v) => `${plain(Math.round(v * 1000) / 10)} %`,
    step: (v, by) => Math.min(1, Math.max(0, round3(v + by * 0.05))),
    example: '40 % or 0.4'
  },
  speed: {
    parse: parseSpeed,
    format: (v) => `${plain(v)} mm/s`,
    step: (v, by) =>
      v === 0 ? (by > 0 ? 1 : 0) : v <= 1 && by < 0 ? 0 : round3(v * 2 ** (by / 3)),
    example: '200 mm/s or 0.2 m/s'
  },
  magnification: {
    parse: parseMagnification,
    format: ratio,
    step: factor(LENGTH_STEP),
    example: '1:2 or 0.5'
  },
  stops: {
    parse: parseStops,
    format: (v) => formatStops(v),
    step: thirds,
    example: '−5, +0.7 or 1 1/3'
  },
  tolerance: {
    parse: dressed(parseStops, { before: /^(±|\+\/?-)\s*/ }),
    format: (v) => `± ${v.toFixed(1)}`,
    step: thirds,
    example: '1/3'
  },
  filter: {
    parse: dressed(parseStops, { before: /^nd\s*/i, none: 0 }),
    format: (v) => (v === 0 ? 'none' : `${plain(v)} stops`),
    step: (v, by) => Math.max(0, roundToGrid(v + by / 3, 12)),
    example: '3'
  },
  degrees: {
    parse: parseNumber,
    format: (v) => `${plain(v)}°`,
    step: (v, by) => Math.round(v / 5 + by) * 5,
    example: '40'
  },
  swing: {
    parse: dressed(parseNumber, { none: 0 }),
    format: (v) => (v === 0 ? 'none' : `${plain(v)}°`),
    step: (v, by) => Math.max(0, Math.min(90, Math.round(v / 5 + by) * 5)),
    example: '30'
  },
  seconds: {
    parse: parseDuration,
    format: (v) => `${plain(v)} s`,
    step: (v, by) => Math.max(0, Math.round((v + by * 0.5) * 2) / 2),
    example: '2 or 0.5'
  },
  pixels: {
    parse: parseNumber,
    format: (v) => `${plain(v)} px`,
    step: factor(2 ** (1 / 3)),
    example: '3'
  },
  eightBit: {
    parse: dressed(
      (text) => {
        const n = parseNumber(text)
        return n === null ? null : Math.round(n)
      },
      { after: / ?of 255$/i }
    ),
    format: (v) => `${v} of 255`,
    step: (v, by) => Math.max(120, Math.min(255, v + by)),
    example: '250'
  },
  count: {
    parse: (text) => {
      const n = parseNumber(text)
      return n === null ? null : Math.round(n)
    },
    format: (v) => String(v),
    step: (v, by) =>
      Math.max(1, Math.round(v * 1.25 ** by) === v ? v + by : Math.round(v * 1.25 ** by)),
    example: '150'
  },
  time: {
    parse: parseDuration,
    format: (v) => `${plain(v)} s`,
    step: (v, by) => round3(v * 2 ** (by / 3)),
    example: '1.5'
  },
  dioptres: {
    parse: dressed(parseNumber, { after: /\s*(dpt|d|dioptres?)$/i, none: 0 }),
    format: (v) => (v === 0 ? 'none' : `+${plain(v)} dpt`),
    step: (v, by) => Math.max(0, Math.round(v * 2 + by) / 2),
    example: '3'
  },
  perMetre: {
    parse: dressed(parseNumber, { after: /\s*(\/\s*m|per m(etre)?|m[-−]1|m⁻¹)$/i }),
    format: (v) => `${plain(v)} /m`,
    step: (v, by) => Math.max(0, Math.round((v + 0.02 * by) * 100) / 100),
    example: '0.25 /m'
  },
  depth: {
    parse: dressed(parseNumber, { after: /\s*m(etres?)?$/i }),
    format: (v) => `${plain(v)} m`,
    step: (v, by) => Math.max(0, Math.round((v + 0.5 * by) * 10) / 10),
    example: '5 m'
  },
  tube: {
    parse: dressed(parseLength, { none: 0 }),
    format: (v) => (v === 0 ? 'none' : mm(v)),
    step: (v, by) => Math.max(0, Math.round(v + by)),
    example: '25 mm'
  },
  factor: {
    parse: dressed(parseNumber, { before: /^[×x]\s*/i, after: /\s*[×x]$/i, none: 1 }),
    format: (v) => (v === 1 ? 'none' : `× ${plain(v)}`),
    step: (v, by) => Math.max(1, Math.round(v * 10 + by) / 10),
    example: '1.4'
  },
  minutes: {
    parse: dressed(parseNumber, { after: /\s*min(utes?)?$/i }),
    format: (v) => `${plain(v)} min`,
    step: (v, by) => Math.max(1, Math.round(v + 5 * by)),
    example: '30'
  },
  ev: {
    parse: dressed(parseNumber, { before: /^ev\s*/i }),
    format: (v) => `EV ${plain(v, 4)}`,
    step: thirds,
    example: '8.3'
  },
  lux: {
    parse: parseNumber,
    format: (v) => `${plain(v)} lx`,
    step: factor(2 ** (1 / 3)),
    example: '300'
  },
  aperture: onCamera('aperture', parseAperture, 'f/16 or 16'),
  shutter: onCamera('shutter', parseShutter, '1/250 or 0.5 s'),
  iso: onCamera('iso', parseIso, '100'),
  power: {
    parse: (text, plan, path) => {
      const stops = parsePower(dialAt(plan, path), text)
      // The dial has only its marks: a typed power goes to the nearest.
      return stops === null ? null : stepMark(marksAt(plan, path), stops, 0).stops
    },
    format: (v, plan, path) => formatPower(dialAt(plan, path), v),
    step: (v, by, plan, path) => stepMark(marksAt(plan, path), v, by).stops,
    example: '1/32 +0.3, or as your dial writes it'
  }
} satisfies Record<string, Kind>

export type KindName = keyof typeof KINDS
