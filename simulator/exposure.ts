/** What the sensor gets: linear light of every pixel, with the sensor's own noise. */
import { mixed } from '@core/picture/mix'
import type { Picture } from '@core/picture/picture'
import { rowsOf } from '@core/picture/rows'
import { addSensorNoise } from '@core/picture/sensor'
import { factorsOf } from '@core/picture/sources'
import type { Plan } from '@core/plan/plan'

export interface Exposure {
  readonly width: number
  readonly height: number
  /** [pixel × 3] red, green, blue; 1 is what the camera shows as level 0 */
  readonly linear: Float32Array
}

/**
 * @param traced the plan the picture was traced of
 * @param plan as it really was: lights that are on fired
 * @param sensitivityStops what the camera makes of it above what its ISO says
 * @param seed of the noise
 */
export function exposed(
  picture: Picture,
  traced: Plan,
  plan: Plan,
  sensitivityStops: number,
  seed: number
): Exposure {
  const { width, height, light } = picture
  const linear = new Float32Array(width * height * 3)
  const gain = 2 ** sensitivityStops
  mixed(
    light,
    factorsOf(traced, plan).map((factor) => factor * gain),
    linear,
    rowsOf(traced, plan, height)
  )
  const { pixelsWide, pixelsHigh } = plan.camera
  addSensorNoise(linear, plan, Math.max(1, (pixelsWide * pixelsHigh) / (width * height)), seed)
  return { width, height, linear }
}
