/** Holds the set's light against the truth, cell by cell. */
import { computeTransport } from '../set/transport'
import { GROUPS, setOf, type Group } from './sets'
import { hidden } from './things'
import { bounced, randomOf, straight } from './tracer'
import { worldOf } from './world'

export interface Compared {
  readonly group: Group
  readonly seed: number
  readonly place: string
  /** light at the place, relative */
  readonly want: number
  readonly got: number
  readonly wantStraight: number
  readonly gotStraight: number
  /** standard error of the truth itself, stops */
  readonly noise: number
}

/** Noisier than this, stops, the truth does not know a cell; it is looked at longer before. */
const TOO_NOISY = 0.3
const LONGER = [1, 2, 4]

/** Darker than this against the brightest place of its set, a cell does not count; stops. */
const LEAST = -8

/**
 * @param rows of paths at each place, squared
 * @param cells of a face, squared
 */
export function compare(group: Group, seed: number, rows: number, cells: number): Compared[] {
  const plan = setOf(group, seed)
  const { scene, direct, bounce } = computeTransport(plan)
  const world = worldOf(plan, scene)
  const random = randomOf(7919 * (GROUPS.indexOf(group) + 1) + seed)
  // A spot under the subject is no part of the picture.
  const shown = scene.places.filter(
    ({ id, at }) => id !== 'foreground' || !hidden(world, at, scene.pose.pupil)
  )
  const found = shown.map((place): Compared => {
    const j = scene.places.indexOf(place)
    const first = straight(world, place.at, place.normal, cells)
    let rest = { mean: 0, error: Infinity }
    for (const times of LONGER)
      if (rest.error > 0.05 * (first + rest.mean))
        rest = bounced(world, place.at, place.normal, rows * times, random)
    const want = first + rest.mean
    return {
      group,
      seed,
      place: place.id,
      want,
      got: direct[j]! + bounce[j]!,
      wantStraight: first,
      gotStraight: direct[j]!,
      noise: want > 0 ? Math.log2(1 + rest.error / want) : 0
    }
  })
  const brightest = Math.max(...found.map((each) => each.want))
  return found.filter((each) => each.want > brightest * 2 ** LEAST && each.noise < TOO_NOISY)
}

/** How far off a cell is, stops; Infinity where one is dark and the other is not. */
export const offBy = ({ want, got }: Compared): number => Math.abs(Math.log2(got / want))

/** The same for straight light, where that is more than a tenth of all; stops. */
export const straightOffBy = ({ want, wantStraight, gotStraight }: Compared): number =>
  wantStraight < want / 10 ? 0 : Math.abs(Math.log2(gotStraight / wantStraight))
