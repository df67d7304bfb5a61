/** What the readings of a calibration say of the kit, and what they should be. */
import { ledgerOf } from '../ledger/ledger'
import type { LightId, Plan } from '../plan/plan'
import { expectedReading, type Metering } from '../run/metering'
import { poseOf } from '../set/camera'
import { benchPlan, displayIn, isHighSpeed, isWorn, powerAt, type Kit } from './benchSet'
import type { BenchRow, LightCalibration } from './calibration'
import { figureOf, headParts, type Sighting } from './figure'
import { readingUncertainty } from './readingSure'

/** A meter turned to the light in a dark room: nothing but the flash is in its reading. */
export const benchMetering = ({
  isoStops
}: LightCalibration): Metering & { lights: LightId[] } => ({
  place: 'subject',
  lights: ['A'],
  isoStops,
  shutterStops: null,
  receptor: 'flat'
})

/** Level the card should have at the settings of the plan; −Infinity where no light falls on it. */
const cardLevel = (plan: Plan): number => ledgerOf(plan).totals.subject!

const metres = (mm: number): number => mm / 1000

export interface BenchExpected {
  /** what the meter should show, f-number in stops; null: no light reaches it */
  readonly apertureStops: number | null
  /** level of the card at the settings of its frame, or at f/8 and the ISO of the run */
  readonly levelStops: number
  /** how far the light comes through water, m: to the meter, or by the card to the port */
  readonly wayM: number
}

/** @returns null where an item is not in the kit any more */
export function benchExpected(
  run: LightCalibration,
  row: BenchRow,
  kit: Kit
): BenchExpected | null {
  const plan = benchPlan(run, row, kit)
  return (
    plan && {
      apertureStops: expectedReading(plan, benchMetering(run)),
      levelStops: cardLevel(plan),
      wayM:
        metres(plan.lights[0]!.at.distanceMm) +
        (row.reading?.kind === 'meter' ? 0 : metres(poseOf(plan).frontMm))
    }
  )
}

/** A row held against the kit. */
export interface RowRead {
  /** null where an item is not in the kit any more */
  readonly expected: BenchExpected | null
  /** found minus expected, stops; null where nothing was read, or no light should be there at all */
  readonly offStops: number | null
  /** ± of the reading; 0 for none */
  readonly uncertaintyStops: number
}

export function readRow(run: LightCalibration, row: BenchRow, kit: Kit): RowRead {
  const expected = benchExpected(run, row, kit)
  const { reading } = row
  if (!expected || !reading) return { expected, offStops: null, uncertaintyStops: 0 }
  const off =
    reading.kind === 'meter'
      ? reading.apertureStops - (expected.apertureStops ?? -Infinity)
      : reading.levelStops - expected.levelStops
  return {
    expected,
    offStops: Number.isFinite(off) ? off : null,
    uncertaintyStops: readingUncertainty(reading, displayIn(kit, run.meterId))
  }
}

/** What a row is the sum of. */
function partsOf(run: LightCalibration, row: BenchRow, wayM: number): Sighting['parts'] {
  const { kind, strobeId, modifierId, meterId } = run
  const parts = [...headParts(strobeId, powerAt(run, row))]
  const add = (figure: ReturnType<typeof figureOf>, share = 1) => parts.push({ figure, share })
  const aside = row.at > 0.5
  if (kind === 'water') {
    // Pure water is in what was expected: this is what this water takes besides.
    parts.length = 0
    add(figureOf('water', strobeId))
    add(figureOf('attenuation', strobeId), -wayM)
  }
  if (kind === 'beam' && aside) add(figureOf('beam', strobeId, row.at))
  if (isWorn(run, row)) {
    add(figureOf('loss', modifierId!), -1)
    if (aside) add(figureOf('spread', modifierId!, row.at))
  }
  if (isHighSpeed(run, row)) add(figureOf('highSpeed', strobeId, row.at), -1)
  if (row.reading?.kind === 'meter' && meterId) add(figureOf('meter', meterId))
  return parts
}

/** Readings that count. */
export function benchSightings(
  id: string,
  run: LightCalibration,
  reads: readonly RowRead[]
): Sighting[] {
  return run.rows.flatMap((row, i): Sighting[] => {
    const off = reads[i]!.offStops
    if (!row.on || off === null) return []
    return [
      {
        from: { kind: 'bench', calibrationId: id, row: i },
        offStops: off,
        uncertaintyStops: reads[i]!.uncertaintyStops,
        parts: partsOf(run, row, reads[i]!.expected!.wayM)
      }
    ]
  })
}
