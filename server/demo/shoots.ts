/** Demo shoots of the Tidewater Cabinet, in different states and looks. Subjects, kit and figures are invented. */
import { applyCalibration, calibrate } from '@core/run/calibrate'
import { snapshotOf, type Evidence, type Frame } from '@core/run/frame'
import { countPixels, finishCount, newCounter, patchLevel } from '@core/measure/analyse'
import { evaluate } from '@core/ledger/evaluate'
import type { LightId, Plan } from '@core/plan/plan'
import type { Stage } from '@core/api/api'
import { newPlan } from '@core/plan/newPlan'
import { withLight } from '@core/plan/edit'
import { withBestPower } from '@core/solve/power'
import { demoItem } from './kit'
import { drawFrame, FRAME_SIZE, PATCH, pixelsOf, type Shape } from './pictures'
import { demoSets } from './sets'

export interface DemoShoot {
  readonly id: string
  readonly stage: Stage
  readonly at: string
  readonly plan: Plan
  readonly frames: readonly { readonly frame: Frame; readonly jpeg: Buffer }[]
}

const patchEvidence = async (jpeg: Buffer, shape: Shape, place: string): Promise<Evidence> => {
  const at = place === 'background' ? PATCH.none : PATCH[shape]
  const { level, limit } = patchLevel(await pixelsOf(jpeg, at))
  return { kind: 'patch', place, ...at, levelStops: level, limit }
}

interface Take {
  readonly id: string
  readonly kind: Frame['kind']
  readonly takenAt: string
  readonly shape: Shape
  readonly subject: number
  readonly background: number
  readonly note: string
  readonly only?: readonly LightId[]
  /** where the patch lies; the background in a black frame, else the lit side */
  readonly place?: string
}
const take = async (
  plan: Plan,
  { id, kind, takenAt, shape, subject, background, note, only, place }: Take
) => {
  const jpeg = await drawFrame(plan, shape, subject, background)
  const counter = newCounter()
  countPixels(counter, await pixelsOf(jpeg))
  const evidence = [
    await patchEvidence(jpeg, shape, place ?? (kind === 'black' ? 'background' : 'subject'))
  ]
  const frame: Frame = {
    id,
    kind,
    takenAt,
    snapshot: snapshotOf(plan, only),
    fileName: `${id}.jpg`,
    analysis: finishCount(counter, FRAME_SIZE.width, FRAME_SIZE.height),
    evidence,
    note
  }
  return {
    frame,
    jpeg,
    plan: applyCalibration(plan, calibrate(plan, frame, evidence[0]!, `${id}-reading`))
  }
}

/** Black background, still: a snooted key, a rim from behind and a white card, played to its end. */
const beetleShoot = async (): Promise<DemoShoot> => {
  const base = newPlan('black-still', 'Ground beetle, drawer 14', {
    camera: demoItem('camera', 'slate-body'),
    lens: demoItem('lens', 'slate-100'),
    strobe: demoItem('strobe', 'lantern-36'),
    modifier: demoItem('modifier', 'snoot-45')
  })
  let plan: Plan = {
    ...base,
    subject: {
      shape: 'ellipsoid',
      finish: 'matt',
      widthMm: 22,
      heightMm: 12,
      depthMm: 10,
      rotationDeg: 0,
      sharpDepthMm: 1.4,
      reflectance: 0.06,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 620, reflectance: 0.01 },
    table: { belowMm: 6.2, widthMm: 420, depthMm: 380, reflectance: 0.02 },
    focus: { ...base.focus, magnification: 0.9 },
    goals: {
      ...base.goals,
      places: [
        { place: 'top', kind: 'about', stops: 0.5, toleranceStops: 0.5 },
        { place: 'lens', kind: 'at-most', stops: -2, toleranceStops: 1 }
      ]
    },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 5.5 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.9,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: 'camera', apertureStops: 5, shutterStops: 1, isoStops: 2 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 0.9,
        takenAt: null,
        look: null
      }
    },
    lights: [
      { ...base.lights[0]!, group: 'A', at: { distanceMm: 180, azimuthDeg: 58, elevationDeg: 24 } },
      {
        ...base.lights[0]!,
        id: 'B',
        name: 'Rim',
        role: 'rim',
        group: 'B',
        strobe: demoItem('strobe', 'pack-10'),
        modifiers: [demoItem('modifier', 'grid-40')],
        powerStops: -1,
        at: { distanceMm: 240, azimuthDeg: -142, elevationDeg: 36 }
      }
    ],
    cards: [
      {
        id: 'K1',
        kind: 'card',
        on: true,
        widthMm: 90,
        heightMm: 60,
        reflectance: 0.85,
        at: { distanceMm: 62, azimuthDeg: -104, elevationDeg: 16 },
        aim: { kind: 'place', place: 'focus' }
      }
    ]
  }
  plan = withBestPower(withBestPower(withBestPower(plan, 0), 1), 0)
  const keyLevel = (p: Plan) =>
    evaluate(p).ledger.rows.find((row) => row.source === 'A')!.cells.subject!.level
  const black = await take(plan, {
    id: 'beetle-1',
    kind: 'black',
    takenAt: '2026-11-20T09:12:00.000Z',
    shape: 'none',
    subject: -10,
    background: evaluate(plan).ledger.ambient.background!.level,
    note: 'Strobes off, curtain drawn.'
  })
  const first = await take(black.plan, {
    id: 'beetle-2',
    kind: 'lit',
    takenAt: '2026-11-20T09:14:00.000Z',
    shape: 'beetle',
    subject: keyLevel(black.plan) - 0.6,
    background: -9,
    note: 'Key alone.',
    only: ['A']
  })
  const corrected = withBestPower(first.plan, 0)
  const second = await take(corrected, {
    id: 'beetle-3',
    kind: 'lit',
    takenAt: '2026-11-20T09:16:00.000Z',
    shape: 'beetle',
    subject: keyLevel(corrected),
    background: -9,
    note: '',
    only: ['A']
  })
  const rim = await take(second.plan, {
    id: 'beetle-4',
    kind: 'lit',
    takenAt: '2026-11-20T09:19:00.000Z',
    shape: 'beetle',
    subject: evaluate(second.plan).ledger.rows.find((row) => row.source === 'B')!.cells.top!.level,
    background: -9,
    note: 'Rim alone.',
    only: ['B'],
    place: 'top'
  })
  const third = await take(rim.plan, {
    id: 'beetle-5',
    kind: 'lit',
    takenAt: '2026-11-20T09:21:00.000Z',
    shape: 'beetle',
    subject: evaluate(rim.plan).ledger.totals.subject!,
    background: -9,
    note: 'Both. Keeper.'
  })
  return {
    id: 'demo-beetle',
    stage: 'run',
    at: '2026-11-20T09:21:30.000Z',
    plan: third.plan,
    frames: [black, first, second, rim, third]
  }
}

