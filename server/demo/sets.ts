/** Demo sets that show what the Light stage is for: a ring close in, a bottle lit from behind, a coin under a panel. */
import type { Light, Plan } from '@core/plan/plan'
import { newPlan } from '@core/plan/newPlan'
import { withBestPower } from '@core/solve/power'
import { demoItem } from './kit'
import type { DemoShoot } from './shoots'

const slate = { camera: demoItem('camera', 'slate-body'), lens: demoItem('lens', 'slate-100') }
const light = (
  part: Partial<Light> & Pick<Light, 'id' | 'name' | 'role' | 'strobe' | 'at'>
): Light => ({
  on: true,
  group: null,
  modifiers: [],
  powerStops: -4,
  mount: 'stand',
  aim: { kind: 'place', place: 'focus' },
  rollDeg: 0,
  reach: null,
  ...part
})
const settled = (plan: Plan): Plan =>
  [...plan.lights, ...plan.lights].reduce(
    (p, _, i) => withBestPower(p, i % plan.lights.length),
    plan
  )

/** A watch movement under a ring round the lens, so near that the point formula is most of a stop off. */
const movement = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-ring')
  const base = newPlan('black-soft', 'Watch movement, lever escapement', {
    camera: demoItem('camera', 'cove-body'),
    lens: demoItem('lens', 'cove-45'),
    strobe,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      shape: 'cylinder',
      finish: 'metal',
      widthMm: 26,
      heightMm: 24,
      depthMm: 6,
      rotationDeg: 0,
      sharpDepthMm: 0.7,
      reflectance: 0.35,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 260, reflectance: 0.03 },
    settings: { ...base.settings, apertureStops: 9 },
    focus: { ...base.focus, magnification: 0.8 },
    goals: { ...base.goals, backgroundStops: -4 },
    lights: [
      light({
        id: 'A',
        name: 'Ring',
        role: 'key',
        strobe,
        mount: 'lens',
        at: { distanceMm: 120, azimuthDeg: 0, elevationDeg: 0 }
      })
    ]
  }
  return {
    id: 'demo-movement',
    stage: 'light',
    at: '2026-11-23T10:30:00.000Z',
    plan: settled(plan),
    frames: []
  }
}

/** A clear bottle with a small head hidden behind it, tracing paper between, and a narrow head for the facets. */
const bottle = (): DemoShoot => {
  const strobe = demoItem('strobe', 'bench-200')
  const base = newPlan('black-still', 'Scent bottle, cut stopper', {
    ...slate,
    strobe,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      shape: 'vessel',
      finish: 'clear',
      widthMm: 44,
      heightMm: 96,
      depthMm: 30,
      rotationDeg: 20,
      sharpDepthMm: 10,
      reflectance: 0.12,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 900, reflectance: 0.02 },
    table: { belowMm: 49, widthMm: 700, depthMm: 600, reflectance: 0.04 },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.22 },
    goals: {
      ...base.goals,
      backgroundStops: -5,
      subjectStops: 0.3,
      places: [{ place: 'lens', kind: 'at-most', stops: -1, toleranceStops: 1 }]
    },
    lights: [
      light({
        id: 'A',
        name: 'Behind',
        role: 'key',
        group: 'A',
        strobe: demoItem('strobe', 'lamplet-20'),
        modifiers: [demoItem('modifier', 'tracing')],
        powerStops: -3,
        at: { distanceMm: 110, azimuthDeg: 180, elevationDeg: 0 }
      }),
      light({
        id: 'B',
        name: 'Facets',
        role: 'other',
        group: 'A',
        strobe: demoItem('strobe', 'lantern-36'),
        modifiers: [demoItem('modifier', 'snoot-45')],
        powerStops: -7,
        at: { distanceMm: 320, azimuthDeg: -62, elevationDeg: 24 }
      })
    ],
    cards: [
      {
        id: 'K1',
        kind: 'card',
        on: true,
        widthMm: 60,
        heightMm: 130,
        reflectance: 0.85,
        at: { distanceMm: 95, azimuthDeg: 70, elevationDeg: 0 },
        aim: { kind: 'place', place: 'focus' }
      }
    ]
  }
  return {
    id: 'demo-bottle',
    stage: 'light',
    at: '2026-11-23T11:10:00.000Z',
    plan: settled(plan),
    frames: []
  }
}

/** A crystal far deeper than one frame holds: a stack on a rail, two soft heads that recycle between the frames. */
const crystal = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = newPlan('black-soft', 'Quartz cluster, deep', {
    ...slate,
    strobe,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      shape: 'box',
      finish: 'gloss',
      widthMm: 26,
      heightMm: 20,
      depthMm: 18,
      rotationDeg: 25,
      sharpDepthMm: 18,
      reflectance: 0.3,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 500, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 6 },
    focus: { ...base.focus, magnification: 0.9 },
    goals: {
      ...base.goals,
      places: [{ place: 'shadow', kind: 'about', stops: -1.5, toleranceStops: 0.5 }],
      wished: ['depth']
    },
    lights: [
      light({
        id: 'A',
        name: 'Shell',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'shell-300')],
        at: { distanceMm: 320, azimuthDeg: 50, elevationDeg: 30 }
      }),
      light({
        id: 'B',
        name: 'Fill',
        role: 'fill',
        strobe: demoItem('strobe', 'lamplet-20'),
        modifiers: [demoItem('modifier', 'cap')],
        at: { distanceMm: 260, azimuthDeg: -55, elevationDeg: 10 }
      })
    ]
  }
  return {
    id: 'demo-crystal',
    stage: 'focus',
    at: '2026-11-23T15:05:00.000Z',
    plan: settled(plan),
    frames: []
  }
}

