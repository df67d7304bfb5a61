/**
 * Paths into the plan: dotted, members of lists named by their id (a goal elsewhere by its place),
 * so that a path goes on naming the same figure when something before it in the list is taken out:
 * `settings.isoStops`, `lights.A.at.distanceMm`, `goals.places.shadow.stops`.
 */
import type { LightId, Plan } from './plan'

type Named = { readonly id: string } | { readonly place: string }

/** What is set as a whole. */
type Whole =
  | 'balance'
  | 'colour'
  | 'filters'
  | 'firedBy'
  | 'housing'
  | 'lens'
  | 'lensFilters'
  | 'measured'
  | 'medium'
  | 'meter'
  | 'modifiers'
  | 'own'
  | 'picture'
  | 'profile'
  | 'reading'
  | 'rig'
  | 'strobe'

type PathsIn<T> = T extends readonly (infer E)[]
  ? E extends Named
    ? `${string}.${PathsIn<E>}`
    : never
  : T extends object
    ? {
        [K in keyof T & string]: K extends Whole ? K : K | `${K}.${PathsIn<NonNullable<T[K]>>}`
      }[keyof T & string]
    : never

/** Every path people set in a plan, ids left open; corrections are made and taken back whole. */
export type PlanPath =
  PathsIn<Omit<Plan, 'corrections'>> | `ambient.sources.${string}.reading.value.${string}`

/** Lists of the plan whose members have an id. */
const LISTS = { lights: 'light', cards: 'card', places: 'place', props: 'prop' } as const
type List = keyof typeof LISTS

/** A light, card, own place or prop of the plan. */
export type ThingPath =
  `lights.${LightId}` | `cards.${string}` | `places.${string}` | `props.${string}`
/** What is placed by distance, azimuth and elevation. */
export type PlacedPath = AimedPath | `ambient.sources.${string}.from`
/** What is turned besides. */
export type AimedPath = `lights.${LightId}` | `cards.${string}`

const stepsOf = (path: string): string[] => path.split('.')

const named = (each: unknown): unknown =>
  (each as { id?: unknown }).id ?? (each as { place?: unknown }).place

function memberOf(owner: unknown, step: string): unknown {
  if (Array.isArray(owner)) return owner.find((each) => named(each) === step)
  return typeof owner === 'object' && owner !== null && Object.hasOwn(owner, step)
    ? (owner as Record<string, unknown>)[step]
    : undefined
}

/**
 * What stands at a path of any document with lists named by id.
 * @returns undefined where nothing does
 */
export const valueIn = (owner: unknown, path: string): unknown =>
  stepsOf(path).reduce(memberOf, owner)

/** What stands at a path of the plan; undefined where the light, card or place is not there. */
export const valueAt = (plan: Plan, path: PlanPath): unknown => valueIn(plan, path)

/**
 * A copy with another value at a path; what the path does not lead through stays the same objects.
 * @returns the same document when the value is the same, or when the path leads nowhere
 */
export function withValueIn<T>(owner: T, path: string, value: unknown): T {
  const put = (from: unknown, [step, ...rest]: readonly string[]): unknown => {
    if (step === undefined) return value
    if (typeof from !== 'object' || from === null) return from
    if (Array.isArray(from))
      return from.some((each) => named(each) === step)
        ? from.map((each) => (named(each) === step ? put(each, rest) : each))
        : from
    const was = (from as Record<string, unknown>)[step]
    const next = put(was, rest)
    return Object.is(next, was) ? from : { ...from, [step]: next }
  }
  return Object.is(valueIn(owner, path), value) ? owner : (put(owner, stepsOf(path)) as T)
}

/** The plan with another value at a path, see `withValueIn`. Nothing is checked here. */
export const withValueAt = (plan: Plan, path: PlanPath, value: unknown): Plan =>
  withValueIn(plan, path, value)

/** The part of the plan a path leads into first, such as `settings` or `lights`. */
export const partOf = (path: PlanPath): keyof Plan => stepsOf(path)[0] as keyof Plan

/** The last step of a path: the name of the figure itself. */
export const figureOf = (path: PlanPath): string => stepsOf(path).at(-1)!

/**
 * The light, card or own place a path belongs to, and what follows.
 * @returns null for a path of the plan's own
 */
export function ownerOf(
  path: string
): { readonly kind: (typeof LISTS)[List]; readonly id: string; readonly field: string } | null {
  const [list, id, ...field] = stepsOf(path)
  if (list === undefined || id === undefined || !Object.hasOwn(LISTS, list)) return null
  return { kind: LISTS[list as List], id, field: field.join('.') }
}

/** The light a path belongs to; undefined for none, or one that is not there. */
export function lightAtPath(plan: Plan, path: PlanPath): Plan['lights'][number] | undefined {
  const owner = ownerOf(path)
  return owner?.kind === 'light' ? plan.lights.find((light) => light.id === owner.id) : undefined
}

/** Whether the user will not have a figure changed. */
export const isLocked = (plan: Pick<Plan, 'locks'>, path: PlanPath): boolean =>
  plan.locks.includes(path)

/** Locks without those of a light, card or place that goes. */
export const locksWithout = (locks: readonly string[], thing: ThingPath): string[] =>
  locks.filter((path) => !path.startsWith(`${thing}.`))
