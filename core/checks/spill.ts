/** Does a light put more on the background than the goal allows, and which one? */
import { waterVeilShare } from '../ledger/lightCell'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { BACKGROUND_PLACES, type Place, type Plan } from '../plan/plan'
import { fitting } from '../set/fitting'
import { cutAngleDeg } from '../set/modified'
import { withLight } from '../plan/edit'
import { effectAt, type Check, type CheckContext, type Remedy } from './check'

/** Farther back nobody has room for it; it is moved by whole centimetres. */
const FARTHEST_CM = 2000

/**
 * How far back the background must stand for the strobes' spill to meet the goal; null when 20 m do
 * not do.
 */
function backgroundBack(plan: Plan): { readonly after: Plan; readonly effectStops: number } | null {
  const at = (cm: number): Plan => ({
    ...plan,
    background: { ...plan.background, distanceMm: cm * 10 }
  })
  // The frame sees other parts of a background farther back, so the brightest of them counts,
  // whichever it is then.
  const level = (of: Plan): number => {
    const { flash } = ledgerOf(of)
    return Math.max(...BACKGROUND_PLACES.map((place) => flash[place]!))
  }
  let near = Math.floor(plan.background.distanceMm / 10)
  let far = FARTHEST_CM
  if (near >= far || level(at(far)) > plan.goals.backgroundStops) return null
  while (far - near > 1) {
    const middle = Math.floor((near + far) / 2)
    if (level(at(middle)) > plan.goals.backgroundStops) near = middle
    else far = middle
  }
  return { after: at(far), effectStops: level(at(far)) - level(plan) }
}

/** Spill that goes down by so much more than the subject's light is dark, stops. */
const DARK = -10
const tames = ({ effect, subject }: { readonly effect: number; readonly subject: number }) =>
  Math.max(DARK, effect - subject)

export function spillChecks({ plan, evaluation, transport, bag }: CheckContext): Check[] {
  const { ledger } = evaluation
  // Lit water is told by itself: no background moves that.
  const levelOf = (i: number, id: Place): number => {
    const j = transport.scene.places.findIndex((each) => each.id === id)
    return (
      cellAt(ledger, plan.lights[i]!.id, id)!.level +
      Math.log2(1 - waterVeilShare(plan, transport, i, j))
    )
  }
  const spilled = (id: Place): number =>
    Math.log2(plan.lights.reduce((sum, _, i) => sum + 2 ** levelOf(i, id), 0))
  const place = BACKGROUND_PLACES.reduce(
    (worst: Place, each) => (spilled(each) > spilled(worst) ? each : worst),
    'background'
  )
  const total = spilled(place)
  const over = total - plan.goals.backgroundStops
  if (!(over > 1e-6)) return []
  return plan.lights.flatMap((light, i): Check[] => {
    const level = levelOf(i, place)
    // An eighth of what is there, or nothing at all, is not what to blame.
    if (!(level >= total - 3)) return []
    const remedies: Remedy[] = []
    const narrower = fitting(light, bag)
      .filter((modifier) => cutAngleDeg(modifier.beam) !== null)
      .map((modifier) => ({
        modifier,
        after: withLight(plan, i, { modifiers: [...light.modifiers, modifier] })
      }))
      .map(({ modifier, after }) => ({
        modifier,
        after,
        effect: effectAt(plan, after, light, place)!,
        subject: effectAt(plan, after, light, 'subject') ?? 0
      }))
      .filter(({ effect, subject }) => effect < subject - 0.3 && subject > -3)
      .sort((a, b) => tames(a) - tames(b) || b.subject - a.subject)[0]
    if (narrower)
      remedies.push({
        kind: 'modifier',
        name: narrower.modifier.name,
        figures: { deg: cutAngleDeg(narrower.modifier.beam)!, subject: narrower.subject },
        effectStops: narrower.effect,
        after: narrower.after
      })
    const back = backgroundBack(plan)
    if (back)
      remedies.push({
        kind: 'background-back',
        figures: { distanceMm: back.after.background.distanceMm },
        effectStops: back.effectStops,
        after: back.after
      })
    return [
      {
        kind: 'spill',
        state: over > 0.5 ? 'miss' : 'near',
        light: light.id,
        place,
        figures: { level, over, total },
        remedies
      }
    ]
  })
}
