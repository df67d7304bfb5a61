/** What was changed between two frames, or two plans, control by control. */
import type { Light, Plan, Position } from '../plan/plan'
import { propStanding } from '../set/props'

export type ChangedControl =
  | 'aperture'
  | 'shutter'
  | 'iso'
  | 'nd'
  | 'highSpeedSync'
  | 'power'
  | 'distance'
  | 'place'
  | 'aim'
  | 'modifier'
  | 'filter'
  | 'balance'
  | 'strobe'
  | 'magnification'
  | 'background'
  | 'cards'
  | 'props'
  | 'switch'
  | 'ambient'

export interface Change {
  readonly control: ChangedControl
  /** the light it belongs to; null for the camera's and the set's own */
  readonly light: string | null
  readonly from: number | string | boolean
  readonly to: number | string | boolean
  /**
   * what it does to the strobe's light at the subject by itself, stops; null where that is not
   * simple arithmetic
   */
  readonly stops: number | null
}

const degrees = (value: number): string => `${Math.round(value * 10) / 10}°`
const angles = (at: Pick<Position, 'azimuthDeg' | 'elevationDeg'>): string =>
  `${degrees(at.azimuthDeg)} / ${degrees(at.elevationDeg)}`
const aimOf = ({ aim }: Light): string => (aim.kind === 'place' ? aim.place : angles(aim))
const namesOf = (list: readonly { readonly name: string }[]): string =>
  list.map((each) => each.name).join(' + ')
const balanceOf = ({ balance }: Plan): string =>
  balance.kind === 'preset' ? balance.preset : `${Math.round(balance.kelvin)} K`
const cardsOf = (plan: Plan): string =>
  plan.cards
    .filter((card) => card.on)
    .map(
      ({ id, at, widthMm, heightMm }) =>
        `${id} ${Math.round(widthMm)} × ${Math.round(heightMm)} mm at ` +
        `${Math.round(at.distanceMm)} mm, ${angles(at)}`
    )
    .join('; ')

const propsOf = (plan: Plan): string =>
  plan.props
    .map((prop) => {
      const [x, y, z] = propStanding(plan, prop).at.map(Math.round)
      const size = [prop.widthMm, prop.heightMm].map((mm) => Number(mm.toPrecision(3))).join(' × ')
      return `${prop.name} ${size} mm at ${x}, ${y}, ${z} mm`
    })
    .join('; ')

/** What sources of ambient light that are known of in both plans are set to. */
const sourcesOf = ({ ambient }: Plan, { ambient: other }: Plan): string =>
  ambient.sources
    .filter(({ id }) => other.sources.some((each) => each.id === id))
    .map(({ name, state }) => `${name} ${state}`)
    .join(', ')

type Add = (
  control: ChangedControl,
  from: Change['from'],
  to: Change['to'],
  stops: number | null,
  light?: string
) => void

function lightChanges(a: Light, b: Light, add: Add): void {
  add('switch', a.on, b.on, null, b.id)
  if (!a.on && !b.on) return
  add('power', a.powerStops, b.powerStops, b.powerStops - a.powerStops, b.id)
  add(
    'distance',
    a.at.distanceMm,
    b.at.distanceMm,
    2 * Math.log2(a.at.distanceMm / b.at.distanceMm),
    b.id
  )
  add('place', angles(a.at), angles(b.at), null, b.id)
  add('aim', aimOf(a), aimOf(b), null, b.id)
  add('modifier', namesOf(a.modifiers), namesOf(b.modifiers), null, b.id)
  add('filter', namesOf(a.filters), namesOf(b.filters), null, b.id)
  if (a.strobe.id !== b.strobe.id) add('strobe', a.strobe.name, b.strobe.name, null, b.id)
}

export function changesBetween(a: Plan, b: Plan): Change[] {
  const changes: Change[] = []
  const add: Add = (control, from, to, stops, light) => {
    const same =
      typeof from === 'number' && typeof to === 'number' ? Math.abs(from - to) < 1e-6 : from === to
    if (!same) changes.push({ control, light: light ?? null, from, to, stops })
  }
  const [was, now] = [a.settings, b.settings]
  add('aperture', was.apertureStops, now.apertureStops, was.apertureStops - now.apertureStops)
  add('shutter', was.shutterStops, now.shutterStops, null)
  add('iso', was.isoStops, now.isoStops, now.isoStops - was.isoStops)
  add('nd', was.ndStops, now.ndStops, was.ndStops - now.ndStops)
  add('highSpeedSync', was.highSpeedSync, now.highSpeedSync, null)
  add('magnification', a.focus.magnification, b.focus.magnification, null)
  add('background', a.background.distanceMm, b.background.distanceMm, null)
  add('filter', namesOf(a.lensFilters), namesOf(b.lensFilters), null)
  add('balance', balanceOf(a), balanceOf(b), null)
  add('cards', cardsOf(a), cardsOf(b), null)
  add('ambient', sourcesOf(a, b), sourcesOf(b, a), null)
  add('props', propsOf(a), propsOf(b), null)
  for (const light of b.lights) {
    const before = a.lights.find((each) => each.id === light.id)
    if (before) lightChanges(before, light, add)
    else if (light.on) add('switch', false, true, null, light.id)
  }
  for (const before of a.lights)
    if (before.on && !b.lights.some((light) => light.id === before.id))
      add('switch', true, false, null, before.id)
  return changes
}
