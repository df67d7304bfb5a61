/**
 * What of two plans is the same as far as the way of light goes. Plans are immutable: the same
 * object means the same figures.
 */
import { placedSources, type Light, type PlacedSource, type Plan } from '../plan/plan'
import { keyLight } from './places'
import { isSheet, type Surface } from './shapes'
import { sameVec } from './vec'

const LENS = [
  'magnification',
  'extensionMm',
  'dioptres',
  'wetDioptres',
  'teleconverter',
  'crop'
] as const
const sameLens = (a: Plan['focus'], b: Plan['focus']): boolean =>
  a === b || LENS.every((key) => a[key] === b[key])

/** Whether a light stands, looks and shines as it did; power does not count. */
const sameLight = (a: Light, b: Light): boolean =>
  a === b ||
  (a.strobe === b.strobe &&
    a.modifiers === b.modifiers &&
    a.zoomMm === b.zoomMm &&
    a.mount === b.mount &&
    a.at === b.at &&
    a.aim === b.aim &&
    a.rollDeg === b.rollDeg)

/** Whether a source of ambient light stands and shines as it did; what was read of it does not count. */
const sameSource = (a: PlacedSource, b: PlacedSource): boolean =>
  a === b ||
  (a.kind === b.kind &&
    (a.from === b.from ||
      (a.from.at === b.from.at &&
        a.from.widthMm === b.from.widthMm &&
        a.from.heightMm === b.from.heightMm)))

/** Whether the head of an index, of a light or of a source of ambient light, is the same. */
export function sameHead(a: Plan, b: Plan, index: number): boolean {
  const [one, other] = [a.lights[index], b.lights[index]]
  if (one && other) return sameLight(one, other)
  if (one || other) return false
  const [was, is] = [a, b].map(
    (plan) => placedSources(plan.ambient.sources)[index - plan.lights.length]
  )
  return was !== undefined && is !== undefined && sameSource(was, is)
}

function sameSources(a: Plan, b: Plan): boolean {
  if (a.ambient.sources === b.ambient.sources) return true
  const [was, is] = [placedSources(a.ambient.sources), placedSources(b.ambient.sources)]
  return (
    was.length === is.length &&
    was.every((each, k) => each.id === is[k]!.id && sameSource(each, is[k]!))
  )
}

/** Whether all that stands in the set is the same, but lamps. */
export const sameStage = (a: Plan, b: Plan): boolean =>
  a.subject === b.subject &&
  a.props === b.props &&
  a.background === b.background &&
  a.table === b.table &&
  a.room === b.room &&
  a.cards === b.cards &&
  a.medium.kind === b.medium.kind &&
  a.view.elevationDeg === b.view.elevationDeg

/** Whether the places of the set are: what they follow from but the stage and the key light. */
export const samePlaces = (a: Plan, b: Plan): boolean =>
  a.places === b.places &&
  a.camera === b.camera &&
  a.lens === b.lens &&
  a.housing === b.housing &&
  sameLens(a.focus, b.focus)

/** Whether all lights do, and all that gives ambient light from somewhere. */
export function sameLights(a: Plan, b: Plan): boolean {
  if (!sameSources(a, b)) return false
  if (a.lights === b.lights) return true
  if (a.lights.length !== b.lights.length || keyLight(a).id !== keyLight(b).id) return false
  for (let i = 0; i < a.lights.length; i++) if (!sameLight(a.lights[i]!, b.lights[i]!)) return false
  return true
}

/** Whether two surfaces are one thing in one place. */
export function sameSurface(a: Surface, b: Surface): boolean {
  if (a.id !== b.id || a.kind !== b.kind || !sameVec(a.at, b.at)) return false
  if (isSheet(a) && isSheet(b))
    return (
      sameVec(a.across, b.across) &&
      sameVec(a.upward, b.upward) &&
      a.halfAcross === b.halfAcross &&
      a.halfUpward === b.halfUpward &&
      a.hole === b.hole
    )
  if (isSheet(a) || isSheet(b) || a.mesh !== b.mesh) return false
  return sameVec(a.half, b.half) && a.axes.every((axis, k) => sameVec(axis, b.axes[k]!))
}
