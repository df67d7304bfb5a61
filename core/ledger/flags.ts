/** Figures computed past the range their model holds for. They are shown as such, not quietly used. */
import type { Plan } from '../plan/plan'
import { correctionFor } from './corrections'
import type { Flag } from './terms'

/** Within about five times its size a source is no point. Source: photometry handbooks' five-times rule (from memory). */
export const NEAR_FACTOR = 5

/** Largest lit size of the strobe with its modifier, mm. */
export const sourceSizeMm = (plan: Plan): number => plan.lights[0].modifier?.sizeMm || plan.lights[0].strobe.headSizeMm

export const findFlags = (plan: Plan): Flag[] => {
  const flags: Flag[] = []
  const { strobe, distanceMm, tiltDeg } = plan.lights[0]
  const { camera, lens, settings, focus } = plan
  if (distanceMm < NEAR_FACTOR * sourceSizeMm(plan)) flags.push('near-source')
  if (strobe.quench === 'voltage' && strobe.durations.length === 0) flags.push('duration-assumed')
  if (tiltDeg > 75) flags.push('grazing')
  if (focus.magnification > lens.maxMagnification * 1.0001) flags.push('lens-limit')
  const marked = settings.apertureStops - (camera.showsEffective ? 2 * Math.log2(1 + focus.magnification / lens.pupilRatio) : 0)
  const outside = (value: number, from: number, to: number) => value < from - 0.2 || value > to + 0.2
  if (
    outside(marked, lens.widestStops, lens.narrowestStops) ||
    outside(settings.shutterStops, camera.slowestShutterStops, camera.fastestShutterStops) ||
    outside(settings.isoStops, camera.lowestIsoStops, camera.highestIsoStops)
  )
    flags.push('off-camera-range')
  for (const source of ['ambient', 'A'] as const)
    if ((['subject', 'ground'] as const).some((place) => (correctionFor(plan, source, place)?.bound ?? 'exact') !== 'exact')) {
      flags.push('reading-bound')
      break
    }
  return flags
}
