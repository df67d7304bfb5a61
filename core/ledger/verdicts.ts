/**
 * Verdicts: background, subject, depth, freeze, sync, reserve, and colour where there is any. Each says how it stands, the figure
 * and its limit, why (a reason code with figures; the words live with whoever shows them) and which
 * term decides it.
 */
import { pixelPitchMm } from '../kit/kit'
import { flashesPerCharge, recycleSeconds } from '../light/strobe'
import {
  BACKGROUND_PLACES,
  DARK_SUBJECT,
  type Light,
  type LightId,
  type Place,
  type Plan
} from '../plan/plan'
import { powerMarks } from '../plan/sync'
import { airyDiscOf, blurCircleMm, depthOf, endBlur, neededDepthMm } from '../plan/lensInUse'
import { transportOf } from '../set/remembered'
import { colourVerdict } from './colourVerdict'
import { freezeOf } from './freeze'
import { waterVeilShare } from './lightCell'
import { cellAt, type Ledger } from './ledger'
import { syncVerdict } from './syncVerdict'
import type { SourceId } from './terms'
import type { Reason, Verdict } from './verdict'

/** The source that gives most at a place. */
const strongest = (ledger: Ledger, place: Place): SourceId =>
  ledger.rows.reduce((best, row) =>
    row.cells[place]!.level > best.cells[place]!.level ? row : best
  ).source

/** The light that gives most at a place. */
const strongestLight = (ledger: Ledger, place: Place): LightId =>
  strongest({ ...ledger, rows: ledger.rows.slice(1) }, place) as LightId

/** How much of all strobe light at a place is lit water before it, 0 to 1. */
function veilOfFlash(plan: Plan, ledger: Ledger, place: Place): number {
  if (plan.medium.kind === 'air') return 0
  const transport = transportOf(plan)
  const j = transport.scene.places.findIndex(({ id }) => id === place)
  const veil = plan.lights.reduce(
    (sum, { id }, i) =>
      sum + 2 ** cellAt(ledger, id, place)!.level * waterVeilShare(plan, transport, i, j),
    0
  )
  return veil === 0 ? 0 : veil / 2 ** ledger.flash[place]!
}

function backgroundVerdict(plan: Plan, ledger: Ledger): Verdict {
  const goal = plan.goals.backgroundStops
  const place = BACKGROUND_PLACES.reduce(
    (best: Place, each) => (ledger.totals[each]! > ledger.totals[best]! + 1e-9 ? each : best),
    'background'
  )
  const ambient = ledger.ambient[place]!
  const flash = ledger.flash[place]!
  const byAmbient = ambient.level >= flash
  const level = ledger.totals[place]!
  const over = level - goal
  // A reading that says "at most" cannot prove the background too bright at settings it was not
  // taken at.
  const unread =
    ambient.state === 'unknown' || (byAmbient && over > 1e-9 && ambient.limit === 'at-most')
  const bright = over > 1e-9 && !(unread && byAmbient)
  const veil = veilOfFlash(plan, ledger, place)
  const least = plan.goals.backgroundLeastStops
  const under = least === null ? 0 : Math.max(0, least - level)
  const off = bright ? over : unread ? 0 : under
  const state = off > 1e-9 ? (off > 0.5 ? 'miss' : 'near') : unread ? 'unknown' : 'ok'
  const reason = bright
    ? byAmbient
      ? 'background-ambient'
      : veil > 0.5
        ? 'background-veil'
        : 'background-strobe'
    : unread
      ? 'background-unread'
      : under > 1e-9
        ? 'background-under'
        : 'background-dark'
  return {
    id: 'background',
    state,
    reason,
    value: level,
    limit: goal,
    figures: {
      over,
      under,
      ...(least !== null && { least }),
      ambient: ambient.level,
      strobe: flash,
      ...(veil > 0 && { veil: flash + Math.log2(veil) })
    },
    cause: byAmbient
      ? { source: 'ambient', place, term: 'reading' }
      : { source: strongest(ledger, place), place, term: veil > 0.5 ? 'veil' : 'distance' },
    path: unread
      ? 'ambient.background'
      : byAmbient
        ? 'settings.shutterStops'
        : veil > 0.5
          ? `lights.${strongestLight(ledger, place)}.at.azimuthDeg`
          : 'background.distanceMm'
  }
}

function subjectVerdict(plan: Plan, ledger: Ledger): Verdict {
  const miss = ledger.totals.subject! - plan.goals.subjectStops
  const dark = plan.goals.subjectStops <= DARK_SUBJECT && miss < 0
  const state =
    dark || Math.abs(miss) <= plan.goals.toleranceStops + 1e-9
      ? 'ok'
      : Math.abs(miss) <= 1
        ? 'near'
        : 'miss'
  const most = strongest(ledger, 'subject')
  return {
    id: 'subject',
    state,
    value: ledger.totals.subject!,
    limit: plan.goals.subjectStops,
    reason: state === 'ok' ? 'subject-right' : miss > 0 ? 'subject-over' : 'subject-under',
    figures: { miss, ambient: ledger.ambient.subject!.level, strobe: ledger.flash.subject! },
    cause: { source: most, place: 'subject', term: most === 'ambient' ? 'reading' : 'power' },
    path: `lights.${plan.lights[0]!.id}.powerStops`
  }
}

