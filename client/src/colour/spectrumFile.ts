/**
 * Spectra from files and to them: CSV of wavelength and value, and the text of ANSI CGATS.17 (its
 * layout from memory), in rows of wavelength and value or with a column for each wavelength.
 */
import { parse } from 'csv-parse/browser/esm/sync'
import { FIRST_NM, resampled, STEP_NM, WAVELENGTHS, type Spectrum } from '@core/colour/bands'
import { csvOf } from '@/words/csv'

interface Point {
  readonly nm: number
  readonly value: number
}
export interface SpectrumRead {
  readonly spectrum: Spectrum
  /** what the file calls it; '' for nothing */
  readonly name: string
  /** spectra the file holds; the first is taken */
  readonly of: number
}

/** A file past this is no spectrum. */
const MOST_BYTES = 2_000_000
/** What no instrument measures light at is no wavelength, nm. */
const isWavelength = (nm: number): boolean => nm >= 200 && nm <= 2500

const figure = (text: string): number => {
  const clean = text.trim().replace(/^"|"$/g, '').replace(',', '.')
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(clean) ? Number(clean) : NaN
}

function finished(points: readonly Point[], name: string, of: number): SpectrumRead {
  const rising = [...points].sort((a, b) => a.nm - b.nm)
  const twice = rising.findIndex((point, i) => i > 0 && point.nm === rising[i - 1]!.nm)
  if (twice > 0) throw new Error(`${rising[twice]!.nm} nm is there twice`)
  if (rising.length < 4) throw new Error('a spectrum has at least four wavelengths with a value')
  const [first, last] = [rising[0]!.nm, rising.at(-1)!.nm]
  if (first > FIRST_NM || last < WAVELENGTHS.at(-1)!)
    throw new Error(`it covers ${first} to ${last} nm; 400 to 700 nm are needed`)
  const gap = Math.max(...rising.slice(1).map(({ nm }, i) => nm - rising[i]!.nm))
  if (gap > 5 * STEP_NM) throw new Error(`its wavelengths are up to ${gap} nm apart: too far`)
  if (rising.some(({ value }) => value < 0)) throw new Error('a value is below 0')
  return { spectrum: resampled(rising), name, of }
}

/** Keyword lines before the data, "DESCRIPTOR" or "ORIGINATOR" and the like. */
const keyword = (text: string, word: string): string =>
  text.match(new RegExp(`^\\s*${word}\\s+"?([^"\\n]*)"?\\s*$`, 'mi'))?.[1]?.trim() ?? ''
const between = (text: string, word: string): string[] | null => {
  const found = text.match(new RegExp(`BEGIN_${word}\\b([\\s\\S]*?)END_${word}\\b`))
  return found ? (found[1]!.match(/"[^"]*"|\S+/g) ?? []) : null
}

function fromCgats(text: string): SpectrumRead {
  const fields = between(text, 'DATA_FORMAT')
  const data = between(text, 'DATA')
  if (!fields?.length) throw new Error('its data format is missing')
  if (!data?.length) throw new Error('it holds no data')
  if (data.length % fields.length !== 0)
    throw new Error(`its data are not whole rows of ${fields.length}`)
  const rows = Array.from({ length: data.length / fields.length }, (_, i) =>
    data.slice(i * fields.length, (i + 1) * fields.length)
  )
  const columns = fields
    .map((field, at) => ({ at, nm: Number(field.match(/(\d{3,4})$/)?.[1]) }))
    .filter(({ nm }) => isWavelength(nm))
  const title = keyword(text, 'DESCRIPTOR')
  if (columns.length >= 4) {
    const named = fields.findIndex((field) => /^SAMPLE_?(NAME|ID)$/i.test(field))
    const name = named < 0 ? title : rows[0]![named]!.replace(/"/g, '')
    return finished(valuesOf(columns.map(({ at, nm }) => [nm, rows[0]![at]!])), name, rows.length)
  }
  const nmAt = fields.findIndex((field) => /^(SPECTRAL_)?NM$|WAVELENGTH/i.test(field))
  const at = fields.findIndex((field, i) => i !== nmAt && /SPECTRAL|VALUE|PCT|DEC/i.test(field))
  if (nmAt < 0 || at < 0) throw new Error('it has no spectral fields')
  return finished(valuesOf(rows.map((row) => [figure(row[nmAt]!), row[at]!])), title, 1)
}

function valuesOf(pairs: readonly (readonly [number, string])[]): Point[] {
  return pairs.map(([nm, text]) => {
    const value = figure(text)
    if (!Number.isFinite(nm) || !Number.isFinite(value))
      throw new Error(`"${text}" is no figure${Number.isFinite(nm) ? ` (at ${nm} nm)` : ''}`)
    return { nm, value }
  })
}

function fromCsv(text: string): SpectrumRead {
  const first = text.split(/\r?\n/).find((line) => /\d/.test(line)) ?? ''
  const delimiter = [';', '\t', ','].find((each) => first.includes(each)) ?? ' '
  const rows = parse(text, {
    delimiter,
    relax_column_count: true,
    skip_empty_lines: true,
    trim: true,
    relax_quotes: true,
    bom: true
  }) as string[][]
  const numeric = rows.filter((row) => isWavelength(figure(row[0] ?? '')) && row.length > 1)
  const heads = rows.find((row) => !Number.isFinite(figure(row[0] ?? '')) && row.length > 1)
  if (numeric.length === 0) throw new Error('no line begins with a wavelength in nm')
  return finished(
    valuesOf(numeric.map((row) => [figure(row[0]!), row[1]!])),
    heads?.[1] ?? '',
    Math.max(1, Math.min(...numeric.map(({ length }) => length)) - 1)
  )
}

/**
 * Reads a spectrum; values as the file has them.
 * @throws Error saying what is wrong with the file
 */
export function readSpectrum(text: string): SpectrumRead {
  if (text.length > MOST_BYTES) throw new Error('it is too large for a spectrum')
  return /BEGIN_DATA\b/.test(text) ? fromCgats(text) : fromCsv(text)
}

/** A filter's transmissions: a table in per cent is brought to shares. */
export function asTransmissions(spectrum: Spectrum): number[] {
  const most = Math.max(...spectrum)
  const scale = most > 1.05 ? 100 : 1
  if (most / scale > 1.05) throw new Error('it lets through more than 100 %: is it a filter?')
  return spectrum.map((value) => value / scale)
}

export const spectrumCsv = (spectrum: Spectrum): string =>
  csvOf([['nm', 'value'], ...spectrum.map((value, k) => [WAVELENGTHS[k]!, round(value)])])

const round = (value: number): number => Number(value.toPrecision(6))

export function spectrumCgats(spectrum: Spectrum, name: string): string {
  const quoted = `"${name.replace(/["\n\r]/g, "'")}"`
  return [
    'CGATS.17',
    `DESCRIPTOR ${quoted}`,
    'NUMBER_OF_FIELDS 32',
    'BEGIN_DATA_FORMAT',
    ['SAMPLE_NAME', ...WAVELENGTHS.map((nm) => `SPECTRAL_NM${nm}`)].join(' '),
    'END_DATA_FORMAT',
    'NUMBER_OF_SETS 1',
    'BEGIN_DATA',
    [quoted, ...spectrum.map(round)].join(' '),
    'END_DATA',
    ''
  ].join('\n')
}
