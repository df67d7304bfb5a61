/** Figures of the kit that readings speak of, and what a reading is the sum of. */
import { markUsuallyOff, USUALLY_OFF } from '../kit/sureness'

/**
 * output: a head at full power; mark: a mark of its dial against full power; beam: its light off its
 * axis against that on it; highSpeed: what it loses besides what the curtains spread; water: its
 * guide number there; attenuation: what a metre of that water takes beyond pure water; loss: what a modifier takes;
 * spread: its light off its axis against that on it; meter: what a meter reads too high; subject:
 * how much more a subject throws back
 */
export const FIGURE_KINDS = [
  'output',
  'mark',
  'beam',
  'highSpeed',
  'water',
  'attenuation',
  'loss',
  'spread',
  'meter',
  'subject'
] as const
export type FigureKind = (typeof FIGURE_KINDS)[number]

export interface KitFigure {
  readonly kind: FigureKind
  /** of the item, or of the shoot a subject belongs to */
  readonly id: string
  /** which mark, angle in degrees or shutter, stops; null where it has but one such figure */
  readonly at: number | null
}

export const figureOf = (kind: FigureKind, id: string, at: number | null = null): KitFigure => ({
  kind,
  id,
  at
})
export const keyOf = ({ kind, id, at }: KitFigure): string =>
  `${kind} ${id} ${at === null ? '' : at.toFixed(2)}`

/** How far off a figure is as a rule, one standard deviation, stops. Common practice, no source. */
export const usuallyOff = ({ kind, at }: KitFigure): number =>
  kind === 'mark'
    ? markUsuallyOff(at ?? 0)
    : kind === 'spread'
      ? USUALLY_OFF.beam
      : USUALLY_OFF[kind]

/** Where a reading was taken. */
export type ReadAt =
  | { readonly kind: 'frame'; readonly shootId: string; readonly frameId: string }
  | { readonly kind: 'bench'; readonly calibrationId: string; readonly row: number }

/** One reading of one light. */
export interface Sighting {
  readonly from: ReadAt
  /** found minus what the kit's figures say, stops */
  readonly offStops: number
  readonly uncertaintyStops: number
  /** what it is the sum of; a loss takes away */
  readonly parts: readonly { readonly figure: KitFigure; readonly share: number }[]
}

/** Full power is what a guide number is measured at, and no mark of its own. */
const isFull = (powerStops: number): boolean => powerStops > -0.05

/** A head at a mark. */
export const headParts = (strobeId: string, powerStops: number): Sighting['parts'] => [
  { figure: figureOf('output', strobeId), share: 1 },
  ...(isFull(powerStops) ? [] : [{ figure: figureOf('mark', strobeId, powerStops), share: 1 }])
]
