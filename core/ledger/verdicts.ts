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
import { flashesPerCharge, recycleSeconds } from '../light/strobe'
import { secondsAt } from '../scales/marks'
import type { Light, Place, Plan } from '../plan/plan'
import { keyLight } from '../set/places'
import { flashSecondsOf, pulsesWith, shutterLoss } from './cells'
import { cellAt, type Ledger } from './ledger'
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

const GROUND = ['ground', 'groundLeft', 'groundRight'] as const

/** The source that gives most at a place. */
const strongest = (ledger: Ledger, place: Place): SourceId =>
  ledger.rows.reduce((best, row) => (row.cells[place]!.level > best.cells[place]!.level ? row : best)).source

const groundVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const goal = plan.goals.groundStops
  const place = GROUND.reduce((best: Place, each) => (ledger.totals[each]! > ledger.totals[best]! + 1e-9 ? each : best), 'ground')
  const ambient = ledger.ambient[place]!
  const flash = ledger.flash[place]!
  const byAmbient = ambient.level >= flash
  const level = ledger.totals[place]!
  const over = level - goal
  // A reading that says "at most" cannot prove the ground too bright at settings it was not taken at.
  const unread = ambient.state === 'unknown' || (byAmbient && over > 1e-9 && ambient.bound === 'at-most')
  const bright = over > 1e-9 && !(unread && byAmbient)
  const state = bright ? (over > 0.5 ? 'miss' : 'near') : unread ? 'unknown' : 'ok'
  const reason = bright ? (byAmbient ? 'ground-ambient' : 'ground-strobe') : unread ? 'ground-unread' : 'ground-dark'
  return {
    id: 'ground', state, reason, value: level, limit: goal,
    figures: { over, ambient: ambient.level, strobe: flash },
    cause: byAmbient ? { source: 'ambient', place, term: 'reading' } : { source: strongest(ledger, place), place, term: 'distance' },
    path: unread ? 'ambient.ground' : byAmbient ? 'settings.shutterStops' : 'ground.distanceMm'
  }
}

const subjectVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const miss = ledger.totals.subject! - plan.goals.subjectStops
  const state = Math.abs(miss) <= plan.goals.toleranceStops + 1e-9 ? 'ok' : Math.abs(miss) <= 1 ? 'near' : 'miss'
  const most = strongest(ledger, 'subject')
  return {
    id: 'subject', state, value: ledger.totals.subject!, limit: plan.goals.subjectStops,
    reason: state === 'ok' ? 'subject-right' : miss > 0 ? 'subject-over' : 'subject-under',
    figures: { miss, ambient: ledger.ambient.subject!.level, strobe: ledger.flash.subject! },
    cause: { source: most, place: 'subject', term: most === 'ambient' ? 'reading' : 'power' },
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
    cause: { source: plan.lights[0]!.id, place: 'subject', term: 'aperture' },
    path: 'settings.apertureStops'
  }
}

/** Lights that freeze or smear the subject: those that show on it, within six stops of the strongest. */
const showing = (plan: Plan, ledger: Ledger): Light[] => {
  const level = (light: Light) => cellAt(ledger, light.id, 'subject')?.level ?? -Infinity
  const most = Math.max(...plan.lights.map(level))
  const lit = plan.lights.filter((light) => light.on && level(light) > most - 6)
  return lit.length ? lit : [keyLight(plan)]
}

const freezeVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const speed = plan.subject.speedMmS
  const pitch = pixelPitchMm(plan.camera)
  const shutter = secondsAt(plan.settings.shutterStops)
  // A pulsed strobe shines for the whole travel, so the shutter, not the flash, does the freezing.
  const secondsOf = (light: Light) => (pulsesWith(plan, light) ? shutter : Math.min(flashSecondsOf(light), shutter))
  const slowest = showing(plan, ledger).reduce((worst, light) => (secondsOf(light) > secondsOf(worst) ? light : worst))
  const seconds = secondsOf(slowest)
  const strobePx = motionBlurPx(speed, seconds, plan.focus.magnification, pitch)
  const ambientPx = motionBlurPx(speed, shutter, plan.focus.magnification, pitch)
  const limit = plan.goals.blurPx
  const ambient = ledger.ambient.subject!.level
  const ghost = ambient > GHOST_LEVEL && ambientPx > limit
  const still = speed === 0
  const reason: Reason = still ? 'freeze-still' : strobePx > limit ? 'freeze-strobe' : ghost ? 'freeze-ghost' : 'freeze-sharp'
  const index = plan.lights.indexOf(slowest)
  return {
    id: 'freeze', reason, limit,
    state: still ? 'idle' : strobePx > 2 * limit ? 'miss' : strobePx > limit || ghost ? 'near' : 'ok',
    value: reason === 'freeze-ghost' ? ambientPx : strobePx,
    figures: { strobePx, ambientPx, seconds, ambient },
    cause: still ? null : reason === 'freeze-ghost' ? { source: 'ambient', place: 'subject', term: 'shutter' } : { source: slowest.id, place: 'subject', term: 'power' },
    path: still ? 'subject.speedMmS' : reason === 'freeze-ghost' ? 'settings.shutterStops' : `lights.${index}.powerStops`
  }
}

const syncVerdict = (plan: Plan, ledger: Ledger): Verdict => {
  const { camera, settings } = plan
  const t = secondsAt(settings.shutterStops)
  const lights = showing(plan, ledger)
  const worst = lights.reduce((most, light) => (shutterLoss(plan, light).stops < shutterLoss(plan, most).stops ? light : most))
  const lost = shutterLoss(plan, worst)
  const within = settings.shutterStops <= camera.syncStops + 1e-6
  const leaf = camera.curtain === 'leaf'
  // One strobe that cannot pulse leaves its band, however many others do.
  const banded = !leaf && !within && lights.some((light) => !pulsesWith(plan, light))
  const reason: Reason = leaf ? (lost.kind ? 'sync-leaf-clip' : 'sync-leaf') : within ? 'sync-within' : banded ? 'sync-band' : 'sync-pulsed'
  return {
    id: 'sync', reason,
    state: reason === 'sync-band' ? 'miss' : lost.kind ? 'near' : 'ok',
    value: settings.shutterStops, limit: camera.syncStops,
    figures: { dark: banded ? darkShare(t, secondsAt(camera.syncStops)) : 0, loss: lost.stops },
    cause: lost.kind && !banded ? { source: worst.id, place: 'subject', term: lost.kind } : null,
    path: 'settings.shutterStops'
  }
}

/** The light with the least power left above; recycle and charge of the slowest. */
const reserveVerdict = (plan: Plan): Verdict => {
  const lit = plan.lights.filter((light) => light.on)
  const lights = lit.length ? lit : [plan.lights[0]!]
  const least = lights.reduce((worst, light) => (light.powerStops > worst.powerStops ? light : worst))
  const atEnd = (light: Light) => light.powerStops > -1e-9 || light.powerStops <= dialLowest(light.strobe.dial) + 1e-9
  const ended = lights.find(atEnd)
  const shown = ended ?? least
  return {
    id: 'reserve', state: ended ? 'near' : 'ok', reason: ended ? 'reserve-end' : 'reserve-fine', value: 0 - shown.powerStops, limit: null,
    figures: {
      up: 0 - shown.powerStops, down: shown.powerStops - dialLowest(shown.strobe.dial),
      recycle: Math.max(...lights.map((light) => recycleSeconds(light.powerStops, light.strobe.recycleFullS))),
      flashes: Math.min(...lights.map((light) => flashesPerCharge(light.powerStops, light.strobe.flashesFull)))
    },
    cause: { source: shown.id, place: 'subject', term: 'power' },
    path: `lights.${plan.lights.indexOf(shown)}.powerStops`
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
