/**
 * The set as the picture sees it: the very surfaces, heads and figures the ledger uses, with how
 * each surface throws light back.
 */
import { glowsThrough, transmittanceOf, type Background, type Body, type Plan } from '../plan/plan'
import { printedBy, type Printed } from '../set/backdrop'
import { roomSheets } from '../set/reflectors'
import { sceneOf, type Scene } from '../set/scene'
import { METAL_SHARE } from '../set/specular'
import { subjectSurface } from '../set/subjectBody'
import {
  isSheet,
  surfacesOf,
  type Sheet,
  type Solid,
  type Surface,
  type Surfaces
} from '../set/surface'
import { clearOf, type Clear } from '../set/clear'
import type { Rgb } from '../colour/balance'
import type { Layered } from '../light/layer'
import { stuffsOf } from '../set/glow'
import { albedoOf } from '../colour/surface'
import { keptBy, type Kept } from '../set/facetLoss'
import { mottleOf } from './mottle'
import { waterAbsorption } from './water'

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
  /** of metal: what its facets keep of light */
  readonly kept: readonly Kept[]
  /** translucent: what of its light comes out at the other side, 0–1 */
  readonly through: Float64Array
  /** of a thick thing that glows through: its stuff, red, green, blue; null: it lets nothing through */
  readonly stuffs: readonly (readonly Layered[] | null)[]
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
  /** what water all round takes of red, green, blue, per mm; null in air */
  readonly water: Rgb | null
  /** of the surfaces of `all`: what is painted on them; null: nothing */
  readonly paints: readonly (Paint | null)[]
  /** index of the table; −1: none */
  readonly table: number
  /** the background's index, what is printed on it, how ambient falls off across it */
  readonly backdrop: Backdrop
  /** half sizes of vapour round the focus point, and what a ray through its middle scatters */
  readonly plume: {
    readonly solid: Solid
    /** optical depth along a ray through its middle */
    readonly depth: number
    readonly asymmetry: number
  } | null
}

/** What is painted on a body. */
interface Paint {
  /** [paint × 3] of its parts, against its main surface */
  readonly palette: readonly number[]
  readonly mottle: ReturnType<typeof mottleOf>
}
export interface Backdrop {
  readonly index: number
  readonly sheet: Sheet
  readonly background: Background
  readonly printed: Printed | null
}

/** What is made of a surface. */
interface Made {
  readonly kind: number
  readonly albedo: Rgb
  readonly roughness?: number
  readonly through?: number
  readonly stuff?: readonly Layered[]
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
    kept: all.map(({ kind, roughness }) => keptBy(kind === METAL ? roughness! : 0.1, null)),
    through: Float64Array.from(all, ({ through }) => through ?? 0),
    stuffs: all.map(({ stuff }) => stuff ?? null),
    oneSided: Uint8Array.from(all, ({ oneSided }) => Number(oneSided ?? false)),
    farther: Uint8Array.from(all, ({ farther }) => Number(farther ?? false))
  }
}

const BODY_KINDS = {
  matt: MATT,
  gloss: GLOSS,
  metal: METAL,
  clear: BLACK,
  translucent: MATT
} as const

/** The least roughness of a metal, GGX's α. */
const LEAST_ROUGHNESS = 0.02

function bodyMade(body: Body): Made {
  const { finish, reflectance, measured, roughness } = body
  const colour = measured ?? body.colour
  const metal = finish === 'metal'
  const passes = transmittanceOf(body)
  const own = albedoOf(colour, metal ? METAL_SHARE : reflectance + passes)
  return {
    kind: BODY_KINDS[finish],
    albedo: own,
    // A mirror of no roughness at all would need lamps of no size to be met by chance.
    roughness: metal ? Math.max(LEAST_ROUGHNESS, roughness) : roughness,
    through: passes / (reflectance + passes),
    ...(glowsThrough(body) && { stuff: stuffsOf(body) })
  }
}

function madeOf(plan: Plan, id: string): Made {
  const body = bodyOf(plan, id)
  if (body) return bodyMade(body)
  switch (id) {
    case 'background': {
      const { colour, measured, picture, reflectance } = plan.background
      // A picture brings its own colours.
      const albedo = albedoOf(picture ? null : (measured ?? colour), reflectance)
      return { kind: MATT, albedo, oneSided: true, farther: true }
    }
    case 'table': {
      const { finish, reflectance, roughness } = plan.table!
      const metal = finish === 'metal'
      return {
        kind: BODY_KINDS[finish],
        albedo: albedoOf(null, metal ? METAL_SHARE : reflectance),
        roughness: metal ? Math.max(LEAST_ROUGHNESS, roughness) : roughness,
        oneSided: true
      }
    }
    default: {
      const card = plan.cards.find((each) => each.id === id)
      return card?.kind === 'card' ? matt(card.reflectance) : NOTHING
    }
  }
}

/** The subject or a prop of a name. */
const bodyOf = ({ subject, props }: Plan, id: string): Body | undefined =>
  id === 'subject' ? subject : props.find((prop) => prop.id === id)

function paintOf(plan: Plan, surface: Surface): Paint | null {
  const body = bodyOf(plan, surface.id)
  if (!body) return null
  return {
    palette: (!isSheet(surface) && surface.mesh?.mesh.palette) || [1, 1, 1],
    mottle: mottleOf(body, surface.at)
  }
}

/** What a clear thing stands in takes of light too. */
const withWater = ({ media: [round, ...rest] }: Clear, water: Rgb): Clear['media'] => [
  { ...round!, absorbs: water },
  ...rest
]

/** A plan made ready for the picture. */
export function worldOf(plan: Plan): World {
  const scene = sceneOf(plan)
  const seen = [...scene.surfaces.list, ...scene.headBodies]
  const all = [...seen, ...scene.cameraBodies]
  const { room, subject } = plan
  const sides = room && roomSheets(room)
  const clear = clearOf(plan)
  const water = waterAbsorption(plan, scene.pose)
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
    clear: clear && water ? { ...clear, media: withWater(clear, water) } : clear,
    water,
    paints: all.map((each) => paintOf(plan, each)),
    table: all.findIndex(({ id }) => id === 'table'),
    backdrop: {
      index: all.indexOf(scene.background),
      sheet: scene.background,
      background: plan.background,
      printed: printedBy(plan.background)
    },
    plume:
      subject.shape === 'plume'
        ? {
            solid: subjectSurface({ ...subject, shape: 'ellipsoid' }) as Solid,
            depth: subject.vapour.opticalDepth,
            asymmetry: subject.vapour.asymmetry
          }
        : null
  }
}
