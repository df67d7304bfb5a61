/** What the eye can say of a frame: each choice with the level it stands for. */
import { CLIP_LEVEL } from '@core/ambient/blackScale'
import { goalOf } from '@core/ledger/suggest'
import type { Plan } from '@core/plan/plan'
import { wantsBlack } from '@core/run/ambientMove'
import { judgedAt } from '@core/run/calibrate'
import { litIds, type Evidence, type Frame } from '@core/run/frame'
import { stops } from '@/words/format'

type Judged = Extract<Evidence, { kind: 'judged' }>

export interface EyeChoice {
  /** as it stands on a button */
  readonly title: string
  /** in full, for who cannot see the button beside the others */
  readonly label: string
  readonly levelStops: number
  readonly limit: Judged['limit']
}

const OFF = [-2, -1, -2 / 3, -1 / 3, 0, 1 / 3, 2 / 3, 1, 2]

/**
 * What right means at the judged place: its goal, for a light judged alone what that light is to
 * give there.
 */
export function rightLevel(now: Plan, frame: Frame): number {
  if (frame.kind === 'black') return 0
  const { plan } = frame
  const ids = litIds(frame)
  const light = plan.lights.find((each) => each.id === ids[0])
  return ids.length === 1 && light
    ? (goalOf(plan, light)?.stops ?? now.goals.subjectStops)
    : now.goals.subjectStops
}

export function eyeChoices(now: Plan, frame: Frame): EyeChoice[] {
  const exact = (title: string, levelStops: number): EyeChoice => ({
    title,
    label: title,
    levelStops,
    limit: 'exact'
  })
  if (frame.kind === 'lit') {
    const right = rightLevel(now, frame)
    return [
      ...OFF.map((off) => ({
        title: off === 0 ? 'right' : stops(off),
        label: off === 0 ? 'Right' : `${stops(off)} stops`,
        levelStops: right + off,
        limit: 'exact' as const
      })),
      {
        title: 'blown out',
        label: 'blown out',
        levelStops: CLIP_LEVEL,
        limit: 'at-least'
      }
    ]
  }
  if (!wantsBlack(now))
    return [
      exact('As a grey card', 0),
      exact('A stop under', -1),
      exact('Two under', -2),
      exact('Dark, but there', -3)
    ]
  return [
    {
      title: 'Nothing shows',
      label: 'Nothing shows',
      levelStops: Math.min(-7, now.goals.backgroundStops),
      limit: 'at-most'
    },
    exact('Barely shows', -5),
    exact('Dark, but there', -3)
  ]
}

/** The choice as it is noted of the place the frame is judged at first. */
export const asEvidence = (frame: Frame, { levelStops, limit }: EyeChoice): Judged => ({
  kind: 'judged',
  place: judgedAt(frame)[0]!,
  levelStops,
  limit
})
