/** What a reading in a picture is worth, and what is known of the files of a camera, in words. */
import type { CameraFiles } from '@core/kit/cameraFiles'
import type { NoCurve } from '@core/measure/curvePoints'
import type { PatchLevel } from '@core/measure/patch'
import type { Registration } from '@core/measure/register'
import type { RawGrey } from '@core/measure/rawPatch'
import { nameOf } from '@core/scales/marks'
import { formatStops } from '@core/scales/stops'

const pm = (value: number): string => `± ${Number(value.toFixed(value < 0.095 ? 2 : 1))} stop`

const CHANNELS = [
  ['r', 'red'],
  ['g', 'green'],
  ['b', 'blue']
] as const

/** " In the JPEG red and green clip in up to 12 % of it." */
function fullChannels({ clipped, by }: PatchLevel): string {
  const full = CHANNELS.filter(([channel]) => clipped[channel] > 0)
  if (full.length === 0) return ''
  const most = Math.max(...full.map(([channel]) => clipped[channel]))
  const share = most < 0.01 ? 'less than 1 %' : `${Math.round(most * 100)} %`
  const names = full.map(([, name]) => name)
  const last = names.pop()!
  const all = names.length ? `${names.join(', ')} and ${last} clip` : `${last} clips`
  return ` In the ${by === 'raw' ? 'raw file' : 'JPEG'} ${all} in up to ${share} of it.`
}

const FROM: Record<RawGrey['from'], string> = {
  measured: 'mid-grey measured at this ISO',
  'other-iso': 'mid-grey measured at another ISO',
  nominal: 'mid-grey not measured'
}

function source(level: PatchLevel, grey: RawGrey): string {
  if (level.by === 'raw') return `Read from the raw file, ${FROM[grey.from]}`
  return level.by === 'curve'
    ? 'Read from the JPEG by the camera’s measured tone curve'
    : 'Read from the JPEG: the camera’s tone curve, not measured, bends what lies far from mid-grey'
}

function doubt(level: PatchLevel): string {
  const { by } = level
  switch (level.doubt) {
    case 'saturated':
      return 'The colour here is purer than the file can hold. A greyer spot tells more'
    case 'not-stated':
      return 'The file says its colours are not sRGB, and not what else. Save with a colour profile'
    case 'beyond-curve':
      return 'Outside what the tone curve was measured over'
    case null:
      break
  }
  if (level.limit === 'at-least')
    return 'The patch is clipped: it is at least this bright. Less light, then measure again'
  if (level.limit === 'at-most')
    return by === 'raw' ? 'Not told from the sensor’s noise' : 'As black as an 8-bit file can say'
  return ''
}

/** What is to be said below a patch. */
export function patchWords(level: PatchLevel, grey: RawGrey): string {
  const why = doubt(level)
  return (
    `Uncertainty ${pm(level.uncertaintyStops)}. ${source(level, grey)}.` +
    `${why ? ` ${why}.` : ''}${fullChannels(level)}`
  )
}

/** What is known of a camera's files, "JPEG tone curve measured; raw mid-grey at ISO 100, 400". */
export function filesWords({ toneCurve, rawGrey }: CameraFiles): string {
  const isos = [...rawGrey]
    .sort((a, b) => a.isoStops - b.isoStops)
    .map(({ isoStops }) => nameOf('iso', isoStops))
  return [
    ...(toneCurve.length ? ['JPEG tone curve measured'] : []),
    ...(isos.length ? [`raw mid-grey measured at ISO ${isos.join(', ')}`] : [])
  ].join('; ')
}

export const NO_CURVE: Record<NoCurve, string> = {
  'too-few':
    'Too few even, grey parts in the light for a curve. A picture with a grey card, bright and ' +
    'dark parts, tells more. A picture made here of a raw file does not count.',
  'too-narrow': 'What it shows is too even for a curve: it should reach from dark to bright.',
  unsteady: 'What the frames show does not go by one curve: they do not belong together.'
}

/** What a curve was measured over and how well. */
export function curveWords(curve: CameraFiles['toneCurve']): string {
  const [first, last] = [curve[0]!, curve.at(-1)!]
  const worst = Math.max(...curve.map(({ uncertaintyStops }) => uncertaintyStops))
  const best = Math.min(...curve.map(({ uncertaintyStops }) => uncertaintyStops))
  return (
    `Measured from ${formatStops(first.shownStops)} to ${formatStops(last.shownStops)} shown, ` +
    `${pm(best)} to ${pm(worst)}.`
  )
}

/** What was followed, and how the frame was moved against it. */
export function followedWords({ number, registration }: FollowedFrame): string {
  if (!registration)
    return `Frame ${number} cannot be laid over this one: places are where the plan’s geometry puts them.`
  const { right, down, scale, turnDeg } = registration
  const share = (value: number): string => `${Math.abs(value * 100).toFixed(1)} %`
  const moved = [
    ...(Math.abs(right) > 0.002 ? [`${share(right)} to the ${right > 0 ? 'right' : 'left'}`] : []),
    ...(Math.abs(down) > 0.002 ? [`${share(down)} ${down > 0 ? 'down' : 'up'}`] : []),
    ...(Math.abs(scale - 1) > 0.004
      ? [`${share(scale - 1)} ${scale > 1 ? 'larger' : 'smaller'}`]
      : []),
    ...(Math.abs(turnDeg) > 0.2 ? [`turned ${Math.abs(turnDeg).toFixed(1)}°`] : [])
  ]
  return moved.length === 0
    ? `Marks as in frame ${number}: it was framed alike.`
    : `Marks follow frame ${number}: ${moved.join(', ')}.`
}
interface FollowedFrame {
  readonly number: number
  readonly registration: Registration | null
}
