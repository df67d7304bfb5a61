/** Fields of the parts of a head or modifier: dial, beam, lit face, and its short tables. */
import { CHANNELS } from '@core/colour/filters'
import { parseFraction } from '@core/scales/parse'
import { formatStops, normalise, parseStops } from '@core/scales/stops'
import { CHANNEL_WORDS } from './colour'
import { plain } from './format'
import {
  choice,
  length,
  number,
  optional,
  shutter,
  parseDuration,
  showDuration,
  type FieldSpec
} from './fieldSpec'

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

const GAP = length(
  'port.gapMm',
  'Lens front to port',
  'To the outside of the port, on the axis. The distance to the subject is counted from there.'
)
export const PORT_KINDS = [
  { value: 'flat', title: 'Flat' },
  { value: 'dome', title: 'Dome' }
]
export const PORT_FIELDS: Record<string, readonly FieldSpec[]> = {
  flat: [GAP],
  dome: [
    GAP,
    length(
      'port.radiusMm',
      'Radius of the dome',
      'Of its curve. What lies in the water shows as an image within about three of them: the lens has to focus there.'
    )
  ]
}

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
  stopsColumn('powerStops', 'Stops below full'),
  { path: 't01', label: 't0.1', type: 'figure', parse: parseDuration, show: showDuration }
]
const UNSURE = number('uncertaintyStops', '±', 'stops')
export const MARK_COLUMNS: readonly FieldSpec[] = [
  stopsColumn('powerStops', 'Stops below full'),
  stopsColumn('stops', 'Gives more than it says'),
  UNSURE
]
export const HIGH_SPEED_COLUMNS: readonly FieldSpec[] = [
  shutter('shutterStops', 'Shutter'),
  stopsColumn('stops', 'Loses'),
  UNSURE
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

const SHARE = {
  parse: parseFraction,
  show: (v: number) => plain(v * 100, 4)
}
const TRANSMISSION: FieldSpec = {
  ...optional(
    number(
      'colour.transmission',
      'Lets through',
      '%',
      'Of daylight, as its maker states it. Left empty: the most such a filter can.'
    )
  ),
  ...SHARE
}
export const FILTER_KINDS = [
  { value: 'conversion', title: 'Conversion: warmer or cooler' },
  { value: 'correction', title: 'Colour correction, by density' },
  { value: 'strong', title: 'Strong colour' },
  { value: 'table', title: 'Measured curve' }
]
export const FILTER_FIELDS: Record<string, readonly FieldSpec[]> = {
  conversion: [
    number(
      'colour.mired',
      'Shift',
      'mired',
      'Warmer is +, cooler −. 10⁶/K of the light after it less 10⁶/K before.'
    ),
    TRANSMISSION
  ],
  correction: [
    choice(
      'colour.channel',
      'Colour',
      CHANNELS.map((value) => ({ value, title: CHANNEL_WORDS[value] }))
    ),
    number('colour.density', 'Density', '', '0.30 is a stop in the third it takes from.')
  ],
  strong: [
    number('colour.hueDeg', 'Hue', '°', '0 red, 60 yellow, 120 green, 180 cyan, 240 blue.'),
    number('colour.density', 'Density', '', 'Where it takes most: 1 lets through a tenth.'),
    TRANSMISSION
  ],
  table: []
}
export const LAMP_KINDS = [
  { value: 'daylight', title: 'Flash, sun or sky' },
  { value: 'glowing', title: 'Glowing: a filament, a flame' },
  { value: 'table', title: 'Measured curve' }
]
export const KELVIN_COLUMNS: readonly FieldSpec[] = [
  stopsColumn('powerStops', 'Stops below full'),
  number('kelvin', 'Colour temperature', 'K')
]
