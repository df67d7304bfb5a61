/**
 * The invented kit of the Tidewater Cabinet: every kind of dial, a leaf and a focal-plane shutter.
 * Nobody's real gear.
 */
import { ASSEMBLY } from './assembly'
import { kitItemSchema, type KitItem } from '@core/kit/kit'
import { filters } from './filters'
import { lenses } from './lenses'
import { links } from './links'
import { strobes } from './strobes'

const cameras = [
  {
    kind: 'camera',
    id: 'slate-body',
    name: 'Slate body, 36 × 24 mm',
    mount: 'Slate',
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
    highSpeedSync: true,
    bodyWidthMm: null,
    bodyHeightMm: null
  },
  {
    kind: 'camera',
    id: 'tern-compact',
    name: 'Tern compact, 13.2 × 8.8 mm',
    mount: 'Tern, fixed',
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
    highSpeedSync: false,
    bodyWidthMm: null,
    bodyHeightMm: null
  },
  {
    kind: 'camera',
    id: 'cove-body',
    name: 'Cove body, 17.3 × 13 mm',
    mount: 'Cove',
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
    highSpeedSync: true,
    bodyWidthMm: null,
    bodyHeightMm: null
  }
]

const modifiers = [
  {
    kind: 'modifier',
    id: 'snoot-22',
    name: 'Snoot, 22 mm throat',
    lossStops: 0.4,
    beam: { kind: 'snoot', throatMm: 22, lengthMm: 120, innerReflectance: 0 },
    face: { kind: 'keep' },
    measured: []
  },
  {
    kind: 'modifier',
    id: 'snoot-45',
    name: 'Snoot, 45 mm throat',
    lossStops: 0.2,
    beam: { kind: 'snoot', throatMm: 45, lengthMm: 130, innerReflectance: 0 },
    face: { kind: 'keep' },
    measured: []
  },
  {
    kind: 'modifier',
    id: 'grid-40',
    name: 'Honeycomb grid, 40°',
    lossStops: 1,
    beam: { kind: 'cut', beamDeg: 40 },
    face: { kind: 'keep' },
    measured: []
  },
  {
    kind: 'modifier',
    id: 'grid-20',
    name: 'Honeycomb grid, 20°',
    lossStops: 1.6,
    beam: { kind: 'cut', beamDeg: 20 },
    face: { kind: 'keep' },
    measured: []
  },
  {
    kind: 'modifier',
    id: 'panel-200',
    name: 'Panel 200 × 150 mm',
    lossStops: 0.3,
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'rectangle', widthMm: 200, heightMm: 150 },
    measured: []
  },
  {
    kind: 'modifier',
    id: 'shell-300',
    name: 'White shell, 300 mm',
    lossStops: 0.5,
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'disc', diameterMm: 300 },
    measured: []
  },
  {
    kind: 'modifier',
    id: 'cap',
    name: 'Diffuser cap',
    lossStops: 0.1,
    beam: { kind: 'spread', beamDeg: 120 },
    face: { kind: 'rectangle', widthMm: 70, heightMm: 50 },
    measured: []
  },
  {
    kind: 'modifier',
    id: 'tracing',
    name: 'Tracing paper, one sheet',
    lossStops: 1,
    beam: { kind: 'keep' },
    face: { kind: 'keep' },
    measured: []
  }
]

const meters = [
  {
    kind: 'meter',
    id: 'wren-meter',
    name: 'Wren meter',
    notes: 'Shows thirds of a stop.',
    display: 'thirds',
    isoStops: 0,
    shutterStops: 23 / 3,
    receptor: 'dome'
  }
]

const housings = [
  {
    kind: 'housing',
    id: 'limpet-flat',
    name: 'Limpet housing, flat port',
    notes: 'For the Cove body and its 45 mm.',
    prepare: 'Lens at its closest mark, then closed\nCatch pressed until it clicks twice',
    seals: [
      { name: 'Main ring', servicedOn: '2026-05-18' },
      { name: 'Ring of the port', servicedOn: '2025-08-30' },
      { name: 'Plug of the guide', servicedOn: null }
    ],
    assembly: [
      { text: 'Camera on its tray, pushed in until it stops', picture: ASSEMBLY.tray },
      { text: 'Main ring laid in all round, nothing across it', picture: ASSEMBLY.seal },
      { text: 'Both halves pressed even, then the catch', picture: ASSEMBLY.catch }
    ],
    port: { kind: 'flat', gapMm: 14 },
    portDiameterMm: 92,
    bodyWidthMm: 170,
    bodyHeightMm: 135,
    bodyDepthMm: 105
  },
  {
    kind: 'housing',
    id: 'limpet-dome',
    name: 'Limpet housing, dome port',
    notes: 'For the Slate body and its 60 mm.',
    seals: [{ name: 'Main ring', servicedOn: '2025-08-30' }],
    port: { kind: 'dome', gapMm: 46, radiusMm: 95 },
    portDiameterMm: 160,
    bodyWidthMm: 210,
    bodyHeightMm: 170,
    bodyDepthMm: 125
  }
]

export const DEMO_KIT: readonly KitItem[] = [
  ...cameras,
  ...lenses,
  ...strobes,
  ...modifiers,
  ...filters,
  ...meters,
  ...housings,
  ...links
].map((item) => kitItemSchema.parse(item))

export function demoItem<K extends KitItem['kind']>(
  kind: K,
  id: string
): Extract<KitItem, { kind: K }> {
  const found = DEMO_KIT.find((item) => item.kind === kind && item.id === id)
  if (!found) throw new RangeError(`no demo ${kind} ${id}`)
  return found as Extract<KitItem, { kind: K }>
}

/** What some of it was thought to do before it was measured. */
export const EARLIER_KIT: Readonly<Record<string, KitItem>> = {
  'grid-40': { ...demoItem('modifier', 'grid-40'), lossStops: 0.5 }
}
