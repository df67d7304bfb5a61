/** Outlines to start from, by the names they are offered under. */
import { BOTTLE, TUBE, type Subject } from '@core/plan/subject'

const point = (out: number, up: number, corner = false): Subject['profile'][number] => ({
  out,
  up,
  corner
})

export const PROFILES: Readonly<Record<string, Subject['profile']>> = {
  Bottle: BOTTLE,
  'Straight tube': TUBE,
  Vial: [
    point(0.94, 0, true),
    point(1, 0.03, true),
    point(1, 0.6),
    point(0.9, 0.72),
    point(0.5, 0.8),
    point(0.46, 0.86, true),
    point(0.46, 0.93, true),
    point(0.62, 0.94, true),
    point(0.62, 1, true)
  ],
  Bowl: [
    point(0.4, 0, true),
    point(0.4, 0.08, true),
    point(0.75, 0.3),
    point(0.94, 0.65),
    point(1, 1, true)
  ],
  'Cup, hollow': [
    point(0.7, 0, true),
    point(0.95, 0.3),
    point(1, 1, true),
    point(0.92, 1, true),
    point(0.86, 0.35),
    point(0.6, 0.1),
    point(0, 0.08, true)
  ],
  'Top shell': [
    point(0, 0, true),
    point(0.7, 0.02, true),
    point(1, 0.14),
    point(0.88, 0.3, true),
    point(0.9, 0.36),
    point(0.66, 0.54, true),
    point(0.67, 0.6),
    point(0.42, 0.74, true),
    point(0.43, 0.79),
    point(0.18, 0.92, true),
    point(0, 1, true)
  ],
  Seed: [
    point(0, 0, true),
    point(0.34, 0.1),
    point(0.82, 0.42),
    point(1, 0.7),
    point(0.78, 0.93),
    point(0.34, 1),
    point(0, 0.98, true)
  ]
}
