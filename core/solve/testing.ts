/**
 * The order of ways, written a second time from its rules: what a plan misses of its goals and what
 * it costs, added up from the ledger and from plain optics. Shares no line with the code that scores
 * ways. For tests.
 */
import { evaluate, type Evaluation } from '../ledger/evaluate'
import { freezeOf } from '../ledger/freeze'
import { cellAt, type Ledger } from '../ledger/ledger'
import { depthOf, endBlur, neededDepthMm } from '../plan/lensInUse'
import type { Light, Plan } from '../plan/plan'
import { dialMarks } from '../scales/dial'
import { sceneOf } from '../set/scene'

/** How far past its limit something is, in doublings. */
const doublings = (value: number, limit: number): number =>
  value <= 0 ? -30 : Math.max(-30, Math.min(30, Math.log2(value / limit)))
const held = (stops: number): number => Math.max(-30, Math.min(30, stops))

interface Standing {
  readonly id: string
  readonly over: number
  /** distance to the target of a goal that has one */
  readonly off?: number
}

/** Each goal and how far outside it the plan stands, ≤ 0 inside. */
function standings(plan: Plan, { ledger, verdicts }: Evaluation): Standing[] {
  const { goals, settings, camera, subject } = plan
  const { totals } = ledger
  const about = (id: string, level: number, stops: number, tolerance: number): Standing => {
    const off = held(Math.abs(level - stops))
    return { id, off, over: off - tolerance }
  }
  const list: Standing[] = [
    about('subject', totals.subject!, goals.subjectStops, goals.toleranceStops)
  ]
  const behind = Math.max(totals.background!, totals.backgroundLeft!, totals.backgroundRight!)
  list.push({ id: 'background', over: held(behind - goals.backgroundStops) })
  for (const { place, kind, stops, toleranceStops } of goals.places)
    list.push(
      kind === 'about'
        ? about(`at:${place}`, totals[place]!, stops, toleranceStops)
        : { id: `at:${place}`, over: held(totals[place]! - stops) }
    )
  if (goals.highlight8Bit !== null) {
    const linear = ((goals.highlight8Bit / 255 + 0.055) / 1.055) ** 2.4
    const brightest = Math.max(
      ...['subject', 'shadow', 'top', 'front', ...plan.places.map(({ id }) => id)].map(
        (place) => totals[place] ?? -Infinity
      )
    )
    list.push({ id: 'highlight', over: held(brightest - Math.log2(linear / 0.18)) })
  }
  if (goals.keyFill) {
    const { stops, toleranceStops, over, under } = goals.keyFill
    const fill = plan.lights
      .filter((light) => light.on && light.role === 'fill')
      .reduce((sum, light) => sum + 2 ** cellAt(ledger, light.id, under)!.level, 0)
    const key = cellAt(ledger, 'A', over)!.level
    const ratio = key - Math.log2(fill)
    list.push(about('keyFill', Number.isFinite(ratio) ? ratio : Infinity, stops, toleranceStops))
  }
  list.push({ id: 'depth', over: -doublings(depthOf(plan).totalMm, neededDepthMm(plan)) })
  const pitch = camera.sensorWidthMm / camera.pixelsWide
  if (goals.edgeBlurPx !== null)
    list.push({
      id: 'edge',
      over: doublings(endBlur(plan, neededDepthMm(plan)).bothMm / pitch, goals.edgeBlurPx)
    })
  if (subject.speedMmS > 0) {
    const freeze = freezeOf(plan, ledger)
    list.push(
      { id: 'blur', over: doublings(freeze.worst.blurPx, goals.blurPx) },
      { id: 'ghost', over: doublings(freeze.ghostPx, goals.ghostPx ?? goals.blurPx) }
    )
  }
  const lit = plan.lights.filter((light) => light.on)
  if (goals.recycleS !== null)
    list.push({
      id: 'recycle',
      over: doublings(
        Math.max(
          ...lit.map(({ strobe, powerStops }) =>
            Math.max(strobe.leastRecycleS, strobe.recycleFullS * 2 ** powerStops)
          )
        ),
        goals.recycleS
      )
    })
  if (goals.isoStops !== null)
    list.push({ id: 'iso', over: held(settings.isoStops - goals.isoStops) })
  const banded = verdicts.find((each) => each.id === 'sync')!.figures.dark! > 0
  list.push({ id: 'sync', over: banded ? 30 : -30 })
  return list
}

