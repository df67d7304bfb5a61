/**
 * What a kit item's form asks, in order: the path in the item, how the figure is typed and shown,
 * and help where the term is not plain.
 */
import type { KitKind } from '@core/kit/kit'
import { NAME, NOTES, PREPARE } from './commonFields'
import {
  aperture,
  choice,
  iso,
  length,
  number,
  optional,
  shutter,
  stops,
  yesNo,
  type FieldSpec
} from './fieldSpec'

const STEPS = [
  { value: 'third', title: 'thirds of a stop' },
  { value: 'half', title: 'half stops' },
  { value: 'whole', title: 'whole stops' }
]
const DISPLAY_CHOICES = [
  { value: 'tenths', title: 'whole stop and tenths: 8·6' },
  { value: 'thirds', title: 'thirds: 6.3, 7.1, 8, 9' },
  { value: 'halves', title: 'halves: 6.7, 8, 9.5' },
  { value: 'decimals', title: 'the f-number itself: 9.8' }
]

const LINK_WAYS = [
  { value: 'cable', title: 'Cable' },
  { value: 'fibre', title: 'Light guide from a flash' },
  { value: 'radio', title: 'Radio' },
  { value: 'infrared', title: 'Infrared' },
  { value: 'cell', title: 'A cell that sees another flash' }
]
const AT_PRE_FLASH = [
  { value: 'fires', title: 'fires at the first' },
  { value: 'second', title: 'waits for the second' },
  { value: 'learns', title: 'learns by a test frame which is the main one' }
]

const MOUNT: FieldSpec = {
  path: 'mount',
  label: 'Lens mount',
  type: 'text',
  help: 'By any name, the same for what fits together. Left empty: fits everything.'
}

export const KIT_FIELDS: Record<KitKind, readonly FieldSpec[]> = {
  camera: [
    NAME,
    MOUNT,
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
    NOTES,
    PREPARE
  ],
  lens: [
    NAME,
    MOUNT,
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
    NOTES,
    PREPARE
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
  housing: [
    NAME,
    length('portDiameterMm', 'Port’s outer diameter'),
    length('bodyWidthMm', 'Width of the body', 'What stands in the way of light. 0: nothing does.'),
    length('bodyHeightMm', 'Height of the body'),
    length('bodyDepthMm', 'Depth of the body', 'Behind its port.'),
    NOTES,
    PREPARE
  ],
  link: [
    NAME,
    choice('way', 'How it tells a strobe to fire', LINK_WAYS, 'What your trigger or cable is.'),
    number('delayMs', 'Delay', 'ms', 'From the camera’s signal to the start of the flash.'),
    optional(
      number(
        'rangeM',
        'Reach indoors',
        'm',
        'Of a cable or light guide its length. Left empty: not known, and not checked.'
      )
    ),
    optional(
      number('rangeInSunM', 'Reach in sunlight', 'm', '0: none there. Left empty: not known.')
    ),
    number('channels', 'Channels', '', '1: it has no choice.'),
    choice(
      'atPreFlash',
      'At a flash before the main one',
      AT_PRE_FLASH,
      'What a cell does when the flash it sees fires more than once.'
    ),
    yesNo('carriesPower', 'Sets the power of a group from the camera'),
    yesNo('carriesAutomatic', 'Automatic flash works over it'),
    yesNo('carriesHighSpeedSync', 'High-speed sync works over it'),
    NOTES,
    PREPARE
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
    stops(
      'offsetStops',
      'Reads too high by',
      'Against a camera that was measured; taken out of every reading.'
    ),
    optional(
      number('offsetUncertaintyStops', '± of that', 'stops', 'Left empty: nobody measured it.')
    ),
    NOTES,
    PREPARE
  ],
  modifier: [
    NAME,
    stops(
      'lossStops',
      'Loss in the material',
      'Besides what spreading or cutting the beam takes, which is worked out. A first guess: ' +
        'your own readings correct it.'
    ),
    optional(
      number('lossUncertaintyStops', '± of what it takes', 'stops', 'Left empty: a first guess.')
    ),
    choice('beam.kind', 'Beam', [
      { value: 'keep', title: 'As the head makes it' },
      { value: 'spread', title: 'Spread softly over' },
      { value: 'cut', title: 'Nothing outside (grid)' },
      { value: 'snoot', title: 'Tube (snoot)' }
    ]),
    NOTES,
    PREPARE
  ],
  filter: [
    NAME,
    optional(
      number('lossUncertaintyStops', '± of what it costs', 'stops', 'Left empty: as it came.')
    ),
    NOTES,
    PREPARE
  ]
}
