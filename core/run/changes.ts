/** What was changed between two frames, control by control. */
import type { Position } from '../plan/plan'
import type { LightState, Snapshot } from './frame'

export type ChangedControl =
  | 'aperture'
  | 'shutter'
  | 'iso'
  | 'nd'
  | 'highSpeedSync'
  | 'power'
  | 'distance'
  | 'place'
  | 'modifier'
  | 'strobe'
  | 'magnification'
  | 'switch'

export interface Change {
  readonly control: ChangedControl
  /** the light it belongs to; null for the camera's own */
  readonly light: string | null
  readonly from: number | string | boolean
  readonly to: number | string | boolean
  /**
   * what it does to the strobe's light at the subject by itself, stops; null where that is not
   * simple arithmetic
   */
  readonly stops: number | null
}

const angles = (at: Position): string =>
  `${Math.round(at.azimuthDeg * 10) / 10}° / ${Math.round(at.elevationDeg * 10) / 10}°`

function lightChanges(
  a: LightState,
  b: LightState,
  add: (
    control: ChangedControl,
    from: Change['from'],
    to: Change['to'],
    stops: number | null,
    light: string
  ) => void
): void {
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
  add('modifier', a.modifierNames.join(' + '), b.modifierNames.join(' + '), null, b.id)
  add('strobe', a.strobeId, b.strobeId, null, b.id)
}

export function changesBetween(a: Snapshot, b: Snapshot): Change[] {
  const changes: Change[] = []
  const add = (
    control: ChangedControl,
    from: Change['from'],
    to: Change['to'],
    stops: number | null,
    light: string | null = null
  ) => {
    const same =
      typeof from === 'number' && typeof to === 'number' ? Math.abs(from - to) < 1e-6 : from === to
    if (!same) changes.push({ control, light, from, to, stops })
  }
  add('aperture', a.apertureStops, b.apertureStops, a.apertureStops - b.apertureStops)
  add('shutter', a.shutterStops, b.shutterStops, null)
  add('iso', a.isoStops, b.isoStops, b.isoStops - a.isoStops)
  add('nd', a.ndStops, b.ndStops, a.ndStops - b.ndStops)
  add('highSpeedSync', a.highSpeedSync, b.highSpeedSync, null)
  add('magnification', a.magnification, b.magnification, null)
  for (const now of b.lights) {
    const before = a.lights.find((light) => light.id === now.id)
    if (before) lightChanges(before, now, add)
    else if (now.on) add('switch', false, true, null, now.id)
  }
  for (const before of a.lights)
    if (before.on && !b.lights.some((light) => light.id === before.id))
      add('switch', true, false, null, before.id)
  return changes
}
