/** Does a light glow in the water before the subject, and what would lessen it at the same subject? */
import { backscatterOf, veilStopsOf } from '../advise/backscatter'
import { waterVeilShare } from '../ledger/lightCell'
import { cellAt } from '../ledger/ledger'
import { withLight } from '../plan/edit'
import type { Plan } from '../plan/plan'
import { fitting } from '../set/fitting'
import { cutAngleDeg } from '../set/modified'
import { sceneOf } from '../set/scene'
import { add, anglesOf, dot, scale, sub, toRad, unit, type Vec } from '../set/vec'
import { effectAt, type Check, type CheckContext, type Remedy } from './check'
import { comeNearer } from './comeNearer'
import { smallestMoves } from './moves'

/** A remedy is worth naming from here on, stops. */
const WORTH = -0.7
/** Coming nearer costs no power, so that less is worth it. */
const WORTH_NEARER = -0.4
/** A veil so far under the subject takes from its contrast; common practice, no source. */
const SHOWS = -5
/** A subject may lose so much of the light before its power makes up for it, stops. */
const MOST_LOST = -2.5

const relative = (plan: Plan, i: number): number => veilStopsOf(plan, i) ?? Infinity

/** The same light with its head turned away from the lens’s axis by so much. */
function turnedOut(plan: Plan, i: number, deg: number): Plan {
  const { heads, pose } = sceneOf(plan)
  const { at, axis } = heads[i]!
  const along = dot(at, pose.toCamera)
  const out: Vec = unit(sub(at, scale(pose.toCamera, along)))
  // Square to the axis, towards outside.
  const aside = unit(sub(out, scale(axis, dot(out, axis))))
  const to = add(scale(axis, Math.cos(toRad(deg))), scale(aside, Math.sin(toRad(deg))))
  return withLight(plan, i, {
    aim: { kind: 'free', ...anglesOf(to) }
  })
}

/** The turn that lessens the glow most while its edge still takes the subject. */
function turning(plan: Plan, i: number, was: number): Remedy | null {
  const light = plan.lights[i]!
  let best: { after: Plan; deg: number; effect: number; subject: number } | null = null
  for (let deg = 5; deg <= 60; deg += 5) {
    const after = turnedOut(plan, i, deg)
    const effect = relative(after, i) - was
    if (effect > Math.min(WORTH, best?.effect ?? 0)) continue
    const subject = effectAt(plan, after, light, 'subject')
    if (subject === null || subject < MOST_LOST) break
    best = { after, deg, effect, subject }
  }
  return (
    best && {
      kind: 'turn-out',
      figures: { by: best.deg, subject: best.subject },
      effectStops: best.effect,
      after: best.after
    }
  )
}

function remediesFor({ plan, bag }: CheckContext, i: number): Remedy[] {
  const light = plan.lights[i]!
  const was = relative(plan, i)
  const cures = (after: Plan): boolean => relative(after, i) - was <= WORTH
  const found: Remedy[] = []
  // A light on the lens goes where the lens goes.
  const turn = light.mount === 'stand' ? turning(plan, i, was) : null
  if (turn) found.push(turn)
  if (light.mount === 'stand')
    found.push(
      ...smallestMoves(plan, i, cures, (after) => relative(after, i) - was).map((remedy) => ({
        ...remedy,
        figures: {
          ...remedy.figures,
          subject: effectAt(plan, remedy.after!, light, 'subject') ?? 0
        }
      }))
    )
  const nearer = comeNearer(plan, i, (after) => relative(after, i) - was <= WORTH_NEARER)
  if (nearer)
    found.push({
      ...nearer,
      figures: {
        ...nearer.figures,
        subject: effectAt(plan, nearer.after, light, 'subject') ?? 0
      },
      effectStops: relative(nearer.after, i) - was
    })
  const narrow = fitting(light, bag)
    .filter((modifier) => cutAngleDeg(modifier.beam) !== null)
    .map((modifier) => {
      const after = withLight(plan, i, { modifiers: [...light.modifiers, modifier] })
      return { modifier, after, effect: relative(after, i) - was }
    })
    .filter(({ effect }) => effect <= WORTH)
    .sort((a, b) => a.effect - b.effect)[0]
  if (narrow)
    found.push({
      kind: 'modifier',
      name: narrow.modifier.name,
      figures: {
        deg: cutAngleDeg(narrow.modifier.beam)!,
        subject: effectAt(plan, narrow.after, light, 'subject') ?? 0
      },
      effectStops: narrow.effect,
      after: narrow.after
    })
  return found.sort((a, b) => a.effectStops! - b.effectStops!)
}

/** One for every light that glows at all; the figures are against the subject as it comes out. */
export function backscatterChecks(context: CheckContext): Check[] {
  const { plan, evaluation, transport } = context
  if (plan.medium.kind === 'air') return []
  const goal = plan.goals.backgroundStops
  return plan.lights.flatMap((light, i): Check[] => {
    const found = light.on ? backscatterOf(plan, i) : null
    const level = cellAt(evaluation.ledger, light.id, 'subject')!.level
    if (!found || level === -Infinity) return []
    // What it gives the surface: the veil's own share is no light on the subject.
    const j = transport.scene.places.findIndex(({ id }) => id === 'subject')
    const own = level + Math.log2(1 - waterVeilShare(plan, transport, i, j))
    const veil = own + found.veilStops
    const shows = veil > goal - 1 || found.veilStops > SHOWS
    const state = veil > goal + 0.5 ? 'miss' : shows ? 'near' : 'info'
    return [
      {
        kind: 'backscatter',
        state,
        light: light.id,
        place: null,
        figures: {
          veil,
          under: -found.veilStops,
          over: veil - goal,
          ...Object.fromEntries(
            found.specks.flatMap(({ sizeMm, stops, atMm }, k) => [
              [`size${k}`, sizeMm],
              [`level${k}`, own + stops],
              [`at${k}`, atMm]
            ])
          )
        },
        remedies: state === 'info' ? [] : remediesFor(context, i)
      }
    ]
  })
}
