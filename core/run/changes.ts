/** What was changed between two frames, control by control. */
import type { Snapshot } from './frame'

export type ChangedControl = 'aperture' | 'shutter' | 'iso' | 'nd' | 'pulsed' | 'power' | 'distance' | 'tilt' | 'modifier' | 'strobe' | 'magnification'

export interface Change {
  readonly control: ChangedControl
  readonly from: number | string | boolean
  readonly to: number | string | boolean
  /** what it does to the strobe's light at the subject by itself, stops; null where that is not simple arithmetic */
  readonly stops: number | null
}

export const changesBetween = (a: Snapshot, b: Snapshot): Change[] => {
  const changes: Change[] = []
  const add = (control: ChangedControl, from: Change['from'], to: Change['to'], stops: number | null) => {
    const same = typeof from === 'number' && typeof to === 'number' ? Math.abs(from - to) < 1e-6 : from === to
    if (!same) changes.push({ control, from, to, stops })
  }
  add('aperture', a.apertureStops, b.apertureStops, a.apertureStops - b.apertureStops)
  add('shutter', a.shutterStops, b.shutterStops, null)
  add('iso', a.isoStops, b.isoStops, b.isoStops - a.isoStops)
  add('nd', a.ndStops, b.ndStops, a.ndStops - b.ndStops)
  add('pulsed', a.pulsedSync, b.pulsedSync, null)
  add('power', a.powerStops, b.powerStops, b.powerStops - a.powerStops)
  add('distance', a.distanceMm, b.distanceMm, 2 * Math.log2(a.distanceMm / b.distanceMm))
  add('tilt', a.tiltDeg, b.tiltDeg, null)
  add('modifier', a.modifierName ?? '', b.modifierName ?? '', null)
  add('strobe', a.strobeId, b.strobeId, null)
  add('magnification', a.magnification, b.magnification, null)
  return changes
}
