/**
 * What a camera writes of a frame: a JPEG by its own tone curve, and a raw file. Source of the
 * camera's notes: Exif 2.32.
 */
import sharp from 'sharp'
import type { Plan } from '@core/plan/plan'
import { fNumberAt, nameOf, secondsAt } from '@core/scales/marks'
import type { Exposure } from './exposure'

/** Mid-grey, what level 0 is. */
const GREY = 0.18

/** What a file says of itself. */
export interface Notes {
  readonly camera: string
  readonly settings: Pick<Plan['settings'], 'apertureStops' | 'shutterStops' | 'isoStops'>
  readonly focalMm: number
  readonly flashFired: boolean
  /** by the camera's clock, UTC */
  readonly takenAt: Date
}

/** Numbers as a camera notes them: the names of its marks, not the figures behind them. */
export function noted({ camera, settings, focalMm, flashFired, takenAt }: Notes) {
  const { apertureStops, shutterStops, isoStops } = settings
  const time = nameOf('shutter', shutterStops)
  const seconds = time.startsWith('1/') ? 1 / Number(time.slice(2)) : parseFloat(time)
  return {
    // Exif's texts are ASCII.
    camera: camera.replaceAll('×', 'x').replace(/[^ -~]/g, ''),
    fNumber:
      Number(nameOf('aperture', apertureStops).replace('f/', '')) || fNumberAt(apertureStops),
    exposure: (seconds < 0.3
      ? [1, Math.round(1 / seconds)]
      : [Math.round((seconds || secondsAt(shutterStops)) * 10), 10]) as [number, number],
    iso: Number(nameOf('iso', isoStops)),
    focalMm,
    flash: Number(flashFired),
    time: takenAt.toISOString().slice(0, 19).replace('T', ' ').replaceAll('-', ':')
  }
}

/** sRGB value of linear light, 0–255. Source: IEC 61966-2-1. */
const shown = (linear: number): number =>
  255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055)

/** How a camera draws its JPEGs. */
export interface Rendering {
  /** the power law round mid-grey */
  readonly power: number
  /** where its JPEGs are white, stops */
  readonly whiteStops: number
}

/**
 * The camera's own rendering: a power law round mid-grey, bent so that it keeps mid-grey and is
 * white where the camera's white is: A·x^n / (x^n + K).
 * @param linear 0.18 is mid-grey
 * @returns 0 to 1
 */
export function rendered(linear: number, { power, whiteStops }: Rendering): number {
  if (!(linear > 0)) return 0
  const [grey, white, x] = [GREY, GREY * 2 ** whiteStops, linear].map((each) => each ** power)
  const bend = (grey! * white! * (1 - GREY)) / (GREY * white! - grey!)
  return Math.min(1, ((1 + bend / white!) * x!) / (x! + bend))
}

/** Where its curve is read off, stops. */
const CURVE = { from: -14, to: 6, perStop: 64 }

/** The curve as a table over stops. */
function curveTable(rendering: Rendering): (linear: number) => number {
  const { from, to, perStop } = CURVE
  const table = Uint8Array.from({ length: (to - from) * perStop + 1 }, (_, i) => {
    const linear = GREY * 2 ** (from + i / perStop)
    return Math.round(shown(rendered(linear, rendering)))
  })
  const last = table.length - 1
  return (linear) => {
    if (!(linear > 0)) return 0
    const i = Math.round((Math.log2(linear) - from) * perStop)
    return i < 0 ? 0 : table[Math.min(last, i)]!
  }
}

export function jpegOf(
  { width, height, linear }: Exposure,
  rendering: Rendering,
  notes: Notes
): Promise<Buffer> {
  const value = curveTable(rendering)
  const rgb = new Uint8Array(linear.length)
  for (let i = 0; i < linear.length; i++) rgb[i] = value(linear[i]!)
  const { camera, fNumber, exposure, iso, focalMm, flash, time } = noted(notes)
  return sharp(rgb, { raw: { width, height, channels: 3 } })
    .withExif({
      IFD0: { Model: camera, DateTime: time },
      IFD2: {
        FNumber: `${Math.round(fNumber * 10)}/10`,
        ExposureTime: exposure.join('/'),
        ISOSpeedRatings: String(iso),
        Flash: String(flash),
        FocalLength: `${Math.round(focalMm * 10)}/10`,
        DateTimeOriginal: time,
        OffsetTimeOriginal: '+00:00',
        ColorSpace: '1'
      }
    })
    .jpeg({ quality: 93, chromaSubsampling: '4:4:4' })
    .toBuffer()
}
