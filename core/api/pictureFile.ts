/** A predicted picture on its way to become a file. */
import { z } from 'zod'

export const PICTURE_FILES = ['jpeg', 'tiff'] as const
export type PictureFile = (typeof PICTURE_FILES)[number]
const MOST_PIXELS = 4096

const pixels = z.coerce.number().int().min(1).max(MOST_PIXELS)
const figure = (least: number, most: number) => z.coerce.number().min(least).max(most)

/** What the file says of the picture; its pixels are the body. */
export const pictureFileQuery = z.strictObject({
  format: z
    .enum(PICTURE_FILES)
    .describe('jpeg: of 8 bits as shown; tiff: of 16 bits, linear, low byte first'),
  width: pixels,
  height: pixels,
  title: z.string().max(120),
  fNumber: figure(0.5, 200).describe('as set on the lens'),
  seconds: figure(1e-6, 1e5),
  iso: figure(1, 1e7),
  focalMm: figure(0.1, 1e4)
})
export type PictureFileQuery = z.infer<typeof pictureFileQuery>

/** Bytes of a pixel: red, green, blue. */
export const PIXEL_BYTES: Record<PictureFile, number> = { jpeg: 3, tiff: 6 }
