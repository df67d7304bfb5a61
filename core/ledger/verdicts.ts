/**
 * Verdicts: ground, subject, depth, freeze, sync, reserve. Each says how it stands, the figure and its limit, why
 * (a reason code with figures; the words live with whoever shows them) and which term decides it.
 */
import { closeUpLoss } from '../optics/closeup'
import { blurAtEnds, depthLimits, type DepthLimits } from '../optics/depth'
import { motionBlurPx } from '../optics/motion'
import { darkShare } from '../optics/shutter'
import { pixelPitchMm } from '../kit/kit'
import { dialLowest } from '../scales/dial'
import { flashDuration, flashesPerCharge, recycleSeconds } from '../light/strobe'
import { secondsAt } from '../scales/marks'
import type { Place, Plan } from '../plan/plan'
import { pulses } from './cells'
import type { Ledger } from './evaluate'
import type { SourceId, TermKind } from './terms'

export type VerdictId = 'ground' | 'subject' | 'depth' | 'freeze' | 'sync' | 'reserve'
export type VerdictState = 'ok' | 'near' | 'miss' | 'unknown' | 'idle'
export type Reason =
  | 'ground-dark' | 'ground-ambient' | 'ground-strobe' | 'ground-unread'
  | 'subject-right' | 'subject-over' | 'subject-under'
  | 'depth-enough' | 'depth-short'
  | 'freeze-still' | 'freeze-sharp' | 'freeze-strobe' | 'freeze-ghost'
  | 'sync-within' | 'sync-leaf' | 'sync-leaf-clip' | 'sync-pulsed' | 'sync-band'
  | 'reserve-fine' | 'reserve-end'

export interface Verdict {
  readonly id: VerdictId
  readonly state: VerdictState
  readonly reason: Reason
  readonly value: number | null
  readonly limit: number | null
  readonly figures: Readonly<Record<string, number>>
  /** where the term that decides it stands */
  readonly cause: { readonly source: SourceId; readonly place: Place; readonly term: TermKind } | null
  /** plan paths of the figures that move it most directly */
  readonly path: string
}

/** Ambient on a moving part shows as a ghost above this level. Source: common practice, no source. */
export const GHOST_LEVEL = -5

const groundVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const goal = plan.goals.groundStops
  const { ambient, strobe } = ledger
  const byAmbient = ambient.ground.level >= strobe.ground.level
  const level = ledger.totals.ground
  const over = level - goal
  // A reading that says "at most" cannot prove the ground too bright at settings it was not taken at.
  const unread = ambient.ground.state === 'unknown' || (byAmbient && over > 1e-9 && ambient.ground.bound === 'at-most')
  const bright = over > 1e-9 && !(unread && byAmbient)
  const state = bright ? (over > 0.5 ? 'miss' : 'near') : unread ? 'unknown' : 'ok'
  const reason = bright ? (byAmbient ? 'ground-ambient' : 'ground-strobe') : unread ? 'ground-unread' : 'ground-dark'
  return {
    id: 'ground', state, reason, value: level, limit: goal,
    figures: { over, ambient: ambient.ground.level, strobe: strobe.ground.level },
    cause: byAmbient
      ? { source: 'ambient', place: 'ground', term: 'reading' }
      : { source: 'A', place: 'ground', term: 'distance' },
    path: unread ? 'ambient.ground' : byAmbient ? 'settings.shutterStops' : 'ground.distanceMm'
  }
}

const subjectVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const miss = ledger.totals.subject - plan.goals.subjectStops
  const state = Math.abs(miss) <= plan.goals.toleranceStops + 1e-9 ? 'ok' : Math.abs(miss) <= 1 ? 'near' : 'miss'
  return {
    id: 'subject', state, value: ledger.totals.subject, limit: plan.goals.subjectStops,
    reason: state === 'ok' ? 'subject-right' : miss > 0 ? 'subject-over' : 'subject-under',
    figures: { miss, ambient: ledger.ambient.subject.level, strobe: ledger.strobe.subject.level },
    cause:
      ledger.ambient.subject.level > ledger.strobe.subject.level
        ? { source: 'ambient', place: 'subject', term: 'reading' }
        : { source: 'A', place: 'subject', term: 'power' },
    path: 'lights.0.powerStops'
  }
}

/** Marked f-number in use (a body that shows the effective number is undone first). */
export const markedFNumber = (plan: Plan): number =>
  2 ** ((plan.settings.apertureStops - (plan.camera.showsEffective ? closeUpLoss(plan.focus.magnification, plan.lens.pupilRatio) : 0)) / 2)

/** Permitted blur disc on the sensor, mm. */
export const blurCircleMm = (plan: Plan): number =>
  plan.focus.blur.kind === 'pixels' ? plan.focus.blur.pixels * pixelPitchMm(plan.camera) : plan.focus.blur.mm

