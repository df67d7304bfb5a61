/** A fine mottle drawn on a subject so that it reads as a real surface; its mean is 1. */
import type { Body } from '../plan/body'
import { halfSizes, rotated } from '../set/subjectBody'
import type { Vec } from '../set/vec'
import { smoothNoise } from '../set/random'

/** Sizes of its parts over the subject's, and how strong each is. */
const PARTS = [
  [1 / 7, 0.5],
  [1 / 22, 0.6],
  [1 / 70, 0.6]
] as const

/**
 * @param at its middle
 * @returns what of its light a point throws back against the mean; null: nothing is drawn
 */
export function mottleOf(
  subject: Body,
  at: Vec
): ((x: number, y: number, z: number) => number) | null {
  if (subject.texture === 0) return null
  const [a, b, c] = halfSizes(subject)
  const size = 2 * Math.sqrt(a * (subject.shape === 'sheet' ? b : Math.max(b, c)))
  const [ax, , az] = rotated([1, 0, 0], -subject.rotationDeg)
  const parts = PARTS.map(([of, strength]) => [1 / (of * size), strength] as const)
  return (px, py, pz) => {
    const x = px - at[0]
    const y = py - at[1]
    const z = pz - at[2]
    const u = ax * x - az * z
    const w = az * x + ax * z
    let share = 1
    for (let i = 0; i < parts.length; i++) {
      const k = parts[i]![0]
      share +=
        subject.texture * parts[i]![1] * (smoothNoise(k * u + 11, k * y + 3, k * w + 7 * i) - 0.5)
    }
    return share > 0.05 ? share : 0.05
  }
}
