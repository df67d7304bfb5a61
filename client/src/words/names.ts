/** What things are called on screen. */
import type { KitKind } from '@core/kit/kit'
import type { Look, Place } from '@core/plan/plan'
import type { SourceId, TermKind } from '@core/ledger/terms'
import type { VerdictId, VerdictState } from '@core/ledger/verdicts'
import type { Control } from '@core/solve/price'
import type { Stage } from '@core/wire/wire'

export const LOOK_NAMES: Record<Look, { readonly name: string; readonly about: string }> = {
  'black-still': { name: 'Black ground, still', about: 'One narrow head close to a small subject, space behind it, the ground as black as the file shows.' },
  'black-soft': { name: 'Black ground, soft', about: 'The same with a panel close in: softer edges, more spill to keep off the ground.' },
  'daylight-fill': { name: 'Fill in daylight', about: 'The shutter brings daylight down a stop or so, a small strobe restores the subject.' },
  plume: { name: 'Vapour or plume', about: 'Narrow light from the side, never toward the lens, everything else far away and black.' }
}

export const STAGE_NAMES: Record<Stage, string> = { subject: 'Subject', focus: 'Focus', dark: 'Dark', light: 'Light', run: 'Run' }
export const KIND_NAMES: Record<KitKind, { readonly one: string; readonly many: string }> = {
  camera: { one: 'Camera', many: 'Cameras' },
  lens: { one: 'Lens', many: 'Lenses' },
  strobe: { one: 'Strobe', many: 'Strobes' },
  modifier: { one: 'Modifier', many: 'Modifiers' }
}
export const PLACE_NAMES: Record<Place, string> = { subject: 'Subject', ground: 'Ground' }
export const SOURCE_NAMES: Record<SourceId, string> = { ambient: 'Ambient', A: 'Strobe' }
export const SOURCE_MARKS: Record<SourceId, string> = { ambient: '∿', A: 'A' }

export const VERDICT_NAMES: Record<VerdictId, string> = {
  ground: 'Ground', subject: 'Subject', depth: 'Depth', freeze: 'Freeze', sync: 'Sync', reserve: 'Reserve'
}
export const STATE_MARKS: Record<VerdictState, string> = { ok: '✓', near: '▲', miss: '✕', unknown: '?', idle: '–' }
export const STATE_WORDS: Record<VerdictState, string> = { ok: 'as wanted', near: 'watch', miss: 'missed', unknown: 'not known yet', idle: 'not in play' }

export const TERM_NAMES: Record<TermKind, string> = {
  reading: 'ambient as read', surface: 'surface', aperture: 'aperture', shutter: 'shutter', iso: 'ISO', nd: 'ND filter', closeUp: 'close-up loss',
  closeUpAtReading: 'close-up loss in the reading', output: 'guide number', power: 'power', distance: 'distance', tilt: 'tilt', beam: 'beam',
  modifier: 'modifier', pulsed: 'pulsed above sync', leafClip: 'leaf shutter clips the flash', yourReading: 'your reading'
}

export const CONTROL_NAMES: Record<Control | 'tilt' | 'strobe' | 'magnification', string> = {
  shutter: 'Shutter', aperture: 'Aperture', iso: 'ISO', nd: 'ND filter', power: 'Power', distance: 'Distance', modifier: 'Modifier',
  pulsed: 'Pulsed sync', tilt: 'Tilt', strobe: 'Strobe', magnification: 'Magnification'
}

export const REFLECTANCE_NAMES: Record<string, string> = {
  'grey-card': 'Grey card', 'white-paper': 'White paper', 'pale-shell': 'Pale shell', brass: 'Brass', wood: 'Wood', vapour: 'Vapour',
  'dark-beetle': 'Dark beetle', velvet: 'Black velvet', 'black-card': 'Black card', 'dark-wall': 'Dark wall', foliage: 'Foliage', 'white-wall': 'White wall'
}

export const BLACK_NAMES: Record<string, string> = { moody: 'Moody', near: 'Near black', black: 'Black' }
