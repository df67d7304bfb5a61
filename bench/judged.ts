/** What a way of judging shows of a studio that is not what its plan says, with its own noise. */
import { ledgerOf } from '../core/ledger/ledger'
import type { LightId, Plan } from '../core/plan/plan'
import { judgedAt } from '../core/run/calibrate'
import { litIds, type Evidence, type Frame } from '../core/run/frame'
import { expectedReading } from '../core/run/metering'
import { chanceOf } from '../simulator/chance'
import { rendered } from '../simulator/files'
import { trueSet } from '../simulator/trueSet'
import { cameraTruth } from '../simulator/truth'

export type Way = 'meter' | 'raw' | 'curve' | 'jpeg' | 'eye'
/** Mid-grey, of white. */
const GREY = 0.18
const NO_POWERS: ReadonlyMap<LightId, number> = new Map()
/** The set as it truly is. */
export const truly = (plan: Plan, seed: number): Plan =>
  trueSet(plan, { settings: plan.settings, powers: NO_POWERS }, seed, 0)

/** What a way of judging shows of a level, with its own noise; always the same by seed and frame. */
export function seen(way: Way, seed: number, frame: Frame, count: number): Evidence {
  const place = judgedAt(frame)[0]!
  const real = truly(frame.plan, seed)
  const noise = chanceOf(seed, way, frame.id, count)
  const level = ledgerOf(real).totals[place] ?? -15
  const patch = (levelStops: number, uncertaintyStops: number): Evidence => ({
    kind: 'patch',
    place,
    x: 0.5,
    y: 0.5,
    radius: 0.02,
    levelStops: Math.max(-12, Math.min(6, levelStops)),
    limit: levelStops < -7 ? 'at-most' : 'exact',
    uncertaintyStops
  })
  switch (way) {
    case 'meter': {
      const { isoStops, shutterStops } = frame.plan.settings
      const metering = {
        place,
        lights: litIds(frame),
        isoStops,
        shutterStops,
        receptor: 'dome' as const
      }
      const reading = frame.kind === 'lit' ? expectedReading(real, metering) : null
      if (reading === null) return patch(level + noise.bell(0.07), 0.1)
      const shown = Math.round((reading + noise.bell(0.05)) * 10) / 10
      return { kind: 'meter', ...metering, apertureStops: shown }
    }
    case 'raw':
      return patch(level + noise.bell(0.07), 0.1)
    case 'curve':
      return patch(level + noise.bell(0.1), 0.1)
    case 'jpeg': {
      const { rendering } = cameraTruth(seed)
      const shown = rendered(GREY * 2 ** (level + noise.bell(0.07)), rendering)
      return patch(Math.log2(Math.max(1e-6, shown) / GREY), 0.3)
    }
    case 'eye': {
      const judged = Math.round((level + noise.bell(0.25)) * 3) / 3
      return {
        kind: 'judged',
        place,
        levelStops: Math.max(-12, Math.min(6, judged)),
        limit: judged < -7 ? 'at-most' : 'exact'
      }
    }
  }
}
