/**
 * Changes to a set that touch more than one figure: lights changed alone or as a group; lights,
 * cards and places added, copied and taken out. All return a new plan.
 */
import type { Modifier, Strobe } from '../kit/kit'
import { markGiving, outputStops } from '../light/output'
import { dialMarks } from '../scales/dial'
import { nearestMark } from '../scales/marks'
import { shorten } from '../text'
import { locksWithout } from './path'
import { LIGHT_IDS, type Card, type Light, type LightId, type OwnPlace, type Plan } from './plan'

/**
 * The plan with one light changed.
 * @param index the light's position among `plan.lights`
 */
export const withLight = (plan: Plan, index: number, part: Partial<Light>): Plan => ({
  ...plan,
  lights: plan.lights.map((light, i) => (i === index ? { ...light, ...part } : light))
})

/** The plan with these lights switched on and no others. */
export const withOnly = (plan: Plan, lit: readonly LightId[]): Plan => ({
  ...plan,
  lights: plan.lights.map((light) => ({ ...light, on: lit.includes(light.id) }))
})

/**
 * A group's master moved: every light of the group by the same stops, each to the nearest mark of
 * its own dial.
 */
export const moveGroup = (plan: Plan, group: string, stops: number): Plan => ({
  ...plan,
  lights: plan.lights.map((light) =>
    light.group === group
      ? {
          ...light,
          powerStops: markGiving(light.strobe, outputStops(light.strobe, light.powerStops) + stops)
            .stops
        }
      : light
  )
})

const freeLetter = (plan: Plan): LightId | null =>
  LIGHT_IDS.find((id) => !plan.lights.some((light) => light.id === id)) ?? null
const freeNumber = (letter: string, taken: readonly { readonly id: string }[]): string | null =>
  [1, 2, 3, 4, 5, 6, 7, 8]
    .map((n) => `${letter}${n}`)
    .find((id) => !taken.some((each) => each.id === id)) ?? null

/**
 * Where each further light starts: opposite, then behind, so that it is seen at once and not on top
 * of another.
 */
const STARTS = [
  [-40, 15],
  [150, 35],
  [-150, 35],
  [0, 60],
  [90, 10],
  [-90, 10],
  [20, -20]
] as const

/** A key light stands half from the front. */
const KEY_START = [40, 15] as const
/** As near to another light's direction, degrees, a new one would stand in its way or behind it. */
const CROWDED_DEG = 15
/** The first direction no other light stands in; where all are taken, the next in turn. */
const freeStart = ({ lights }: Plan, role: Light['role']): readonly [number, number] =>
  (role === 'key' ? [KEY_START, ...STARTS] : STARTS).find(([azimuthDeg, elevationDeg]) =>
    lights.every(
      ({ at }) =>
        Math.abs(at.azimuthDeg - azimuthDeg) > CROWDED_DEG ||
        Math.abs(at.elevationDeg - elevationDeg) > CROWDED_DEG
    )
  ) ?? STARTS[(lights.length - 1) % STARTS.length]!

/** The first of key, fill, two rims that no light plays yet. */
function freeRole(plan: Plan): Pick<Light, 'name' | 'role'> {
  const played = (role: Light['role']) => plan.lights.filter((light) => light.role === role).length
  if (!played('key')) return { name: 'Key', role: 'key' }
  if (!played('fill')) return { name: 'Fill', role: 'fill' }
  return { name: 'Rim', role: played('rim') < 2 ? 'rim' : 'other' }
}

/** @returns the same plan when there are eight already */
export function addLight(plan: Plan, strobe: Strobe, modifiers: readonly Modifier[] = []): Plan {
  const id = freeLetter(plan)
  if (!id) return plan
  const { name, role } = freeRole(plan)
  const [azimuthDeg, elevationDeg] = freeStart(plan, role)
  const light: Light = {
    id,
    name,
    role,
    serves: null,
    on: true,
    onlyTriggers: false,
    firedBy: null,
    group: null,
    strobe,
    modifiers: [...modifiers],
    filters: [],
    powerStops: nearestMark(dialMarks(strobe.dial), -4).stops,
    zoomMm: null,
    units: 1,
    mount: 'stand',
    at: { distanceMm: plan.lights[0]!.at.distanceMm * 1.2, azimuthDeg, elevationDeg },
    aim: { kind: 'place', place: 'focus' },
    rollDeg: 0,
    reach: null
  }
  return { ...plan, lights: [...plan.lights, light] }
}

/**
 * What was measured of the light goes with it: its letter may be another light's next.
 * @returns the same plan when it is the only light
 */
