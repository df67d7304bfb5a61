import { asBrightField } from '@core/advise/glassSets'
import { addFacet } from '@core/advise/onGlass'
import { demoItem } from '../kit'
import { onSlate, type DemoShoot } from './demoShoot'

/** A pebble of glass the harbour has ground: rough all over, so that what stands behind blurs. */
export const harbourGlass = (): DemoShoot => {
  const base = onSlate('bright-field', 'Harbour glass, ground', demoItem('strobe', 'lantern-36'))
  const pebble = {
    ...base,
    subject: {
      ...base.subject,
      shape: 'ellipsoid' as const,
      liquid: null,
      roughness: 0.3,
      glass: { ...base.subject.glass, colour: '#8fd0b4', throughMm: 12 },
      widthMm: 31,
      heightMm: 20,
      depthMm: 13,
      rotationDeg: 20,
      sharpDepthMm: 6
    },
    focus: { ...base.focus, magnification: 0.45 },
    settings: { ...base.settings, apertureStops: 8 }
  }
  return {
    id: 'demo-harbour-glass',
    stage: 'light',
    at: '2026-11-24T16:05:00.000Z',
    plan: addFacet(asBrightField(pebble)),
    frames: []
  }
}
