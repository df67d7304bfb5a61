/** Parts of a frame and how deep in the set lies what they show. */
import { dot } from '../set/vec'
import { surfaceShown } from './atPlace'
import type { Plan } from '../plan/plan'
import { worldOf } from './world'

export interface DepthTile {
  /** its middle, shares of the file's width and height from the top left */
  readonly x: number
  readonly y: number
  /** behind the plane of focus; < 0 nearer, mm */
  readonly behindMm: number
}

/** Surfaces that are not looked at: what lies behind the subject is blurred on purpose. */
const NOT_LOOKED_AT = ['background', 'table']
/** Spots of a tile that must lie at one depth, shares of its size; a rim has both sides in it. */
const SPOTS = [
  [0, 0],
  [-0.4, -0.4],
  [0.4, -0.4],
  [-0.4, 0.4],
  [0.4, 0.4]
] as const

/**
 * Tiles that show the subject or what stands by it.
 * @param across tiles over the width of the file
 * @param down over its height
 */
export function depthTiles(plan: Plan, across: number, down: number): DepthTile[] {
  const world = worldOf(plan)
  const { toCamera } = world.scene.pose
  const { crop } = plan.focus
  const tiles: DepthTile[] = []
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const depths = SPOTS.flatMap(([dx, dy]) => {
        // The file shows the whole sensor, the rays start in the part of it that is in use.
        const x = (2 * ((column + 0.5 + dx) / across) - 1) * crop
        const y = (1 - 2 * ((row + 0.5 + dy) / down)) * crop
        if (Math.abs(x) > 1 || Math.abs(y) > 1) return []
        const shown = surfaceShown(world, x, y)
        return shown && !NOT_LOOKED_AT.includes(shown.id) ? [-dot(shown.at, toCamera)] : []
      })
      // The rim of a thing is an edge too: some of the tile shows it.
      if (depths.length === 0) continue
      tiles.push({
        x: (column + 0.5) / across,
        y: (row + 0.5) / down,
        behindMm: depths.reduce((a, b) => a + b) / depths.length
      })
    }
  return tiles
}
