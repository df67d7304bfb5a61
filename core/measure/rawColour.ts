/**
 * The colour of a patch of a raw file: what the sensor got, by the camera's own matrix, before any
 * white balance and without a tone curve.
 */
import type { Xyz } from '../colour/observer'
import { times } from '../colour/rows'
import { cameraToXyz, type CameraMatrix } from './cameraMatrix'
import { LEFT_OUT, middleMean } from './middle'
import { FULL, RAW_WHITE } from './rawPatch'

export interface RawColour {
  /** X, Y, Z, in a scale that is the same for all raw files of a camera at one ISO */
  readonly xyz: Xyz
  /** a channel is clipped, or so dark that grain may be all there is of it */
  readonly trouble: 'clipped' | 'dark' | null
}

/** Under this share of white a channel is mostly grain; common practice, no source. */
const DARK = 2 ** -10

/**
 * @param values the patch's pixels, three each, white at `RAW_WHITE`, not balanced
 * @param matrices of the camera, at least one
 */
export function rawColour(values: ArrayLike<number>, matrices: readonly CameraMatrix[]): RawColour {
  if (values.length < 3 || values.length % 3 !== 0)
    throw new RangeError('values must hold at least one whole pixel')
  const pixels = values.length / 3
  const channels = [0, 1, 2].map((channel) =>
    Float64Array.from({ length: pixels }, (_, p) => values[p * 3 + channel]! / RAW_WHITE)
  )
  const [red, green, blue] = channels as [Float64Array, Float64Array, Float64Array]
  const full = FULL / RAW_WHITE
  const clipped = red.filter((r, p) => Math.max(r, green[p]!, blue[p]!) >= full).length
  const own = channels.map(middleMean) as [number, number, number]
  return {
    xyz: times(cameraToXyz(matrices, own), own),
    trouble: clipped / pixels > LEFT_OUT ? 'clipped' : Math.min(...own) < DARK ? 'dark' : null
  }
}
