/**
 * Light that particles in the water send to the lens before it meets anything: one spot a lamp of
 * each ray from the lens, chosen more often the nearer it lies to the lamp. Source: single
 * scattering, radiance ∫ E·b·p(θ)·e^(−c·way) dx; spots by the angle they span at the lamp (Kulla and
 * Fajardo, Computer Graphics Forum 2012, from memory).
 */
import { GREY } from '../light/luminance'
import { particlePhase } from '../medium/particles'
import { nextOf } from '../set/random'
import { AMBIENT_SOURCES } from './film'
import { lightBy, towards, type Lamp } from './lamps'
import type { Walk } from './walk'
import type { World } from './world'

/** Adds what the water on a ray sends to the lens, from where to where along it, mm. */
export type WaterVeil = (from: number, most: number) => void

/** @returns null in air, and where nothing scatters */
export function newWaterVeil(world: World, lamps: readonly Lamp[], walk: Walk): WaterVeil | null {
  const { plan, all, water } = world
  const { medium } = plan
  if (medium.kind === 'air' || medium.scatterPerM === 0 || !water) return null
  const perMm = medium.scatterPerM / 1000
  const { ray, got, weight, state } = walk
  const line = new Float64Array(6)
  const spot = new Float64Array(2)
  return (from, most) => {
    if (!(most > from)) return
    for (let e = 0; e < lamps.length; e++) {
      const { emitter, light, before } = lamps[e]!
      const { mouth } = emitter
      // The nearest the ray comes to the lamp, and the angles its ends are seen at from there.
      const ahead =
        (mouth[0] - ray[0]!) * ray[3]! +
        (mouth[1] - ray[1]!) * ray[4]! +
        (mouth[2] - ray[2]!) * ray[5]!
      let off2 = 0
      for (let k = 0; k < 3; k++) off2 += (mouth[k]! - ray[k]! - ahead * ray[3 + k]!) ** 2
      const off = Math.max(1, Math.sqrt(off2))
      const first = Math.atan((from - ahead) / off)
      const last = Math.atan((most - ahead) / off)
      const u = off * Math.tan(first + (last - first) * nextOf(state))
      const t = ahead + u
      const chance = off / ((last - first) * (off * off + u * u))
      for (let k = 0; k < 3; k++) line[k] = ray[k]! + t * ray[3 + k]!
      spot[0] = nextOf(state)
      spot[1] = nextOf(state)
      towards(emitter, line, spot)
      const falls = lightBy(emitter, line, null)
      if (!(falls > 0) || all.stopped(before, before.length, line)) continue
      const way = Math.sqrt(line[3]! ** 2 + line[4]! ** 2 + line[5]! ** 2)
      const cosine = (line[3]! * ray[3]! + line[4]! * ray[4]! + line[5]! * ray[5]!) / way
      const sent = (perMm * particlePhase(cosine) * Math.PI * falls) / (chance * GREY)
      const o = (AMBIENT_SOURCES + light) * 3
      for (let k = 0; k < 3; k++)
        got[o + k]! += sent * weight[k]! * Math.exp(-water[k]! * (t + way))
    }
  }
}
