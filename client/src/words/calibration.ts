/** Calibrations in words: what each measures, how it is done, what its rows and results say. */
import type {
  BenchRow,
  Calibration,
  CalibrationKind,
  DurationWay,
  LightCalibration
} from '@core/calibration/calibration'
import type { KitItem, KitKind, Strobe } from '@core/kit/kit'
import { formatPower } from '@core/scales/dial'
import { nameOf } from '@core/scales/marks'
import { mm, plain } from './format'

interface KindWords {
  readonly name: string
  /** what is to stand where, once */
  readonly stand: string
  readonly help: string
}

export const CALIBRATION_WORDS: Record<CalibrationKind, KindWords> = {
  output: {
    name: 'Guide number',
    stand:
      'A dark room with nothing pale near. Bare head, at its stated beam, straight at the meter or ' +
      'card, measured from its front.',
    help:
      'f-number × distance in metres at full power, ISO 100. Several distances show whether the ' +
      'light falls off by the square; where it does not, something throws light back.'
  },
  beam: {
    name: 'Beam',
    stand:
      'Meter or card stays where it is, on the axis, turned to the head. The head is turned on its ' +
      'stand, angle by angle.',
    help:
      'How the light falls off away from the axis. The beam is stated by the full angle at whose ' +
      'edge it is down one stop.'
  },
  marks: {
    name: 'Marks of the dial',
    stand: 'Nothing moves but the dial: from full power down, one reading a mark.',
    help:
      'Dials are least true at their low end, by half a stop and more. What each mark gives is kept ' +
      'against full power; marks in between are taken straight between those read.'
  },
  highSpeed: {
    name: 'High-speed sync',
    stand:
      'A grey card and the camera, nothing moves but the shutter. First a frame at sync, then faster ' +
      'ones with the head in high-speed sync.',
    help:
      'What the slit of the curtains takes is worked out; what the head gives less than that is its ' +
      'own, shutter by shutter.'
  },
  water: {
    name: 'Under water',
    stand:
      'The card under water at three distances, in the water you shoot in; frames by the camera.',
    help:
      'The guide number near the head, what the water takes left out. What a metre of that water takes ' +
      'beyond pure water comes out by the way and is shown; it is that day’s water, and is not kept.'
  },
  duration: {
    name: 'Flash duration',
    stand: 'Something whose speed is known, lit by this head alone; or a leaf shutter.',
    help:
      't0.1, the time the flash spends above a tenth of its peak. A streak counts as far as it is a ' +
      'tenth as bright as at its brightest.'
  },
  modifier: {
    name: 'What it takes, by angle',
    stand:
      'Meter or card stays on the axis, turned to the head. First the bare head, then with it on, ' +
      'the head turned angle by angle until nothing comes any more.',
    help:
      'Stops against the bare head on its axis. The table counts in place of loss and geometry; read ' +
      'on the axis alone it puts the loss right.'
  },
  meter: {
    name: 'Against the camera',
    stand:
      'A grey card before the head; at each power a frame of the card, then the meter in its place.',
    help:
      'What the meter reads too high or too low, against a camera whose raw files or tone curve were ' +
      'measured. It is taken out of every reading.'
  }
}

export const KINDS_OF: Record<KitKind, readonly CalibrationKind[]> = {
  strobe: ['output', 'marks', 'beam', 'highSpeed', 'duration', 'water'],
  modifier: ['modifier'],
  filter: [],
  meter: ['meter'],
  camera: [],
  lens: [],
  housing: [],
  link: []
}

export const DURATION_WAYS: readonly { readonly value: DurationWay; readonly title: string }[] = [
  { value: 'turning', title: 'A mark on a turning disc' },
  { value: 'falling', title: 'A falling mark' },
  { value: 'two-frames', title: 'Two frames by a leaf shutter' }
]
export const DURATION_HELP: Record<DurationWay, string> = {
  turning:
    'A white mark on a black disc, its turns counted or known. Measure the streak at the mark’s radius.',
  falling:
    'A white ball let fall before black; the flash fires when it has fallen so far. The camera’s own scale gives millimetres.',
  'two-frames':
    'One frame at a slow shutter, one at a fast one, nothing else changed: what the fast one lost. ' +
    'For flashes that die away by themselves, so at full power.'
}

