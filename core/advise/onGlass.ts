/** Places by name on something clear: a facet, and a label round its front. */
import { CURVED_HALF } from '../model/curved'
import { runsOf } from '../model/profile'
import { addPlace, asFacet } from '../plan/edit'
import { addProp } from '../plan/editProps'
import type { OwnPlace, Plan } from '../plan/plan'
import { rotated } from '../set/subjectBody'
import { isClear, throughHeight } from '../set/seenPlaces'

const tidy = (value: number): number => Number(value.toFixed(2))

/** A label stands this far off the glass, of its radius: so that neither cuts the other. */
const CLEAR_OF = 1.012
/** Height of a label, of the thing's; paper. Common practice, no source. */
const [LABEL_HIGH, PAPER] = [0.24, 0.75] as const
/** Heights tried for its middle, over the foot; the first that leaves the liquid free. */
const MIDDLES = [0.4, 0.62, 0.26, 0.76] as const

/** How far out the outline goes between two heights, of the widest. */
function outBetween({ subject }: Plan, from: number, to: number): number {
  if (subject.shape !== 'vessel' && subject.shape !== 'lathe') return 1
  const spots = runsOf(subject.profile).flat()
  const [low, high] = [
    Math.min(...spots.map(([, up]) => up)),
    Math.max(...spots.map(([, up]) => up))
  ]
  const share = (up: number): number => (up - low) / (high - low)
  const within = spots.filter(([, up]) => share(up) >= from && share(up) <= to)
  const widest = Math.max(...spots.map(([out]) => out))
  const near = within.length > 0 ? within : spots
  return Math.max(...near.map(([out]) => out)) / widest
}

function named(plan: Plan, name: string, part: Partial<OwnPlace>): Plan {
  const { places } = plan
  const last = places.length - 1
  return {
    ...plan,
    places: places.map((place, i) => (i === last ? { ...place, name, ...part } : place))
  }
}

/**
 * Adds a facet: a spot of the subject that shows what stands behind it.
 * @returns the same plan when it is not clear or there are eight places already
 */
export function addFacet(plan: Plan): Plan {
  const { subject } = plan
  if (!isClear(plan)) return plan
  const at = rotated([subject.widthMm * 0.28, 0, 0], subject.rotationDeg)
  const next = addPlace(plan, tidy(at[0]), tidy(throughHeight(plan)), tidy(at[2]))
  return next === plan ? plan : asFacet(next)
}

/**
 * Puts a paper label round the front of a clear subject, with a place in its middle.
 * @returns the same plan when it is not clear or lies, or there is no room for a prop or a place
 */
export function addLabel(plan: Plan): Plan {
  const { subject } = plan
  if (!isClear(plan) || subject.lying) return plan
  const heightMm = tidy(subject.heightMm * LABEL_HIGH)
  const through = throughHeight(plan)
  const heightOf = (up: number): number => (up - 0.5) * subject.heightMm
  const free = MIDDLES.find((up) => Math.abs(heightOf(up) - through) > heightMm * 0.6)
  const up = free ?? MIDDLES[0]
  const out = outBetween(plan, up - LABEL_HIGH / 2, up + LABEL_HIGH / 2) * CLEAR_OF
  const flat = subject.shape === 'box'
  const [rx, rz] = [(out * subject.widthMm) / 2, (out * subject.depthMm) / 2]
  const middle = flat ? rz : (rz * (1 + Math.cos(CURVED_HALF))) / 2
  const withPlace = addPlace(plan, 0, 0, 0, 'lens', PAPER)
  const next = addProp(withPlace, false)
  if (withPlace === plan || next === withPlace) return plan
  const yMm = tidy(heightOf(up))
  const turned = (z: number) => rotated([0, 0, z], subject.rotationDeg)
  const at = turned(middle)
  const front = turned(rz + 0.02)
  const props = next.props.map((prop, i) =>
    i < next.props.length - 1
      ? prop
      : {
          ...prop,
          name: 'Label',
          shape: flat ? ('sheet' as const) : ('curved' as const),
          widthMm: tidy(flat ? rx * 1.2 : 2 * rx * Math.sin(CURVED_HALF)),
          heightMm,
          depthMm: tidy(flat ? 0.1 : rz * (1 - Math.cos(CURVED_HALF))),
          rotationDeg: subject.rotationDeg,
          reflectance: PAPER,
          rests: 'free' as const,
          xMm: tidy(at[0]),
          yMm,
          zMm: tidy(at[2])
        }
  )
  return named({ ...next, props }, 'Label', {
    xMm: tidy(front[0]),
    yMm,
    zMm: tidy(front[2]),
    finish: 'matt'
  })
}
