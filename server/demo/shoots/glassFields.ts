import { asBrightField, asDarkField } from '@core/advise/glassSets'
import type { Plan } from '@core/plan/plan'
import { demoItem } from '../kit'
import { onSlate, type DemoShoot } from './demoShoot'

/** A round flask with a long neck. */
const FLASK: Plan['subject']['profile'] = [
  { out: 0.5, up: 0, corner: true },
  { out: 0.8, up: 0.03, corner: false },
  { out: 1, up: 0.28, corner: false },
  { out: 0.8, up: 0.5, corner: false },
  { out: 0.34, up: 0.62, corner: false },
  { out: 0.28, up: 0.7, corner: true },
  { out: 0.28, up: 0.94, corner: true },
  { out: 0.42, up: 0.95, corner: true },
  { out: 0.42, up: 1, corner: true }
]

/** One flask of scented water, to be photographed both ways for the catalogue. */
function flask(look: 'bright-field' | 'dark-field', title: string): Plan {
  const base = onSlate(look, title, demoItem('strobe', 'lantern-36'))
  return {
    ...base,
    subject: {
      ...base.subject,
      profile: FLASK,
      widthMm: 46,
      heightMm: 78,
      depthMm: 46,
      glass: { wallMm: 1.6, colour: '#f2f8f5', throughMm: 15 },
      liquid: { level: 0.62, colour: '#f0dca8', throughMm: 40 },
      sharpDepthMm: 10
    },
    focus: { ...base.focus, magnification: 0.2 },
    settings: { ...base.settings, apertureStops: 8 }
  }
}

export const flaskOnBright = (): DemoShoot => ({
  id: 'demo-flask-bright',
  stage: 'light',
  at: '2026-11-24T15:20:00.000Z',
  plan: asBrightField(flask('bright-field', 'Scent flask on bright')),
  frames: []
})

export const flaskOnBlack = (): DemoShoot => ({
  id: 'demo-flask-black',
  stage: 'light',
  at: '2026-11-24T15:40:00.000Z',
  plan: asDarkField(flask('dark-field', 'Scent flask on black')),
  frames: []
})
