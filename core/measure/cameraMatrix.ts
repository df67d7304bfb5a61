/** A camera's own colours, as its raw files tell them: to X, Y, Z, and to a picture in sRGB. */
import { determinant, inverse, Matrix } from 'ml-matrix'
import { chromaticityOf } from '../colour/observer'
import { times, type Rows, type Triple } from '../colour/rows'
import { miredOf, temperatureOf } from '../colour/temperature'
import { SRGB_TO_XYZ } from './patchColour'

/** What makes a camera's linear red, green and blue of X, Y, Z, in light of a temperature. */
export interface CameraMatrix {
  readonly kelvin: number
  readonly toCamera: Rows
}

/** Numbers of lights, K. Source: Exif 2.32 (CIPA DC-008), LightSource; kelvin: CIE 15:2004. */
const LIGHTS: Readonly<Record<number, number>> = {
  1: 5500,
  2: 4200,
  3: 2856,
  4: 5500,
  17: 2856,
  18: 4874,
  19: 6774,
  20: 5503,
  21: 6504,
  22: 7504,
  23: 5003,
  24: 3200
}
/** What a matrix is for that does not say. Source: DNG specification 1.4, by whom most are made. */
const DAYLIGHT_K = 6504
/** Rows that cannot be told apart undo nothing. */
const LEAST_DETERMINANT = 1e-6

type Listed = readonly (readonly number[])[]
const rowsOf = (matrix: Matrix): Rows => matrix.to2DArray() as unknown as Rows
const matrixOf = (rows: Rows): Matrix => new Matrix(rows.map((row) => [...row]))
/** Rows of a fourth colour do not count; null where they undo nothing. */
function listed(rows: Listed | undefined): Matrix | null {
  const three = (rows ?? []).slice(0, 3).map((row) => row.slice(0, 3))
  if (three.length < 3 || three.some((row) => row.length < 3 || !row.every(Number.isFinite)))
    return null
  const matrix = new Matrix(three)
  return Math.abs(determinant(matrix)) < LEAST_DETERMINANT ? null : matrix
}

/** What a file says of its camera's colours in one light. */
export interface Stated {
  /** number of the light; a reader's own list of cameras has daylight */
  readonly illuminant?: number
  readonly colormatrix: Listed
  /** of this one camera against its kind */
  readonly calibration?: Listed
}

/**
 * The matrices a file holds, warmest light first; none where it does not tell its camera's colours.
 * Source: DNG specification 1.4, ColorMatrix and CameraCalibration.
 */
export function cameraMatrices(stated: readonly Stated[]): CameraMatrix[] {
  const found = stated.flatMap(({ illuminant, colormatrix, calibration }) => {
    const matrix = listed(colormatrix)
    if (!matrix) return []
    const toCamera = rowsOf(listed(calibration)?.mmul(matrix) ?? matrix)
    return [{ kelvin: LIGHTS[illuminant ?? 0] ?? DAYLIGHT_K, toCamera }]
  })
  return found.sort((a, b) => a.kelvin - b.kelvin)
}

/** Between two matrices by mired, beyond them the nearer. */
function toXyzAt(matrices: readonly CameraMatrix[], kelvin: number): Rows {
  const [warm, cool] = [matrices[0]!, matrices.at(-1)!]
  const span = miredOf(warm.kelvin) - miredOf(cool.kelvin)
  const share =
    span > 0 ? Math.min(1, Math.max(0, (miredOf(warm.kelvin) - miredOf(kelvin)) / span)) : 1
  const mixed = warm.toCamera.map((row, i) =>
    row.map((value, k) => value + share * (cool.toCamera[i]![k]! - value))
  )
  return rowsOf(inverse(new Matrix(mixed)))
}

/** Rounds until the light and its matrix agree. */
const ROUNDS = 8

/**
 * What makes X, Y, Z of a camera's channels in the light they are of.
 * @param matrices at least one
 * @param camera linear red, green and blue of a grey thing in that light
 */
export function cameraToXyz(matrices: readonly CameraMatrix[], camera: Triple): Rows {
  let toXyz = toXyzAt(matrices, DAYLIGHT_K)
  for (let round = 0; round < ROUNDS && matrices.length > 1; round++) {
    const { kelvin } = temperatureOf(chromaticityOf(times(toXyz, camera)))
    toXyz = toXyzAt(matrices, Number.isFinite(kelvin) && kelvin > 0 ? kelvin : DAYLIGHT_K)
  }
  return toXyz
}

/**
 * What makes linear sRGB of a camera's colours once they are balanced: 1, 1, 1 stays so. Source:
 * common practice of raw developers, no source.
 * @param balance red and blue against green of what is white
 */
export function cameraToSrgb(
  matrices: readonly CameraMatrix[],
  [red, blue]: readonly [number, number]
): Rows {
  if (matrices.length === 0) return rowsOf(Matrix.eye(3))
  const ofSrgb = inverse(matrixOf(cameraToXyz(matrices, [red, 1, blue]))).mmul(SRGB_TO_XYZ)
  const white = ofSrgb.sum('row').map((sum) => 1 / sum)
  return rowsOf(inverse(Matrix.diag(white).mmul(ofSrgb)))
}
