// checks: all bounces (against paths followed one by one, 144 sets)
import { beforeAll, describe, expect, test } from '@jest/globals'
import { compare, offBy, straightOffBy, type Compared } from './compare'
import { GROUPS, type Group } from './sets'
import type { World } from './things'
import { bounced, randomOf, straight } from './tracer'
import { longly } from '../testing'

const at = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))]!

/** The reference itself against closed forms, or it proves nothing. */
describe('the reference', () => {
  const world = (part: Partial<World>): World => ({
    boards: [],
    body: null,
    blocks: [],
    chamber: null,
    lamp: {
      middle: [0, 0, 100],
      look: [0, 0, -1],
      right: [1, 0, 0],
      up: [0, 1, 0],
      face: { kind: 'ring', inner: 0, outer: 100 },
      exponent: 1,
      cut: Math.PI / 2,
      cells: false,
      tube: null
    },
    ...part
  })
  test('a disc on its axis: E against the point, r²/(r² + d²) over r²/d²', () => {
    const got = straight(world({}), [0, 0, 0], [0, 0, 1], 200) / 100
    expect(got).toBeCloseTo(100 ** 2 / (50 ** 2 + 100 ** 2), 3)
  })
  test('a sphere of it all: in a closed cube of one reflectance all bounces give ρ/(1 − ρ)', () => {
    // A head in the middle of a cube lights one wall; what comes back is the same on average.
    const cube = world({
      chamber: {
        low: [-500, -500, -500],
        high: [500, 500, 500],
        walls: 0.6,
        ceiling: 0.6,
        floor: 0.6
      }
    })
    const random = randomOf(4)
    const sides = [0, 1, 2].flatMap((axis) => [1, -1].map((side) => ({ axis, side })))
    let direct = 0
    let rest = 0
    for (let i = 0; i < 600; i++)
      for (const { axis, side } of sides) {
        const point = [0, 1, 2].map((k) =>
          k === axis ? side * 499.99 : (random() - 0.5) * 1000
        ) as unknown as [number, number, number]
        const normal = [0, 1, 2].map((k) => (k === axis ? -side : 0)) as unknown as [
          number,
          number,
          number
        ]
        direct += straight(cube, point, normal, 4)
        rest += bounced(cube, point, normal, 2, random).mean
      }
    expect(rest / direct).toBeGreaterThan(1.5 * 0.95)
    expect(rest / direct).toBeLessThan(1.5 * 1.05)
  })
})

const SETS = longly(18, 6)
const cells = new Map<Group, Compared[]>()
beforeAll(() => {
  for (const group of GROUPS)
    cells.set(
      group,
      Array.from({ length: SETS }, (_, seed) =>
        compare(group, seed, group.startsWith('white') ? 20 : 30, 60)
      ).flat()
    )
}, 300_000)

describe.each(GROUPS)('%s', (group) => {
  // What the reference's own noise may explain, two standard errors of it, is no fault.
  const off = () => cells.get(group)!.map((cell) => Math.max(0, offBy(cell) - 2 * cell.noise))
  test('half of all cells to 0.02 stop, 95 of 100 to a tenth', () => {
    expect(off().length).toBeGreaterThan(2 * SETS)
    expect(at(off(), 0.5)).toBeLessThanOrEqual(0.02)
    expect(at(off(), 0.95)).toBeLessThanOrEqual(0.1)
  })
  test('no cell is dark that is lit', () => {
    const dark = cells.get(group)!.filter(({ want, got }) => want > 0 && !(got > want / 4))
    expect(dark).toEqual([])
  })
  test('straight light to a hundredth', () => {
    const straightOff = cells.get(group)!.map(straightOffBy)
    expect(at(straightOff, 0.5)).toBeLessThanOrEqual(0.002)
    expect(at(straightOff, 0.95)).toBeLessThanOrEqual(0.025)
  })
})

test('no cell lies beyond 0.3 stop', () => {
  const all = [...cells.values()].flat()
  expect(all.length).toBeGreaterThan(44 * SETS)
  expect(all.filter((cell) => offBy(cell) - 2 * cell.noise > 0.3)).toEqual([])
})