export const depthOf = (plan: Plan): DepthLimits =>
  depthLimits(plan.lens.focalMm, markedFNumber(plan), plan.focus.magnification, blurCircleMm(plan), plan.lens.pupilRatio)

const depthVerdict = (plan: Plan): Verdict => {
  const have = depthOf(plan).totalMm
  const need = plan.subject.sharpDepthMm
  return {
    id: 'depth', state: have >= need * (1 - 1e-9) ? 'ok' : have >= 0.8 * need ? 'near' : 'miss',
    reason: have >= need * (1 - 1e-9) ? 'depth-enough' : 'depth-short', value: have, limit: need,
    figures: {
      blurPx: blurAtEnds(need, markedFNumber(plan), plan.focus.magnification, plan.lens.pupilRatio) / pixelPitchMm(plan.camera)
    },
    cause: { source: 'A', place: 'subject', term: 'aperture' },
    path: 'settings.apertureStops'
  }
}

/** t0.1 of the flash at the power in use, seconds. */
export const flashSeconds = (plan: Plan): number => {
  const { strobe, powerStops } = plan.lights[0]
  return flashDuration(powerStops, strobe.t01FullS, strobe.quench, strobe.durations)
}

const freezeVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const speed = plan.subject.speedMmS
  const pitch = pixelPitchMm(plan.camera)
  const shutter = secondsAt(plan.settings.shutterStops)
  // A pulsed strobe shines for the whole travel, so the shutter, not the flash, does the freezing.
  const seconds = pulses(plan) ? shutter : Math.min(flashSeconds(plan), shutter)
  const strobePx = motionBlurPx(speed, seconds, plan.focus.magnification, pitch)
  const ambientPx = motionBlurPx(speed, shutter, plan.focus.magnification, pitch)
  const limit = plan.goals.blurPx
  const ambient = ledger.ambient.subject.level
  const ghost = ambient > GHOST_LEVEL && ambientPx > limit
  const still = speed === 0
  const reason: Reason = still ? 'freeze-still' : strobePx > limit ? 'freeze-strobe' : ghost ? 'freeze-ghost' : 'freeze-sharp'
  return {
    id: 'freeze', reason, limit,
    state: still ? 'idle' : strobePx > 2 * limit ? 'miss' : strobePx > limit || ghost ? 'near' : 'ok',
    value: reason === 'freeze-ghost' ? ambientPx : strobePx,
    figures: { strobePx, ambientPx, seconds, ambient },
    cause: still ? null : reason === 'freeze-ghost' ? BY_SHUTTER : BY_POWER,
    path: still ? 'subject.speedMmS' : reason === 'freeze-ghost' ? 'settings.shutterStops' : 'lights.0.powerStops'
  }
}

const BY_POWER = { source: 'A', place: 'subject', term: 'power' } as const
const BY_SHUTTER = { source: 'ambient', place: 'subject', term: 'shutter' } as const

const syncVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const { camera, settings } = plan
  const t = secondsAt(settings.shutterStops)
  const lost = ledger.strobe.subject.terms.find((each) => each.kind === 'pulsed' || each.kind === 'leafClip')
  const dark = camera.curtain === 'leaf' || pulses(plan) ? 0 : darkShare(t, secondsAt(camera.syncStops))
  const within = settings.shutterStops <= camera.syncStops + 1e-6
  const leaf = camera.curtain === 'leaf'
  const reason: Reason = leaf ? (lost ? 'sync-leaf-clip' : 'sync-leaf') : within ? 'sync-within' : pulses(plan) ? 'sync-pulsed' : 'sync-band'
  return {
    id: 'sync', reason,
    state: reason === 'sync-band' ? 'miss' : lost ? 'near' : 'ok',
    value: settings.shutterStops, limit: camera.syncStops,
    figures: { dark, loss: lost?.stops ?? 0 },
    cause: lost ? { source: 'A', place: 'subject', term: lost.kind } : null,
    path: 'settings.shutterStops'
  }
}

const reserveVerdict = (plan: Plan): Verdict => {
  const { strobe, powerStops } = plan.lights[0]
  const up = 0 - powerStops
  const atEnd = up < 1e-9 || powerStops <= dialLowest(strobe.dial) + 1e-9
  return {
    id: 'reserve', state: atEnd ? 'near' : 'ok', reason: atEnd ? 'reserve-end' : 'reserve-fine', value: up, limit: null,
    figures: {
      up, down: powerStops - dialLowest(strobe.dial),
      recycle: recycleSeconds(powerStops, strobe.recycleFullS), flashes: flashesPerCharge(powerStops, strobe.flashesFull)
    },
    cause: { source: 'A', place: 'subject', term: 'power' },
    path: 'lights.0.powerStops'
  }
}

export const judge = (plan: Plan, ledger: Ledger): Verdict[] => [
  groundVerdict(plan, ledger),
  subjectVerdict(plan, ledger),
  depthVerdict(plan),
  freezeVerdict(plan, ledger),
  syncVerdict(plan, ledger),
  reserveVerdict(plan)
]
