/**
 * Reads typed camera settings and lengths. Each returns the exact position of the nearest nominal
 * mark (so "1/60" is 1/64 s), or null when the text is not such a value.
 */
import { nearestMark, marksOf, type Axis, type CameraStep, type Mark } from './marks'
import { normalise } from './stops'

/**
 * A typed nominal wins over arithmetic: 1/60 is the mark 1/60, f/22 the mark f/22; else the value
 * is computed.
 */
const byLabel = (marks: readonly Mark[], strip: (label: string) => string, text: string) =>
  marks.find((mark) => strip(mark.label) === text)

const position = (axis: Axis, step: CameraStep, label: string, stops: number): number =>
  (
    byLabel(marksOf(axis, step), (l) => l.replace(/^f\/| s$/g, ''), label) ??
    byLabel(
      [...marksOf(axis, 'third'), ...marksOf(axis, 'half')],
      (l) => l.replace(/^f\/| s$/g, ''),
      label
    ) ?? { stops }
  ).stops

const NUMBER = '(\\d+(?:\\.\\d+)?|\\.\\d+)'

/** "f/16", "f16", "16" → stops on the aperture axis, snapped to the step. */
export function parseAperture(text: string, step: CameraStep = 'third'): number | null {
  const match = normalise(text).match(new RegExp(`^(?:f ?/? ?)?${NUMBER}$`))
  const n = Number(match?.[1])
  if (!match || !(n >= 0.5 && n <= 256)) return null
  return nearestMark(
    marksOf('aperture', step),
    position('aperture', step, String(n), 2 * Math.log2(n))
  ).stops
}

/**
 * "1/250", "1/250 s", "0.5s", "2 s", "2\"", "250" (a bare whole number above 60 means a fraction of
 * a second).
 */
export function parseShutter(text: string, step: CameraStep = 'third'): number | null {
  const clean = normalise(text).replace(/ ?(s|sec|seconds?|")$/, '')
  const hasUnit = clean !== normalise(text)
  const fraction = clean.match(new RegExp(`^1 ?/ ?${NUMBER}$`))
  const plain = clean.match(new RegExp(`^${NUMBER}$`))
  if (!fraction && !plain) return null
  const asFraction = fraction !== null || (!hasUnit && Number(clean) > 60)
  const value = Number(fraction?.[1] ?? plain?.[1])
  const seconds = asFraction ? 1 / value : value
  if (!(seconds > 1e-5 && seconds <= 64)) return null
  const label = asFraction ? `1/${value}` : String(value)
  return nearestMark(
    marksOf('shutter', step),
    position('shutter', step, label, -Math.log2(seconds))
  ).stops
}

/** "ISO 400", "400" → stops above ISO 100, snapped to the step. */
export function parseIso(text: string, step: CameraStep = 'third'): number | null {
  const match = normalise(text).match(/^(?:iso ?)?(\d{1,7})$/)
  const s = Number(match?.[1])
  if (!match || !(s >= 20 && s <= 204800)) return null
  return nearestMark(marksOf('iso', step), position('iso', step, String(s), Math.log2(s / 100)))
    .stops
}

const MM_PER: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: 25.4,
  '"': 25.4,
  ft: 304.8,
  "'": 304.8
}

/** "180", "180 mm", "18cm", "0.18 m", "7 in" → millimetres. */
export function parseLength(text: string): number | null {
  const match = normalise(text).match(new RegExp(`^${NUMBER} ?(mm|cm|m|in|"|ft|')?$`))
  if (!match) return null
  const mm = Number(match[1]) * (MM_PER[match[2] ?? 'mm'] ?? 1)
  return Number.isFinite(mm) ? mm : null
}

/** "0.18", "18 %", "18%" → a fraction of 1. */
export function parseFraction(text: string): number | null {
  const match = normalise(text).match(new RegExp(`^${NUMBER} ?(%)?$`))
  if (!match) return null
  return Number(match[1]) / (match[2] ? 100 : 1)
}

/** "1:2", "1/2", "0.5", "0.5x" → magnification. */
export function parseMagnification(text: string): number | null {
  const clean = normalise(text).replace(/ ?[x×]$/, '')
  const ratio = clean.match(new RegExp(`^${NUMBER} ?[:/] ?${NUMBER}$`))
  if (ratio) {
    const value = Number(ratio[1]) / Number(ratio[2])
    return value > 0 && Number.isFinite(value) ? value : null
  }
  return new RegExp(`^${NUMBER}$`).test(clean) && Number(clean) > 0 ? Number(clean) : null
}

/** "0.4", "-3", "1,5", "40°", "3 px", "300 lx", "2 s" → a plain number. */
export function parseNumber(text: string): number | null {
  const clean = normalise(text).replace(/ ?(deg|°|px|lx|lux|s)$/, '')
  return /^[+-]?(\d+(\.\d+)?|\.\d+)$/.test(clean) ? Number(clean) : null
}

/** "200", "200 mm/s", "0.2 m/s", "20 cm/s" → millimetres per second. */
export function parseSpeed(text: string): number | null {
  const match = normalise(text).match(new RegExp(`^${NUMBER} ?(?:(mm|cm|m)(?:/s| per second)?)?$`))
  return match ? Number(match[1]) * (MM_PER[match[2] ?? 'mm'] ?? 1) : null
}
