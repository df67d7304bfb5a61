/** Falling light in words. */
import type { FittedReading } from '@core/advise/course'
import type { CourseStep } from '@core/advise/courseSteps'
import type { SkyLight } from '@core/ambient/twilight'
import { nameOf } from '@core/scales/marks'
import { stopCount } from './format'

export const SKY_WORDS: Record<SkyLight, string> = {
  sun: 'Sun and sky',
  sky: 'The sky alone',
  bounced: 'A wall or water the sky lights'
}
export const BRACKET_WORDS = [
  { value: '0', title: 'One frame' },
  { value: 'third', title: '± ⅓' },
  { value: 'half', title: '± ½' }
] as const
export const BRACKETS = { '0': 0, third: 1 / 3, half: 1 / 2 } as const

/** "16:42" */
export const minuteOf = (at: number): string =>
  new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })
/** "1 min 40 s", "12 s", "1 h 5 min" */
export function waitWords(ms: number): string {
  const seconds = Math.max(0, Math.round(ms / 1000))
  if (seconds < 60) return `${seconds} s`
  const minutes = Math.floor(seconds / 60)
  if (minutes < 60) return `${minutes} min ${seconds % 60} s`
  return `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}

export const shutterName = (shutterStops: number): string => nameOf('shutter', shutterStops)

export const beyondWords = ({ beyond }: CourseStep): string =>
  beyond === 'too-dark'
    ? 'the slowest there is: the background falls behind'
    : beyond === 'too-bright'
      ? 'the fastest the flash lights whole: the background is still too bright'
      : ''

/** "16:20, EV 8.3, as the course says"; "1.9 under the course: a cloud?" */
export const readingWords = ({ offStops, strays }: FittedReading): string =>
  Math.abs(offStops) < 0.05
    ? 'as the course says'
    : `${stopCount(offStops)} ${offStops > 0 ? 'over' : 'under'} the course${strays ? ': a cloud?' : ''}`

/** "1.2 stops under a clear sky, ± 0.3" */
export const offsetWords = (offset: number, uncertainty: number): string =>
  `${stopCount(offset)} ${offset < 0 ? 'under' : 'over'} a clear sky straight on the background, ` +
  `± ${uncertainty.toFixed(1)}`

/** "has fallen by 0.7 stop" */
export const changeOfLight = (change: number): string =>
  `${change < 0 ? 'fallen' : 'risen'} by ${stopCount(change)}`
