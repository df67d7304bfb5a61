/** What things are called on screen. */
import type { KitKind } from '@core/kit/kit'
import {
  isThin,
  type Card,
  type Light,
  type Look,
  type Place,
  type Plan,
  type Prop,
  type Ride
} from '@core/plan/plan'
import type { RowId, TermKind } from '@core/ledger/terms'
import { isClear } from '@core/set/seenPlaces'
import type { VerdictId, VerdictState } from '@core/ledger/verdict'
import type { ChangedControl } from '@core/run/changes'
import type { Control } from '@core/plan/controls'
import type { Stage } from '@core/api/api'

export const LOOK_NAMES: Record<Look, { readonly name: string; readonly about: string }> = {
  'black-still': {
    name: 'Black background, still',
    about:
      'One narrow head close to a small subject, space behind it, the background as black ' +
      'as the file shows.'
  },
  'black-soft': {
    name: 'Black background, soft',
    about: 'The same with a panel close in: softer edges, more spill to keep off the background.'
  },
  'daylight-fill': {
    name: 'Fill in daylight',
    about: 'The shutter brings daylight down a stop or so, a small strobe restores the subject.'
  },
  plume: {
    name: 'Vapour or plume',
    about: 'Narrow light from the side, never toward the lens, everything else far away and black.'
  },
  'bright-field': {
    name: 'Glass on bright',
    about: 'A lit white panel that just fills the picture behind clear glass: dark outlines.'
  },
  'dark-field': {
    name: 'Glass on black',
    about: 'Black just fills the picture, a lit panel looks past it: shining outlines.'
  },
  'water-tiny': {
    name: 'Tiny, close to the port',
    about:
      'Under water: the smallest aperture that is still sharp, 1/125, the strobe over the port, tilted ' +
      'down.'
  },
  'water-fish': {
    name: 'Fish-sized, lit from both sides',
    about: 'Under water: two strobes beside the port, turned outward, so that the water stays dark.'
  },
  'water-snoot': {
    name: 'Snooted from a second place',
    about: 'Under water: a narrow head beside the subject; the camera’s own flash only triggers it.'
  },
  'water-wide': {
    name: 'Near thing in blue water',
    about: 'Under water: the shutter sets how bright the water is, the strobes light what is near.'
  }
}

export const STAGE_NAMES: Record<Stage, string> = {
  prepare: 'Prepare',
  subject: 'Subject',
  focus: 'Focus',
  dark: 'Dark',
  freeze: 'Freeze',
  light: 'Light',
  colour: 'Colour',
  ways: 'Ways',
  run: 'Run'
}
export const KIND_NAMES: Record<KitKind, { readonly one: string; readonly many: string }> = {
  camera: { one: 'Camera', many: 'Cameras' },
  lens: { one: 'Lens', many: 'Lenses' },
  strobe: { one: 'Strobe', many: 'Strobes' },
  modifier: { one: 'Modifier', many: 'Modifiers' },
  filter: { one: 'Filter', many: 'Filters' },
  meter: { one: 'Flash meter', many: 'Flash meters' },
  housing: { one: 'Housing', many: 'Housings' },
  link: { one: 'Link', many: 'Links' }
}
export const RIDE_NAMES: Record<Ride, string> = {
  power: 'Power of the key light',
  aperture: 'Aperture, powers kept',
  distance: 'Distance of the key light',
  iso: 'ISO, powers kept'
}
const PLACE_NAMES: Record<Place, string> = {
  subject: 'Lit side',
  rimLeft: 'Left rim',
  rimRight: 'Right rim',
  shadow: 'Shadow side',
  top: 'Top',
  foot: 'Foot',
  front: 'Front',
  background: 'Background',
  backgroundLeft: 'Background left',
  backgroundRight: 'Background right',
  foreground: 'Foreground',
  mirrored: 'In the table',
  lens: 'Lens front',
  focus: 'Focus point'
}
export const placeName = (plan: Plan, place: Place): string =>
  (place === 'subject' && isThin(plan.subject.shape)
    ? 'Subject'
    : place === 'subject' && plan.subject.shape === 'plume'
      ? 'Middle'
      : place === 'subject' && isClear(plan)
        ? plan.subject.liquid
          ? 'Through the liquid'
          : 'Through it'
        : PLACE_NAMES[place]) ??
  plan.places.find((each) => each.id === place)?.name ??
  place
/** Where ambient is read. */
export const READ_NAMES = { subject: 'Subject', background: 'Background' } as const
export const sourceName = (plan: Plan, source: RowId): string =>
  source === 'ambient'
    ? 'Ambient'
    : source === 'rest'
      ? 'The rest'
      : ([...plan.lights, ...plan.ambient.sources].find(({ id }) => id === source)?.name ?? source)
export const sourceMark = (source: RowId): string =>
  source === 'ambient' || source === 'rest' ? '∿' : source
