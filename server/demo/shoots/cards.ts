import { newPlan } from '@core/plan/newPlan'
import { PLAIN, type Plan, type Prop } from '@core/plan/plan'
import { typicalWater } from '@core/medium/water'
import { demoItem } from '../kit'
import { light, over, settled, type DemoShoot } from './demoShoot'
import { anemone } from './onTheBottom'
import { take, type DemoCamera } from './take'

const GREY = 0.5
const BLACK = 0.04
const FAR_MM = 420

const card = (id: string, name: string, xMm: number, zMm: number, reflectance: number): Prop => ({
  ...PLAIN,
  id,
  name,
  shape: 'sheet',
  finish: 'matt',
  widthMm: 30,
  heightMm: 30,
  depthMm: 1,
  rotationDeg: 0,
  reflectance,
  rests: 'free',
  xMm,
  yMm: 0,
  zMm
})

/** A card near the port and one far from it, each with a grey and a black field: what the harbour’s water is. */
export const cards = async (camera: DemoCamera): Promise<DemoShoot> => {
  const base = newPlan('black-still', 'Harbour water, by two cards', {
    camera: demoItem('camera', 'cove-body'),
    lens: demoItem('lens', 'cove-45'),
    strobe: anemone,
    modifier: null
  })
  const plan: Plan = settled({
    ...base,
    medium: { ...typicalWater('sea', 'green'), depthM: 5 },
    housing: demoItem('housing', 'limpet-flat'),
    subject: {
      ...base.subject,
      shape: 'sheet',
      finish: 'matt',
      colour: null,
      texture: 0,
      widthMm: 30,
      heightMm: 30,
      depthMm: 1,
      rotationDeg: 0,
      sharpDepthMm: 2,
      reflectance: GREY,
      speedMmS: 0
    },
    props: [
      card('T1', 'Near, black', -36, 0, BLACK),
      card('T2', 'Far, grey', 44, -FAR_MM, GREY),
      card('T3', 'Far, black', 80, -FAR_MM, BLACK)
    ],
    table: null,
    background: { ...base.background, distanceMm: 3000, reflectance: 0.02, colour: null },
    settings: { ...base.settings, isoStops: 1, apertureStops: 8, shutterStops: 8 },
    focus: { ...base.focus, magnification: 0.12, blur: { kind: 'circle', mm: 0.03 } },
    goals: { ...base.goals, subjectStops: 1, backgroundStops: -4 },
    lights: [
      light({
        id: 'A',
        name: 'Above the port',
        role: 'key',
        strobe: anemone,
        ...over('limpet-guide'),
        powerStops: -3,
        at: { distanceMm: 330, azimuthDeg: 0, elevationDeg: 38 },
        aim: { kind: 'free', azimuthDeg: 180, elevationDeg: -20 }
      })
    ]
  })
  const frame = await take(plan, camera, {
    id: 'cards-1',
    kind: 'lit',
    takenAt: '2026-11-14T10:20:00.000Z',
    note: 'Cards at arm’s length and as far again, facing the port.',
    spot: null
  })
  return {
    id: 'demo-cards',
    stage: 'subject',
    at: '2026-11-14T10:30:00.000Z',
    plan: frame.plan,
    frames: [frame]
  }
}
