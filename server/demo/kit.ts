/**
 * The invented kit of the Tidewater Cabinet: every kind of dial, a leaf and a focal-plane shutter.
 * Nobody's real gear.
 */
import { kitItemSchema, type KitItem } from '@core/kit/kit'

const f = (n: number) => Math.round(2 * Math.log2(n) * 3) / 3

const cameras = [
  {
    kind: 'camera',
    id: 'slate-body',
    name: 'Slate body, 36 × 24 mm',
    sensorWidthMm: 36,
    sensorHeightMm: 24,
    pixelsWide: 6048,
    pixelsHigh: 4032,
    step: 'third',
    curtain: 'focal-plane',
    syncStops: 23 / 3,
    fastestShutterStops: 13,
    slowestShutterStops: -5,
    lowestIsoStops: 0,
    highestIsoStops: 8,
    showsEffective: false,
    highSpeedSync: true
  },
  {
    kind: 'camera',
    id: 'tern-compact',
    name: 'Tern compact, 13.2 × 8.8 mm',
    notes: 'Leaf shutter: syncs at every speed.',
    sensorWidthMm: 13.2,
    sensorHeightMm: 8.8,
    pixelsWide: 5472,
    pixelsHigh: 3648,
    step: 'third',
    curtain: 'leaf',
    syncStops: 11,
    fastestShutterStops: 11,
    slowestShutterStops: -3,
    lowestIsoStops: 1 / 3,
    highestIsoStops: 6,
    showsEffective: false,
    highSpeedSync: false
  },
  {
    kind: 'camera',
    id: 'cove-body',
    name: 'Cove body, 17.3 × 13 mm',
    notes: 'Shows the effective f-number when focused close.',
    sensorWidthMm: 17.3,
    sensorHeightMm: 13,
    pixelsWide: 5184,
    pixelsHigh: 3888,
    step: 'half',
    curtain: 'focal-plane',
    syncStops: 8,
    fastestShutterStops: 13,
    slowestShutterStops: -5,
    lowestIsoStops: 1,
    highestIsoStops: 7,
    showsEffective: true,
    highSpeedSync: true
  }
]

const lenses = [
  {
    kind: 'lens',
    id: 'slate-100',
    name: 'Slate 100 mm, 1:1',
    focalMm: 100,
    maxMagnification: 1,
    widestStops: f(2.8),
    narrowestStops: f(32),
    pupilRatio: 0.8,
    sensorToFrontMm: 168,
    hoodDeg: null
  },
  {
    kind: 'lens',
    id: 'slate-60',
    name: 'Slate 60 mm, 1:2',
    focalMm: 60,
    maxMagnification: 0.5,
    widestStops: f(2.8),
    narrowestStops: f(22),
    pupilRatio: 1,
    sensorToFrontMm: 118,
    hoodDeg: null
  },
  {
    kind: 'lens',
    id: 'tern-zoom',
    name: 'Tern fixed lens at 9 mm',
    notes: 'Built into the compact.',
    focalMm: 9,
    maxMagnification: 0.35,
    widestStops: f(2.8),
    narrowestStops: f(11),
    pupilRatio: 1.2,
    sensorToFrontMm: 32,
    hoodDeg: null
  },
  {
    kind: 'lens',
    id: 'cove-45',
    name: 'Cove 45 mm, 1:1',
    focalMm: 45,
    maxMagnification: 1,
    widestStops: f(2.8),
    narrowestStops: f(22),
    pupilRatio: 1,
    sensorToFrontMm: 105,
    hoodDeg: null
  }
]

const strobe = (part: Record<string, unknown>) => ({
  kind: 'strobe',
  beamDeg: 60,
  face: { kind: 'rectangle', widthMm: 62, heightMm: 38 },
  guideNumberWaterM: null,
  recycleFullS: 2.8,
  leastRecycleS: 0.1,
  flashesFull: 160,
  mostFlashes: null,
  headClass: 'hot-shoe',
  shortestT01S: null,
  durationsFrom: 'stated',
  quench: 'quenched',
  t01FullS: 1 / 300,
  durations: [],
  highSpeedSync: true,
  highSpeedPenaltyStops: 0.5,
  ...part
})

