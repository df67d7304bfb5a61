/** Outlines of turned things, from foot to top. */
import type { ProfilePoint } from './profile'

const smooth = (out: number, up: number): ProfilePoint => ({ out, up, corner: false })
const corner = (out: number, up: number): ProfilePoint => ({ out, up, corner: true })

export const BOTTLE: ProfilePoint[] = [
  corner(0.9, 0),
  corner(1, 0.04),
  smooth(1, 0.5),
  smooth(0.86, 0.64),
  smooth(0.42, 0.74),
  smooth(0.32, 0.82),
  corner(0.32, 0.94),
  corner(0.42, 0.95),
  corner(0.42, 1)
]
/** Straight. */
export const TUBE: ProfilePoint[] = [corner(1, 0), corner(1, 1)]
export const VIAL: ProfilePoint[] = [
  corner(0.94, 0),
  corner(1, 0.03),
  smooth(1, 0.6),
  smooth(0.9, 0.72),
  smooth(0.5, 0.8),
  corner(0.46, 0.86),
  corner(0.46, 0.93),
  corner(0.62, 0.94),
  corner(0.62, 1)
]
export const BOWL: ProfilePoint[] = [
  corner(0.4, 0),
  corner(0.4, 0.08),
  smooth(0.75, 0.3),
  smooth(0.94, 0.65),
  corner(1, 1)
]
/** Up its outside and down its inside. */
export const CUP: ProfilePoint[] = [
  corner(0.7, 0),
  smooth(0.95, 0.3),
  corner(1, 1),
  corner(0.92, 1),
  smooth(0.86, 0.35),
  smooth(0.6, 0.1),
  corner(0, 0.08)
]
/** Whorls from a broad foot to a point. */
export const TOP_SHELL: ProfilePoint[] = [
  corner(0, 0),
  corner(0.7, 0.02),
  smooth(1, 0.14),
  corner(0.88, 0.3),
  smooth(0.9, 0.36),
  corner(0.66, 0.54),
  smooth(0.67, 0.6),
  corner(0.42, 0.74),
  smooth(0.43, 0.79),
  corner(0.18, 0.92),
  corner(0, 1)
]
/** Pointed at its foot, round at its crown. */
export const SEED: ProfilePoint[] = [
  corner(0, 0),
  smooth(0.34, 0.1),
  smooth(0.82, 0.42),
  smooth(1, 0.7),
  smooth(0.78, 0.93),
  smooth(0.34, 1),
  corner(0, 0.98)
]
