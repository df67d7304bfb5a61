import { newPlan } from '@core/plan/newPlan'
import type { Plan } from '@core/plan/plan'
import { typicalWater } from '@core/medium/water'
import { demoItem } from '../kit'
import { light, over, settled, slate, type DemoShoot } from './demoShoot'
import { anemone, throughPort } from './onTheBottom'

const READ_AT = '2026-11-22T11:40:00.000Z'

/** A fish under the jetty behind a dome, two strobes beside the port: a current stirs up the silt. */
export const goby = (): DemoShoot => {
  const base = newPlan('daylight-fill', 'Goby under the jetty', {
    camera: slate.camera,
    lens: demoItem('lens', 'slate-60'),
    strobe: anemone,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    medium: { ...typicalWater('sea', 'silty'), extraPerM: 0.35, scatterPerM: 1.4, depthM: 6 },
    housing: demoItem('housing', 'limpet-dome'),
    subject: {
      ...base.subject,
      shape: 'ellipsoid',
      finish: 'gloss',
      colour: '#b98a58',
      texture: 0.7,
      roughness: 0.35,
      widthMm: 96,
      heightMm: 26,
      depthMm: 20,
      rotationDeg: -18,
      sharpDepthMm: 14,
      reflectance: 0.28,
      speedMmS: 40,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 1500, reflectance: 0.12, colour: '#7d8a88' },
    table: {
      belowMm: 16,
      widthMm: 1600,
      depthMm: 1400,
      reflectance: 0.22,
      finish: 'matt',
      roughness: 0
    },
    rig: {
      weighedIn: 'fresh',
      parts: [
        {
          id: 'box',
          name: 'Limpet housing with camera',
          count: 1,
          airG: 2480,
          waterG: 90,
          at: 'housing',
          share: 0
        },
        { id: 'left', name: 'Anemone 7', count: 1, airG: 820, waterG: 150, at: 'A', share: 1 },
        { id: 'right', name: 'Anemone 7', count: 1, airG: 820, waterG: 150, at: 'B', share: 1 },
        { id: 'left-arm', name: 'Arm', count: 1, airG: 260, waterG: 110, at: 'A', share: 0.5 },
        { id: 'right-arm', name: 'Arm', count: 1, airG: 260, waterG: 110, at: 'B', share: 0.5 },
        { id: 'float', name: 'Float', count: 2, airG: 60, waterG: -180, at: 'A', share: 0.6 }
      ]
    },
    view: { elevationDeg: 6 },
    settings: { ...base.settings, isoStops: 1, apertureStops: 7, shutterStops: 7 },
    focus: { ...base.focus, magnification: 0.2 },
    goals: { ...base.goals, backgroundStops: -2, backgroundLeastStops: -4 },
    ambient: {
      ...base.ambient,
      subject: throughPort(8, 0.2, READ_AT, 'daylight-fill'),
      background: throughPort(8.5, 0.2, READ_AT, 'daylight-fill')
    },
    lights: [
      light({
        id: 'A',
        name: 'Left arm',
        role: 'key',
        strobe: anemone,
        ...over('limpet-guide'),
        powerStops: -2,
        at: { distanceMm: 420, azimuthDeg: -42, elevationDeg: 22 }
      }),
      light({
        id: 'B',
        name: 'Right arm',
        role: 'fill',
        strobe: anemone,
        ...over('limpet-guide'),
        powerStops: -3,
        at: { distanceMm: 460, azimuthDeg: 46, elevationDeg: 20 }
      })
    ]
  }
  return {
    id: 'demo-goby',
    stage: 'light',
    at: '2026-11-22T12:30:00.000Z',
    plan: settled(plan),
    frames: []
  }
}
