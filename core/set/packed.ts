/** Surfaces as rows of plain numbers: they are asked tens of thousands of times for each evaluation. */
import type { Bvh } from '../model/bvh'
import { isSheet, type Surface } from './shapes'
import { BOX, CYLINDER, ELLIPSOID } from './solid'
import type { Vec } from './vec'

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

/** Puts an axis over its half size, and what the middle gives along it. */
function putRow(data: Float64Array, to: number, axis: Vec, half: number, at: Vec): void {
  data[to] = axis[0] / half
  data[to + 1] = axis[1] / half
  data[to + 2] = axis[2] / half
  data[to + 3] = data[to]! * at[0] + data[to + 1]! * at[1] + data[to + 2]! * at[2]
}
function putWay(extents: Float64Array, to: number, way: Vec, by: number): void {
  extents[to] = way[0] * by
  extents[to + 1] = way[1] * by
  extents[to + 2] = way[2] * by
}

/** Number by number: all of a set's surfaces are packed anew whenever a head moves. */
export function packed(list: readonly Surface[]): Packed {
  const data = new Float64Array(list.length * ROW)
  const extents = new Float64Array(list.length * EXTENT)
  for (let i = 0; i < list.length; i++) {
    const each = list[i]!
    const { at } = each
    const row = i * ROW
    const extent = i * EXTENT
    putWay(extents, extent, at, 1)
    if (isSheet(each)) {
      const { normal, across, upward, halfAcross, halfUpward } = each
      putRow(data, row, normal, 1, at)
      putRow(data, row + 4, across, halfAcross, at)
      putRow(data, row + 8, upward, halfUpward, at)
      data[row + 12] = (each.hole ?? 0) ** 2
      putWay(extents, extent + 3, across, halfAcross)
      putWay(extents, extent + 6, upward, halfUpward)
    } else
      for (let k = 0; k < 3; k++) {
        putRow(data, row + 4 * k, each.axes[k]!, each.half[k]!, at)
        putWay(extents, extent + 3 + 3 * k, each.axes[k]!, each.half[k]!)
      }
  }
  return {
    kinds: Uint8Array.from(list, (each) => KINDS[each.kind]),
    data,
    meshes: list.map((each) => (isSheet(each) ? null : (each.mesh ?? null))),
    extents,
    convex: Uint8Array.from(list, ({ kind }) => Number(kind !== 'ring' && kind !== 'mesh'))
  }
}
