/**
 * The set as the picture sees it: the very surfaces, heads and figures the ledger uses, with how
 * each surface throws light back.
 */
import type { Plan } from '../plan/plan'
import { roomSheets } from '../set/reflectors'
import { sceneOf, type Scene } from '../set/scene'
import { GLASS_INDEX, METAL_SHARE } from '../set/specular'
import { subjectSurface } from '../set/subjectBody'
import { isSheet, surfacesOf, type Solid, type Surface, type Surfaces } from '../set/surface'

export const BLACK = 0
const MATT = 1
/** Matt under a smooth clear coat. */
export const GLOSS = 2
export const METAL = 3

/** How each of some surfaces throws light back, by index. */
export interface Finishes {
  readonly kinds: Uint8Array
  /** [surface × 3] red, green, blue */
  readonly albedo: Float64Array
  /** 1: only the side its normal is on */
  readonly oneSided: Uint8Array
  /** 1: its ambient light is that of the background's reading, 0 of the subject's */
  readonly farther: Uint8Array
}

export interface World {
  readonly plan: Plan
  readonly scene: Scene
  /** what rays from the lens may meet */
  readonly seen: Surfaces
  /** what other rays may meet: the camera too, after those of `seen` */
  readonly all: Surfaces
  readonly finishes: Finishes
  readonly room: { readonly sides: Surfaces; readonly finishes: Finishes } | null
  /** what light goes through, from the outside in */
  readonly clear: Surfaces | null
  /** of what is inside each of them over what is outside, by index */
  readonly indices: readonly number[]
  /** half sizes of vapour round the focus point, and what a ray through its middle scatters */
  readonly plume: { readonly solid: Solid; readonly depth: number } | null
}

/** What is made of a surface: kind, reflectance, one-sided, lit as the background is. */
type Made = readonly [kind: number, reflectance: number, oneSided: boolean, farther: boolean]
const NOTHING: Made = [BLACK, 0, false, false]

function finishesOf(list: readonly Surface[], made: (each: Surface) => Made): Finishes {
  const all = list.map(made)
  return {
    kinds: Uint8Array.from(all, ([kind]) => kind),
    albedo: Float64Array.from(all.flatMap(([, rho]) => [rho, rho, rho])),
    oneSided: Uint8Array.from(all, ([, , one]) => Number(one)),
    farther: Uint8Array.from(all, ([, , , far]) => Number(far))
  }
}

const SUBJECT_KINDS = { matt: MATT, gloss: GLOSS, metal: METAL, clear: BLACK } as const

function madeOf(plan: Plan, id: string): Made {
  switch (id) {
    case 'subject': {
      const { finish, reflectance } = plan.subject
      return [SUBJECT_KINDS[finish], finish === 'metal' ? METAL_SHARE : reflectance, false, false]
    }
    case 'background':
      return [MATT, plan.background.reflectance, true, true]
    case 'table':
      return [MATT, plan.table!.reflectance, true, false]
    default: {
      const card = plan.cards.find((each) => each.id === id)
      return card?.kind === 'card' ? [MATT, card.reflectance, false, false] : NOTHING
    }
  }
}

/** Wall of a vessel over its width: a guess until the plan says it. */
const WALL = 0.06

/** What is clear of a subject: a body of glass, or a vessel's outside and inside. */
function clearOf({ subject }: Plan): readonly (readonly [Surface, number])[] {
  const body = subject.finish === 'clear' ? subjectSurface(subject) : null
  if (!body || isSheet(body)) return []
  if (subject.shape !== 'vessel') return [[body, GLASS_INDEX]]
  const wall = 2 * WALL * Math.min(body.half[0], body.half[2])
  const inside: Solid = {
    ...body,
    at: [0, wall / 2, 0],
    half: [body.half[0] - wall, body.half[1] - wall / 2 - 1e-3, body.half[2] - wall]
  }
  return [
    [body, GLASS_INDEX],
    [inside, 1 / GLASS_INDEX]
  ]
}

/** A plan made ready for the picture. */
export function worldOf(plan: Plan): World {
  const scene = sceneOf(plan)
  const seen = [...scene.surfaces.list, ...scene.headBodies]
  const all = [...seen, ...scene.cameraBodies]
  const clear = clearOf(plan)
  const { room, subject } = plan
  const sides = room && roomSheets(room)
  const roomList = sides ? [...sides.walls, sides.ceiling, sides.floor] : []
  return {
    plan,
    scene,
    seen: surfacesOf(seen),
    all: surfacesOf(all),
    finishes: finishesOf(all, (each) => madeOf(plan, each.id)),
    room: room && {
      sides: surfacesOf(roomList),
      finishes: finishesOf(roomList, (each) => [
        MATT,
        each === sides!.ceiling
          ? room.ceilingReflectance
          : each === sides!.floor
            ? room.floorReflectance
            : room.wallReflectance,
        true,
        true
      ])
    },
    clear: clear.length > 0 ? surfacesOf(clear.map(([surface]) => surface)) : null,
    indices: clear.map(([, index]) => index),
    plume:
      subject.shape === 'plume'
        ? {
            solid: subjectSurface({ ...subject, shape: 'ellipsoid' }) as Solid,
            // Scattered alike to all sides, as much as a matt surface of its reflectance:
            // ρ = π·τ/(4π).
            depth: 4 * subject.reflectance
          }
        : null
  }
}
