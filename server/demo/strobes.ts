/** The strobes of the invented kit: every kind of dial, heads that cut their flash and one by voltage. */
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
  zoom: [],
  ...part
})

export const strobes = [
  strobe({
    id: 'lantern-36',
    name: 'Lantern 36',
    notes: 'Guide number at the 35 mm zoom setting.',
    guideNumberM: 36,
    zoom: [
      { settingMm: 24, beamDeg: 78, guideNumberM: 28 },
      { settingMm: 35, beamDeg: 60, guideNumberM: 36 },
      { settingMm: 50, beamDeg: 46, guideNumberM: 42 },
      { settingMm: 70, beamDeg: 34, guideNumberM: 48 },
      { settingMm: 105, beamDeg: 24, guideNumberM: 56 }
    ],
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
    colour: { kind: 'daylight', kelvin: 5200 },
    kelvinByPower: [
      { powerStops: -6, kelvin: 6100 },
      { powerStops: -3, kelvin: 5600 },
      { powerStops: 0, kelvin: 5200 }
    ],
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
    seals: [
      { name: 'Ring of the cell cap', servicedOn: '2026-05-18' },
      { name: 'Plug of the cord', servicedOn: '2026-05-18' }
    ],
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
    onMains: true,
    highSpeedSync: false,
    notes: 'Longer flashes at low power.'
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
    t01FullS: 1 / 600,
    highSpeedLeastStops: -4
  })
]
