/** A plan as geometry: camera, places, heads, and what stands in the way of light. */
import { surfaceStops } from '../ambient/ev'
import { placedSources, type AmbientSourceId, type Card, type Plan } from '../plan/plan'
import { headOfSource } from './ambientHeads'
import { cameraBodiesOf, headBodiesOf } from './bodies'
import { poseOf, type CameraPose } from './camera'
import { headOf, type Head } from './heads'
import { propStanding } from './props'
import { aimPoint, placesOf, type PlacePoint } from './places'
import { seenAmbient, seenColour } from './seenEnds'
import { backgroundSheet, cardSheet, tableSheet } from './sheets'
import { plainSurface, subjectSurface } from './subjectBody'
import { surfacesOf, type Sheet, type Surface, type Surfaces } from './surface'
import { angleDeg, basisOf, dot, type Vec } from './vec'

export interface Scene {
  readonly pose: CameraPose
  readonly places: readonly PlacePoint[]
  /** what the surface at each place adds against an 18 % card, stops */
  readonly placeStops: readonly number[]
  /** of the lights, then of what gives ambient light from somewhere */
  readonly heads: readonly Head[]
  readonly background: Sheet
  /** cards and flags in place */
  readonly cards: readonly { readonly card: Card; readonly sheet: Sheet }[]
  /** what is lit and throws light back: subject, cards and flags, background, table */
  readonly surfaces: Surfaces
  readonly cameraBodies: readonly Surface[]
  readonly headBodies: readonly Surface[]
  /**
   * surfaces and camera: what stands in the way of light on its way to and from patches; a simple
   * shape for a mesh
   */
  readonly fixed: Surfaces
  /** heads too: what stands in the way of straight light at a place */
  readonly standing: Surfaces
  /** index of the surface each place lies on; −1: none */
  readonly placesOn: readonly number[]
}

/** Every head of a plan, aimed at its places. */
const headsOf = (plan: Plan, pose: CameraPose, places: readonly PlacePoint[]): Head[] => [
  ...plan.lights.map((light) => headOf(light, pose, aimPoint(places))),
  ...placedSources(plan.ambient.sources).map((source) => headOfSource(source, pose))
]

/** Index of the head of a source of ambient light; −1 where it has none: light from all round. */
export const headOfSourceAt = ({ lights, ambient }: Plan, id: AmbientSourceId): number => {
  const index = placedSources(ambient.sources).findIndex((each) => each.id === id)
  return index < 0 ? -1 : lights.length + index
}

/** The direction each head looks in, by index of the light. */
export function axesOf(plan: Plan): Vec[] {
  const pose = poseOf(plan)
  const places = placesOf(plan, pose, backgroundSheet(plan, pose))
  return headsOf(plan, pose, places).map((head) => head.axis)
}

/** By how much a light's head looks another way in one plan than in the other, degrees. */
export const turnedDeg = (from: Plan, to: Plan, index: number): number =>
  angleDeg(axesOf(from)[index]!, axesOf(to)[index]!)

/** Which way it was turned, as seen from behind it. */
export function turnedTo(from: Plan, to: Plan, index: number): 'left' | 'right' | 'up' | 'down' {
  const was = axesOf(from)[index]!
  const is = axesOf(to)[index]!
  const { across, upward } = basisOf(was)
  const [left, up] = [dot(is, across), dot(is, upward)]
  if (Math.abs(up) > Math.abs(left)) return up > 0 ? 'up' : 'down'
  return left > 0 ? 'left' : 'right'
}

export function sceneOf(plan: Plan): Scene {
  const pose = poseOf(plan)
  const background = backgroundSheet(plan, pose)
  const places = placesOf(plan, pose, background)
  const cards = plan.cards
    .filter((card) => card.on)
    .map((card) => ({ card, sheet: cardSheet(card, aimPoint(places)) }))
  // Clear things let light through; what they bend is not in the model.
  const bodies = [
    { body: plan.subject, standing: undefined },
    ...plan.props.map((body) => ({ body, standing: propStanding(plan, body) }))
  ].filter(({ body }) => body.finish !== 'clear' && body.shape !== 'plume')
  const shown = bodies.map(({ body, standing }) => subjectSurface(body, standing)!)
  const list: Surface[] = [
    ...shown,
    ...cards.map(({ sheet }) => sheet),
    background,
    ...(plan.table ? [tableSheet(plan.table)] : [])
  ]
  const heads = headsOf(plan, pose, places)
  const cameraBodies = cameraBodiesOf(plan, pose)
  const headBodies = headBodiesOf(plan, heads)
  const standing = [...list, ...cameraBodies, ...headBodies]
  // Patches of a mesh are those of a simple shape, and are shaded by that.
  const plain = bodies.map(({ body, standing }) => plainSurface(body, standing)!)
  const fixed = [...list.map((each, i) => plain[i] ?? each), ...cameraBodies]
  const all = surfacesOf(standing)
  const shownIn = { pose, standing: all, background }
  const shownPlaces = places.map((place) =>
    place.seen
      ? {
          ...place,
          seenAmbient: seenAmbient(plan, shownIn, place),
          colour: seenColour(plan, shownIn, place)
        }
      : place
  )
  return {
    pose,
    places: shownPlaces,
    background,
    cards,
    placesOn: places.map(({ on }) => standing.findIndex((each) => each.id === on)),
    surfaces: surfacesOf(list),
    cameraBodies,
    headBodies,
    fixed: surfacesOf(fixed),
    standing: all,
    placeStops: places.map((place) => surfaceStops(place.reflectance)),
    heads
  }
}
