/**
 * The ledger's parts. A term is one addend in stops with the figures it was made of; a cell is a
 * source at a place.
 */
import { AMBIENT_SOURCE_IDS, type AmbientSourceId, type LightId, type Place } from '../plan/plan'
import type { Shade } from '../set/inTheWay'

export type TermKind =
  | 'reading'
  | 'gradient'
  | 'surface'
  | 'meterConstant'
  | 'aperture'
  | 'shutter'
  | 'iso'
  | 'nd'
  | 'closeUpLoss'
  | 'closeUpLossAtReading'
  | 'shade'
  | 'reach'
  | 'others'
  | 'output'
  | 'power'
  | 'mark'
  | 'distance'
  | 'finiteSource'
  | 'tube'
  | 'units'
  | 'tilt'
  | 'through'
  | 'glow'
  | 'byTable'
  | 'seen'
  | 'phase'
  | 'beam'
  | 'modifier'
  | 'filter'
  | 'hue'
  | 'water'
  | 'veil'
  | 'shadow'
  | 'bounce'
  | 'bounceOnly'
  | 'highSpeedSync'
  | 'leafClip'
  | 'curtainClip'
  | 'correction'

export interface Term {
  readonly kind: TermKind
  readonly stops: number
  /** what the formula was given, by symbol */
  readonly figures: Readonly<Record<string, number>>
  /** which of several: a modifier's or a reflector's name */
  readonly name?: string
  /** things in the way of straight light, by what each takes alone, most first */
  readonly shades?: readonly Shade[]
}

/**
 * known: a level; off: switched off; unknown: nobody has measured it yet. Dark ones say why no
 * light arrives: outside the beam, behind the surface, or something in the way.
 */
export type CellState = 'known' | 'off' | 'outside' | 'behind' | 'shadowed' | 'unknown'
export type SourceId = 'ambient' | LightId
/** Of ambient light: what was read together, and sources by themselves. */
export type AmbientPartId = 'rest' | AmbientSourceId
export type RowId = SourceId | AmbientPartId
const PARTS: readonly string[] = ['rest', ...AMBIENT_SOURCE_IDS]
export const isAmbientPart = (row: RowId): row is AmbientPartId => PARTS.includes(row)

/** A figure computed outside the range its model holds for. */
export type Flag =
  | 'specular'
  | 'light-inside'
  | 'duration-assumed'
  | 'water-guide-assumed'
  | 'air-guide-assumed'
  | 'port-assumed'
  | 'vapour'
  | 'grazing'
  | 'lens-limit'
  | 'off-camera-range'
  | 'reading-limit'
  | 'modifier-held'
  | 'fires-stronger'
  | 'outside-room'

export interface Cell {
  readonly source: RowId
  readonly place: Place
  readonly state: CellState
  /** stops; −Infinity unless state is known */
  readonly level: number
  /** whether the level is a figure or only a limit: a black or clipped reading says no more */
  readonly limit: 'exact' | 'at-least' | 'at-most'
}

const BOUNCES =
  'every diffuse bounce between cards, table, background, subject and room: E = E₀ + Σ F·ρ·E, ' +
  'radiosity (Goral et al. 1984, from memory)'

/**
 * Formulas behind the terms, in the symbols the figures use, with their sources. Shown when a cell
 * is opened.
 */
export const TERM_FORMULAS: Record<
  TermKind,
  { readonly formula: string; readonly source: string }