function depthVerdict(plan: Plan): Verdict {
  const have = depthOf(plan).totalMm
  const need = neededDepthMm(plan)
  return {
    id: 'depth',
    state: have >= need * (1 - 1e-9) ? 'ok' : have >= 0.8 * need ? 'near' : 'miss',
    reason:
      have >= need * (1 - 1e-9) ? 'depth-enough' : have > 0 ? 'depth-short' : 'depth-diffraction',
    value: have,
    limit: need,
    figures: {
      blurPx: endBlur(plan, need).bothMm / pixelPitchMm(plan.camera),
      airyPx: airyDiscOf(plan) / pixelPitchMm(plan.camera),
      allowedPx: blurCircleMm(plan) / pixelPitchMm(plan.camera)
    },
    cause: { source: plan.lights[0]!.id, place: 'subject', term: 'aperture' },
    path: 'settings.apertureStops'
  }
}

function freezeVerdict(plan: Plan, ledger: Ledger): Verdict {
  const { worst, ambientPx, ambientLevel, ghostPx } = freezeOf(plan, ledger)
  const limit = plan.goals.blurPx
  const ghost = ghostPx > (plan.goals.ghostPx ?? limit)
  const still = plan.subject.speedMmS === 0
  const reason: Reason = still
    ? 'freeze-still'
    : worst.blurPx > limit
      ? 'freeze-strobe'
      : ghost
        ? 'freeze-ghost'
        : worst.mostBlurPx > limit
          ? 'freeze-unsure'
          : 'freeze-sharp'
  return {
    id: 'freeze',
    reason,
    limit,
    state: still
      ? 'idle'
      : worst.blurPx > 2 * limit
        ? 'miss'
        : worst.mostBlurPx > limit || ghost
          ? 'near'
          : 'ok',
    value: reason === 'freeze-ghost' ? ambientPx : worst.blurPx,
    figures: {
      strobePx: worst.blurPx,
      mostPx: worst.mostBlurPx,
      ambientPx,
      seconds: worst.seconds,
      factor: worst.factor,
      ambient: ambientLevel
    },
    cause: still
      ? null
      : reason === 'freeze-ghost'
        ? { source: 'ambient', place: 'subject', term: 'shutter' }
        : { source: worst.id, place: 'subject', term: 'power' },
    path: still
      ? 'subject.speedMmS'
      : reason === 'freeze-ghost'
        ? 'settings.shutterStops'
        : `lights.${worst.id}.powerStops`
  }
}

/** The light with the least power left above; recycle and charge of the slowest. */
function reserveVerdict(plan: Plan): Verdict {
  const lit = plan.lights.filter((light) => light.on)
  const lights = lit.length ? lit : [plan.lights[0]!]
  const least = lights.reduce((worst, light) =>
    light.powerStops > worst.powerStops ? light : worst
  )
  const atEnd = (light: Light) =>
    light.powerStops > -1e-9 || light.powerStops <= powerMarks(plan, light)[0]!.stops + 1e-9
  const ended = lights.find(atEnd)
  const shown = ended ?? least
  const flashes = Math.min(
    ...lights.map((light) => flashesPerCharge(light.powerStops, light.strobe))
  )
  return {
    id: 'reserve',
    state: ended ? 'near' : 'ok',
    reason: ended ? 'reserve-end' : 'reserve-fine',
    value: ended && shown.powerStops < -1e-9 ? 0 : 0 - shown.powerStops,
    limit: null,
    figures: {
      atBottom: ended && shown.powerStops < -1e-9 ? 1 : 0,
      up: 0 - shown.powerStops,
      down: Math.max(0, shown.powerStops - powerMarks(plan, shown)[0]!.stops),
      recycle: Math.max(...lights.map((light) => recycleSeconds(light.powerStops, light.strobe))),
      ...(Number.isFinite(flashes) && { flashes })
    },
    cause: { source: shown.id, place: 'subject', term: 'power' },
    path: `lights.${shown.id}.powerStops`
  }
}

export const judge = (plan: Plan, ledger: Ledger): Verdict[] => [
  backgroundVerdict(plan, ledger),
  subjectVerdict(plan, ledger),
  depthVerdict(plan),
  freezeVerdict(plan, ledger),
  syncVerdict(plan, ledger),
  reserveVerdict(plan),
  ...colourVerdict(plan, ledger)
]
