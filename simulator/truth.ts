/**
 * How a studio really is, against what kit and plan say of it. Drawn by a seed, item by item, so
 * that a light that joins later has a truth of its own too. How far figures are off in practice:
 * common practice, no source.
 */
import type { Modifier } from '@core/kit/kit'
import type { Light } from '@core/plan/plan'
import { chanceOf } from './chance'
import type { Rendering } from './files'

/** Spreads of a bell curve, stops unless said otherwise; nothing is off by more than twice that. */
const SPREAD = {
  output: 0.4,
  perStop: 0.05,
  lowest: 0.3,
  modifier: 0.35,
  reading: 0.4,
  sensitivity: 0.12,
  subject: 0.15,
  meter: 0.08,
  /** share of the distance */
  distance: 0.025,
  /** doublings */
  duration: 0.3,
  highSpeed: 0.25
} as const

/** A head's energy gives what its dial says only near full; the last stops are the worst. */
const LOW_END_STOPS = 5

export interface HeadTruth {
  readonly outputStops: number
  readonly durationFactor: number
  /** by what share it stands farther off than the plan says */
  readonly distanceShare: number
  /** what a mark gives above what its dial says, stops; 0 at full */
  readonly markStops: (powerStops: number) => number
  /** what it loses in high-speed sync above its figure */
  readonly highSpeedStops: number
}

export function headTruth(seed: number, { id, strobe }: Light): HeadTruth {
  const chance = chanceOf(seed, 'head', strobe.id, id)
  const outputStops = chance.bell(SPREAD.output)
  const durationFactor = 2 ** chance.bell(SPREAD.duration)
  const distanceShare = chance.bell(SPREAD.distance)
  const slope = chance.bell(SPREAD.perStop)
  const low = chance.bell(SPREAD.lowest)
  const highSpeedStops = chance.bell(SPREAD.highSpeed)
  return {
    highSpeedStops,
    outputStops,
    durationFactor,
    distanceShare,
    markStops: (powerStops) =>
      slope * powerStops + low * Math.max(0, -powerStops / LOW_END_STOPS - 1)
  }
}

/** What a modifier takes less than its figure says, stops. */
export const modifierTruth = (seed: number, { id }: Modifier): number =>
  chanceOf(seed, 'modifier', id).bell(SPREAD.modifier)

/** Ambient swings by so much, stops, once in so many minutes. */
const DRIFT = { most: 0.35, minutes: 45 }
/** Somebody switches a lamp on in one run of three, within so many minutes. */
const LAMP = { often: 1 / 3, from: 4, to: 25, least: 0.8, most: 2.5 }
/** EV at ISO 100 of a room nobody has read. */
const UNREAD_EV = { least: 2, most: 6 }

export interface AmbientTruth {
  /** against what was read */
  readonly readingStops: number
  /** where nothing was read */
  readonly unreadEv: number
  readonly driftStops: (minutes: number) => number
  readonly lampStops: (minutes: number) => number
}

/** @param of the ambient light read together, or a source of it by itself */
export function ambientTruth(seed: number, of = 'ambient'): AmbientTruth {
  const chance = chanceOf(seed, of)
  const readingStops = chance.bell(SPREAD.reading)
  const unreadEv = UNREAD_EV.least + (UNREAD_EV.most - UNREAD_EV.least) * chance.even()
  const most = DRIFT.most * (2 * chance.even() - 1)
  const lamp = chance.even() < LAMP.often
  const at = LAMP.from + (LAMP.to - LAMP.from) * chance.even()
  const lampStops = LAMP.least + (LAMP.most - LAMP.least) * chance.even()
  return {
    readingStops,
    unreadEv,
    driftStops: (minutes) => most * Math.sin((2 * Math.PI * minutes) / DRIFT.minutes),
    lampStops: (minutes) => (lamp && minutes >= at ? lampStops : 0)
  }
}

export interface CameraTruth {
  /** brighter than its ISO says, stops */
  readonly sensitivityStops: number
  /** brighter than the plan has it, stops */
  readonly subjectStops: number
  /** slower than its sync speed says, stops */
  readonly syncStops: number
  readonly rendering: Rendering
  /** what its raw files hold above white of its JPEGs, stops */
  readonly headroomStops: number
  /** red and blue against green in its raw files, of white light */
  readonly balance: readonly [number, number]
  /** its clock is ahead by, s */
  readonly clockS: number
  readonly pitchDeg: number
  readonly rollDeg: number
}

export function cameraTruth(seed: number): CameraTruth {
  const chance = chanceOf(seed, 'camera')
  const between = (least: number, most: number): number => least + (most - least) * chance.even()
  return {
    sensitivityStops: chance.bell(SPREAD.sensitivity),
    subjectStops: chance.bell(SPREAD.subject),
    syncStops: chance.even() < 0.25 ? 1 / 3 : 0,
    rendering: { power: between(1.1, 1.45), whiteStops: between(2.2, 2.8) },
    headroomStops: between(0.4, 0.9),
    balance: [between(0.45, 0.6), between(0.55, 0.75)],
    clockS: Math.round(between(-90, 90)),
    pitchDeg: chance.bell(0.6),
    rollDeg: chance.bell(0.6)
  }
}

/** By how much the meter reads too high, stops. */
export const meterTruth = (seed: number): number => chanceOf(seed, 'meter').bell(SPREAD.meter)

/** A trigger or a cell fails once in so many flashes. */
const MISSES = 40

/** Whether a head misses its n-th flash. */
export const misses = (seed: number, light: string, flash: number): boolean =>
  chanceOf(seed, 'miss', light, flash).even() < 1 / MISSES