export const ROLE_NAMES: Record<Light['role'], string> = {
  key: 'Key',
  fill: 'Fill',
  rim: 'Rim',
  background: 'Background light',
  other: 'Other'
}
export const CARD_NAMES: Record<Card['kind'], string> = { card: 'Card', flag: 'Flag' }
export const SHAPE_NAMES: Record<Plan['subject']['shape'], string> = {
  sheet: 'Flat sheet',
  ellipsoid: 'Rounded body',
  box: 'Box',
  cylinder: 'Upright cylinder or disc',
  lathe: 'Turned body',
  vessel: 'Vessel',
  coin: 'Coin',
  crystal: 'Crystal',
  beetle: 'Beetle',
  crab: 'Crab',
  movement: 'Watch movement',
  leaf: 'Leaf',
  wing: 'Insect wing',
  curved: 'Curved sheet',
  own: 'A mesh of mine',
  plume: 'Vapour or plume'
}
/** What a prop rests on. */
export const REST_NAMES: Record<Prop['rests'], string> = {
  free: 'Where I put it',
  table: 'On the table',
  under: 'Under the subject',
  on: 'On the subject',
  afloat: 'Afloat in the liquid'
}
export const FINISH_NAMES: Record<Plan['subject']['finish'], string> = {
  matt: 'Matt',
  gloss: 'Gloss',
  metal: 'Metal',
  clear: 'Clear',
  translucent: 'Translucent'
}

export const VERDICT_NAMES: Record<VerdictId, string> = {
  background: 'Background',
  subject: 'Subject',
  depth: 'Depth',
  freeze: 'Freeze',
  sync: 'Sync',
  reserve: 'Reserve',
  colour: 'Colour'
}
export const STATE_MARKS: Record<VerdictState, string> = {
  ok: '✓',
  near: '▲',
  miss: '✕',
  unknown: '?',
  idle: '–'
}
export const STATE_WORDS: Record<VerdictState, string> = {
  ok: 'as wanted',
  near: 'watch',
  miss: 'missed',
  unknown: 'not known yet',
  idle: 'not in play'
}

export const TERM_NAMES: Record<TermKind, string> = {
  reading: 'ambient as read',
  gradient: 'ambient across the background',
  surface: 'surface',
  aperture: 'aperture',
  shutter: 'shutter',
  iso: 'ISO',
  nd: 'ND filter',
  closeUpLoss: 'close-up loss',
  closeUpLossAtReading: 'close-up loss in the reading',
  shade: 'shade',
  reach: 'on its way there',
  others: 'sources besides',
  output: 'guide number',
  power: 'power',
  mark: 'mark as measured',
  distance: 'distance',
  finiteSource: 'finite-source correction',
  tube: 'tube',
  units: 'heads',
  tilt: 'tilt',
  through: 'through from behind',
  glow: 'glowing through',
  byTable: 'thrown up by the table',
  seen: 'seen through it',
  phase: 'turned by vapour',
  beam: 'beam',
  shadow: 'shadowed',
  bounce: 'bounce',
  bounceOnly: 'bounce alone',
  modifier: 'modifier',
  filter: 'filter',
  hue: 'colour of the surface',
  water: 'water on its way',
  veil: 'lit water before it',
  highSpeedSync: 'high-speed sync loss',
  meterConstant: 'reflected against incident',
  leafClip: 'leaf shutter clips the flash',
  curtainClip: 'second curtain clips the flash',
  correction: 'correction'
}

export const CONTROL_NAMES: Record<Control | ChangedControl, string> = {
  shutter: 'Shutter',
  aperture: 'Aperture',
  iso: 'ISO',
  nd: 'ND filter',
  power: 'Power',
  distance: 'Distance',
  modifier: 'Modifier',
  highSpeedSync: 'High-speed sync',
  place: 'Position',
  switch: 'Light',
  ambient: 'Ambient light',
  filter: 'Filter',
  balance: 'White balance',
  strobe: 'Strobe',
  magnification: 'Magnification',
  aim: 'Aim',
  background: 'Background',
  cards: 'Cards and flags',
  props: 'Props'
}

export const REFLECTANCE_NAMES: Record<string, string> = {
  'grey-card': 'Grey card',
  'white-paper': 'White paper',
  'pale-shell': 'Pale shell',
  brass: 'Brass',
  wood: 'Wood',
  vapour: 'Vapour',
  'dark-beetle': 'Dark beetle',
  velvet: 'Black velvet',
  'black-card': 'Black card',
  'dark-wall': 'Dark wall',
  foliage: 'Foliage',
  'white-wall': 'White wall'
}

export const BLACK_NAMES: Record<string, string> = {
  stopUnder: 'A stop under',
  twoUnder: 'Two under',
  moody: 'Moody',
  near: 'Near black',
  black: 'Black'
}
