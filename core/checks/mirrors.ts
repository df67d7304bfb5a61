/** Which light shows in which shiny face. Not always a fault: a rim glow is one. So it is told, not judged. */
import { reflections } from '../set/mirror'
import { withLight } from '../solve/power'
import { sceneOf } from '../set/transport'
import type { Plan } from '../plan/plan'
import { effectAt, type Check, type Context, type Cure } from './checks'

const turnedOut = (plan: Plan, index: number, face: number): Cure[] => {
  const light = plan.lights[index]!
  for (let by = 4; by <= 60; by += 4)
    for (const sign of [1, -1]) {
      const turnDeg = ((light.at.turnDeg + sign * by + 540) % 360) - 180
      const after = withLight(plan, index, { at: { ...light.at, turnDeg } })
      if (reflections(after, sceneOf(after)).some((each) => each.of === index && each.face === face)) continue
      return [{ kind: 'turn', figures: { by, turnDeg, heightDeg: light.at.heightDeg, distanceMm: light.at.distanceMm }, effectStops: effectAt(plan, after, light, 'subject'), after }]
    }
  return []
}

export const mirrorChecks = ({ plan, transport }: Context): Check[] =>
  reflections(plan, transport.scene).map(({ of, kind, face, share, x, y }): Check => {
    const light = plan.lights[of]!
    return {
      kind: kind === 'flat' ? 'mirror-flat' : 'mirror-curved', state: 'info', light: light.id, place: null, figures: { face, share, x, y },
      cures: kind === 'flat' && light.mount === 'stand' ? turnedOut(plan, of, face) : []
    }
  })
