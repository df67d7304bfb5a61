/**
 * Places that are seen by way of something else: a table that mirrors, and those of a clear subject,
 * not points that light falls on but spots of the picture, each a few rays
 * from the lens. Through its middle (that of what is in it, where it is a vessel), and at either rim.
 */
import type { Plan } from '../plan/plan'
import { projectInFrame, type CameraPose } from './camera'
import { clearIn, type Clear } from './clear'
import { mirrors } from './optics'
import type { PlacePoint } from './placePoint'
import { HIT } from './surface'
import { add, scale, sub, unit, type Vec } from './vec'

/** Rays over a spot: evenly over a disc. Source: Vogel's spiral. */
const RAYS = 12
const disc = Array.from({ length: RAYS }, (_, i) => {
  const r = Math.sqrt((i + 0.5) / RAYS)
  const angle = i * Math.PI * (3 - Math.sqrt(5))
  return [r * Math.cos(angle), r * Math.sin(angle)] as const
})
/** How far out towards its edge the rim is looked at, and how far up and down; shares. */
const RIM = [0.9, 0.925, 0.95, 0.97, 0.985]
const RIM_HIGH = [-0.02, 0, 0.02]
/** Radius of the spot in the middle, of its width. */
const SPOT = 0.025

export const isClear = ({ subject }: Pick<Plan, 'subject'>): boolean =>
  subject.finish === 'clear' && subject.shape !== 'sheet' && subject.shape !== 'plume'

const hit = new Float64Array(HIT)

/** Directions of length 1 from the pupil through points of the plane of focus. */
const wayTo =
  ({ pupil, right, up }: CameraPose) =>
  (x: number, y: number): Vec =>
    unit(sub(add(scale(right, x), scale(up, y)), pupil))

/** How far to the side its outline lies at a height; by halving. */
function outlineAt(clear: Clear, pose: CameraPose, y: number, side: 1 | -1, most: number): number {
  const way = wayTo(pose)
  const meets = (x: number): boolean => {
    const ray = Float64Array.of(...pose.pupil, ...way(side * x, y), pose.frontMm * 0.02, Infinity)
    return clear.faces.nearest(ray, hit) >= 0
  }
  if (!meets(0)) return 0
  let [inside, outside] = [0, most]
  for (let i = 0; i < 22; i++) {
    const middle = (inside + outside) / 2
    if (meets(middle)) inside = middle
    else outside = middle
  }
  return inside
}

/** Height of the middle of what is looked through, mm over the focus point. */
export function throughHeight({ subject }: Pick<Plan, 'subject'>): number {
  const { shape, liquid, heightMm, glass } = subject
  if (shape !== 'vessel' || !liquid || liquid.level === 0) return 0
  const inside = Math.max(0, heightMm - glass.wallMm)
  return -heightMm / 2 + glass.wallMm + (liquid.level * inside) / 2
}

/** The same of a plan's subject, mm in the plane of focus. */
export const outlineOf = (plan: Plan, pose: CameraPose, y: number, side: 1 | -1): number =>
  outlineAt(clearIn(plan)!, pose, y, side, Math.max(plan.subject.widthMm, plan.subject.depthMm))

/** The rays of each place of a clear subject. */
export function seenPlaces(plan: Plan, pose: CameraPose): PlacePoint[] {
  const clear = clearIn(plan)!
  const { widthMm, depthMm } = plan.subject
  const way = wayTo(pose)
  const y = throughHeight(plan)
  const place = (id: string, ways: Vec[], x: number): PlacePoint => {
    const middle = way(x, y)
    const ray = Float64Array.of(...pose.pupil, ...middle, 0, Infinity)
    const met = clear.faces.nearest(ray, hit) >= 0
    return {
      id,
      at: met ? [hit[1]!, hit[2]!, hit[3]!] : add(scale(pose.right, x), scale(pose.up, y)),
      normal: null,
      reflectance: 0.18,
      on: 'subject',
      seen: ways
    }
  }
  const most = Math.max(widthMm, depthMm)
  const rim = (id: string, side: 1 | -1): PlacePoint => {
    const edge = outlineAt(clear, pose, y, side, most)
    const ways = RIM.flatMap((out) =>
      RIM_HIGH.map((up) => way(side * edge * out, y + up * widthMm))
    )
    return place(id, ways, side * edge * 0.95)
  }
  const spot = SPOT * widthMm
  return [
    place(
      'subject',
      disc.map(([u, v]) => way(spot * u, y + spot * v)),
      0
    ),
    rim('rimLeft', -1),
    rim('rimRight', 1)
  ]
}

/** A spot seen from the lens: a facet of a clear subject, one of a table that mirrors. */
export const seenAt = (pose: CameraPose, at: Vec, radiusMm: number): Vec[] =>
  disc.map(([u, v]) =>
    unit(
      sub(add(at, add(scale(pose.right, radiusMm * u), scale(pose.up, radiusMm * v))), pose.pupil)
    )
  )

/** How high over its foot a subject is looked at in the table, and by how wide a spot; shares. */
const [MIRRORED_HIGH, MIRRORED_SPOT] = [0.3, 0.03]

/**
 * The subject's mirror image in a table, near its foot.
 * @returns null where the lens sees none
 */
export function mirroredPlace(plan: Plan, pose: CameraPose): PlacePoint | null {
  const { subject, table } = plan
  if (!mirrors(plan)) return null
  const { belowMm, widthMm, depthMm } = table!
  const over = pose.pupil[1] + belowMm
  if (over <= 0) return null
  // By the law of reflection, what shows to the lens's own mirror image.
  const image: Vec = [pose.pupil[0], pose.pupil[1] - 2 * over, pose.pupil[2]]
  const radius = MIRRORED_SPOT * Math.min(subject.widthMm, subject.heightMm)
  const middle: Vec = [0, (MIRRORED_HIGH - 0.5) * subject.heightMm, 0]
  const inTable = (aim: Vec): Vec => {
    const way = sub(aim, image)
    return add(image, scale(way, over / way[1]))
  }
  const at = inTable(middle)
  if (Math.abs(at[0]) > widthMm / 2 || Math.abs(at[2]) > depthMm / 2) return null
  if (middle[1] <= -belowMm || !projectInFrame(pose, at)) return null
  return {
    id: 'mirrored',
    at,
    normal: null,
    reflectance: 0.18,
    on: 'table',
    seen: disc.map(([u, v]) =>
      unit(
        sub(
          inTable(add(middle, add(scale(pose.right, radius * u), scale(pose.up, radius * v)))),
          pose.pupil
        )
      )
    )
  }
}
