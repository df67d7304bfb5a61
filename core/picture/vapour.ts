/**
 * A plume as a thin volume that scatters a little of the light that crosses it, onward most of all,
 * as the ledger takes it. Its density is wispy: over all it covers it gives, on the mean, what a
 * matt surface of its reflectance would throw back. Source: single scattering, radiance E·τ·p(θ),
 * any text on radiative transfer; value noise summed over octaves, common practice.
 */
import { phaseGain } from '../light/scatter'
import { throughSolid, ELLIPSOID } from '../set/solid'
import { AMBIENT_SOURCES } from './film'
import { lightBy, towards, type Lamp } from './lamps'
import { nextOf, smoothNoise } from '../set/random'
import { GREY } from '../light/luminance'
import type { World } from './world'

/** Brings the mean over all the plume covers to 1. */
const STRENGTH = 49
/**
 * Density of a plume at a point of it, 1 on the mean.
 * @param x,y,z in its own half sizes, the middle at 0
 */
function wisps(x: number, y: number, z: number): number {
  // Rising: drawn out upwards, and bent aside by slower noise.
  const bend = 1.6 * (smoothNoise(1.3 * x + 7, 0.9 * y, 1.3 * z) - 0.5)
  const a = smoothNoise(2.6 * (x + bend), 1.1 * y, 2.6 * z)
  const b = smoothNoise(6 * (x + bend) + 31, 2.4 * y, 6 * z)
  const strand = a * 0.65 + b * 0.35
  // Thinner towards its edge.
  const edge = Math.max(0, 1 - x * x - y * y - z * z)
  return 1.5 * edge * STRENGTH * Math.max(0, strand - 0.42) ** 1.3
}

export interface Vapour {
  /** Adds what vapour on a ray scatters, up to `most`. */
  readonly scatter: (
    ray: Float64Array,
    most: number,
    weight: Float64Array,
    got: Float64Array,
    state: Int32Array
  ) => void
}

export function newVapour({ plume, all }: World, lamps: readonly Lamp[]): Vapour {
  if (!plume) return { scatter: () => undefined }
  const { axes, half } = plume.solid
  const own = new Float64Array(8)
  const line = new Float64Array(6)
  const spot = new Float64Array(2)
  return {
    scatter(ray, most, weight, got, state) {
      for (let k = 0; k < 3; k++) {
        const axis = axes[k]!
        own[k] = (ray[0]! * axis[0] + ray[1]! * axis[1] + ray[2]! * axis[2]) / half[k]!
        own[3 + k] = (ray[3]! * axis[0] + ray[4]! * axis[1] + ray[5]! * axis[2]) / half[k]!
      }
      if (!throughSolid(ELLIPSOID, own)) return
      const near = Math.max(own[6]!, ray[6]!)
      const far = Math.min(own[7]!, most)
      if (!(far > near)) return
      const t = near + (far - near) * nextOf(state)
      const density = wisps(own[0]! + t * own[3]!, own[1]! + t * own[4]!, own[2]! + t * own[5]!)
      if (density <= 0) return
      // Through the middle along the lens axis the ray is twice the half depth long.
      const scattered = (plume.depth * density * (far - near)) / (2 * half[2])
      // Of ambient, which comes from all sides: radiance E·τ/(4π), which the film counts by π.
      const share = scattered / 4 / GREY
      for (let k = 0; k < 3; k++) got[k]! += share * weight[k]!
      for (let k = 0; k < 3; k++) line[k] = ray[k]! + t * ray[3 + k]!
      for (let e = 0; e < lamps.length; e++) {
        const { emitter, light, before } = lamps[e]!
        spot[0] = nextOf(state)
        spot[1] = nextOf(state)
        towards(emitter, line, spot)
        const falls = lightBy(emitter, line, null)
        const far2 = line[3]! ** 2 + line[4]! ** 2 + line[5]! ** 2
        const onward =
          (line[3]! * ray[3]! + line[4]! * ray[4]! + line[5]! * ray[5]!) /
          Math.sqrt(far2 * (ray[3]! ** 2 + ray[4]! ** 2 + ray[5]! ** 2))
        if (!(falls > 0) || all.stopped(before, before.length, line)) continue
        const turned = share * phaseGain(onward, plume.asymmetry)
        for (let k = 0; k < 3; k++)
          got[(AMBIENT_SOURCES + light) * 3 + k]! += turned * falls * weight[k]!
      }
    }
  }
}
