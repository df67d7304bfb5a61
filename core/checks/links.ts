/** Does every strobe that is to fire fire, and why not? */
import { isSeen } from '../kit/link'
import { chainTo, flashes, linkOf, masterOf } from '../plan/firing'
import { withLight } from '../plan/edit'
import type { Light, Plan } from '../plan/plan'
import { evOfReading } from '../plan/readingEv'
import { indexOfLight, linkSight } from '../set/linkSight'
import { sceneOf } from '../set/scene'
import { effectAt, type Check, type CheckContext, type LinkTrouble, type Remedy } from './check'
import { timingTroubles } from './linkTiming'
import { smallestMoves } from './moves'
import { plainly, type Trouble } from './trouble'

type Told = Pick<CheckContext, 'plan' | 'transport'>

/** From this EV at ISO 100 on it is daylight without a cloud before the sun; common practice. */
const SUNLIGHT_EV = 13

/** The brightest light that is there, EV at ISO 100; −∞: none was read. */
function brightestEv({ ambient }: Plan): number {
  const readings = [
    ambient.subject,
    ambient.background,
    // The bright face of a lamp is not what falls on a cell.
    ...ambient.sources
      .filter(({ state, readAt }) => state === 'on' && readAt !== 'itself')
      .map(({ reading }) => reading)
  ]
  return Math.max(
    ...readings.map((reading) => (reading ? evOfReading(reading) - ambient.shadeStops : -Infinity))
  )
}

/** Another light’s flash that is its signal: is it there, and when? */
function masterTroubles(plan: Plan, light: Light): Trouble[] {
  const fired = light.firedBy
  const link = linkOf(light)
  if (fired?.kind !== 'link' || !link) return []
  const master = plan.lights.find(({ id }) => id === masterOf(light))
  if (link.way === 'cell' && !master) return [plainly('unsaid', 'near')]
  if (!master) return []
  if (chainTo(plan.lights, light) === null) return [plainly('loop', 'miss', {}, master.id)]
  const found: Trouble[] = []
  if (!flashes(master)) {
    const after = withLight(plan, indexOfLight(plan, master.id), { onlyTriggers: true })
    found.push({
      ...plainly('master-off', 'miss', {}, master.id),
      remedies: [{ kind: 'only-triggers', name: master.id, figures: {}, effectStops: null, after }]
    })
  }
  if (fired.preFlash && link.atPreFlash === 'fires')
    found.push(plainly('pre-flash', 'miss', {}, master.id))
  if (!fired.preFlash && link.atPreFlash === 'second')
    found.push(plainly('waits', 'miss', {}, master.id))
  if (fired.preFlash && link.atPreFlash === 'learns')
    found.push(plainly('learns', 'info', {}, master.id))
  return found
}

/** Moves of a light that give its cell sight of what it must see. */
const movesIntoSight = (plan: Plan, i: number, of: number): Remedy[] =>
  plan.lights[i]!.mount === 'lens'
    ? []
    : smallestMoves(
        plan,
        i,
        (after) => linkSight(after, sceneOf(after), i, of).blockedBy === null,
        (after) => effectAt(plan, after, plan.lights[i]!, 'subject')
      ).slice(0, 2)

/** The way its signal goes: is it short enough, open, dry and dark enough? */
function wayTroubles({ plan, transport }: Told, light: Light, i: number): Trouble[] {
  const link = linkOf(light)
  if (!link) return []
  const wet = plan.medium.kind !== 'air'
  if (wet && (link.way === 'radio' || link.way === 'infrared')) return [plainly('water', 'miss')]
  const of = indexOfLight(plan, masterOf(light))
  if (link.way === 'cell' && of < 0) return []
  const sight = linkSight(plan, transport.scene, i, of)
  const metres = sight.distanceMm / 1000
  const found: Trouble[] = []
  const sunny = isSeen(link) && !wet && brightestEv(plan) >= SUNLIGHT_EV
  const reach = sunny ? link.rangeInSunM : link.rangeM
  if (sunny && link.rangeInSunM === null) found.push(plainly('sun', 'near'))
  else if (sunny && link.rangeInSunM === 0) found.push(plainly('sun', 'miss'))
  else if (reach !== null && metres > reach)
    found.push(plainly('range', 'miss', { metres, reach, sunny: sunny ? 1 : 0 }))
  if (!isSeen(link)) return found
  const by = of < 0 ? undefined : plan.lights[of]!.id
  // Indoors what stands around throws light past a corner.
  const around = plan.room !== null
  if (sight.blockedBy !== null)
    found.push({
      ...plainly('blocked', around ? 'near' : 'miss', {}, sight.blockedBy),
      remedies: movesIntoSight(plan, i, of)
    })
  else if (sight.offDeg > sight.beamHalfDeg)
    found.push(
      plainly(
        'aside',
        sight.offDeg > 90 && !around ? 'miss' : 'near',
        { off: sight.offDeg, half: sight.beamHalfDeg },
        by
      )
    )
  return found
}

