/** Devices in words. */
import type { Truth, TruthCause } from '@core/api/devices'
import type { Folder } from '@core/api/folder'
import type { SourceId } from '@core/ledger/terms'
import type { Plan } from '@core/plan/plan'
import { shutterOf } from '@core/plan/shutterInUse'
import type { Asked } from '@core/run/asked'
import { nameOf } from '@core/scales/marks'
import { plain, stops } from './format'

/** What the button that takes a frame says. */
export function takeWords({ kind, fired }: Asked): string {
  if (kind === 'black') return 'Take it, strobes off'
  return fired?.length === 1 ? `Take it with ${fired[0]} alone` : 'Take it'
}

/** Ahead or behind by less is no matter, s. */
const CLOCK_DUST = 2
const span = (seconds: number): string =>
  seconds < 90
    ? `${Math.round(seconds)} s`
    : seconds < 5400
      ? `${Math.round(seconds / 60)} min`
      : `${plain(seconds / 3600, 2)} h`
/** @param aheadS of the clock here, s */
export const clockWords = (aheadS: number): string =>
  Math.abs(aheadS) < CLOCK_DUST
    ? 'clock right'
    : `clock ${span(Math.abs(aheadS))} ${aheadS > 0 ? 'ahead' : 'behind'}`

const LEVEL_DUST_DEG = 0.2
/** A camera's tilt, degrees: looks up and turned clockwise are +. */
export function levelWords({ pitchDeg, rollDeg }: { pitchDeg: number; rollDeg: number }): string {
  const parts = [
    [pitchDeg, 'up', 'down'],
    [rollDeg, 'clockwise', 'anticlockwise']
  ] as const
  const off = parts.filter(([deg]) => Math.abs(deg) >= LEVEL_DUST_DEG)
  if (off.length === 0) return 'level'
  return `tilted ${off
    .map(([deg, plus, minus]) => `${Math.abs(deg).toFixed(1)}° ${deg > 0 ? plus : minus}`)
    .join(', ')}`
}

interface Note {
  readonly words: string
  readonly state: 'muted' | 'near' | 'miss'
}
/** What a watched folder has brought, and what it has not. */
export function folderWords(folder: Folder): Note[] {
  const { taken, refused, waiting, clockS, cameras } = folder
  const frames = `${taken} ${taken === 1 ? 'frame' : 'frames'}`
  return [
    ...(taken > 0
      ? [{ words: `${frames} from it since it is watched.`, state: 'muted' } as const]
      : []),
    ...(waiting.length > 0
      ? [{ words: `Waiting for the JPEG of ${waiting.join(', ')}.`, state: 'near' } as const]
      : []),
    ...refused.map(({ name, why }) => ({ words: `${name}: ${why}.`, state: 'miss' }) as const),
    ...(clockS === null
      ? []
      : [
          {
            words:
              `The camera’s ${clockWords(clockS)}: its frames go by the time they came. ` +
              'Set it right.',
            state: 'near'
          } as const
        ]),
    ...(cameras.length > 1
      ? [
          {
            words: `Two cameras write here, ${cameras.join(' and ')}: one plan cannot be both.`,
            state: 'near'
          } as const
        ]
      : [])
  ]
}

const CAUSES: Record<TruthCause, string> = {
  output: 'the head gives',
  mark: 'its dial at this mark',
  modifiers: 'what is on it',
  distance: 'where it stands',
  subject: 'subject brighter than planned',
  sensitivity: 'camera more sensitive than its ISO',
  reading: 'light against what was read',
  drift: 'drift since',
  lamp: 'a lamp somebody switched on'
}

/** Less than this is not worth a word, stops. */
const CAUSE_DUST = 0.05

/** What made each source differ: "the head gives −0.4, its dial at this mark +0.1". */
export function causeWords({ causes }: Truth, source: SourceId): string {
  const own = causes.filter((each) => each.source === source && Math.abs(each.stops) >= CAUSE_DUST)
  return own.map(({ cause, stops: by }) => `${CAUSES[cause]} ${stops(by)}`).join(', ')
}

/** What else was so in a made-up studio. */
export function truthNotes(truth: Truth, plan: Plan): string[] {
  const { syncStops, meterStops, clockS, missedFlashes, seed, minutes } = truth
  const slower = shutterOf(plan).syncStops - syncStops
  return [
    slower > 0.01
      ? `Its shutter syncs up to ${nameOf('shutter', syncStops)} only.`
      : 'Its shutter syncs as stated.',
    `The meter reads ${stops(meterStops)}.`,
    `The camera’s clock is ${span(Math.abs(clockS))} ${clockS < 0 ? 'behind' : 'ahead'}.`,
    missedFlashes === 0
      ? 'No flash was missed.'
      : `${missedFlashes} ${missedFlashes === 1 ? 'flash did' : 'flashes did'} not fire.`,
    `Studio ${seed}, after ${Math.round(minutes)} min.`
  ]
}
