/** The shutter speeds at which every strobe that is on lights the whole frame. */
import { shutterOf } from '../plan/shutterInUse'
import { usesHighSpeedSync } from '../plan/sync'
import type { Plan } from '../plan/plan'
import { marksBetween, marksOf } from '../scales/marks'

export const withShutter = (plan: Plan, shutterStops: number): Plan => ({
  ...plan,
  settings: { ...plan.settings, shutterStops }
})

/** @returns marks of the camera, −log2 of seconds, the slowest first */
export function usableShutters(plan: Plan): number[] {
  const { camera } = plan
  const { curtain, syncStops, fastestShutterStops } = shutterOf(plan)
  const past = withShutter(plan, syncStops + 1)
  const fast =
    curtain === 'leaf' || plan.lights.every((light) => !light.on || usesHighSpeedSync(past, light))
      ? fastestShutterStops
      : syncStops
  return marksBetween(marksOf('shutter', camera.step), camera.slowestShutterStops, fast).map(
    ({ stops }) => stops
  )
}
