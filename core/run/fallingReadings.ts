/** What was read of falling light: typed, as the plan holds it, and what frames showed. */
import { evOfBackground, type TimedReading } from '../advise/course'
import { ambientFilterStops } from '../ledger/sourceColours'
import { ledgerOf } from '../ledger/ledger'
import type { Falling, Plan } from '../plan/plan'
import { readPlaceOf } from '../plan/readPlace'
import { hiddenCloseUpLoss } from '../plan/lensInUse'
import { measuredLevel, uncertaintyOf } from './calibrate'
import { setOf } from './expected'
import type { Frame } from './frame'

/** A camera’s or meter’s own reading is good to about this; common practice, no source. */
const TYPED = 0.2

/** EV of the background that a frame showed, its own flash and lamps taken out; null where it says nothing. */
function evOfFrame(frame: Frame, plan: Plan): { ev: number; uncertaintyStops: number } | null {
  for (const evidence of frame.evidence) {
    if (evidence.kind !== 'patch' && evidence.kind !== 'judged') continue
    if (readPlaceOf(evidence.place) !== 'background') continue
    if (evidence.limit !== 'exact') continue
    const was = setOf(frame, plan, evidence.place)
    const level = measuredLevel(was, evidence)
    const ledger = ledgerOf(was)
    const flash = frame.kind === 'black' ? -Infinity : (ledger.flash[evidence.place] ?? 0)
    // Lamps by themselves do not fall with it.
    const lamps = ledger.parts.reduce(
      (sum, { source, cells }) =>
        source === 'rest' ? sum : sum + 2 ** cells[evidence.place]!.level,
      0
    )
    const ambient = 2 ** level - 2 ** flash - lamps
    // What is left after a flash that gives most of it says nothing.
    if (!(ambient > 2 ** level / 2)) return null
    const { apertureStops, shutterStops, isoStops, ndStops } = was.settings
    return {
      ev:
        Math.log2(ambient) +
        apertureStops +
        shutterStops -
        isoStops +
        ndStops +
        was.ambient.shadeStops +
        // As this plan’s lens would see it.
        hiddenCloseUpLoss(was) -
        hiddenCloseUpLoss(plan) -
        ambientFilterStops(was, 'background') +
        ambientFilterStops(plan, 'background'),
      uncertaintyStops: uncertaintyOf(evidence)
    }
  }
  return null
}

/** All readings with a time: those typed for it, the plan’s own, those of frames. */
export function fallingReadings(
  plan: Plan,
  falling: Falling,
  frames: readonly Frame[]
): TimedReading[] {
  const on = (id: string): boolean => !falling.dropped.includes(id)
  const ofFrames = frames.flatMap((frame): TimedReading[] => {
    const found = frame.practice ? null : evOfFrame(frame, plan)
    return found
      ? [{ id: frame.id, at: Date.parse(frame.takenAt), on: on(frame.id), ...found }]
      : []
  })
  const own = plan.ambient.background
  const typed = [
    ...falling.readings,
    // One that came from a frame stands among the frames already.
    ...(own?.takenAt && !own.frameId ? [{ id: 'plan', reading: own }] : [])
  ].flatMap(({ id, reading }): TimedReading[] =>
    reading.takenAt === null || reading.limit !== 'exact'
      ? []
      : [
          {
            id,
            at: Date.parse(reading.takenAt),
            ev: evOfBackground(plan, reading),
            uncertaintyStops: TYPED,
            on: on(id)
          }
        ]
  )
  return [...typed, ...ofFrames]
}
