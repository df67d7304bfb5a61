/** What light goes through: bodies of glass, a vessel's wall, what is in it. */
import { refractiveIndex } from '../medium/water'
import type { Body, Plan } from '../plan/plan'
import { propStanding } from './props'
import { GLASS_INDEX, WATER_INDEX } from './specular'
import { subjectSolid, subjectSurface } from './subjectBody'
import { vesselMeshes } from './subjectMesh'
import { surfacesOf, type Surface, type Surfaces } from './surface'
import type { Rgb } from '../colour/balance'
import { absorptionOf } from './absorption'

export interface Medium {
  /** refractive index */
  readonly index: number
  /** per mm */
  readonly absorbs: Rgb
}

export interface Clear {
  /** where one medium ends and another begins */
  readonly faces: Surfaces
  /** what the set stands in, and what is clear in it */
  readonly media: readonly Medium[]
  /** [face × 2] index of the medium outside it and inside; NESTED outside: whatever is round it */
  readonly sides: Int32Array
  /** [face] GGX's α */
  readonly roughness: Float64Array
}

const AROUND = 0
/** Outside a body that may lie in another medium: a piece in a liquid. */
const NESTED = -1
const NOTHING: Rgb = [0, 0, 0]

/** Whether light goes through a body, bent. */
const isClear = ({ finish, shape }: Body): boolean =>
  finish === 'clear' && shape !== 'plume' && shape !== 'sheet'

const known = new WeakMap<Plan, Clear | null>()
/** The same, kept as long as its plan is: for code that asks once a ray. */
export function clearIn(plan: Plan): Clear | null {
  const before = known.get(plan)
  if (before !== undefined) return before
  const made = clearOf(plan)
  known.set(plan, made)
  return made
}

/** What is clear in a set; null where nothing is. */
export function clearOf(plan: Plan): Clear | null {
  const { subject, props, medium } = plan
  const bodies = [
    { body: subject, standing: undefined, nested: false },
    ...props.map((body) => ({ body, standing: propStanding(plan, body), nested: true }))
  ].filter(({ body }) => isClear(body))
  if (bodies.length === 0) return null
  const media: Medium[] = [{ index: refractiveIndex(medium), absorbs: NOTHING }]
  const faces: { surface: Surface; outside: number; inside: number; roughness: number }[] = []
  for (const { body, standing, nested } of bodies) {
    const { glass, liquid, roughness } = body
    const ofGlass =
      media.push({ index: GLASS_INDEX, absorbs: absorptionOf(glass.colour, glass.throughMm) }) - 1
    if (body.shape !== 'vessel') {
      const surface = subjectSurface(body, standing)!
      faces.push({ surface, outside: nested ? NESTED : AROUND, inside: ofGlass, roughness })
      continue
    }
    const absorbs = liquid ? absorptionOf(liquid.colour, liquid.throughMm) : NOTHING
    const ofLiquid = media.push({ index: WATER_INDEX, absorbs }) - 1
    const { dry, wet, level } = vesselMeshes(body)
    for (const [mesh, outside, inside, rough] of [
      [dry, AROUND, ofGlass, roughness],
      [wet, ofLiquid, ofGlass, roughness],
      [level, AROUND, ofLiquid, 0]
    ] as const)
      if (mesh)
        faces.push({
          surface: subjectSolid(body, { kind: 'mesh', mesh }, standing),
          outside,
          inside,
          roughness: rough
        })
  }
  return {
    faces: surfacesOf(faces.map(({ surface }) => surface)),
    media,
    sides: Int32Array.from(faces.flatMap(({ outside, inside }) => [outside, inside])),
    roughness: Float64Array.from(faces, ({ roughness }) => roughness)
  }
}

/** What a line is in: the medium round it, and of a nested body it is in; NO_BODY: none. */
export interface Within {
  host: number
  body: number
}
export const NO_BODY = 0
export const mediumOf = ({ host, body }: Within): number => (body === NO_BODY ? host : body)

/** What a line meets at a face. */
export interface Crossing {
  /** whether light bends there; else the line goes on as if nothing were there */
  bends: boolean
  before: number
  behind: number
  /** what it is in once through */
  readonly after: Within
}
export const newCrossing = (): Crossing => ({
  bends: false,
  before: AROUND,
  behind: AROUND,
  after: { host: AROUND, body: NO_BODY }
})

/**
 * A line crosses a face. A nested body displaces what is round it: within it, where one medium round
 * it ends and another begins does not show.
 * @param entering whether it comes from the face's outside
 */
export function crossFace(
  { sides }: Clear,
  face: number,
  entering: boolean,
  now: Within,
  crossing: Crossing
): void {
  const outside = sides[face * 2]!
  const inside = sides[face * 2 + 1]!
  const { after } = crossing
  after.host = now.host
  after.body = now.body
  if (outside === NESTED) {
    // Of two bodies that run into each other, the one met first is there.
    crossing.bends = entering ? now.body === NO_BODY : now.body === inside
    crossing.before = entering ? now.host : inside
    crossing.behind = entering ? inside : now.host
    if (crossing.bends) after.body = entering ? inside : NO_BODY
    return
  }
  crossing.bends = now.body === NO_BODY
  crossing.before = entering ? outside : inside
  crossing.behind = entering ? inside : outside
  after.host = crossing.behind
}
