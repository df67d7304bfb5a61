/**
 * What a kit item's form asks, in order: the path in the item, how the figure is typed and shown,
 * and help where the term is not plain.
 */
import { parseFraction } from '@core/scales/parse'
import { formatStops, normalise, parseStops } from '@core/scales/stops'
import type { KitKind } from '@core/kit/kit'
import { plain } from './format'
import {
  aperture,
  choice,
  iso,
  length,
  number,
  optional,
  parseDuration,
  showDuration,
  shutter,
  stops,
  time,
  yesNo,
  type FieldSpec
} from './fieldSpec'

const STEPS = [
  { value: 'third', title: 'thirds of a stop' },
  { value: 'half', title: 'half stops' },
  { value: 'whole', title: 'whole stops' }
]
const NAME: FieldSpec = { path: 'name', label: 'Name', type: 'text' }
const NOTES: FieldSpec = { path: 'notes', label: 'Notes', type: 'notes' }

const DISPLAY_CHOICES = [
  { value: 'tenths', title: 'whole stop and tenths: 8·6' },
  { value: 'thirds', title: 'thirds: 6.3, 7.1, 8, 9' },
  { value: 'halves', title: 'halves: 6.7, 8, 9.5' },
  { value: 'decimals', title: 'the f-number itself: 9.8' }
]

export const KIT_FIELDS: Record<KitKind, readonly FieldSpec[]> = {
  camera: [
    NAME,
    length('sensorWidthMm', 'Sensor width'),
    length('sensorHeightMm', 'Sensor height'),
    number('pixelsWide', 'Pixels across', 'px'),
    number('pixelsHigh', 'Pixels down', 'px'),
    choice('step', 'Dial step', STEPS),
    choice(
      'curtain',
      'Shutter',
      [
        { value: 'focal-plane', title: 'Focal plane (two curtains)' },
        { value: 'leaf', title: 'Leaf' }
      ],
      'A leaf shutter sits in the lens and syncs at every speed.'
    ),
    shutter(
      'syncStops',
      'Sync speed',
      'The fastest shutter at which the whole picture is uncovered when the flash fires.'
    ),
    shutter('fastestShutterStops', 'Fastest shutter'),
    shutter('slowestShutterStops', 'Slowest shutter'),
    iso('lowestIsoStops', 'Lowest ISO'),
    iso('highestIsoStops', 'Highest ISO'),
    yesNo(
      'showsEffective',
      'Shows the effective f-number',
      'Some bodies already count the light lost to close focus in the f-number they display.'
    ),
    yesNo('highSpeedSync', 'High-speed sync'),
    optional(
      length(
        'bodyWidthMm',
        'Width of the body',
        'What it stands in the way of light. Left empty: guessed from the sensor; 0: left out.'
      )
    ),
    optional(length('bodyHeightMm', 'Height of the body')),
    NOTES
  ],
  lens: [
    NAME,
    length('focalMm', 'Focal length'),
    number('maxMagnification', 'Largest magnification', '×'),
    aperture('widestStops', 'Widest aperture'),
    aperture('narrowestStops', 'Narrowest aperture'),
    number(
      'pupilRatio',
      'Pupil ratio',
      '',
      'Diameter of the exit pupil over that of the entrance pupil. Look into the lens from ' +
        'both ends; 1 when unsure.'
    ),
    length(
      'sensorToFrontMm',
      'Sensor plane to lens front',
      'From the mark on the body to the front of the lens, focused close.'
    ),
    optional(
      shutter(
        'leafFastestStops',
        'Own leaf shutter, to',
        'Some lenses bring one to a body with curtains. Left empty: it has none.'
      )
    ),
    optional(
      number(
        'hoodDeg',
        'Hood shades past',
        '°',
        'Off the lens axis. Left empty: no hood, every light before the lens falls on its front.'
      )
    ),
    optional(
      length(
        'frontDiameterMm',
        'Diameter at the front',
        'How much of the light it stands in the way of. Left empty: guessed from focal length ' +
          'and sensor.'
      )
    ),
    NOTES
  ],
  strobe: [
    NAME,
    number(
      'guideNumberM',
      'Guide number',
      'm at ISO 100',
      'f-number × distance in metres for the right exposure at full power, for the beam below.'
    ),
    number('beamDeg', 'Beam', '°', 'Full angle at whose edge the light has dropped by one stop.')
  ],
  meter: [
    NAME,
    choice('display', 'Shows f-numbers as', DISPLAY_CHOICES),
    iso('isoStops', 'Set to ISO'),
    shutter(
      'shutterStops',
      'Set to a time of',
      'Ambient light within this time is in its reading, and is taken out again.'
    ),
    choice(
      'receptor',
      'Receptor',
      [
        { value: 'dome', title: 'Dome, toward the lens' },
        { value: 'flat', title: 'Flat, turned to the light' }
      ],
      'A dome adds up what falls on a place; a flat receptor compares single lights.'
    ),
    NOTES
  ],
  modifier: [
    NAME,
    stops(
      'lossStops',
      'Loss in the material',
      'Besides what spreading or cutting the beam takes, which is worked out. A first guess: ' +
        'your own readings correct it.'
    ),
    choice('beam.kind', 'Beam', [
      { value: 'keep', title: 'As the head makes it' },
      { value: 'spread', title: 'Spread softly over' },
      { value: 'cut', title: 'Nothing outside (grid)' },
      { value: 'snoot', title: 'Tube (snoot)' }
    ]),
    NOTES
  ]
}

