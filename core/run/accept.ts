/** An explanation taken for true: what of the plan changes by it, and what of the frame. */
import { correctionFor, heldBy } from '../ledger/corrections'
import { placeServed } from '../ledger/suggest'
import { withLight } from '../plan/edit'
import { READ_PLACES, type Correction, type Light, type LightId, type Plan } from '../plan/plan'
import { samePosition } from '../plan/sameLight'
import type { Cause } from './causes'
import type { Explanation } from './explain'
import { setBefore } from './expected'
import { applyCalibration } from './calibrate'
import { litIds, type Frame } from './frame'
import { withoutLessons } from './lessons'

export interface Accepted {
  /** the plan, which may have learned */
  readonly plan: Plan
  /** the frame, as it was really taken */
  readonly frame: Frame
}

const lightOf = (plan: Plan, id: LightId): Light | undefined =>
  plan.lights.find((light) => light.id === id)

const changed = (plan: Plan, id: LightId, part: Partial<Light>): Plan =>
  withLight(plan, plan.lights.indexOf(lightOf(plan, id)!), part)

/** The plan with a correction that this frame taught, on top of those before. */
function corrected(
  plan: Plan,
  frame: Frame,
  learned: Pick<Correction, 'id' | 'source' | 'place' | 'stops' | 'uncertaintyStops'>
): Plan {
  const { source, place, stops, uncertaintyStops } = learned
  const was = setBefore(frame, plan)
  const earlier = correctionFor(was, source, place)
  const correction: Correction = {
    ...learned,
    frameId: frame.id,
    stops: (earlier?.stops ?? 0) + stops,
    uncertaintyStops: Math.min(3, Math.max(0.05, uncertaintyStops)),
    method: 'patch',
    limit: 'exact',
    ...heldBy(was, source, place),
    on: true
  }
  return applyCalibration(
    {
      ...plan,
      // It says all of what they said, and this frame besides.
      corrections: plan.corrections.map((each) =>
        earlier?.from.includes(each) ? { ...each, on: false } : each
      )
    },
    { kind: 'correction', correction }
  )
}

/** What cannot be put right in the plan: it is looked for at the set. */
export const isLookedFor = (cause: Cause): boolean =>
  cause.kind === 'exposure' || (cause.kind === 'ambient' && !cause.read)

/**
 * @param plan the plan now
 * @param id identifier for a new correction
 * @returns both unchanged where the cause is one to be looked for at the set
 */
export function accept(
  plan: Plan,
  frame: Frame,
  { cause, uncertaintyStops }: Pick<Explanation, 'cause' | 'uncertaintyStops'>,
  id: string
): Accepted {
  switch (cause.kind) {
    case 'not-fired':
      return taken(plan, frame, cause.light, { on: false })
    case 'other-mark':
      return taken(plan, frame, cause.light, { powerStops: cause.powerStops })
    case 'distance': {
      const then = lightOf(frame.plan, cause.light)!
      const now = lightOf(plan, cause.light)
      const at = { ...then.at, distanceMm: cause.distanceMm }
      const after = taken(plan, frame, cause.light, { at })
      // A light that was moved since stands where it was put.
      const still = now !== undefined && samePosition(now.at, then.at)
      return still ? { ...after, plan: changed(after.plan, cause.light, { at }) } : after
    }
    case 'output':
    case 'modifier': {
      const { light: source, stops } = cause
      // Where it serves it is measured; what goes past the subject is corrected there alone.
      const place = placeServed(frame.plan, lightOf(frame.plan, source)!) ?? 'subject'
      return { plan: corrected(plan, frame, { id, source, place, stops, uncertaintyStops }), frame }
    }
    case 'ambient': {
      const places = cause.read ? READ_PLACES.filter((place) => plan.ambient[place]) : []
      const { stops } = cause
      return {
        plan: places.reduce(
          (learned, place, i) =>
            corrected(learned, frame, {
              id: i === 0 ? id : `${id}-${i}`,
              source: 'ambient',
              place,
              stops,
              uncertaintyStops
            }),
          plan
        ),
        frame
      }
    }
    case 'exposure':
    case 'as-expected':
      return { plan, frame }
  }
}

/**
 * The frame as it was really taken. What was said of it was said of another set of lights, and what
 * that taught goes too.
 */
function taken(plan: Plan, frame: Frame, light: LightId, part: Partial<Light>): Accepted {
  const then = changed(frame.plan, light, part)
  const kind = litIds({ plan: then }).length > 0 ? frame.kind : 'black'
  return {
    plan: withoutLessons(plan, frame.id),
    frame: { ...frame, kind, plan: then, evidence: [] }
  }
}