const strobes = [
  strobe({
    id: 'lantern-36',
    name: 'Lantern 36',
    notes: 'Guide number at the 35 mm zoom setting.',
    guideNumberM: 36,
    dial: { kind: 'fraction', step: 'third', lowestStops: -7 },
    durations: [
      { powerStops: 0, t01: 1 / 300 },
      { powerStops: -1, t01: 1 / 900 },
      { powerStops: -2, t01: 1 / 2000 },
      { powerStops: -4, t01: 1 / 6000 },
      { powerStops: -6, t01: 1 / 13000 },
      { powerStops: -7, t01: 1 / 18000 }
    ]
  }),
  strobe({
    id: 'lantern-ring',
    name: 'Lantern ring 14',
    guideNumberM: 14,
    beamDeg: 80,
    face: { kind: 'ring', innerMm: 64, outerMm: 92 },
    dial: { kind: 'fraction', step: 'tenth', lowestStops: -8 },
    t01FullS: 1 / 700,
    recycleFullS: 2
  }),
  strobe({
    id: 'lamplet-20',
    name: 'Lamplet 20',
    guideNumberM: 20,
    beamDeg: 75,
    face: { kind: 'rectangle', widthMm: 42, heightMm: 26 },
    dial: { kind: 'fraction', step: 'half', lowestStops: -6 },
    t01FullS: 1 / 500,
    highSpeedSync: false
  }),
  strobe({
    id: 'drawer-28',
    name: 'Drawer 28, whole stops',
    guideNumberM: 28,
    dial: { kind: 'fraction', step: 'whole', lowestStops: -6 },
    highSpeedSync: false,
    recycleFullS: 4
  }),
  strobe({
    id: 'anemone-7',
    name: 'Anemone 7 (under water)',
    notes: 'A dome of 80 mm; the guide number under water is the maker’s.',
    headClass: 'under-water',
    guideNumberM: 22,
    guideNumberWaterM: 8,
    beamDeg: 100,
    face: { kind: 'disc', diameterMm: 80 },
    dial: { kind: 'levels', count: 7, stopsPerLevel: 1 },
    recycleFullS: 1.9,
    flashesFull: 210,
    highSpeedSync: false
  }),
  strobe({
    id: 'bench-200',
    name: 'Bench 200 (percent)',
    guideNumberM: 45,
    beamDeg: 85,
    face: { kind: 'disc', diameterMm: 110 },
    dial: { kind: 'percent', lowestPercent: 3, stepPercent: 1 },
    quench: 'voltage',
    t01FullS: 1 / 800,
    durations: [
      { powerStops: 0, t01: 1 / 800 },
      { powerStops: -3, t01: 1 / 450 },
      { powerStops: -5, t01: 1 / 320 }
    ],
    recycleFullS: 1.2,
    flashesFull: 100000,
    highSpeedSync: false,
    notes: 'Mains head: longer flashes at low power.'
  }),
  strobe({
    id: 'pack-10',
    name: 'Pack head, 2.0–10',
    guideNumberM: 64,
    beamDeg: 70,
    face: { kind: 'disc', diameterMm: 120 },
    dial: { kind: 'decimal', lowest: 2, full: 10, step: 0.1 },
    recycleFullS: 0.9,
    flashesFull: 420,
    t01FullS: 1 / 600
  })
]

const modifiers = [
  {
    kind: 'modifier',
    id: 'snoot-22',
    name: 'Snoot, 22 mm throat',
    lossStops: 0.4,
    beam: { kind: 'snoot', throatMm: 22, lengthMm: 120 },
    face: { kind: 'disc', diameterMm: 22 }
  },
  {
    kind: 'modifier',
    id: 'snoot-45',
    name: 'Snoot, 45 mm throat',
    lossStops: 0.2,
    beam: { kind: 'snoot', throatMm: 45, lengthMm: 130 },
    face: { kind: 'disc', diameterMm: 45 }
  },
  {
    kind: 'modifier',
    id: 'grid-40',
    name: 'Honeycomb grid, 40°',
    lossStops: 1,
    beam: { kind: 'cut', beamDeg: 40 },
    face: { kind: 'keep' }
  },
  {
    kind: 'modifier',
    id: 'grid-20',
    name: 'Honeycomb grid, 20°',
    lossStops: 1.6,
    beam: { kind: 'cut', beamDeg: 20 },
    face: { kind: 'keep' }
  },
  {
    kind: 'modifier',
    id: 'panel-200',
    name: 'Panel 200 × 150 mm',
    lossStops: 1.5,
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'rectangle', widthMm: 200, heightMm: 150 }
  },
  {
    kind: 'modifier',
    id: 'shell-300',
    name: 'White shell, 300 mm',
    lossStops: 1.8,
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'disc', diameterMm: 300 }
  },
  {
    kind: 'modifier',
    id: 'cap',
    name: 'Diffuser cap',
    lossStops: 1.2,
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'rectangle', widthMm: 70, heightMm: 50 }
  },
  {
    kind: 'modifier',
    id: 'tracing',
    name: 'Tracing paper, one sheet',
    lossStops: 1,
    beam: { kind: 'keep' },
    face: { kind: 'keep' }
  }
]

export const DEMO_KIT: readonly KitItem[] = [...cameras, ...lenses, ...strobes, ...modifiers].map(
  (item) => kitItemSchema.parse(item)
)

export function demoItem<K extends KitItem['kind']>(
  kind: K,
  id: string
): Extract<KitItem, { kind: K }> {
  const found = DEMO_KIT.find((item) => item.kind === kind && item.id === id)
  if (!found) throw new RangeError(`no demo ${kind} ${id}`)
  return found as Extract<KitItem, { kind: K }>
}
