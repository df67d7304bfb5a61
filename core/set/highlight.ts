/**
 * A light's highlight on a curved surface: the point whose normal halves the angle between lens and
 * light. Source: law of reflection.
 */
import type { Plan } from '../plan/plan'
import { isSheet, type Solid } from './shapes'
import { sitesOf } from './sites'
import {
  ellipsoidPoint,
  plainShape,
  rotated,
  sitePoint,
  subjectSurface,
  type SurfacePoint
} from './subjectBody'
import { isMeshed } from './subjectMesh'
import { add, dot, sub, unit, type Vec } from './vec'

/** A mesh's highlight lies within this of its nearest site, cosine. */
const NEAR_ENOUGH = Math.cos((5 * Math.PI) / 180)

/** The site of a mesh whose normal halves the angle best. */
function onMesh(solid: Solid, pupil: Vec, light: Vec): SurfacePoint | null {
  const rows = sitesOf(solid.mesh!)
  let best: SurfacePoint | null = null
  let most = NEAR_ENOUGH
  for (let o = 0; o < rows.length; o += 6) {
    const point = sitePoint(solid, rows, o)
    const half = add(unit(sub(pupil, point.at)), unit(sub(light, point.at)))
    const alike = dot(point.normal, half) / Math.max(1e-9, Math.hypot(...half))
    if (alike <= most || dot(point.normal, sub(pupil, point.at)) <= 0) continue
    most = alike
    best = point
  }
  return best
}

/**
 * The point of a curved subject where a light shows to the lens, found by turning towards it.
 * @returns null where it shows nowhere
 */
export function highlightOn(subject: Plan['subject'], pupil: Vec, light: Vec): SurfacePoint | null {
  const body = isMeshed(subject) ? subjectSurface(subject) : null
  if (body && !isSheet(body)) return onMesh(body, pupil, light)
  const upright = plainShape(subject) !== 'ellipsoid'
  let at: Vec = [0, 0, 0]
  let normal: Vec = [0, 0, 1]
  for (let i = 0; i < 12; i++) {
    const half = add(unit(sub(pupil, at)), unit(sub(light, at)))
    if (Math.hypot(...half) < 1e-6) return null
    // A cylinder's side has level normals; how high the point stands follows from the distances.
    normal = unit(upright ? [half[0], 0, half[2]] : half)
    const n = rotated(normal, -subject.rotationDeg)
    at = rotated(ellipsoidPoint(subject, n, upright), subject.rotationDeg)
    if (upright) {
      const near = Math.hypot(pupil[0] - at[0], pupil[2] - at[2])
      const far = Math.hypot(light[0] - at[0], light[2] - at[2])
      at = [at[0], (pupil[1] * far + light[1] * near) / (near + far), at[2]]
    }
  }
  if (upright && Math.abs(at[1]) > subject.heightMm / 2) return null
  return dot(normal, sub(pupil, at)) > 0 && dot(normal, sub(light, at)) > 0 ? { at, normal } : null
}