/** A coin seen from steeply above, its flat face a mirror: the panel stands in the zone that shows, a flag reaches into it. */
const coin = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = newPlan('black-soft', 'Silver token, 1st tray', {
    ...slate,
    strobe,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      shape: 'cylinder',
      finish: 'metal',
      widthMm: 24,
      heightMm: 2,
      depthMm: 24,
      rotationDeg: 0,
      sharpDepthMm: 1.2,
      reflectance: 0.5,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 62 },
    table: { belowMm: 1.1, widthMm: 400, depthMm: 400, reflectance: 0.03 },
    background: { ...base.background, distanceMm: 300, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.8 },
    goals: { ...base.goals, backgroundStops: -4 },
    lights: [
      light({
        id: 'A',
        name: 'Panel',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'panel-200')],
        at: { distanceMm: 210, azimuthDeg: 180, elevationDeg: 58 }
      })
    ],
    // A black edge into the mirror’s view: the relief draws where it ends.
    cards: [
      {
        id: 'K1',
        kind: 'flag',
        on: true,
        widthMm: 60,
        heightMm: 60,
        reflectance: 0.03,
        at: { distanceMm: 125, azimuthDeg: 149, elevationDeg: 56 },
        aim: { kind: 'place', place: 'focus' }
      }
    ]
  }
  return {
    id: 'demo-coin',
    stage: 'light',
    at: '2026-11-23T14:20:00.000Z',
    plan: settled(plan),
    frames: []
  }
}

/** A seed that jumps off a hot plate: quick, small, lit by a short flash. */
const seed = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lantern-36')
  const base = newPlan('black-still', 'Popping seed, hot plate', {
    ...slate,
    strobe,
    modifier: demoItem('modifier', 'snoot-45')
  })
  const plan: Plan = {
    ...base,
    subject: {
      shape: 'ellipsoid',
      finish: 'matt',
      widthMm: 9,
      heightMm: 8,
      depthMm: 8,
      rotationDeg: 0,
      sharpDepthMm: 6,
      reflectance: 0.35,
      speedMmS: 1981,
      directionDeg: 15
    },
    background: { ...base.background, distanceMm: 700, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 8 },
    focus: { ...base.focus, magnification: 0.3 },
    goals: { ...base.goals, backgroundStops: -5, blurPx: 8 },
    bag: { ...base.bag, modifiers: [demoItem('modifier', 'snoot-22')] },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 6 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.3,
        takenAt: '2026-11-24T16:20:00.000Z',
        look: 'black-still'
      },
      background: {
        value: { kind: 'ev', ev: 4 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.3,
        takenAt: '2026-11-24T16:20:00.000Z',
        look: 'black-still'
      }
    },
    lights: [
      light({
        id: 'A',
        name: 'Side',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'snoot-45')],
        at: { distanceMm: 420, azimuthDeg: 62, elevationDeg: 25 },
        reach: { nearMm: 120, farMm: 600 }
      }),
      light({
        id: 'B',
        name: 'Rim',
        role: 'other',
        strobe: demoItem('strobe', 'lamplet-20'),
        powerStops: -6,
        at: { distanceMm: 300, azimuthDeg: -140, elevationDeg: 30 }
      })
    ]
  }
  return {
    id: 'demo-seed',
    stage: 'freeze',
    at: '2026-11-24T16:25:00.000Z',
    plan: settled(plan),
    frames: []
  }
}

/** A deep vial lit from behind by a small head: the depth wants a small aperture, the series a quick recycle; both cannot be had. */
const vial = (): DemoShoot => {
  const strobe = demoItem('strobe', 'lamplet-20')
  const base = newPlan('black-still', 'Amber vial, ground stopper', {
    ...slate,
    strobe,
    modifier: null
  })
  const plan: Plan = {
    ...base,
    subject: {
      shape: 'vessel',
      finish: 'clear',
      widthMm: 38,
      heightMm: 82,
      depthMm: 38,
      rotationDeg: 0,
      sharpDepthMm: 20,
      reflectance: 0.12,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 1100, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 9 },
    focus: { ...base.focus, magnification: 0.25 },
    goals: { ...base.goals, backgroundStops: -5, recycleS: 0.25, isoStops: 1, flashes: 400 },
    bag: { ...base.bag, modifiers: [] },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: 'ev', ev: 4.5 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.25,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: 'ev', ev: 3 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 0.25,
        takenAt: null,
        look: null
      }
    },
    lights: [
      light({
        id: 'A',
        name: 'Behind',
        role: 'key',
        strobe,
        modifiers: [demoItem('modifier', 'tracing')],
        powerStops: -1,
        at: { distanceMm: 260, azimuthDeg: 180, elevationDeg: 0 },
        reach: { nearMm: 220, farMm: 300 }
      })
    ],
    locks: ['lights.A.modifiers']
  }
  return {
    id: 'demo-vial',
    stage: 'ways',
    at: '2026-11-24T17:10:00.000Z',
    plan: settled(plan),
    frames: []
  }
}

export const demoSets = (): DemoShoot[] => [movement(), bottle(), coin(), crystal(), seed(), vial()]