/** What a strobe's class answers until the user knows better. */
export const STROBE_REST: readonly FieldSpec[] = [
  number('recycleFullS', 'Recycle at full power', 's'),
  number(
    'leastRecycleS',
    'Shortest recycle',
    's',
    'However weak the flash: what the head’s stated rate allows.'
  ),
  number('flashesFull', 'Full-power flashes per charge'),
  optional(
    number(
      'mostFlashes',
      'Most flashes per charge',
      '',
      'However weak. Left empty: 20 times those at full power.'
    )
  ),
  choice(
    'quench',
    'Power control',
    [
      { value: 'quenched', title: 'Cuts the flash short (most battery strobes)' },
      { value: 'voltage', title: 'Lowers the voltage (many mains heads)' }
    ],
    'Heads that cut the flash short get shorter flashes at low power, voltage-controlled ' +
      'ones often longer.'
  ),
  time(
    't01FullS',
    'Flash duration t0.1 at full',
    'Time the flash spends above a tenth of its peak: what counts for freezing.'
  ),
  optional(
    time(
      'shortestT01S',
      'Shortest flash t0.1',
      'Left empty: 1/20 000 s for hot-shoe heads, 1/10 000 s for studio heads.'
    )
  ),
  optional(
    number(
      'guideNumberWaterM',
      'Guide number under water',
      'm at ISO 100',
      'As its maker states it, or from a frame. Left empty: 0.4 of that in air.'
    )
  ),
  yesNo('highSpeedSync', 'High-speed sync'),
  stops(
    'highSpeedPenaltyStops',
    'Extra loss in high-speed sync',
    'On top of the loss by geometry; half a stop until measured.'
  ),
  NOTES
]

export const HEAD_CHOICES = [
  { value: 'hot-shoe', title: 'Hot-shoe or ring head, battery' },
  { value: 'studio', title: 'Studio head that cuts its flash short' },
  { value: 'voltage', title: 'Studio head by voltage' },
  { value: 'under-water', title: 'Under-water head' }
]
/** How the duration table is known. */
export const DURATIONS_FROM: FieldSpec = choice('durationsFrom', 'These durations are', [
  { value: 'typical', title: 'typical of its class' },
  { value: 'stated', title: 'stated by the maker' },
  { value: 'measured', title: 'measured' }
])

