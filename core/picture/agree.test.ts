// checks: picture (seeded sets, two ways of finding the same light)
/** The picture against the ledger: the same light at the same place, by two ways of finding it. */
import { describe, expect, it } from '@jest/globals'
import { GROUPS, setOf } from '../truth/sets'
import type { Plan } from '../plan/plan'
import { computeTransport } from '../set/transport'
import { longly, testProp } from '../testing'
import { placeShown, surfaceShown } from './atPlace'
import { FIRST_LIGHT, meanAt } from './testing'
import { tracerOf } from './trace'
import { worldOf, type World } from './world'

const SEEDS = longly(15, 5)
const SAMPLES = [400, 1600, 6400, 20000]
/** So many rounds at most, until the picture's own error is a share of its light. */
const [ROUNDS, SURE] = [3, 0.035] as const
/** Darker than this against the brightest place of its set, a cell does not count; stops. */
const LEAST = 2 ** -8

interface Cell {
  readonly what: string
  readonly offBy: number
  readonly noise: number
}

/** Whether the picture shows something else close by: the pupil is a disc, however small. */
function atAnEdge(world: World, x: number, y: number): boolean {
  const own = surfaceShown(world, x, y)?.id
  return [-0.02, 0.02].some(
    (off) =>
      surfaceShown(world, x + off, y)?.id !== own || surfaceShown(world, x, y + off)?.id !== own
  )
}

/**
 * Every place of a set that the picture shows and something lights.
 * @param closely only the subject's, looked at for longer
 */
function cellsOf(drawn: Plan, group: string, seed: number, closely = false): Cell[] {
  const [rounds, sure] = closely ? [ROUNDS + 1, SURE / 2] : [ROUNDS, SURE]
  // A small aperture: the picture of a place is that place alone.
  const plan = { ...drawn, settings: { ...drawn.settings, apertureStops: 14 } }
  const world = worldOf(plan)
  const tracer = tracerOf(world)
  const { direct, bounce, scene } = computeTransport(plan)
  const wanted = scene.places.map(
    (place, j) => ((direct[j]! + bounce[j]!) * place.reflectance) / 0.18
  )
  const least = LEAST * Math.max(...wanted)
  return scene.places.flatMap((place, j): Cell[] => {
    const spot = placeShown(world, place)
    if (closely && place.on !== 'subject') return []
    if (!spot || wanted[j]! <= 0 || wanted[j]! < least || atAnEdge(world, spot.x, spot.y)) return []
    let got = { mean: 0, error: Infinity }
    for (const samples of SAMPLES.slice(0, rounds))
      if (!(got.error < sure * got.mean))
        got = meanAt(tracer, FIRST_LIGHT, samples, spot.x, spot.y, seed)
    return [
      {
        what: `${group} ${seed} ${place.id}`,
        offBy: Math.abs(Math.log2(got.mean / wanted[j]!)),
        noise: got.mean > 0 ? Math.log2(1 + got.error / got.mean) : 0
      }
    ]
  })
}

const cells = GROUPS.flatMap((group) =>
  Array.from({ length: SEEDS }, (_, seed) => cellsOf(setOf(group, seed), group, seed)).flat()
)
const at = (share: number, of: readonly Cell[] = cells): number => {
  const sorted = of.map((cell) => cell.offBy).sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length * share)]!
}

describe(`the picture of ${GROUPS.length * SEEDS} seeded sets`, () => {
  it('shows several places of each', () => {
    expect(cells.length).toBeGreaterThan(2.5 * GROUPS.length * SEEDS)
  })

  it('shows a matt place at the level the ledger says', () => {
    expect(at(0.5)).toBeLessThan(0.02)
    expect(at(0.95)).toBeLessThan(0.1)
  })

  it('is nowhere farther off than the ledger and its own noise explain', () => {
    const beyond = cells.filter((cell) => !(cell.offBy <= 0.2 + 3 * cell.noise))
    expect(beyond).toEqual([])
    const unsure = cells.filter((cell) => cell.noise > 0.15)
    expect(unsure.length).toBeLessThan(cells.length / 50)
  })
})