export const rowName = (
  { kind }: LightCalibration,
  { at, reference }: BenchRow,
  strobe: Strobe
) => {
  switch (kind) {
    case 'output':
    case 'water':
      return mm(at)
    case 'beam':
      return at < 0.5 ? 'on the axis' : `${plain(at)}° off`
    case 'modifier':
      return reference
        ? 'bare, on the axis'
        : at < 0.5
          ? 'with it, on the axis'
          : `${plain(at)}° off`
    case 'marks':
      return formatPower(strobe.dial, at)
    case 'meter':
      return `${formatPower(strobe.dial, at)}, ${reference ? 'the card' : 'the meter'}`
    case 'highSpeed':
      return `${nameOf('shutter', at)}${reference ? ', at sync' : ''}`
  }
}

/** The same in so many letters as a chart has room for. */
export function rowShort({ kind }: LightCalibration, { at }: BenchRow, strobe: Strobe): string {
  if (kind === 'beam' || kind === 'modifier') return `${plain(at)}°`
  if (kind === 'output' || kind === 'water') return mm(at)
  return kind === 'highSpeed' ? nameOf('shutter', at) : formatPower(strobe.dial, at)
}

/** What to do for a row, in the order of the hands. */
export function rowOrder(run: LightCalibration, row: BenchRow, strobe: Strobe): string {
  const { at, reference } = row
  switch (run.kind) {
    case 'output':
    case 'water':
      return `${mm(at)} from the front of the head; ${formatPower(strobe.dial, run.powerStops)}.`
    case 'beam':
      return at < 0.5 ? 'The head straight at it.' : `Turn the head ${plain(at)}° aside.`
    case 'modifier':
      if (reference) return 'The bare head straight at it.'
      return at < 0.5
        ? 'Put it on, straight at it.'
        : `Turn the head ${plain(at)}° aside, with it on.`
    case 'marks':
      return `Set the dial to ${formatPower(strobe.dial, at)}.`
    case 'meter':
      return reference
        ? `Dial at ${formatPower(strobe.dial, at)}: a frame of the card.`
        : `Dial still at ${formatPower(strobe.dial, at)}: the meter where the card was.`
    case 'highSpeed':
      return reference
        ? `Shutter at ${nameOf('shutter', at)}, a single flash.`
        : `Shutter at ${nameOf('shutter', at)}, high-speed sync.`
  }
}

/** The heading over the rows' places. */
export const ROW_HEAD: Record<LightCalibration['kind'], string> = {
  output: 'Distance',
  water: 'Distance',
  beam: 'Angle',
  modifier: 'Angle',
  marks: 'Mark',
  meter: 'Mark',
  highSpeed: 'Shutter'
}

/** What is known of what a calibration measures: "measured ± 0.1", "as it came". */
export function standing(kind: CalibrationKind, item: KitItem): string {
  const measured = (off: number | null): string =>
    off === null ? 'as it came' : `measured ± ${off.toFixed(2)} stop`
  if (item.kind === 'modifier')
    return item.measured.length > 1
      ? `${item.measured.length} angles`
      : measured(item.lossUncertaintyStops)
  if (item.kind === 'meter') return measured(item.offsetUncertaintyStops)
  if (item.kind !== 'strobe') return ''
  switch (kind) {
    case 'output':
      return measured(item.outputUncertaintyStops)
    case 'marks':
      return item.marks.length ? `${item.marks.length} measured` : 'as it came'
    case 'beam':
      return item.distribution.kind === 'cos' ? 'smooth, as stated' : 'by a table'
    case 'highSpeed':
      return item.highSpeedLosses.length
        ? `${item.highSpeedLosses.length} shutters`
        : `${plain(item.highSpeedPenaltyStops)} stop, a guess`
    case 'duration':
      return item.durationsFrom === 'measured' ? 'measured' : item.durationsFrom
    case 'water':
      return item.guideNumberWaterM === null ? 'not known' : `${plain(item.guideNumberWaterM)} m`
    default:
      return ''
  }
}

/** How far a run has come: "5 of 8 read". */
export function progressWords(run: Calibration): string {
  const read =
    run.kind === 'duration'
      ? run.rows.filter(({ value }) => value !== null).length
      : run.rows.filter(({ reading }) => reading !== null).length
  const practice = run.kind !== 'duration' && run.practice
  return `${practice ? 'practice, ' : ''}${read} of ${run.rows.length} read`
}
