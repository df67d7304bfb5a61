/**
 * Light that comes to a matt surface by way of a table that mirrors: of each lamp's mirror image, where
 * the line to it passes the table. Chance alone would hardly find it. Source: law of reflection.
 */
import { emitterImage, tableShare } from '../set/mirrorImage'
import { mirrors } from '../set/optics'
import { isSheet } from '../set/surface'
import { AMBIENT_SOURCES } from './film'
import { lightBy, towards, type Lamp } from './lamps'
import { GREY } from '../light/luminance'
import { CLEAR_OF, draw, type Walk } from './walk'
import type { World } from './world'

/**
 * Adds what every lamp throws by the table on the point of `hit`, thrown back by its albedo.
 * @param side of the surface the light falls on: 1 the one that is met, −1 the other
 * @param share of what falls there that comes towards the ray
 */
export type ByTable = (vertex: number, side: 1 | -1, share: number) => void

/** @returns null where the table does not mirror */
export function byTableOf(world: World, lamps: readonly Lamp[], walk: Walk): ByTable | null {
  const { plan, all, water } = world
  const index = all.list.findIndex(({ id }) => id === 'table')
  const table = all.list[index]
  if (!mirrors(plan) || !table || !isSheet(table)) return null
  const planeMm = table.at[1]
  const images = lamps.map(({ emitter }) => emitterImage(emitter, planeMm))
  const others = Int32Array.from(all.list.map((_, i) => i).filter((i) => i !== index))
  const { hit, albedo, weight, got, spot } = walk
  const line = new Float64Array(6)
  const leg = new Float64Array(6)
  const facing: [number, number, number] = [0.5, 0.5, 0.5]

  return (vertex, side, share) => {
    if (share <= 0) return
    for (let k = 0; k < 3; k++) {
      facing[k] = side * hit[4 + k]!
      line[k] = hit[1 + k]! + side * CLEAR_OF * hit[4 + k]!
    }
    const over = line[1]! - planeMm
    if (over <= 0) return
    for (let e = 0; e < lamps.length; e++) {
      const { light, before } = lamps[e]!
      draw(walk, vertex, 40 + e)
      towards(images[e]!, line, spot)
      const falls = lightBy(images[e]!, line, facing)
      const t = -over / line[4]!
      if (!(falls > 0) || !(t > 0 && t < 1)) continue
      const x = line[0]! + t * line[3]!
      const z = line[2]! + t * line[5]!
      if (
        Math.abs(x - table.at[0]) > table.halfAcross ||
        Math.abs(z - table.at[2]) > table.halfUpward
      )
        continue
      // Down to the table, and up from there to the lamp itself.
      for (let k = 0; k < 3; k++) {
        leg[k] = line[k]!
        leg[3 + k] = t * line[3 + k]!
      }
      if (all.stopped(others, others.length, leg)) continue
      leg[0] = x
      leg[1] = planeMm
      leg[2] = z
      leg[3] = (1 - t) * line[3]!
      leg[4] = -(1 - t) * line[4]!
      leg[5] = (1 - t) * line[5]!
      if (all.stopped(before, before.length, leg)) continue
      const way = Math.sqrt(line[3]! ** 2 + line[4]! ** 2 + line[5]! ** 2)
      const sent = (share * falls * tableShare(plan, -line[4]! / way)) / GREY
      const o = (AMBIENT_SOURCES + light) * 3
      for (let k = 0; k < 3; k++)
        got[o + k]! += sent * weight[k]! * albedo[k]! * (water ? Math.exp(-water[k]! * way) : 1)
    }
  }
}
