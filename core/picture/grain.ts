/**
 * Fine detail drawn on a subject so that sharpness shows: a mottle of several sizes, its mean 1.
 * Not in the picture itself, which shows what the plan says of a surface.
 */
import { smoothNoise } from '../set/random'

/** Sizes of the detail, in pixels of the camera, and how strong each is. */
const SIZES = [
  [3, 0.5],
  [9, 0.35],
  [40, 0.25]
] as const

/**
 * @param pixelMm size of a pixel of the camera on the subject
 * @returns the share of the light thrown back at a point, about 0.2 to 1.8
 */
export const grainOf =
  (pixelMm: number) =>
  (x: number, y: number, z: number): number => {
    let share = 1
    for (const [size, strength] of SIZES) {
      const k = 1 / (size * pixelMm)
      share += strength * 1.6 * (smoothNoise(k * x + 5, k * y, k * z + size) - 0.5)
    }
    return Math.max(0.05, share)
  }
