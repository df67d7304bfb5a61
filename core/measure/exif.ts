/**
 * Camera settings written in a file, as positions on the scales. Tag values come from an EXIF
 * reader. Source: Exif 2.32 (CIPA DC-008): FNumber, ExposureTime, PhotographicSensitivity and Flash,
 * whose lowest bit says that it fired.
 */
import { gamutOf, type Gamut } from './gamut'
import { nearestMark, marksOf, type CameraStep } from '../scales/marks'

export interface ExifNumbers {
  readonly fNumber: number | null
  readonly seconds: number | null
  readonly iso: number | null
  readonly takenAt: string | null
  /** of the camera's clock against UTC, "±hh:mm" */
  readonly offset: string | null
  readonly camera: string | null
  /** whether the camera saw a flash fire; null: it does not say. By radio few see it. */
  readonly flashFired: boolean | null
}

/** A tag as a reader of files gives it. */
interface Tag {
  readonly value?: unknown
  readonly description?: string
}
type Tags = Readonly<Record<string, Tag | undefined>>

function figure({ value }: Tag = {}): number | null {
  const raw =
    Array.isArray(value) && value.length === 2 && typeof value[0] === 'number'
      ? value[0] / (value[1] as number)
      : Array.isArray(value)
        ? (value[0] as unknown)
        : value
  return typeof raw === 'number' && Number.isFinite(raw) && raw > 0 ? raw : null
}

export const NO_EXIF: ExifNumbers = {
  fNumber: null,
  seconds: null,
  iso: null,
  takenAt: null,
  offset: null,
  camera: null,
  flashFired: null
}

/** What a file says of itself, from its tags by name. */
export function fileNotes(tags: Tags, icc: Tags | undefined): FileNotes {
  return {
    exif: {
      fNumber: figure(tags.FNumber),
      seconds: figure(tags.ExposureTime),
      iso: figure(tags.ISOSpeedRatings),
      takenAt: tags.DateTimeOriginal?.description ?? null,
      offset: tags.OffsetTimeOriginal?.description ?? null,
      camera: tags.Model?.description ?? null,
      flashFired: typeof tags.Flash?.value === 'number' ? (tags.Flash.value & 1) === 1 : null
    },
    gamut: gamutOf({
      profile: icc ? (icc['ICC Description']?.description ?? '') : null,
      colorSpace: figure(tags.ColorSpace),
      interoperability: tags.InteroperabilityIndex?.description ?? null
    })
  }
}
export interface FileNotes {
  readonly exif: ExifNumbers
  readonly gamut: Gamut
}

/**
 * Whether a camera wrote the file: one that says nothing of how it was taken was edited, or made of
 * a raw file, and no camera's tone curve is in it.
 */
export const isFromCamera = ({ seconds, fNumber, takenAt }: ExifNumbers): boolean =>
  seconds !== null || fNumber !== null || takenAt !== null

/** The trade's first digital files: what is older is a clock that was never set. */
const EARLIEST = Date.UTC(2000, 0, 1)
/** Clocks of camera and computer may differ by this. */
const AHEAD_MS = 120_000

/**
 * What the camera's clock said when a picture was taken, right or wrong; null where the file says
 * nothing.
 * Source: Exif 2.32: DateTimeOriginal "YYYY:MM:DD hh:mm:ss" in local time, OffsetTimeOriginal
 * "±hh:mm" where the camera knows it; without, the time zone here is taken.
 */
export function cameraTime({
  takenAt,
  offset
}: Pick<ExifNumbers, 'takenAt' | 'offset'>): Date | null {
  const parts = takenAt?.match(/^(\d{4})[:-](\d\d)[:-](\d\d)[ T](\d\d:\d\d:\d\d)/)
  if (!parts) return null
  const zone = /^[+-]\d\d:\d\d$/.test(offset ?? '') ? offset! : ''
  const date = new Date(`${parts[1]}-${parts[2]}-${parts[3]}T${parts[4]}${zone}`)
  return Number.isFinite(date.getTime()) ? date : null
}

/**
 * When a picture was taken, by the camera's clock.
 * @param now what the clock here says: a camera that runs ahead of it is not believed
 * @returns null when the file does not say, or says nonsense
 */
export function takenAtFromExif(
  exif: Pick<ExifNumbers, 'takenAt' | 'offset'>,
  now: Date
): Date | null {
  const date = cameraTime(exif)
  const time = date?.getTime() ?? NaN
  return time >= EARLIEST && time <= now.getTime() + AHEAD_MS ? date : null
}

export interface ExifSettings {
  readonly apertureStops: number | null
  readonly shutterStops: number | null
  readonly isoStops: number | null
}

const at = (
  axis: 'aperture' | 'shutter' | 'iso',
  step: CameraStep,
  stops: number
): number | null => (Number.isFinite(stops) ? nearestMark(marksOf(axis, step), stops).stops : null)

/**
 * Snaps what the file says to the camera's marks; nonsense (zero, negative, missing) becomes null.
 */
export const settingsFromExif = (
  exif: Pick<ExifNumbers, 'fNumber' | 'seconds' | 'iso'>,
  step: CameraStep
): ExifSettings => ({
  apertureStops:
    exif.fNumber && exif.fNumber > 0 ? at('aperture', step, 2 * Math.log2(exif.fNumber)) : null,
  shutterStops:
    exif.seconds && exif.seconds > 0 ? at('shutter', step, -Math.log2(exif.seconds)) : null,
  isoStops: exif.iso && exif.iso > 0 ? at('iso', step, Math.log2(exif.iso / 100)) : null
})
