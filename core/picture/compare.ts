/** Two pictures against each other, in stops. */
import { luminanceOf } from './facts'

/** A mixed picture that stays as it is. */
export interface Shot {
  readonly width: number
  readonly height: number
  /** [pixel × 3] linear, 1 being level 0 */
  readonly linear: Float32Array
}

/** Darker than this nothing is seen: both count as this. */
const SEEN = 2 ** -8

/**
 * By how many stops each pixel of a picture is brighter than the same spot of another, whose size
 * may differ.
 * @param out [pixel] filled
 */
export function changeStops(now: Shot, before: Shot, out: Float32Array): void {
  for (let y = 0, p = 0; y < now.height; y++) {
    const row = Math.floor(((y + 0.5) * before.height) / now.height) * before.width
    for (let x = 0; x < now.width; x++, p++) {
      const q = row + Math.floor(((x + 0.5) * before.width) / now.width)
      const is = Math.max(SEEN, luminanceOf(now.linear, p))
      const was = Math.max(SEEN, luminanceOf(before.linear, q))
      out[p] = Math.log2(is / was)
    }
  }
}

/** From here on a change is one that is seen; a third of a stop, common practice, no source. */
const NOTICED = 1 / 3

export interface Change {
  /** shares of the picture that are a third of a stop and more brighter, and darker */
  readonly brighter: number
  readonly darker: number
  /** stops that one in twenty of those exceeds, upwards and downwards; 0 where there are none */
  readonly most: number
  readonly least: number
}

/** @param stops [pixel] of changeStops */
export function changeOf(stops: Float32Array): Change {
  const brighter = stops.filter((each) => each >= NOTICED).sort()
  const darker = stops.filter((each) => each <= -NOTICED).sort()
  const many = Math.max(1, stops.length)
  return {
    brighter: brighter.length / many,
    darker: darker.length / many,
    most: brighter[Math.floor((brighter.length - 1) * 0.95)] ?? 0,
    least: darker[Math.ceil((darker.length - 1) * 0.05)] ?? 0
  }
}
