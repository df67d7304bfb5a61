/**
 * Version 3 to 4: names by the field's own terms, and locks that name lights, cards and places by
 * their id. No figure changes.
 */
import { isObject, loose, named, text, type Loose } from './loose'

const KEYS = new Map([
  ['ground', 'background'],
  ['groundStops', 'backgroundStops'],
  ['pulsedSync', 'highSpeedSync'],
  ['pulsedPenaltyStops', 'highSpeedPenaltyStops'],
  ['turnDeg', 'azimuthDeg'],
  ['heightDeg', 'elevationDeg'],
  ['sureStops', 'uncertaintyStops'],
  ['bound', 'limit']
])
/** The subject turns about its own axis; everything else stands at an azimuth. */
const keyIn = (owner: string, key: string): string =>
  owner === 'subject' && key === 'turnDeg' ? 'rotationDeg' : (KEYS.get(key) ?? key)

const PLACES = new Map([
  ['ground', 'background'],
  ['groundLeft', 'backgroundLeft'],
  ['groundRight', 'backgroundRight']
])
const place = (value: unknown): unknown => named(PLACES, value)
const goalId = (id: unknown): unknown =>
  text(id).startsWith('at:') ? `at:${text(place(text(id).slice(3)))}` : place(id)

/** Any part of a document of version 3 with version 4's names. */
function renamed(value: unknown, owner: string): unknown {
  if (Array.isArray(value)) return value.map((each: unknown) => renamed(each, owner))
  if (!isObject(value)) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, each]) => [
      keyIn(owner, key),
      key === 'place' || key === 'role'
        ? place(each)
        : key === 'wished' && Array.isArray(each)
          ? each.map(goalId)
          : renamed(each, key)
    ])
  )
}

/** A lock of version 3 named lights, cards, places and goals by their position in the list. */
function lockFromVersion3(plan: Loose, path: unknown): unknown {
  if (typeof path !== 'string') return path
  let owner: unknown = plan
  let parent = ''
  const steps = path.split('.').map((step) => {
    if (Array.isArray(owner)) {
      const member = loose(owner[Number(step)])
      owner = member
      return text(member.id) || text(place(member.place)) || step
    }
    const name = keyIn(parent, step)
    owner = loose(owner)[step]
    parent = step
    return name
  })
  return steps.join('.')
}

/** A plan of version 3 as version 4 writes it. */
export const planFromVersion3 = (plan: Loose): Loose => ({
  ...(renamed(plan, '') as Loose),
  version: 4,
  locks: Array.isArray(plan.locks)
    ? plan.locks.map((path: unknown) => lockFromVersion3(plan, path))
    : plan.locks
})

/** A kit item of version 3 or older; newer ones pass as they are. */
export const kitItemFromVersion3 = (item: unknown): unknown => renamed(item, '')

/** A logged frame of version 3 or older. */
export const frameFromVersion3 = (frame: unknown): unknown => renamed(frame, '')
