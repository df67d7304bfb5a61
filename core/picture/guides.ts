/**
 * What tells the denoiser where one thing ends and another begins: normals, distances and albedo of
 * what each pixel shows first, as means over its samples. Where a pixel shows several things (an
 * edge, or out of focus) the means are noisy themselves, and it is the less strict the more so.
 */
import { SHOWN, type Film } from './film'

/** Numbers of a pixel: mean normal, distance, albedo's three, how mixed it is. */
const GUIDE = 8

/** [pixel × GUIDE] */
export function guidesOf({ shown, samples, guessed }: Film): Float32Array {
  const guides = new Float32Array(guessed.length * GUIDE)
  for (let p = 0; p < guessed.length; p++) {
    const o = p * SHOWN
    for (let k = 0; k < 3; k++) {
      guides[o + k] = shown[o + k]! / samples
      guides[o + 4 + k] = shown[o + 5 + k]! / samples
    }
    const far = shown[o + 3]! / samples
    guides[o + 3] = far
    const spread = Math.sqrt(Math.max(0, shown[o + 4]! / samples - far * far))
    const bent =
      far > 0 ? Math.max(0, 1 - guides[o]! ** 2 - guides[o + 1]! ** 2 - guides[o + 2]! ** 2) : 0
    guides[o + 7] = Math.min(1, bent + (far > 0 ? (20 * spread) / far : 0))
  }
  return guides
}

/** How far normals, distances (over the distance) and albedo may lie apart, and what mixing adds. */
const NORMAL = 0.2
const DISTANCE = 0.004
const ALBEDO = 0.06

/** How alike two pixels are as to what they show, 0–1. */
function alikePixels(g: Float32Array, a: number, b: number, step: number): number {
  const far = g[a + 3]! > g[b + 3]! ? g[a + 3]! : g[b + 3]!
  if (far < 1e-6) return 1
  const mixed = g[a + 7]! > g[b + 7]! ? g[a + 7]! : g[b + 7]!
  const nx = g[a]! - g[b]!
  const ny = g[a + 1]! - g[b + 1]!
  const nz = g[a + 2]! - g[b + 2]!
  const normal = NORMAL + 2 * mixed
  let off = (nx * nx + ny * ny + nz * nz) / (normal * normal)
  if (off >= 1) return 0
  const way = (g[a + 3]! - g[b + 3]!) / far
  const distance = DISTANCE * step + 0.5 * mixed
  off += (way * way) / (distance * distance)
  if (off >= 1) return 0
  for (let k = 4; k < 7; k++) {
    const tint = (g[a + k]! - g[b + k]!) / (ALBEDO + mixed)
    off += tint * tint
  }
  return off < 1 ? (1 - off) * (1 - off) : 0
}

/**
 * [pixel × 4] how alike each pixel is to those `step` to the right, below, and diagonally right and
 * left below.
 */
export function alikeness(
  guides: Float32Array,
  { width, rows }: { readonly width: number; readonly rows: number },
  step: number
): Float32Array {
  const alike = new Float32Array(width * rows * 4)
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < width; x++) {
      const p = y * width + x
      const a = p * GUIDE
      const right = x + step < width
      const below = y + step < rows
      if (right) alike[p * 4] = alikePixels(guides, a, a + step * GUIDE, step)
      if (!below) continue
      const down = a + step * width * GUIDE
      alike[p * 4 + 1] = alikePixels(guides, a, down, step)
      if (right) alike[p * 4 + 2] = alikePixels(guides, a, down + step * GUIDE, step)
      if (x >= step) alike[p * 4 + 3] = alikePixels(guides, a, down - step * GUIDE, step)
    }
  return alike
}
