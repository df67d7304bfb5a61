/** What is in front of the lens: the light of a set, traced once and kept while nothing moves. */
import { sameLight, type Picture } from '@core/picture/picture'
import type { Plan } from '@core/plan/plan'
import { exposed, type Exposure } from './exposure'

export type Say = (doing: string, share: number) => void
/** Traces the light of a set; the slow part. */
export type Trace = (plan: Plan, progress: (share: number) => void) => Promise<Picture>

export interface Shot {
  /** the set as it really is */
  readonly real: Plan
  /** with the lights that fired, each as much as it gave */
  readonly lit: Plan
  /** what the camera makes of it above what its ISO says */
  readonly sensitivityStops: number
  /** of the noise */
  readonly seed: number
}
export interface Camera {
  /** Begins to look, so that the first frame does not wait for all of it. */
  readonly look: (real: Plan) => void
  readonly expose: (shot: Shot, say: Say) => Promise<Exposure>
}

export function tracedBy(trace: Trace): Camera {
  let traced: { readonly plan: Plan; readonly picture: Promise<Picture> } | null = null
  const pictureOf = (plan: Plan, say: Say): { readonly plan: Plan; picture: Promise<Picture> } => {
    if (!traced || !sameLight(traced.plan, plan))
      traced = { plan, picture: trace(plan, (share) => say('taking the frame', share)) }
    traced.picture.catch(() => (traced = null))
    return traced
  }
  return {
    look: (real) => void pictureOf(real, () => {}),
    expose: async ({ real, lit, sensitivityStops, seed }, say) => {
      const { plan, picture } = pictureOf(real, say)
      return exposed(await picture, plan, lit, sensitivityStops, seed)
    }
  }
}