export function removeLight(plan: Plan, id: LightId): Plan {
  if (plan.lights.length === 1 || !plan.lights.some((light) => light.id === id)) return plan
  return {
    ...plan,
    lights: plan.lights
      .filter((light) => light.id !== id)
      .map(({ firedBy, ...light }) => ({
        ...light,
        // The cell that saw its flash sees none now.
        firedBy: firedBy?.kind === 'link' && firedBy.of === id ? { ...firedBy, of: null } : firedBy
      })),
    rig: {
      ...plan.rig,
      parts: plan.rig.parts.map((part) => (part.at === id ? { ...part, at: 'housing' } : part))
    },
    corrections: plan.corrections.filter((each) => each.source !== id),
    locks: locksWithout(plan.locks, `lights.${id}`)
  }
}

/**
 * A copy of a light, mirrored to the other side.
 * @returns the same plan when there are eight already
 */
export function copyLight(plan: Plan, id: LightId): Plan {
  const letter = freeLetter(plan)
  const light = plan.lights.find((each) => each.id === id)
  if (!letter || !light) return plan
  return {
    ...plan,
    lights: [
      ...plan.lights,
      {
        ...light,
        id: letter,
        name: `${shorten(light.name, 33)} copy`,
        role: light.role === 'key' ? 'fill' : light.role,
        at: { ...light.at, azimuthDeg: -light.at.azimuthDeg || 20 }
      }
    ]
  }
}

/** The plan with one card or flag more; the same plan when there are eight already. */
export function withCard(plan: Plan, card: Omit<Card, 'id'>): Plan {
  const id = freeNumber('K', plan.cards)
  return id ? { ...plan, cards: [...plan.cards, { ...card, id }] } : plan
}

/** A card or flag of a size and at a distance that go with the subject. */
export function addCard(plan: Plan, kind: Card['kind']): Plan {
  const size = Math.max(40, Math.round(plan.subject.widthMm * 2))
  return withCard(plan, {
    kind,
    on: true,
    widthMm: size,
    heightMm: Math.round(size * 0.7),
    reflectance: kind === 'card' ? 0.85 : 0.03,
    at: {
      distanceMm: size * 1.1,
      azimuthDeg: -Math.sign(plan.lights[0]!.at.azimuthDeg || 1) * 75,
      elevationDeg: 0
    },
    aim: { kind: 'place', place: 'focus' }
  })
}
export function removeCard(plan: Plan, id: string): Plan {
  if (!plan.cards.some((card) => card.id === id)) return plan
  return {
    ...plan,
    cards: plan.cards.filter((card) => card.id !== id),
    locks: locksWithout(plan.locks, `cards.${id}`)
  }
}

export function addPlace(
  plan: Plan,
  xMm: number,
  yMm: number,
  zMm: number,
  faces: OwnPlace['faces'] = 'lens',
  reflectance = plan.subject.reflectance
): Plan {
  const id = freeNumber('P', plan.places)
  if (!id) return plan
  const place: OwnPlace = {
    id,
    name: `Place ${id.slice(1)}`,
    xMm,
    yMm,
    zMm,
    faces,
    reflectance,
    finish: 'matt'
  }
  return { ...plan, places: [...plan.places, place] }
}
/** The place added last as a facet of a clear subject, numbered among those. */
export function asFacet(plan: Plan): Plan {
  const { places } = plan
  const number = places.filter(({ finish }) => finish === 'clear').length + 1
  return {
    ...plan,
    places: places.map((place, i) =>
      i < places.length - 1 ? place : { ...place, name: `Facet ${number}`, finish: 'clear' }
    )
  }
}

/**
 * What pointed at the place points at the focus point again; its goal and what was measured there
 * go with it.
 */
export function removePlace(plan: Plan, id: string): Plan {
  if (!plan.places.some((place) => place.id === id)) return plan
  const aimed = <T extends { readonly aim: Light['aim'] }>(thing: T): T =>
    thing.aim.kind === 'place' && thing.aim.place === id
      ? { ...thing, aim: { kind: 'place', place: 'focus' } }
      : thing
  return {
    ...plan,
    places: plan.places.filter((place) => place.id !== id),
    lights: plan.lights
      .map(aimed)
      .map((light) => (light.serves === id ? { ...light, serves: null } : light)),
    cards: plan.cards.map(aimed),
    goals: {
      ...plan.goals,
      places: plan.goals.places.filter((goal) => goal.place !== id),
      keyFill: plan.goals.keyFill && {
        ...plan.goals.keyFill,
        over: plan.goals.keyFill.over === id ? 'subject' : plan.goals.keyFill.over,
        under: plan.goals.keyFill.under === id ? 'shadow' : plan.goals.keyFill.under
      },
      wished: plan.goals.wished.filter((goal) => goal !== `at:${id}`)
    },
    corrections: plan.corrections.filter((each) => each.place !== id),
    locks: locksWithout(plan.locks, `places.${id}`).filter(
      (path) => !path.startsWith(`goals.places.${id}.`)
    )
  }
}
