/**
 * The ledger's parts. A term is one addend in stops with the figures it was made of; a cell is a source at a place.
 */
import type { Place } from '../plan/plan'

export type TermKind =
  | 'reading'
  | 'surface'
  | 'aperture'
  | 'shutter'
  | 'iso'
  | 'nd'
  | 'closeUp'
  | 'closeUpAtReading'
  | 'output'
  | 'power'
  | 'distance'
  | 'tilt'
  | 'beam'
  | 'modifier'
  | 'pulsed'
  | 'leafClip'
  | 'yourReading'

export interface Term {
  readonly kind: TermKind
  readonly stops: number
  /** what the formula was given, by symbol */
  readonly figures: Readonly<Record<string, number>>
}

/** known: a level; dark: the source does not reach the place; unknown: nobody has measured it yet */
export type CellState = 'known' | 'dark' | 'unknown'
export type SourceId = 'ambient' | 'A'

/** A figure computed outside the range its model holds for. */
export type Flag = 'near-source' | 'duration-assumed' | 'grazing' | 'lens-limit' | 'off-camera-range' | 'reading-bound'

export interface Cell {
  readonly source: SourceId
  readonly place: Place
  readonly state: CellState
  /** stops; −Infinity unless state is known */
  readonly level: number
  /** whether the level is a figure or only a limit: a black or clipped reading says no more */
  readonly bound: 'exact' | 'at-least' | 'at-most'
  readonly terms: readonly Term[]
}

/** Formulas behind the terms, in the symbols the figures use, with their sources. Shown when a cell is opened. */
export const TERM_FORMULAS: Record<TermKind, { readonly formula: string; readonly source: string }> = {
  reading: { formula: 'EV = log2(N²/t) − log2(S/100), or log2(E / 2.5 lx)', source: 'ISO 2720' },
  surface: { formula: 'log2(ρ / 0.18)', source: 'level 0 is an 18 % card' },
  aperture: { formula: '−2·log2 N', source: 'ISO 517' },
  shutter: { formula: 'log2(t / 1 s)', source: 'exposure is time × illuminance' },
  iso: { formula: 'log2(S / 100)', source: 'ISO 12232' },
  nd: { formula: '−ND', source: 'the filter’s own stops' },
  closeUp: { formula: '−2·log2(1 + m/P)', source: 'geometrical optics' },
  closeUpAtReading: { formula: '+2·log2(1 + m/P) when it was read', source: 'a reading through the lens contains the close-up loss' },
  output: { formula: '2·log2 GN', source: 'guide number, ISO 1230' },
  power: { formula: 'log2 p', source: 'the dial' },
  distance: { formula: '−2·log2(d / 1 m)', source: 'inverse square of a point source' },
  tilt: { formula: 'log2 cos θ', source: 'Lambert’s cosine law' },
  beam: { formula: 'n·log2 cos α, one stop down at the edge of the stated beam', source: 'common practice, no source' },
  modifier: { formula: '−loss', source: 'kit figure, a first guess until you measure it' },
  pulsed: { formula: '−log2((Tc + t)/t) − penalty', source: 'curtain geometry; penalty from the kit' },
  leafClip: { formula: 'log2(1 − 10^(−t/t0.1))', source: 'exponential decay inside a leaf shutter' },
  yourReading: { formula: 'measured − predicted', source: 'your frame' }
}
