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
  const { half } = solid
  // All in the mesh's own axes.
  const own = (p: Vec): Vec => [dot(p, solid.axes[0]), dot(p, solid.axes[1]), dot(p, solid.axes[2])]
  const eye = own(pupil)
  const lamp = own(light)
  let best = -1
  let most = NEAR_ENOUGH
  for (let o = 0; o < rows.length; o += 6) {
    const ex = eye[0] - rows[o]! * half[0]
    const ey = eye[1] - rows[o + 1]! * half[1]
    const ez = eye[2] - rows[o + 2]! * half[2]
    const lx = lamp[0] - rows[o]! * half[0]
    const ly = lamp[1] - rows[o + 1]! * half[1]
    const lz = lamp[2] - rows[o + 2]! * half[2]
    const e = 1 / Math.sqrt(ex * ex + ey * ey + ez * ez)
    const l = 1 / Math.sqrt(lx * lx + ly * ly + lz * lz)
    const hx = ex * e + lx * l
    const hy = ey * e + ly * l
    const hz = ez * e + lz * l
    const nx = rows[o + 3]! / half[0]
    const ny = rows[o + 4]! / half[1]
    const nz = rows[o + 5]! / half[2]
    const alike =
      (hx * nx + hy * ny + hz * nz) /
      Math.sqrt((hx * hx + hy * hy + hz * hz) * (nx * nx + ny * ny + nz * nz))
    if (!(alike > most) || ex * nx + ey * ny + ez * nz <= 0) continue
    most = alike
    best = o
  }
  return best < 0 ? null : sitePoint(solid, rows, best)
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