> = {
  reading: {
    formula: 'EV = log2(N²/t) − log2(S/100) + what the scale showed, or log2(E / 2.5 lx)',
    source: 'ISO 2720'
  },
  meterConstant: {
    formula: '−log2(0.18·C / (π·K)), C = 250, K = 12.5',
    source: 'ISO 2720; level 0 follows the incident constant'
  },
  surface: { formula: 'log2(ρ / 0.18)', source: 'level 0 is an 18 % card' },
  gradient: {
    formula: 's/2 · (across·cos α + up·sin α)',
    source: 'ambient across the background, as it was set: even stops from edge to edge'
  },
  aperture: { formula: '−2·log2 N', source: 'ISO 517' },
  shutter: { formula: 'log2(t / 1 s)', source: 'exposure is time × illuminance' },
  iso: { formula: 'log2(S / 100)', source: 'ISO 12232' },
  nd: { formula: '−ND', source: 'the filter’s own stops' },
  closeUpLoss: {
    formula: '−2·log2(1 + mₑ/P), mₑ what the lens’s own extension alone would magnify',
    source: 'geometrical optics; a close-up lens and a converter cost none of it'
  },
  closeUpLossAtReading: {
    formula: '+2·log2(1 + mₑ/P) when it was read',
    source: 'a reading through the lens contains the close-up loss'
  },
  shade: { formula: '−shade', source: 'taken away since it was read' },
  reach: {
    formula: 'log2(E there / E where it was read), or log2(0.18·E / (π·L)) of its own luminance L',
    source: 'straight light of its face and every bounce, as of a strobe'
  },
  others: {
    formula: 'log2(1 + others / the rest), or log2 of the others where the rest was not read',
    source: 'light adds up'
  },
  output: { formula: '2·log2 GN', source: 'guide number, ISO 1230' },
  power: { formula: 'log2 p', source: 'the dial' },
  mark: {
    formula: 'what the mark gives more than it says',
    source: 'your own readings of its marks, against full power'
  },
  distance: { formula: '−2·log2(d / 1 m)', source: 'inverse square of a point source' },
  finiteSource: {
    formula: 'log2 of the light summed over the face, against all of it from its middle',
    source: 'a near source is no point; radiometry of extended sources'
  },
  through: {
    formula: 'log2(τ/ρ)',
    source: 'light on the back of something translucent, spread by Lambert’s law'
  },
  glow: {
    formula:
      'log2 of the light that comes through, Σ T(x)·E over ways of length x, against that from before',
    source: 'Kubelka and Munk 1931; straight ways through it, by Lambert’s law'
  },
  byTable: {
    formula: 'log2 of the light with that by way of the table, against that without',
    source: 'law of reflection: the mirror image under it; Fresnel’s equations'
  },
  seen: {
    formula: 'log2 Σ T·L·π/0.18 over rays, L of the face or the surface that shows',
    source: 'rays bent and thinned face by face: Snell, Fresnel, Beer–Lambert'
  },
  phase: {
    formula: 'log2(4π·p(θ)), p = (1 − g²)/(4π·(1 + g² − 2g·cos θ)^1.5)',
    source: 'vapour turns light by θ; Henyey and Greenstein 1941; single scattering'
  },
  tilt: { formula: 'log2 cos θ', source: 'Lambert’s cosine law' },
  beam: {
    formula:
      'log2 of the beam at α: cosⁿ, table or photometric file; nothing outside a grid or snoot',
    source: 'the kit; cosⁿ one stop down at the stated edge is common practice'
  },
  shadow: {
    formula: 'log2 of the share of the face that the place sees',
    source: 'straight lines past subject, cards, flags, background, table'
  },
  bounce: {
    formula: 'log2(1 + bounced / straight)',
    source: BOUNCES
  },
  bounceOnly: {
    formula: 'log2 of what bounces add; nothing arrives straight',
    source: BOUNCES
  },
  tube: {
    formula: 'log2 of the light through the tube, against that of the open face at its back',
    source: 'straight lines through its throat; what its inside throws on, radiosity'
  },
  units: { formula: 'log2 of how many', source: 'heads of one kind fire as one' },
  modifier: {
    formula: '−loss + log2(Φ entering / Φ of the spread, for 1 on the axis), or as measured',
    source:
      'energy: a diffuser sends out no more than it gets; loss is a kit figure, a first guess ' +
      'until you measure it'
  },
  filter: {
    formula: 'log2(Σ S·T·ȳ / Σ S·ȳ), S the light before it, T the filter',
    source: 'luminance by the CIE 1931 observer; the filter’s figures are the kit’s'
  },
  water: {
    formula:
      'log2(Σ L·ȳ·e^(−c·way) / Σ L·ȳ) over the bands, c of pure water and the extra figure; way = out + ' +
      'back to the port, m',
    source:
      'Beer–Lambert; pure water by Pope and Fry 1997, the course of the rest by Bricaud, Morel and ' +
      'Prieur 1981 (from memory)'
  },
  veil: {
    formula:
      'log2(1 + veil / surface), or log2 of the veil where nothing else shows; veil = π/0.18·∫ E·b·p(θ)·e^(−c·way) dx',
    source:
      'single scattering on the ray from the lens; p by Petzold 1972 (from memory), b the scattering of ' +
      'the water'
  },
  hue: {
    formula: 'log2(Σ S·R·ȳ / (ρ·Σ S·ȳ)), R the colour as a smooth spectrum',
    source: 'a coloured surface in light of another colour; Jakob and Hanika 2019'
  },
  highSpeedSync: {
    formula: '−log2((Tc + t)/t) − penalty',
    source: 'curtain geometry; penalty from the kit'
  },
  leafClip: {
    formula: 'log2 of the flash’s light given out until the shutter closes',
    source: 'exponential decay, cut off where the head ends it'
  },
  curtainClip: {
    formula: 'log2 of the flash’s light given out until the middle row closes, t − Tc/2',
    source: 'curtain geometry; exponential decay, cut off where the head ends it'
  },
  correction: { formula: 'measured − predicted', source: 'your frame' }
}
