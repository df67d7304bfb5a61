/** Does a light put more on the ground than the goal allows, and which one? */
import { cellAt, ledgerOf } from '../ledger/ledger'
import type { Place, Plan } from '../plan/plan'
import { cutAngleDeg } from '../set/heads'
import { withLight } from '../solve/power'
import { effectAt, type Check, type Context, type Cure } from './checks'

const GROUND = ['ground', 'groundLeft', 'groundRight'] as const

/** How far back the ground must stand for the strobes' spill to meet the goal; null when 20 m do not do. */
const groundBack = (plan: Plan): { readonly after: Plan; readonly effectStops: number } | null => {
  // The frame sees other parts of a ground farther back, so the brightest of them counts, whichever it is then.
  const level = (distanceMm: number) => {
    const { flash } = ledgerOf({ ...plan, ground: { ...plan.ground, distanceMm } })
    return Math.max(...GROUND.map((place) => flash[place]!))
  }
  const was = level(plan.ground.distanceMm)
  let near = plan.ground.distanceMm
  let far = Math.max(near * 1.05, 20000)
  if (level(far) > plan.goals.groundStops) return null
  for (let i = 0; i < 14 && far / near > 1.01; i++) {
    const middle = Math.sqrt(near * far)
    if (level(middle) > plan.goals.groundStops) near = middle
    else far = middle
  }
  const distanceMm = Math.ceil(far / 10) * 10
  return {
    after: { ...plan, ground: { ...plan.ground, distanceMm } },
    effectStops: level(distanceMm) - was
  }
}

export const spillChecks = ({ plan, evaluation, bag }: Context): Check[] => {
  const { ledger } = evaluation
  const place = GROUND.reduce(
    (worst: Place, each) => (ledger.flash[each]! > ledger.flash[worst]! ? each : worst),
    'ground'
  )
  const over = ledger.flash[place]! - plan.goals.groundStops
  if (!(over > 1e-6)) return []
  return plan.lights.flatMap((light, i): Check[] => {
    const level = cellAt(ledger, light.id, place)!.level
    // A light ten times weaker than the goal is not the one to blame.
    if (!light.on || level < plan.goals.groundStops - 3 || level < ledger.flash[place]! - 3)
      return []
    const cures: Cure[] = []
    const narrower = bag
      .filter(
        (modifier) =>
          cutAngleDeg(modifier.beam) !== null &&
          !light.modifiers.some((on) => on.id === modifier.id)
      )
      .map((modifier) => ({
        modifier,
        after: withLight(plan, i, { modifiers: [...light.modifiers, modifier] })
      }))
      .map(({ modifier, after }) => ({
        modifier,
        after,
        effect: effectAt(plan, after, light, place) ?? -Infinity,
        subject: effectAt(plan, after, light, 'subject') ?? 0
      }))
      .filter(({ effect, subject }) => effect < subject - 0.3 && subject > -3)
      .sort((a, b) => a.effect - a.subject - (b.effect - b.subject))[0]
    if (narrower && light.modifiers.length < 4)
      cures.push({
        kind: 'modifier',
        name: narrower.modifier.name,
        figures: { deg: cutAngleDeg(narrower.modifier.beam)!, subject: narrower.subject },
        effectStops: narrower.effect,
        after: narrower.after
      })
    const back = groundBack(plan)
    if (back)
      cures.push({
        kind: 'ground-back',
        figures: { distanceMm: back.after.ground.distanceMm },
        effectStops: back.effectStops,
        after: back.after
      })
    return [
      {
        kind: 'spill',
        state: over > 0.5 ? 'miss' : 'near',
        light: light.id,
        place,
        figures: { level, over, total: ledger.flash[place]! },
        cures
      }
    ]
  })
}
