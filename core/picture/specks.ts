/**
 * Larger particles in the water before the lens, each lit by each head: a disc as wide as its blur.
 * They are drawn into a picture once it is traced and cleaned: to rays they are too small to be met.
 * Where they float is made up, the same for every picture; how many, how large and how bright they
 * are is not.
 */
import { GREY } from '../light/luminance'
import { moreThan, sizeOf, SPECK_REFLECTANCE, SPECKS_MM } from '../medium/specks'
import { blurAtDepth } from '../plan/lensInUse'
import { headGlance } from '../set/gather'
import { nextOf } from '../set/random'
import { HIT } from '../set/surface'
import { add, distance, scale, type Vec } from '../set/vec'
import { AMBIENT_SOURCES, type Window } from './film'
import type { Picture } from './picture'
import { lostBy } from './water'
import type { World } from './world'

const [SMALLEST_MM, , LARGEST_MM] = SPECKS_MM
/** More than this nobody tells apart; then only the largest are drawn. */
const MOST = 1500
/** Specks beyond the plane of focus are drawn to so many times its distance. */
const BEYOND = 1.6
/** A speck half out of the frame shows too: so much wider than the frame they are strewn. */
const WIDER = 1.15
/** Less is none, as the tracer counts light. */
const NOTHING = 2 ** -24
/** Fainter than this against the brightest of its light it is not drawn. */
const FAINT = 2 ** -11

export interface Speck {
  /** of the frame, −1 to 1, + right and up */
  readonly x: number
  readonly y: number
  /** half the width of its disc, 1: half the frame’s width */
  readonly radius: number
  readonly sizeMm: number
  /** from the pupil along the lens’s axis, mm */
  readonly depthMm: number
  /** [head × 3] of its disc, as the tracer counts light */
  readonly light: Float64Array
}

function lightOf(world: World, at: Vec, backMm: number, share: number): Float64Array {
  const { scene, water } = world
  const light = new Float64Array(scene.heads.length * 3)
  scene.heads.forEach((head, i) => {
    const falls = headGlance(head, scene.standing, at, null, -1)
    if (!(falls > 0)) return
    const lost = lostBy(water, distance(head.at, at) + backMm)
    lost.forEach((kept, k) => {
      light[3 * i + k] = ((falls * SPECK_REFLECTANCE) / GREY) * share * kept
    })
  })
  return light
}

/**
 * @returns those that may show, none in air and where nothing scatters; the same for the same plan
 */
export function specksIn(world: World): Speck[] {
  const { plan, scene, seen } = world
  const { medium } = plan
  if (medium.kind === 'air' || medium.scatterPerM === 0) return []
  const { pose } = scene
  const { pupilMm, frontMm, halfWidthMm, halfHeightMm, pupil, right, up, toCamera } = pose
  const near = Math.max(1, pupilMm - frontMm)
  const far = BEYOND * pupilMm
  const area = 4 * halfWidthMm * halfHeightMm * WIDER ** 2
  const volume = (area * (far ** 3 - near ** 3)) / (3 * pupilMm ** 2)
  const all = moreThan(medium, SMALLEST_MM) * volume
  const many = Math.min(MOST, Math.round(all))
  const leastMm = SMALLEST_MM * Math.max(1, all / MOST) ** (1 / 3)
  const state = new Int32Array([17])
  const hit = new Float64Array(HIT)
  const specks: Speck[] = []
  for (let i = 0; i < many; i++) {
    const [a, b, c, d] = [nextOf(state), nextOf(state), nextOf(state), nextOf(state)]
    // As many in every mm³: evenly by the third power of the distance.
    const depthMm = (near ** 3 + a * (far ** 3 - near ** 3)) ** (1 / 3)
    const [x, y] = [WIDER * (2 * b - 1), WIDER * (2 * c - 1)]
    const sizeMm = Math.min(LARGEST_MM, sizeOf(leastMm, 1 - d))
    const blur = blurAtDepth(plan, depthMm - pupilMm)
    if (!Number.isFinite(blur)) continue
    const grows = depthMm / pupilMm
    const across = add(scale(right, x * halfWidthMm * grows), scale(up, y * halfHeightMm * grows))
    const way = add(across, scale(toCamera, -depthMm))
    const mm = distance(way, [0, 0, 0])
    const ray = Float64Array.of(...pupil, ...scale(way, 1 / mm), (near * mm) / depthMm, mm)
    if (seen.nearest(ray, hit) >= 0) continue
    const image = (sizeMm * plan.focus.magnification) / grows
    const disc = Math.hypot(image, blur)
    const light = lightOf(world, add(pupil, way), mm * (1 - near / depthMm), (image / disc) ** 2)
    if (light.every((value) => value < NOTHING)) continue
    const radius = disc / 2 / (plan.focus.magnification * halfWidthMm)
    specks.push({ x, y, radius, sizeMm, depthMm, light })
  }
  return specks
}

/** Adds a disc to a layer of a picture, its edge one pixel soft. */
function putDisc(
  { width, height }: Picture,
  { x, y, radius }: { readonly x: number; readonly y: number; readonly radius: number },
  put: (offset: number, share: number) => void
): void {
  // Smaller than a pixel it lights one by its share.
  const r = Math.max(0.5, radius)
  const share = (radius / r) ** 2
  for (let row = Math.max(0, Math.floor(y - r - 1)); row <= Math.min(height - 1, y + r + 1); row++)
    for (let c = Math.max(0, Math.floor(x - r - 1)); c <= Math.min(width - 1, x + r + 1); c++) {
      const covered = Math.min(1, Math.max(0, r + 0.5 - Math.hypot(c + 0.5 - x, row + 0.5 - y)))
      const offset = row * width + c
      if (covered > 0) put(offset, covered * share)
    }
}

/**
 * Draws specks into a picture.
 * @param window the part of the frame it shows
 */
export function putSpecks(picture: Picture, specks: readonly Speck[], window: Window): void {
  const { width, height, sources, light, raw } = picture
  const pixels = width * height
  for (let s = AMBIENT_SOURCES; s < sources; s++) {
    const own = light.subarray(s * pixels * 3, (s + 1) * pixels * 3)
    const least = FAINT * own.reduce((most, value) => Math.max(most, value), 0)
    for (const speck of specks) {
      const at = 3 * (s - AMBIENT_SOURCES)
      const rgb = speck.light.subarray(at, at + 3)
      if (!(Math.max(...rgb) > least)) continue
      const x = ((speck.x - window.left) / (window.right - window.left)) * width
      const y = ((speck.y - window.top) / (window.bottom - window.top)) * height
      const radius = (speck.radius / Math.abs(window.right - window.left)) * width
      putDisc(picture, { x, y, radius }, (offset, share) => {
        for (let k = 0; k < 3; k++) {
          const value = rgb[k]! * share
          own[3 * offset + k]! += value
          raw[s * pixels * 3 + 3 * offset + k]! += value
        }
      })
    }
  }
}