/** Lights that one sender tells: do they listen on its channel? */
function channelTroubles(plan: Plan, light: Light, i: number): Trouble[] {
  const fired = light.firedBy
  if (fired?.kind !== 'link' || fired.channel === null) return []
  for (const first of plan.lights.slice(0, i)) {
    const other = first.firedBy
    if (!flashes(first) || other?.kind !== 'link' || other.link.id !== fired.link.id) continue
    if (other.channel === null) continue
    if (other.channel === fired.channel) return []
    const after = withLight(plan, i, { firedBy: { ...fired, channel: other.channel } })
    return [
      {
        ...plainly('channel', 'miss', { own: fired.channel, other: other.channel }, first.id),
        remedies: [
          {
            kind: 'channel',
            figures: { to: other.channel },
            effectStops: null,
            after
          }
        ]
      }
    ]
  }
  return []
}

/** Lights of one group that the camera sets: it gives them one power. */
function powerTroubles(plan: Plan, light: Light, i: number): Trouble[] {
  const link = linkOf(light)
  if (!link?.carriesPower || light.group === null || !light.on) return []
  const first = plan.lights
    .slice(0, i)
    .find((each) => each.on && each.group === light.group && linkOf(each)?.id === link.id)
  const apart = first ? Math.abs(first.powerStops - light.powerStops) : 0
  return first && apart > 0.05 ? [plainly('one-power', 'near', { apart }, first.id)] : []
}

/** One cable leads to one head. */
function cableTroubles(plan: Plan, light: Light, i: number): Trouble[] {
  const link = linkOf(light)
  if (link?.way !== 'cable') return []
  const first = plan.lights
    .slice(0, i)
    .find((each) => flashes(each) && linkOf(each)?.id === link.id)
  return first ? [plainly('one-cable', 'near', {}, first.id)] : []
}

/** Troubles that leave a head dark, and so whatever waits for its flash. */
const SILENT: readonly LinkTrouble[] = [
  'loop',
  'master-off',
  'waits',
  'water',
  'sun',
  'range',
  'blocked',
  'channel',
  'by-hand'
]
const isSilent = (found: readonly Trouble[] | undefined): boolean =>
  found?.some(({ trouble, state }) => state === 'miss' && SILENT.includes(trouble)) ?? false

export function linkChecks(context: Told): Check[] {
  const { plan } = context
  const found = new Map(
    plan.lights
      .map((light, i) => [light, i] as const)
      .filter(([light]) => flashes(light) && light.firedBy !== null)
      .map(([light, i]) => [
        light.id,
        [
          ...masterTroubles(plan, light),
          ...wayTroubles(context, light, i),
          ...channelTroubles(plan, light, i),
          ...cableTroubles(plan, light, i),
          ...powerTroubles(plan, light, i),
          ...timingTroubles(plan, light, i)
        ]
      ])
  )
  return plan.lights.flatMap((light): Check[] => {
    const own = found.get(light.id) ?? []
    const before = (chainTo(plan.lights, light) ?? []).slice(0, -1)
    const dark = isSilent(own) ? undefined : before.find(({ id }) => isSilent(found.get(id)))
    return [...own, ...(dark ? [plainly('master-silent', 'miss', {}, dark.id)] : [])].map(
      (each) => ({ kind: 'link', light: light.id, place: null, ...each })
    )
  })
}
