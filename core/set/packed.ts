/** Surfaces as rows of plain numbers: they are asked tens of thousands of times for each evaluation. */
import type { Bvh } from '../model/bvh'
import { isSheet, type Surface } from './shapes'
import { BOX, CYLINDER, ELLIPSOID } from './solid'
import { scale, type Vec } from './vec'

export const RECTANGLE = 0
export const RING = 1
export const MESH = 5
const KINDS = {
  rectangle: RECTANGLE,
  disc: RING,
  ring: RING,
  box: BOX,
  ellipsoid: ELLIPSOID,
  cylinder: CYLINDER,
  mesh: MESH
} as const
/** Numbers kept of each surface, and of how far it reaches. */
export const ROW = 13
export const EXTENT = 12

export interface Packed {
  readonly kinds: Uint8Array
  /**
   * [surface × ROW] axes over half sizes, each with what the middle gives along it. Flat ones:
   * normal, across, upward, and the square of the hole. Solids: their three axes.
   */
  readonly data: Float64Array
  /** null: no mesh */
  readonly meshes: readonly (Bvh | null)[]
  /** [surface × EXTENT] middle, and the way from there to the end of each half axis; 0 for a flat one’s third */
  readonly extents: Float64Array
  /** by surface, 1 or 0: all but a ring and a mesh */
  readonly convex: Uint8Array
}

const NO_WAY: Vec = [0, 0, 0]
const extentOf = (each: Surface): number[] => {
  const ways = isSheet(each)
    ? [scale(each.across, each.halfAcross), scale(each.upward, each.halfUpward), NO_WAY]
    : each.axes.map((axis, k) => scale(axis, each.half[k]!))
  return [each.at, ...ways].flat()
}

export function packed(list: readonly Surface[]): Packed {
  const data = new Float64Array(list.length * ROW)
  list.forEach((each, i) => {
    const { at } = each
    const rows: readonly (readonly [Vec, number])[] = isSheet(each)
      ? [
          [each.normal, 1],
          [each.across, each.halfAcross],
          [each.upward, each.halfUpward]
        ]
      : each.axes.map((axis, k) => [axis, each.half[k]!] as const)
    rows.forEach(([axis, half], k) => {
      const row = axis.map((v) => v / half)
      data.set([...row, row[0]! * at[0] + row[1]! * at[1] + row[2]! * at[2]], i * ROW + k * 4)
    })
    if (isSheet(each)) data[i * ROW + 12] = (each.hole ?? 0) ** 2
  })
  return {
    kinds: Uint8Array.from(list, (each) => KINDS[each.kind]),
    data,
    meshes: list.map((each) => (isSheet(each) ? null : (each.mesh ?? null))),
    extents: Float64Array.from(list.flatMap(extentOf)),
    convex: Uint8Array.from(list, ({ kind }) => Number(kind !== 'ring' && kind !== 'mesh'))
  }
}