export const BEAM_FIELDS: Record<string, readonly FieldSpec[]> = {
  keep: [],
  spread: [number('beam.beamDeg', 'Beam angle', '°', '120° is an even, softly lit face.')],
  cut: [
    number(
      'beam.beamDeg',
      'Cut angle',
      '°',
      'Nothing leaves beyond it; at half of it the cells take 1.35 stops.'
    )
  ],
  snoot: [
    length('beam.throatMm', 'Throat'),
    length(
      'beam.lengthMm',
      'Length',
      'Nothing leaves it beyond atan(throat / length) off its axis.'
    ),
    {
      ...number(
        'beam.innerReflectance',
        'Inside throws back',
        '%',
        '0 % for black, 80 % for white.'
      ),
      parse: parseFraction,
      show: (v) => plain(v * 100, 4)
    }
  ]
}
/** The same angle by the cells themselves. */
export const GRID_CELLS: FieldSpec = number(
  'cells',
  'Or cell depth over its width',
  '',
  'Measure one cell: 10 mm deep and 5 mm wide is 2.'
)

const DEG = number('deg', 'Off axis', '°')
const stopsColumn = (path: string, label: string): FieldSpec => ({
  path,
  label,
  type: 'figure',
  parse: parseStops,
  show: (v) => formatStops(v)
})
export const ANGLE_COLUMNS = [DEG, stopsColumn('stops', 'Stops against the axis')]
export const MEASURED_COLUMNS = [DEG, stopsColumn('stops', 'Against bare, stops')]
export const DURATION_COLUMNS: readonly FieldSpec[] = [
  stopsColumn('powerStops', 'Power, stops below full'),
  { path: 't01', label: 't0.1', type: 'figure', parse: parseDuration, show: showDuration }
]
export const ZOOM_COLUMNS = [
  length('settingMm', 'Setting'),
  number('beamDeg', 'Beam', '°'),
  number('guideNumberM', 'Guide number', 'm')
]
export const FACE_KINDS = [
  { value: 'disc', title: 'Round' },
  { value: 'rectangle', title: 'Oblong' },
  { value: 'ring', title: 'Ring round the lens' }
]
export const FACE_FIELDS: Record<string, readonly FieldSpec[]> = {
  keep: [],
  disc: [length('face.diameterMm', 'Diameter')],
  rectangle: [length('face.widthMm', 'Face width'), length('face.heightMm', 'Face height')],
  ring: [length('face.innerMm', 'Inner diameter'), length('face.outerMm', 'Outer diameter')]
}
export const DISTRIBUTION_KINDS = [
  { value: 'cos', title: 'Smooth, from the beam above' },
  { value: 'table', title: 'A table of angles' },
  { value: 'file', title: 'A photometric file' }
]

export const DIAL_KINDS = [
  { value: 'fraction', title: 'Fractions: 1/1, 1/2, 1/4 …' },
  { value: 'levels', title: 'Numbered levels' },
  { value: 'percent', title: 'Percent' },
  { value: 'decimal', title: 'Decimal, 1.0 = one stop' }
]
export const DIAL_FIELDS: Record<string, readonly FieldSpec[]> = {
  fraction: [
    choice('dial.step', 'Dial step', [
      { value: 'third', title: 'thirds' },
      { value: 'tenth', title: 'tenths' },
      { value: 'half', title: 'halves' },
      { value: 'whole', title: 'whole stops' }
    ]),
    {
      path: 'dial.lowestStops',
      label: 'Lowest power',
      type: 'figure',
      parse: (t) => {
        const m = normalise(t).match(/^1 ?\/ ?(\d+)$/)
        return m ? -Math.round(Math.log2(Number(m[1]))) : null
      },
      show: (v) => `1/${2 ** -v}`
    }
  ],
  levels: [number('dial.count', 'Levels'), number('dial.stopsPerLevel', 'Stops a level')],
  percent: [
    number('dial.lowestPercent', 'Lowest power', '%'),
    number('dial.stepPercent', 'Step', '%')
  ],
  decimal: [
    number('dial.lowest', 'Lowest power'),
    number('dial.full', 'Full power'),
    number('dial.step', 'Step')
  ]
}
