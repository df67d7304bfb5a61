/** A field of a kit item: where its figure stands, how it is typed and shown. */
import { parseAperture, parseIso, parseLength, parseNumber, parseShutter } from '@core/scales/parse'
import { nameOf } from '@core/scales/marks'
import { formatStops, normalise, parseStops } from '@core/scales/stops'
import { plain } from './format'

export interface FieldSpec {
  readonly path: string
  readonly label: string
  readonly help?: string
  readonly type: 'text' | 'notes' | 'switch' | 'choice' | 'figure'
  readonly choices?: readonly { readonly value: string; readonly title: string }[]
  readonly parse?: (text: string) => number | null
  readonly show?: (value: number) => string
  readonly unit?: string
  /** left empty it is not known */
  readonly optional?: boolean
}

export const number = (path: string, label: string, unit = '', help?: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  unit,
  parse: parseNumber,
  show: (v) => plain(v, 6),
  ...(help && { help })
})
export const length = (path: string, label: string, help?: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  unit: 'mm',
  parse: parseLength,
  show: (v) => plain(v, 6),
  ...(help && { help })
})
export const aperture = (path: string, label: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  parse: (t) => parseAperture(t),
  show: (v) => nameOf('aperture', v)
})
export const shutter = (path: string, label: string, help?: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  parse: (t) => parseShutter(t),
  show: (v) => nameOf('shutter', v),
  ...(help && { help })
})
export const iso = (path: string, label: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  parse: (t) => parseIso(t),
  show: (v) => nameOf('iso', v)
})
export const stops = (path: string, label: string, help?: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  unit: 'stops',
  parse: parseStops,
  show: (v) => formatStops(v),
  ...(help && { help })
})
export const choice = (
  path: string,
  label: string,
  choices: FieldSpec['choices'],
  help?: string
): FieldSpec => ({ path, label, type: 'choice', choices: choices!, ...(help && { help }) })
export const yesNo = (path: string, label: string, help?: string): FieldSpec => ({
  path,
  label,
  type: 'switch',
  ...(help && { help })
})

/** "1/300", "0.002 s", "3 ms" → seconds, not snapped to any mark. */
export function parseDuration(text: string): number | null {
  const clean = normalise(text)
  const fraction = clean.match(/^1 ?\/ ?(\d+(?:\.\d+)?) ?s?$/)
  if (fraction) return Number(fraction[1]) > 0 ? 1 / Number(fraction[1]) : null
  const ms = clean.match(/^(\d+(?:\.\d+)?) ?ms$/)
  return ms ? Number(ms[1]) / 1000 : parseNumber(clean)
}
export const showDuration = (value: number): string =>
  value < 0.5 ? `1/${plain(1 / value, 4)} s` : `${plain(value, 4)} s`

export const time = (path: string, label: string, help: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  unit: '',
  parse: parseDuration,
  show: showDuration,
  help
})
export const optional = (spec: FieldSpec): FieldSpec => ({ ...spec, optional: true })
