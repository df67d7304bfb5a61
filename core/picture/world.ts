/**
 * The set as the picture sees it: the very surfaces, heads and figures the ledger uses, with how
 * each surface throws light back.
 */
import type { Plan } from '../plan/plan'
import { roomSheets } from '../set/reflectors'
import { sceneOf, type Scene } from '../set/scene'
import { METAL_SHARE } from '../set/specular'
import { subjectSurface } from '../set/subjectBody'
import { isSheet, surfacesOf, type Solid, type Surface, type Surfaces } from '../set/surface'
import { clearOf, type Clear } from './clear'
import { albedoOf, type Rgb } from './colour'

export const BLACK = 0
const MATT = 1
/** Matt under a clear coat. */
export const GLOSS = 2
export const METAL = 3

/** How each of some surfaces throws light back, by index. */
export interface Finishes {
  readonly kinds: Uint8Array
  /** [surface × 3] red, green, blue */
  readonly albedo: Float64Array
  /** of a coat or a metal, GGX's α; 0: smooth */
  readonly roughness: Float64Array
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
  /** what light goes through */
  readonly clear: Clear | null
  /** [paint × 3] of the subject's parts, against its main surface */
  readonly palette: readonly number[]
  /** half sizes of vapour round the focus point, and what a ray through its middle scatters */
  readonly plume: { readonly solid: Solid; readonly depth: number } | null
}

/** What is made of a surface. */
interface Made {
  readonly kind: number
  readonly albedo: Rgb
  readonly roughness?: number
  readonly oneSided?: boolean
  /** lit as the background is */
  readonly farther?: boolean
}
const NOTHING: Made = { kind: BLACK, albedo: [0, 0, 0] }
const matt = (reflectance: number, rest: Partial<Made> = {}): Made => ({
  kind: MATT,
  albedo: [reflectance, reflectance, reflectance],
  ...rest
})

function finishesOf(list: readonly Surface[], made: (each: Surface) => Made): Finishes {
  const all = list.map(made)
  return {
    kinds: Uint8Array.from(all, ({ kind }) => kind),
    albedo: Float64Array.from(all.flatMap(({ albedo }) => albedo)),
    roughness: Float64Array.from(all, ({ roughness }) => roughness ?? 0),
    oneSided: Uint8Array.from(all, ({ oneSided }) => Number(oneSided ?? false)),
    farther: Uint8Array.from(all, ({ farther }) => Number(farther ?? false))
  }
}

const SUBJECT_KINDS = { matt: MATT, gloss: GLOSS, metal: METAL, clear: BLACK } as const

/** The least roughness of a metal, GGX's α. */
const LEAST_ROUGHNESS = 0.02

function madeOf(plan: Plan, id: string): Made {
  switch (id) {
    case 'subject': {
      const { finish, reflectance, colour, roughness } = plan.subject
      const metal = finish === 'metal'
      return {
        kind: SUBJECT_KINDS[finish],
        albedo: albedoOf(colour, metal ? METAL_SHARE : reflectance),
        // A mirror of no roughness at all would need lamps of no size to be met by chance.
        roughness: metal ? Math.max(LEAST_ROUGHNESS, roughness) : roughness
      }
    }
    case 'background':
      return matt(plan.background.reflectance, { oneSided: true, farther: true })
    case 'table':
      return matt(plan.table!.reflectance, { oneSided: true })
    default: {
      const card = plan.cards.find((each) => each.id === id)
      return card?.kind === 'card' ? matt(card.reflectance) : NOTHING
    }
  }
}

/** A plan made ready for the picture. */
export function worldOf(plan: Plan): World {
  const scene = sceneOf(plan)
  const seen = [...scene.surfaces.list, ...scene.headBodies]
  const all = [...seen, ...scene.cameraBodies]
  const { room, subject } = plan
  const body = scene.surfaces.list.find((each) => each.id === 'subject')
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
      finishes: finishesOf(roomList, (each) =>
        matt(
          each === sides!.ceiling
            ? room.ceilingReflectance
            : each === sides!.floor
              ? room.floorReflectance
              : room.wallReflectance,
          { oneSided: true, farther: true }
        )
      )
    },
    clear: clearOf(plan),
    palette: (body && !isSheet(body) && body.mesh?.mesh.palette) || [1, 1, 1],
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
