import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import type { Modifier } from '@core/kit/kit'
import { demoItem } from '../kit'

/** The head most of the harbour is lit with. */
export const anemone = demoItem('strobe', 'anemone-7')

/** Ambient as read through the port. */
export const throughPort = (
  ev: number,
  magnification: number,
  takenAt: string,
  look: Plan['look']
): Plan['ambient']['subject'] => ({
  value: { kind: 'ev', ev },
  limit: 'exact',
  via: 'lens',
  atMagnification: magnification,
  takenAt,
  look
})

/** A small animal on the harbour’s bottom before a flat port, by the smallest aperture that is still sharp. */
export function onTheBottom(title: string, takenAt: string, modifier: Modifier | null): Plan {
  const base = newPlan('black-still', title, {
    camera: demoItem('camera', 'cove-body'),
    lens: demoItem('lens', 'cove-45'),
    strobe: anemone,
    modifier
  })
  const magnification = 0.42
  return {
    ...base,
    housing: demoItem('housing', 'limpet-flat'),
    background: { ...base.background, distanceMm: 400, reflectance: 0.05, colour: '#4a5a3a' },
    view: { elevationDeg: 14 },
    settings: { ...base.settings, isoStops: 1, apertureStops: 8, shutterStops: 7 },
    focus: { ...base.focus, magnification, blur: { kind: 'circle', mm: 0.03 } },
    ambient: {
      ...base.ambient,
      subject: throughPort(6.5, magnification, takenAt, 'black-still'),
      background: throughPort(6, magnification, takenAt, 'black-still')
    }
  }
}

/** Rock or mud it lies on, so far under its middle. */
export const bottom = (belowMm: number): Plan['table'] => ({
  belowMm,
  widthMm: 260,
  depthMm: 240,
  reflectance: 0.09,
  finish: 'matt',
  roughness: 0
})
