/**
 * What the flash freezes and what the shutter smears: durations and blur of every light that shows
 * on the subject.
 */
import { pixelPitchMm } from '../kit/kit'
import { durationFactor, flashHalfDuration } from '../light/strobe'
import { motionBlurTowardsPx } from '../optics/motion'
import type { Light, LightId, Plan } from '../plan/plan'
import { secondsAt } from '../scales/marks'
import { sensorInUse, standOf } from '../plan/lensInUse'
import { keyLight } from '../set/places'
import { usesHighSpeedSync } from '../plan/sync'
import { flashSecondsOf, shutterLoss } from './cells'
import { cellAt, type Ledger } from './ledger'

/**
 * Ambient on a moving part shows as a ghost above this level. Source: common practice, no source.
 */
export const GHOST_LEVEL = -5
/**
 * A light this far under the strongest draws no edge of its own, stops. Source: common practice, no
 * source.
 */
export const SHOWS_WITHIN = 6

export interface LightFreeze {
  readonly id: LightId
  /** flash above a tenth of its peak, seconds: what blurs */
  readonly t01: number
  /** above half its peak: the figure on most boxes */
  readonly t05: number
  /**
   * how long this light is let in: t0.1, or the shutter in high-speed sync or when it closes first
   */
  readonly seconds: number
  readonly blurPx: number
  readonly highSpeed: boolean
  /** by what factor the duration may be off, and the blur if it is that much longer */
  readonly factor: number
  readonly mostBlurPx: number
  /** what the shutter cuts off its tail, stops ≤ 0 */
  readonly clipStops: number
  /** how the duration is known; class: a table typical of its class */
  readonly from: 'table' | 'class' | 'model' | 'assumed'
}
export interface Freeze {
  readonly lights: readonly LightFreeze[]
  readonly worst: LightFreeze
  readonly ambientPx: number
  readonly ambientLevel: number
  /** smear of the ambient where it shows, else 0 */
  readonly ghostPx: number
}

/** Lights that freeze or smear the subject: those that show on it. The key light when none does. */
export function visibleLights(plan: Plan, ledger: Ledger): Light[] {
  const level = (light: Light) => cellAt(ledger, light.id, 'subject')?.level ?? -Infinity
  const most = Math.max(...plan.lights.map(level))
  const lit = plan.lights.filter((light) => light.on && level(light) > most - SHOWS_WITHIN)
  return lit.length ? lit : [keyLight(plan)]
}

/** Blur of the moving part for a time, pixels. */
export function blurFor(plan: Plan, seconds: number): number {
  const frame = sensorInUse(plan)
  const radius =
    Math.min(
      Math.hypot(plan.subject.widthMm, plan.subject.heightMm),
      Math.hypot(frame.width, frame.height) / plan.focus.magnification
    ) / 2
  return motionBlurTowardsPx(
    plan.subject.speedMmS,
    plan.subject.directionDeg,
    seconds,
    plan.focus.magnification,
    pixelPitchMm(plan.camera),
    radius,
    standOf(plan).pupilMm
  )
}

/**
 * How long a light is let in. In high-speed sync it shines for the whole travel, so the shutter,
 * not the flash, freezes.
 */
export function litSeconds(plan: Plan, light: Light): number {
  const shutter = secondsAt(plan.settings.shutterStops)
  return usesHighSpeedSync(plan, light) ? shutter : Math.min(flashSecondsOf(light), shutter)
}

function ofLight(plan: Plan, light: Light): LightFreeze {
  const { strobe, powerStops } = light
  const highSpeed = usesHighSpeedSync(plan, light)
  const t01 = flashSecondsOf(light)
  const shutterS = secondsAt(plan.settings.shutterStops)
  const seconds = highSpeed ? shutterS : Math.min(t01, shutterS)
  const lost = shutterLoss(plan, light)
  const factor = highSpeed ? 1 : durationFactor(powerStops, strobe)
  const blurPx = blurFor(plan, seconds)
  return {
    id: light.id,
    t01,
    t05: flashHalfDuration(powerStops, strobe),
    seconds,
    blurPx,
    highSpeed,
    factor,
    mostBlurPx: factor === 1 ? blurPx : blurFor(plan, Math.min(seconds * factor, shutterS)),
    clipStops: lost.kind === 'highSpeedSync' ? 0 : lost.stops,
    from: strobe.durations.length
      ? strobe.durationsFrom === 'typical'
        ? 'class'
        : 'table'
      : strobe.quench === 'quenched'
        ? 'model'
        : 'assumed'
  }
}

export function freezeOf(plan: Plan, ledger: Ledger): Freeze {
  const lights = visibleLights(plan, ledger).map((light) => ofLight(plan, light))
  const ambientPx = blurFor(plan, secondsAt(plan.settings.shutterStops))
  const ambientLevel = ledger.ambient.subject!.level
  return {
    lights,
    worst: lights.reduce((most, each) => (each.seconds > most.seconds ? each : most)),
    ambientPx,
    ambientLevel,
    ghostPx: ambientLevel > GHOST_LEVEL + 1e-9 ? ambientPx : 0
  }
}
