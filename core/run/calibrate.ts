/**
 * From what a frame showed to a figure in the ledger: measured minus predicted, for the source the
 * frame isolates. A black frame speaks for the ambient, a lit frame for the strobe (its light is
 * what is left when the ambient is taken out).
 */
import { heldBy } from '../ledger/corrections'
import { cellAt, ledgerOf, type Ledger } from '../ledger/ledger'
import type { SourceId } from '../ledger/terms'
import { withOnly } from '../plan/edit'
import type { AmbientReading, Correction, LightId, Place, Plan, ReadPlace } from '../plan/plan'
import { ambientFilterStops } from '../ledger/sourceColours'
import { readPlaceOf } from '../plan/readPlace'
import { sameKit } from '../plan/sameLight'
import { usesHighSpeedSync } from '../plan/sync'
import { goalOf } from '../ledger/suggest'
import { setOf } from './expected'
import { levelByAutomatic } from './automatic'
import { firedFor, litIds, type Evidence, type Frame } from './frame'
import { ledgerAsMetered, levelOfReading, meteredParts, type Metering } from './metering'

/** How far off each kind of evidence may be, stops. Source: common practice, no source. */
export const UNCERTAINTY = { meter: 0.1, judged: 0.5, automatic: 0.4 } as const
/** A dome's answer to light from aside is that of an ideal one. */
const DOME_UNCERTAINTY = 0.2

export function uncertaintyOf(evidence: Evidence): number {
  if (evidence.kind === 'patch') return evidence.uncertaintyStops
  return evidence.kind === 'meter' && evidence.receptor === 'dome'
    ? DOME_UNCERTAINTY
    : UNCERTAINTY[evidence.kind]
}

/**
 * Places a frame is judged at, the likeliest first: what the one light that was on serves, the
 * subject, the background, then every other that has a goal or is the user's own.
 */
export function judgedAt({ kind, plan }: Pick<Frame, 'kind' | 'plan'>): Place[] {
  if (kind === 'black') return ['background', 'subject']
  const ids = litIds({ plan })
  const light = ids.length === 1 ? plan.lights.find((each) => each.id === ids[0]) : undefined
  const own = light ? goalOf(plan, light)?.place : undefined
  return [
    ...new Set([
      ...(own ? [own] : []),
      'subject',
      'background',
      ...plan.goals.places.map((goal) => goal.place).filter((place) => place !== 'lens'),
      ...plan.places.map((place) => place.id)
    ])
  ]
}

type MeterEvidence = Extract<Evidence, { kind: 'meter' }>

/** How the meter of a reading was held, and with which lights. */
const meteringOf = (plan: Plan, evidence: MeterEvidence): Metering => ({
  ...evidence,
  lights: evidence.lights ?? litIds({ plan })
})

/** Level a piece of evidence states for a place, stops against mid-grey. */
export function measuredLevel(plan: Plan, evidence: Evidence): number {
  if (evidence.kind === 'automatic') return levelByAutomatic(plan, evidence, evidence.place)
  return evidence.kind === 'meter'
    ? levelOfReading(plan, meteringOf(plan, evidence), evidence.apertureStops)
    : evidence.levelStops
}

export type Calibration =
  | { readonly kind: 'correction'; readonly correction: Correction }
  | { readonly kind: 'ambient'; readonly place: ReadPlace; readonly reading: AmbientReading }
  | {
      readonly kind: 'nothing'
      readonly why:
        | 'as-predicted-or-darker'
        | 'as-predicted-or-brighter'
        | 'rest-alone'
        | 'other-kit'
        | 'strobe-out-of-reach'
        | 'meter-on-black'
        | 'automatic-on-black'
        | 'meter-in-high-speed-sync'
        | 'no-such-place'
    }

const nothing = (why: Extract<Calibration, { kind: 'nothing' }>['why']): Calibration => ({
  kind: 'nothing',
  why
})

/** The set with the lights that fired for what was read. */
function litFor(plan: Plan, evidence: Evidence): Plan {
  const fired = firedFor(evidence)
  return fired === null ? plan : withOnly(plan, fired)
}

/** Whether a limit says no more than the sum does already. */
const isKnown = (limit: Correction['limit'], predicted: number, level: number): boolean =>
  (limit === 'at-most' && predicted <= level) || (limit === 'at-least' && predicted >= level)

const asPredicted = (limit: Correction['limit']): Calibration =>
  nothing(limit === 'at-most' ? 'as-predicted-or-darker' : 'as-predicted-or-brighter')

/** One piece of evidence with the sums it is held against. */
interface Question {
  readonly evidence: Evidence
  readonly place: Place
  readonly level: number
  readonly limit: Correction['limit']
  /** the set of the frame, with what other frames taught since */
  readonly was: Plan
  /** the sum of that set without and with corrections, as the evidence sees it */
  readonly plain: Ledger
  readonly corrected: Ledger
  readonly correction: (source: SourceId, predicted: number, measured: number) => Calibration
}

/** A black frame speaks for the ambient. */
function fromBlack(question: Question, frame: Frame): Calibration {
  const { evidence, place, level, limit, was, plain, corrected, correction } = question
  if (evidence.kind === 'meter') return nothing('meter-on-black')
  if (evidence.kind === 'automatic') return nothing('automatic-on-black')
  if (plain.ambient[place]!.state === 'unknown')
    return {
      kind: 'ambient',
      place: readPlaceOf(place),
      reading: readingFromLevel(
        was,
        { level, limit },
        was.ambient.shadeStops,
        ambientFilterStops(was, readPlaceOf(place)),
        frame
      )
    }
  return isKnown(limit, corrected.ambient[place]!.level, level)
    ? asPredicted(limit)
    : correction('ambient', plain.ambient[place]!.level, level)
}

