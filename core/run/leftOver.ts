/**
 * Which source of ambient light a black frame still shows: by frames that differ in one source being
 * switched off. Light adds up, so what is missing from the second is that source’s.
 */
import { takenStops } from '../ledger/ambientSources'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { sourceFilterStops } from '../ledger/sourceColours'
import type { AmbientReading, AmbientSource, AmbientSourceId, Plan, ReadPlace } from '../plan/plan'
import { withSource } from '../plan/editAmbient'
import { blackLevels, type BlackLevel } from './blackLevels'
import { readingFromLevel } from './calibrate'
import type { Frame } from './frame'

type Limit = AmbientReading['limit']

export interface SourceShare {
  readonly id: AmbientSourceId
  readonly name: string
  /** what it gives there at the settings of now, stops */
  readonly level: number
  readonly limit: Limit
  readonly uncertaintyStops: number
  /** of all light there while it was on, 0–1; of a limit the most it can be */
  readonly share: number
  /** the frame without it */
  readonly frame: Frame
}
export interface LeftOver {
  readonly place: ReadPlace
  /** all that the newest frame shows, stops */
  readonly level: number
  readonly limit: Limit
  /** what frames with and without a source say of it, the strongest first */
  readonly sources: readonly SourceShare[]
  /** the source to switch off for the next frame; null: every one has been */
  readonly next: AmbientSourceId | null
}

/** Ambient as it is set for a frame: which sources give how much of theirs. */
const givesOf = ({ ambient }: Plan): ReadonlyMap<AmbientSourceId, number> =>
  new Map(
    ambient.sources
      .filter(({ state }) => state !== 'off')
      .map(({ id, state, shadeStops }) => [id, state === 'shaded' ? shadeStops : 0])
  )

/** The one source that is on in the first frame and off in the other, all else being the same. */
function onlyMissing(on: Plan, off: Plan): AmbientSourceId | null {
  if (on.ambient.shadeStops !== off.ambient.shadeStops) return null
  const [with_, without] = [givesOf(on), givesOf(off)]
  const missing = [...with_.keys()].filter((id) => !without.has(id))
  const others = [...without].every(([id, taken]) => with_.get(id) === taken)
  return missing.length === 1 && others ? missing[0]! : null
}

/** Less of all the light than this does not show against how sure the frames are. */
const noticeable = (on: BlackLevel, off: BlackLevel): number =>
  1 - 2 ** -Math.hypot(on.uncertaintyStops, off.uncertaintyStops)
const MOST_UNSURE = 3

/** What is missing from one frame against another. */
function difference(on: BlackLevel, off: BlackLevel): Omit<SourceShare, 'id' | 'name'> | null {
  // Clipped with it, or without: no more is known than before.
  if (on.limit === 'at-least' || off.limit === 'at-least') return null
  const [most, left] = [2 ** on.level, off.limit === 'at-most' ? 0 : 2 ** off.level]
  const own = (most - left) / most
  const least = noticeable(on, off)
  const atMost = (share: number) => ({
    frame: off.frame,
    level: on.level + Math.log2(share),
    limit: 'at-most' as const,
    uncertaintyStops: on.uncertaintyStops,
    share
  })
  if (on.limit === 'at-most') return atMost(1)
  if (own < least) return atMost(least)
  // Of the light of two frames, each off by so much, what is left of their difference.
  const off1 = Math.hypot(on.uncertaintyStops, (off.uncertaintyStops * left) / most) / own
  return {
    frame: off.frame,
    level: on.level + Math.log2(own),
    limit: 'exact',
    uncertaintyStops: Math.min(MOST_UNSURE, off1),
    share: own
  }
}

function sharesOf(plan: Plan, shown: readonly BlackLevel[]): SourceShare[] {
  return plan.ambient.sources
    .flatMap(({ id, name }): SourceShare[] => {
      for (const off of shown)
        for (const on of shown) {
          if (onlyMissing(on.frame.plan, off.frame.plan) !== id) continue
          const found = difference(on, off)
          if (found) return [{ id, name, ...found }]
        }
      return []
    })
    .sort((a, b) => b.share - a.share)
}

/** The source not yet tried that the sum thinks gives most there; those of which it knows nothing first. */
function nextOf(plan: Plan, place: ReadPlace, tried: readonly SourceShare[]): AmbientSource | null {
  const ledger = ledgerOf(plan)
  const expected = ({ id }: AmbientSource): number => {
    const cell = cellAt(ledger, id, place)!
    return cell.state === 'unknown' ? Infinity : cell.level
  }
  const open = plan.ambient.sources.filter(
    ({ id, state }) => state !== 'off' && tried.every((each) => each.id !== id)
  )
  return open.length === 0
    ? null
    : open.reduce((best, each) => (expected(each) > expected(best) ? each : best))
}

/**
 * What black frames say of each source of ambient light at a place.
 * @returns null where no black frame was read there, or no source is known
 */
export function leftOver(plan: Plan, frames: readonly Frame[], place: ReadPlace): LeftOver | null {
  const shown = blackLevels(plan, frames, place)
  const [newest] = shown
  if (!newest || plan.ambient.sources.length === 0) return null
  const sources = sharesOf(plan, shown)
  return {
    place,
    level: newest.level,
    limit: newest.limit,
    sources,
    next: nextOf(plan, place, sources)?.id ?? null
  }
}

/**
 * The plan with a source read by what frames with and without it say.
 * @returns null where its light does not fall on that place as the plan has it
 */
export function withShareAsReading(plan: Plan, place: ReadPlace, share: SourceShare): Plan | null {
  const source = plan.ambient.sources.find((each) => each.id === share.id)
  if (!source) return null
  const { from } = source
  if (from.kind === 'around' && from.falls !== 'both' && from.falls !== place) return null
  const reading = readingFromLevel(
    plan,
    share,
    takenStops(plan, source),
    sourceFilterStops(plan, source.colour),
    share.frame
  )
  return withSource(plan, source.id, { reading, readAt: place })
}
