/** How strobe and shutter meet: high-speed sync, and how long a single flash finds it open. */
import { findSync } from '../optics/shutter'
import { marksFrom } from '../scales/dial'
import { secondsAt, type Mark } from '../scales/marks'
import { delaySeconds, hearsHighSpeedSync } from './firing'
import type { Light } from './light'
import type { Plan } from './plan'
import { shutterOf } from './shutterInUse'

type Shuttered = Pick<Plan, 'camera' | 'lens' | 'shutterIn' | 'settings'>

/** Faster than sync with a focal-plane shutter. */
export function isPastSync(plan: Shuttered): boolean {
  const { curtain, syncStops } = shutterOf(plan)
  return curtain === 'focal-plane' && plan.settings.shutterStops > syncStops + 1e-6
}

/** Faster than sync, camera and strobe both set to high-speed sync and able to it. */
export const wantsHighSpeedSync = (plan: Shuttered, light: Pick<Light, 'strobe'>): boolean =>
  isPastSync(plan) &&
  plan.settings.highSpeedSync &&
  plan.camera.highSpeedSync &&
  light.strobe.highSpeedSync

type Told = Pick<Light, 'strobe' | 'firedBy'>
/** Faster than sync with a focal-plane shutter, this strobe in high-speed sync. */
export const usesHighSpeedSync = (plan: Shuttered, light: Told): boolean =>
  wantsHighSpeedSync(plan, light) && hearsHighSpeedSync(light)

/** The weakest power a light fires at under this shutter, stops below full; −Infinity: its dial’s. */
export const leastPowerOf = (plan: Shuttered, light: Told): number =>
  (usesHighSpeedSync(plan, light) ? light.strobe.highSpeedLeastStops : null) ?? -Infinity

/** Marks of its dial that it fires at under this shutter, weakest first. */
export const powerMarks = (plan: Shuttered, light: Told): readonly Mark[] =>
  marksFrom(light.strobe.dial, leastPowerOf(plan, light))

/** What a light truly fires at, stops below full: in high-speed sync it may be more than is set. */
export const firedStops = (plan: Shuttered, light: Told & Pick<Light, 'powerStops'>): number =>
  Math.max(light.powerStops, leastPowerOf(plan, light))

/**
 * Curtain travel as a share of the sync time, where no trial has measured it: the rest is what the
 * body leaves for the flash. Value from memory.
 */
const TRAVEL_SHARE = 0.8
/** A measured travel leaves at least this share of the sync time to the flash. */
const MOST_TRAVEL = 0.97

/** Time the first curtain takes over the frame, s. */
export function curtainTravelS(plan: Pick<Plan, 'camera' | 'syncTrials'>): number {
  const syncS = secondsAt(plan.camera.syncStops)
  const measured = plan.syncTrials.length ? findSync(plan.syncTrials).curtainSeconds : null
  return measured === null ? TRAVEL_SHARE * syncS : Math.min(measured, MOST_TRAVEL * syncS)
}

/** How long rows of the frame stay open after the start of a single flash, s. */
export interface OpenTimes {
  /** the row that opens and closes first, the middle one, the last */
  readonly firstS: number
  readonly middleS: number
  readonly lastS: number
}

/**
 * With a leaf shutter the whole exposure for all; with curtains, at sync or slower, t − Tc·(1 − y)
 * for the row at y, for the flash starts when the first curtain has arrived; Infinity past sync,
 * where the flash is spread or leaves a band.
 * Source: geometry of two curtains.
 */
function workOutOpenTimes(plan: Flashed): OpenTimes {
  if (isPastSync(plan)) return { firstS: Infinity, middleS: Infinity, lastS: Infinity }
  const lastS = secondsAt(plan.settings.shutterStops)
  if (shutterOf(plan).curtain === 'leaf') return { firstS: lastS, middleS: lastS, lastS }
  const travelS = curtainTravelS(plan)
  return { firstS: lastS - travelS, middleS: lastS - travelS / 2, lastS }
}

type Flashed = Shuttered & Pick<Plan, 'syncTrials'>
interface Known extends Pick<Flashed, 'camera' | 'lens' | 'shutterIn' | 'syncTrials'> {
  readonly shutterStops: number
  readonly times: OpenTimes
}
/** One sum asks for them a dozen times. */
const KNOWN = new WeakMap<Plan['settings'], Known>()

/**
 * How long rows stay open after the start of a light’s single flash, see `OpenTimes`: as much less as
 * its link is late.
 */
export function openTimesOf(plan: Flashed & Pick<Plan, 'lights'>, light: Light): OpenTimes {
  const times = openTimesUnlinked(plan)
  const lateS = delaySeconds(plan.lights, light)
  return lateS === 0
    ? times
    : {
        firstS: times.firstS - lateS,
        middleS: times.middleS - lateS,
        lastS: times.lastS - lateS
      }
}

/** The same of a flash that starts at once. */
function openTimesUnlinked(plan: Flashed): OpenTimes {
  const { settings, camera, lens, shutterIn, syncTrials } = plan
  const known = KNOWN.get(settings)
  if (
    known?.shutterStops === settings.shutterStops &&
    known.camera === camera &&
    known.lens === lens &&
    known.shutterIn === shutterIn &&
    known.syncTrials === syncTrials
  )
    return known.times
  const times = workOutOpenTimes(plan)
  const { shutterStops } = settings
  KNOWN.set(settings, { camera, lens, shutterIn, syncTrials, shutterStops, times })
  return times
}
