/** What the frames of ordinary shoots say of the kit. */
import type { KitItem } from '../kit/kit'
import type { Plan } from '../plan/plan'
import { calibrate } from '../run/calibrate'
import { litIds, type Frame } from '../run/frame'
import { figureOf, headParts, type Sighting } from './figure'

/** The plan with the kit's figures of now, and nothing that was learned against older ones. */
function figuresNow(plan: Plan, kit: ReadonlyMap<string, KitItem>): Plan {
  const meter = plan.meter && kit.get(plan.meter.id)
  return {
    ...plan,
    corrections: [],
    meter: meter?.kind === 'meter' ? meter : plan.meter,
    lights: plan.lights.map((light) => {
      const strobe = kit.get(light.strobe.id)
      return {
        ...light,
        strobe: strobe?.kind === 'strobe' ? strobe : light.strobe,
        modifiers: light.modifiers.map((each) => {
          const now = kit.get(each.id)
          return now?.kind === 'modifier' ? now : each
        })
      }
    })
  }
}

/** On these the subject's reflectance is in what was found. */
const ON_SUBJECT = /^(subject|shadow|top|front)$/

/**
 * What a frame says of a light: one that was lit by that light alone, read on the subject, and not
 * clipped. One of a made-up studio says nothing.
 * @param kit the kit's figures now, by id: the frame is held against them
 */
export function sightingsOf(
  shootId: string,
  frame: Frame,
  kit: ReadonlyMap<string, KitItem>
): Sighting[] {
  const [id, ...others] = litIds(frame)
  const light = frame.plan.lights.find((each) => each.id === id)
  if (frame.practice || frame.kind !== 'lit' || !light || others.length > 0) return []
  const plan = figuresNow(frame.plan, kit)
  return frame.evidence.flatMap((evidence): Sighting[] => {
    if (!ON_SUBJECT.test(evidence.place)) return []
    const found = calibrate(plan, { ...frame, plan }, evidence, 'fit')
    if (found.kind !== 'correction' || found.correction.limit !== 'exact') return []
    const { stops, uncertaintyStops, highSpeedSync, modifierIds, source } = found.correction
    if (source !== light.id) return []
    const meter = evidence.kind === 'meter' ? plan.meter : null
    const strobeId = light.strobe.id
    return [
      {
        from: { kind: 'frame', shootId, frameId: frame.id },
        offStops: stops,
        uncertaintyStops,
        parts: [
          ...headParts(strobeId, light.powerStops),
          ...(highSpeedSync
            ? [
                {
                  figure: figureOf('highSpeed', strobeId, plan.settings.shutterStops),
                  share: -1
                }
              ]
            : []),
          ...modifierIds.map((each) => ({ figure: figureOf('loss', each), share: -1 })),
          ...(meter ? [{ figure: figureOf('meter', meter.id), share: 1 }] : []),
          // An incident meter does not see the subject.
          ...(evidence.kind === 'meter' ? [] : [{ figure: figureOf('subject', shootId), share: 1 }])
        ]
      }
    ]
  })
}