const MESHED = ['lathe', 'coin', 'crystal', 'beetle', 'crab', 'movement', 'vessel'] as const
/** The same sets with a thing of triangles in them. */
const ofMeshes = GROUPS.flatMap((group, i) =>
  [0, 1].flatMap((seed) => {
    const plan = setOf(group, seed)
    const shape = MESHED[(i + 3 * seed) % MESHED.length]!
    const subject = { ...plan.subject, shape, finish: 'matt', lying: seed === 1 } as const
    return cellsOf({ ...plan, subject }, `${group} ${shape}`, seed)
  })
)
describe('the picture of a subject of triangles', () => {
  // Its straight light is the same; what its bounces throw, the ledger sums over a simple shape.
  it('shows its places at the level the ledger says', () => {
    expect(ofMeshes.length).toBeGreaterThan(40)
    expect(at(0.5, ofMeshes)).toBeLessThan(0.02)
    expect(at(0.85, ofMeshes)).toBeLessThan(0.07)
    expect(ofMeshes.filter((cell) => !(cell.offBy < 0.7))).toEqual([])
  })
})

const SMALL = ['ellipsoid', 'box', 'cylinder', 'coin', 'beetle', 'lathe'] as const
/** The same sets with small things round the subject. */
const withProps = GROUPS.flatMap((group, i) =>
  [0, 1].flatMap((seed) => {
    const plan = setOf(group, seed)
    const size = plan.subject.widthMm
    const props = SMALL.slice(0, 2 + ((i + seed) % 4)).map((shape, k) =>
      testProp({
        id: `T${k + 1}`,
        shape: SMALL[(k + i) % SMALL.length]!,
        reflectance: 0.2 + 0.12 * k,
        rests: shape === 'coin' ? 'under' : 'table',
        widthMm: size * 0.4,
        heightMm: size * 0.5,
        depthMm: size * 0.4,
        xMm: size * [0.9, -0.95, 0.7, -0.6][k % 4]!,
        zMm: size * [0.5, 0.1, -0.9, -0.8][k % 4]!
      })
    )
    return cellsOf({ ...plan, props }, `${group} props`, seed)
  })
)
describe('the picture of a subject with props', () => {
  it('shows its places at the level the ledger says', () => {
    expect(withProps.length).toBeGreaterThan(40)
    expect(at(0.5, withProps)).toBeLessThan(0.02)
    expect(at(0.9, withProps)).toBeLessThan(0.1)
    expect(withProps.filter((cell) => !(cell.offBy < 0.4 + 3 * cell.noise))).toEqual([])
  })
})

/**
 * The same sets with a leaf, a wing or a sheet that light comes through, from behind and from before.
 * Nearly flat: what comes through one part onto another is not in the sum.
 */
const ofLeaves = GROUPS.flatMap((group, i) =>
  [0, 1, 2, 3].flatMap((seed) => {
    const plan = setOf(group, seed)
    const shape = (['leaf', 'wing', 'sheet'] as const)[(i + seed) % 3]!
    const subject = {
      ...plan.subject,
      shape,
      finish: 'translucent',
      depthMm: plan.subject.widthMm / 60,
      reflectance: 0.25,
      transmittance: 0.3
    } as const
    const [first] = plan.lights
    const at = { ...first!.at, azimuthDeg: seed % 2 === 0 ? 180 - first!.at.azimuthDeg : 20 }
    const lit = { ...plan, subject, lights: [{ ...first!, at }] }
    return cellsOf(lit, `${group} ${shape}`, seed, true)
  })
)
describe('the picture of a translucent subject', () => {
  it('shows its places at the level the ledger says', () => {
    expect(ofLeaves.length).toBeGreaterThan(14)
    expect(at(0.5, ofLeaves)).toBeLessThan(0.04)
    expect(at(0.9, ofLeaves)).toBeLessThan(0.1)
    expect(ofLeaves.filter((cell) => !(cell.offBy < 0.1 + 3 * cell.noise))).toEqual([])
  })
})