/** A lit frame speaks for the light that gives most; the rest is taken out as predicted. */
function fromLit(question: Question, plan: Plan): Calibration {
  const { evidence, place, level, limit, was, plain, corrected, correction } = question
  const rows = plain.rows.filter(
    (row) => row.source !== 'ambient' && row.cells[place]!.state === 'known'
  )
  if (rows.length === 0) return nothing('strobe-out-of-reach')
  // What picture or meter sees of each part: a meter by its receptor and its own time.
  const seen =
    evidence.kind === 'meter'
      ? meteredParts(was, meteringOf(was, evidence), corrected)
      : {
          lights: rows.map(({ source }) => ({
            id: source as LightId,
            level: cellAt(corrected, source, place)!.level,
            gain: 0
          })),
          ambient: corrected.ambient[place]!.level
        }
  if (seen.lights.length === 0) return nothing('strobe-out-of-reach')
  const most = seen.lights.reduce((best, each) => (each.level > best.level ? each : best))
  const fired = was.lights.find((light) => light.id === most.id)!
  const now = plan.lights.find((light) => light.id === most.id)
  if (!now || !sameKit(now, fired)) return nothing('other-kit')
  if (evidence.kind === 'meter' && usesHighSpeedSync(was, fired))
    return nothing('meter-in-high-speed-sync')
  const rest = seen.lights.reduce(
    (sum, each) => (each === most ? sum : sum + 2 ** each.level),
    2 ** seen.ambient
  )
  const predicted = Math.log2(rest + 2 ** most.level)
  if (isKnown(limit, predicted, level)) return asPredicted(limit)
  const own = 2 ** level - rest
  if (!(own > 2 ** level * 0.03)) return nothing('rest-alone')
  const plainLevel = cellAt(plain, most.id, place)!.level
  return correction(most.id, plainLevel, Math.log2(own) - most.gain)
}

/**
 * What one piece of evidence teaches. A frame with several lights speaks for the one that gives
 * most at that place; the others are taken out as the sum predicts them. The sum is that of the set
 * the frame was taken with, whatever was changed since.
 * @param plan the plan now: what other frames taught, and the kit a correction must fit
 * @param id identifier for a new correction
 */
export function calibrate(plan: Plan, frame: Frame, evidence: Evidence, id: string): Calibration {
  const { place } = evidence
  const was = litFor(setOf(frame, plan, place), evidence)
  const limit = evidence.kind === 'meter' ? 'exact' : evidence.limit
  const ledger = evidence.kind === 'meter' ? ledgerAsMetered : ledgerOf
  const plain = ledger({ ...was, corrections: [] })
  const owns = ({ places }: Plan): boolean => places.some((each) => each.id === place)
  if (evidence.kind === 'automatic' && !was.lights.some(({ on }) => on)) return nothing('other-kit')
  if (!plain.places.includes(place) || (owns(was) && !owns(plan))) return nothing('no-such-place')
  const question: Question = {
    evidence,
    place,
    level: measuredLevel(was, evidence),
    limit,
    was,
    plain,
    corrected: ledger(was),
    correction: (source, predicted, measured) => ({
      kind: 'correction',
      correction: {
        id,
        frameId: frame.id,
        source,
        place,
        stops: measured - predicted,
        uncertaintyStops: uncertaintyOf(evidence),
        method: evidence.kind,
        limit,
        ...heldBy(was, source, place),
        on: true
      }
    })
  }
  return frame.kind === 'black' ? fromBlack(question, frame) : fromLit(question, plan)
}

/**
 * A level seen through the lens at a plan's settings, as the ambient reading it amounts to.
 * @param takenStops what shade took of it then
 * @param filterStops what filters on the lens did to it, ≤ 0
 */
export function readingFromLevel(
  plan: Plan,
  { level, limit }: { readonly level: number; readonly limit: AmbientReading['limit'] },
  takenStops: number,
  filterStops: number,
  { id, takenAt }: Pick<Frame, 'id' | 'takenAt'>
): AmbientReading {
  const { apertureStops, shutterStops, isoStops, ndStops } = plan.settings
  const ev = level + apertureStops + shutterStops - isoStops + ndStops + takenStops - filterStops
  return {
    value: { kind: 'ev', ev: Number(ev.toFixed(3)) },
    limit,
    via: 'lens',
    atMagnification: plan.focus.magnification,
    takenAt,
    look: plan.look,
    frameId: id
  }
}

/**
 * The plan with a calibration taken in; an earlier one from the same frame and place is replaced.
 */
export function applyCalibration(plan: Plan, calibration: Calibration): Plan {
  if (calibration.kind === 'nothing') return plan
  if (calibration.kind === 'ambient')
    return { ...plan, ambient: { ...plan.ambient, [calibration.place]: calibration.reading } }
  const { correction } = calibration
  const others = plan.corrections.filter(
    (each) =>
      !(
        each.frameId === correction.frameId &&
        each.place === correction.place &&
        each.source === correction.source
      )
  )
  return { ...plan, corrections: [...others, correction].slice(-500) }
}
