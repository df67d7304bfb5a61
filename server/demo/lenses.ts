/** The lenses of the invented kit. */
const f = (n: number) => Math.round(2 * Math.log2(n) * 3) / 3

export const lenses = [
  {
    kind: 'lens',
    id: 'slate-100',
    name: 'Slate 100 mm, 1:1',
    mount: 'Slate',
    focalMm: 100,
    maxMagnification: 1,
    widestStops: f(2.8),
    narrowestStops: f(32),
    pupilRatio: 0.8,
    sensorToFrontMm: 168,
    hoodDeg: null,
    leafFastestStops: null,
    frontDiameterMm: null
  },
  {
    kind: 'lens',
    id: 'slate-60',
    name: 'Slate 60 mm, 1:2',
    mount: 'Slate',
    notes: 'Brings a leaf shutter of its own, to 1/500.',
    focalMm: 60,
    maxMagnification: 0.5,
    widestStops: f(2.8),
    narrowestStops: f(22),
    pupilRatio: 1,
    sensorToFrontMm: 118,
    hoodDeg: null,
    leafFastestStops: 9,
    frontDiameterMm: null
  },
  {
    kind: 'lens',
    id: 'slate-24',
    name: 'Slate 24 mm, 1:4',
    mount: 'Slate',
    focalMm: 24,
    maxMagnification: 0.25,
    widestStops: f(2.8),
    narrowestStops: f(22),
    pupilRatio: 2,
    sensorToFrontMm: 125,
    hoodDeg: null,
    leafFastestStops: null,
    frontDiameterMm: null
  },
  {
    kind: 'lens',
    id: 'tern-zoom',
    name: 'Tern fixed lens at 9 mm',
    mount: 'Tern, fixed',
    notes: 'Built into the compact.',
    focalMm: 9,
    maxMagnification: 0.35,
    widestStops: f(2.8),
    narrowestStops: f(11),
    pupilRatio: 1.2,
    sensorToFrontMm: 32,
    hoodDeg: null,
    leafFastestStops: null,
    frontDiameterMm: null
  },
  {
    kind: 'lens',
    id: 'cove-45',
    name: 'Cove 45 mm, 1:1',
    mount: 'Cove',
    focalMm: 45,
    maxMagnification: 1,
    widestStops: f(2.8),
    narrowestStops: f(22),
    pupilRatio: 1,
    sensorToFrontMm: 105,
    hoodDeg: null,
    leafFastestStops: null,
    frontDiameterMm: null
  }
]
