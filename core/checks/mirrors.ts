/**
 * Which light shows in which shiny face, and how bright. Not always a fault: a rim glow is one. So
 * it is told, not judged.
 */
import { lightWaterStops } from '../ledger/sourceColours'
import { byMiddle } from '../ledger/water'
import type { Light, Plan } from '../plan/plan'
import { lightStops } from '../ledger/cells'
import { correctionFor } from '../ledger/corrections'
import { markGiving, outputStops } from '../light/output'
import { surfaceStops } from '../ambient/ev'
import { cardReflections, reflections, type Reflection } from '../set/mirror'
import { WHITE_STOPS } from '../set/specular'
import { fitting } from '../set/fitting'
import { lightAt } from '../set/gather'
import { sceneOf } from '../set/scene'
import { pointOf, wrappedDeg } from '../set/vec'
import { withLight } from '../plan/edit'
import { effectAt, type Check, type CheckContext, type Remedy } from './check'
import { showsInFrame } from '../set/inFrame'

/** What the readings taught about a light, stops. */
const taughtStops = (plan: Plan, light: Light): number =>
  correctionFor(plan, light.id, 'subject')?.stops ?? 0

/** All of a light’s sum but the place, with what water takes on the way. */
const shownStops = (plan: Plan, i: number): number => {
  const light = plan.lights[i]!
  return (
    lightStops(plan, light) +
    lightWaterStops(plan, light, byMiddle(plan, i).passed) +
    taughtStops(plan, light)
  )
}

/**
 * Level of a light's image: where its face is seen, its own surface makes no difference, what the
 * readings taught does.
 */
const levelOf = (plan: Plan, { of, stops }: Reflection): number => shownStops(plan, of) + stops

function highlightLevel(plan: Plan, of: number): number | null {
  const found = reflections(plan, sceneOf(plan)).find(
    (each) => each.of === of && each.kind === 'curved'
  )
  return found ? levelOf(plan, found) : null
}

function turnedOut(plan: Plan, index: number, face: number): Remedy[] {
  const light = plan.lights[index]!
  for (let by = 4; by <= 60; by += 4)
    for (const sign of [1, -1]) {
      const azimuthDeg = wrappedDeg(light.at.azimuthDeg + sign * by)
      const after = withLight(plan, index, { at: { ...light.at, azimuthDeg } })
      if (
        reflections(after, sceneOf(after)).some((each) => each.of === index && each.face === face)
      )
        continue
      return [
        {
          kind: 'azimuth',
          figures: {
            by,
            azimuthDeg,
            elevationDeg: light.at.elevationDeg,
            distanceMm: light.at.distanceMm
          },
          effectStops: effectAt(plan, after, light, 'subject'),
          after
        }
      ]
    }
  return []
}

/**
 * What a change does to a highlight, set against what it does to the subject; null when it does not
 * tame it.
 */
function taming(
  plan: Plan,
  of: number,
  level: number,
  after: Plan,
  remedy: Pick<Remedy, 'kind' | 'name' | 'figures'>
): Remedy | null {
  const is = highlightLevel(after, of)
  const subject = effectAt(plan, after, plan.lights[of]!, 'subject')
  if (is === null || subject === null || !(is - level < subject - 0.5)) return null
  return { ...remedy, figures: { ...remedy.figures, subject }, effectStops: is - level, after }
}

/** The larger face at hand that tames the highlight most for what it takes from the subject. */
function larger({ plan, bag }: CheckContext, of: number, level: number): Remedy | null {
  const light = plan.lights[of]!
  const found = fitting(light, bag)
    // Round the lens only a ring leaves the view free.
    .filter(({ face }) => face.kind !== 'keep' && (light.mount === 'stand' || face.kind === 'ring'))
    .flatMap(
      (modifier) =>
        taming(
          plan,
          of,
          level,
          withLight(plan, of, { modifiers: [...light.modifiers, modifier] }),
          { kind: 'larger', name: modifier.name, figures: {} }
        ) ?? []
    )
    .sort((a, b) => a.effectStops! - a.figures.subject! - (b.effectStops! - b.figures.subject!))
  return found[0] ?? null
}

/**
 * Half as far and down in power: the subject gets the same, the image of the light in it gets
 * dimmer and larger.
 */
function nearer(plan: Plan, of: number, level: number): Remedy | null {
  const light = plan.lights[of]!
  const distanceMm = Math.round(light.at.distanceMm / 2)
  if (light.mount === 'lens' || distanceMm < 40) return null
  const moved = withLight(plan, of, { at: { ...light.at, distanceMm } })
  const gained = effectAt(plan, moved, light, 'subject')
  if (gained === null || showsInFrame(moved, of)) return null
  const wanted = outputStops(light.strobe, light.powerStops) - gained
  const mark = markGiving(light.strobe, wanted)
  if (Math.abs(outputStops(light.strobe, mark.stops) - wanted) > 0.5) return null
  return taming(plan, of, level, withLight(moved, of, { powerStops: mark.stops }), {
    kind: 'nearer',
    figures: { distanceMm, powerStops: mark.stops }
  })
}

export const mirrorChecks = (context: CheckContext): Check[] =>
  reflections(context.plan, context.transport.scene).map((found): Check => {
    const { plan } = context
    const { of, kind, face, share, x, y } = found
    const light = plan.lights[of]!
    const level = levelOf(plan, found)
    const remedies =
      kind === 'flat'
        ? light.mount === 'stand'
          ? turnedOut(plan, of, face)
          : []
        : level > WHITE_STOPS
          ? [larger(context, of, level), nearer(plan, of, level)].filter(
              (remedy) => remedy !== null
            )
          : []
    return {
      kind: kind === 'flat' ? 'mirror-flat' : 'mirror-curved',
      state: 'info',
      light: light.id,
      place: null,
      figures: { face, share, x, y, level, overWhite: level - WHITE_STOPS },
      remedies
    }
  })

/**
 * Cards and flags that show in a flat face: what lights that side of them, as the face shows it.
 */
export const cardMirrorChecks = ({
  plan,
  evaluation,
  transport: { scene }
}: CheckContext): Check[] =>
  cardReflections(plan, scene).map(({ of, face, share, x, y, stops, side }): Check => {
    const card = plan.cards[of]!
    const byStrobes = plan.lights.reduce(
      (sum, light, i) =>
        sum +
        (light.on ? 2 ** shownStops(plan, i) * lightAt(scene, i, pointOf(card.at), side!) : 0),
      0
    )
    // Ambient is the same all round the subject; its own surface is taken out.
    const byAmbient =
      2 ** (evaluation.ledger.ambient.subject!.level - surfaceStops(plan.subject.reflectance))
    const level = Math.log2(byStrobes + byAmbient) + surfaceStops(card.reflectance) + stops
    return {
      kind: 'mirror-card',
      state: 'info',
      light: null,
      card: card.id,
      place: null,
      figures: {
        face,
        share,
        x,
        y,
        ...(Number.isFinite(level) && { level, overWhite: level - WHITE_STOPS })
      },
      remedies: []
    }
  })
