/** Parts of a frame and how deep in the set lies what they show. */
import { dot } from '../set/vec'
import { surfaceShown } from './atPlace'
import type { Plan } from '../plan/plan'
import { worldOf, type World } from './world'

export interface DepthTile {
  /** its middle, shares of the file's width and height from the top left */
  readonly x: number
  readonly y: number
  /** behind the plane of focus; < 0 nearer, mm */
  readonly behindMm: number
}

/** Surfaces that are not looked at: what lies behind the subject is blurred on purpose. */
const NOT_LOOKED_AT = ['background', 'table']
/** Spots of a tile that are asked, shares of its size off its middle. */
const SPOTS = [
  [0, 0],
  [-0.4, -0.4],
  [0.4, -0.4],
  [-0.4, 0.4],
  [0.4, 0.4]
] as const

/**
 * How deep in the set lies what a spot of a frame shows, behind the plane of focus, mm; < 0 nearer.
 * @param x,y shares of the file's width and height from the top left
 * @param besides surfaces that do not count
 * @returns null where nothing shows, or outside the part of the sensor in use
 */
export function behindMmAt(
  plan: Plan,
  world: World,
  { x, y }: { readonly x: number; readonly y: number },
  besides: readonly string[] = []
): number | null {
  // The file shows the whole sensor, the rays start in the part of it that is in use.
  const { crop } = plan.focus
  const [across, up] = [(2 * x - 1) * crop, (1 - 2 * y) * crop]
  if (Math.abs(across) > 1 || Math.abs(up) > 1) return null
  const shown = surfaceShown(world, across, up)
  return shown && !besides.includes(shown.id) ? -dot(shown.at, world.scene.pose.toCamera) : null
}

/**
 * Tiles that show the subject or what stands by it, each at the mean depth of what it shows of them:
 * the rim of a thing is an edge too.
 * @param across tiles over the width of the file
 * @param down over its height
 */
export function depthTiles(plan: Plan, across: number, down: number): DepthTile[] {
  const world = worldOf(plan)
  const tiles: DepthTile[] = []
  for (let row = 0; row < down; row++)
    for (let column = 0; column < across; column++) {
      const depths = SPOTS.flatMap(([dx, dy]) => {
        const spot = { x: (column + 0.5 + dx) / across, y: (row + 0.5 + dy) / down }
        const behind = behindMmAt(plan, world, spot, NOT_LOOKED_AT)
        return behind === null ? [] : [behind]
      })
      if (depths.length === 0) continue
      tiles.push({
        x: (column + 0.5) / across,
        y: (row + 0.5) / down,
        behindMm: depths.reduce((a, b) => a + b) / depths.length
      })
    }
  return tiles
}