/** Fill in daylight with a leaf shutter: planned as far as Dark. */
const crabShoot = (): DemoShoot => {
  const base = newPlan('daylight-fill', 'Shore crab, low tide', {
    camera: demoItem('camera', 'tern-compact'),
    lens: demoItem('lens', 'tern-zoom'),
    strobe: demoItem('strobe', 'lamplet-20'),
    modifier: demoItem('modifier', 'cap')
  })
  const plan: Plan = {
    ...base,
    subject: {
      ...base.subject,
      finish: 'gloss',
      widthMm: 45,
      heightMm: 30,
      depthMm: 25,
      sharpDepthMm: 6,
      reflectance: 0.25,
      speedMmS: 30,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 800, reflectance: 0.18 },
    table: { belowMm: 16, widthMm: 1200, depthMm: 1200, reflectance: 0.2 },
    settings: { ...base.settings, shutterStops: 28 / 3, apertureStops: 6 },
    goals: { ...base.goals, backgroundStops: -1.5 },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 12.5 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.18,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: 'ev', ev: 13.3 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 0.18,
        takenAt: null,
        look: null
      }
    }
  }
  const near = withLight(plan, 0, { at: { distanceMm: 300, azimuthDeg: 25, elevationDeg: 20 } })
  return {
    id: 'demo-crab',
    stage: 'dark',
    at: '2026-11-21T15:40:00.000Z',
    plan: withBestPower(near, 0),
    frames: []
  }
}

/** A plume across a narrow beam: the black frame is taken, the light comes next. */
const steamShoot = async (): Promise<DemoShoot> => {
  const base = newPlan('plume', 'Steam over the thimble cup', {
    camera: demoItem('camera', 'slate-body'),
    lens: demoItem('lens', 'slate-60'),
    strobe: demoItem('strobe', 'pack-10'),
    modifier: demoItem('modifier', 'grid-40')
  })
  const set: Plan = {
    ...base,
    subject: {
      ...base.subject,
      widthMm: 90,
      heightMm: 140,
      depthMm: 60,
      sharpDepthMm: 8,
      reflectance: 0.1,
      speedMmS: 250,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 1600, reflectance: 0.04 },
    focus: { ...base.focus, magnification: 0.2 },
    ambient: { ...base.ambient, subject: null, background: null }
  }
  const plan = withBestPower(
    withLight(set, 0, { at: { distanceMm: 650, azimuthDeg: 70, elevationDeg: 0 } }),
    0
  )
  const black = await take(plan, {
    id: 'steam-1',
    kind: 'black',
    takenAt: '2026-11-22T18:05:00.000Z',
    shape: 'none',
    subject: -10,
    background: -7.6,
    note: 'Lamps off, door shut.'
  })
  return {
    id: 'demo-steam',
    stage: 'light',
    at: '2026-11-22T18:06:00.000Z',
    plan: black.plan,
    frames: [black]
  }
}

export const demoShoots = async (): Promise<DemoShoot[]> => [
  await beetleShoot(),
  crabShoot(),
  await steamShoot(),
  ...demoSets()
]