/** A light without a goal keeps its level: where it lights the subject, else where most. */
function drift(from: Plan, was: Ledger, is: Ledger, light: Light): number {
  const serves = light.id === 'A' || (light.role === 'fill' && from.goals.keyFill !== null)
  if (serves) return 0
  const before = (place: string): number => cellAt(was, light.id, place)!.level
  const place = Number.isFinite(before('subject'))
    ? 'subject'
    : was.places.reduce((most, each) => (before(each) > before(most) ? each : most), 'subject')
  if (!Number.isFinite(before(place))) return 0
  const moved = Math.abs(cellAt(is, light.id, place)!.level - before(place))
  return Number.isFinite(moved) ? moved : 30
}

const radians = Math.PI / 180

/**
 * By how many degrees a light stands elsewhere round the subject (great circle), or else by how many
 * its head is turned; null for neither.
 */
function swing(from: Plan, to: Plan, i: number): number | null {
  const [a, b] = [from.lights[i]!, to.lights[i]!]
  const round = (b.at.azimuthDeg - a.at.azimuthDeg) * radians
  const [low, high] = [a.at.elevationDeg * radians, b.at.elevationDeg * radians]
  const cosine = Math.sin(low) * Math.sin(high) + Math.cos(low) * Math.cos(high) * Math.cos(round)
  if (cosine < 1 - 1e-9) return Math.acos(cosine) / radians
  if (JSON.stringify(a.aim) === JSON.stringify(b.aim)) return null
  const [was, is] = [from, to].map((plan) => sceneOf(plan).heads[i]!.axis)
  return Math.acos(was!.reduce((sum, each, k) => sum + each * is![k]!, 0)) / radians
}

/**
 * What a plan costs as a way from another; smaller is better.
 * @returns Infinity when it misses a goal that must hold
 */
export function scoredApart(from: Plan, was: Ledger, to: Plan): number {
  const evaluation = evaluate(to)
  const is = evaluation.ledger
  const { settings } = to
  let cost = 0
  for (const { id, over, off } of standings(to, evaluation)) {
    const miss = over > 1e-9 ? over : 0
    if (miss > 0 && (id === 'sync' || !from.goals.wished.includes(id))) return Infinity
    cost += 100 * miss + 0.5 * (off ?? 0)
  }
  for (const [i, light] of to.lights.entries()) {
    const marks = dialMarks(light.strobe.dial).map((mark) => mark.stops)
    const lowest = Math.min(...marks)
    const atEnd = light.powerStops > -1e-9 || light.powerStops <= lowest + 1e-9
    cost += 0.02 * (light.powerStops - lowest) + (atEnd ? 0.2 : 0)
    cost += 0.3 * drift(from, was, is, from.lights[i]!)
    const before = from.lights[i]!
    const way = Math.abs(2 * Math.log2(light.at.distanceMm / before.at.distanceMm))
    if (way > 1e-9) cost += 0.4 + 0.2 * way
    const deg = swing(from, to, i)
    if (deg !== null) cost += 0.4 + 0.02 * deg
    const worn = (each: Light): string => each.modifiers.map(({ id }) => id).join()
    if (worn(light) !== worn(before)) cost += 0.5
  }
  const shaded = Math.abs(to.ambient.shadeStops - from.ambient.shadeStops)
  if (shaded > 0) cost += 0.3 + 0.4 * shaded
  const pastSync =
    from.camera.curtain === 'focal-plane' && settings.shutterStops > from.camera.syncStops + 1e-6
  cost += 0.05 * Math.abs(settings.shutterStops - from.settings.shutterStops) + (pastSync ? 0.5 : 0)
  const pitch = to.camera.sensorWidthMm / to.camera.pixelsWide
  cost +=
    0.5 * Math.log2(endBlur(to, neededDepthMm(to)).bothMm / pitch) +
    0.05 * Math.abs(settings.apertureStops - from.settings.apertureStops) +
    0.4 * (settings.isoStops - from.camera.lowestIsoStops) +
    (Math.abs(settings.ndStops - from.settings.ndStops) > 1e-6 ? 0.3 : 0) +
    0.05 * settings.ndStops
  return cost
}
