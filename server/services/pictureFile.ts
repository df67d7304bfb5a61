/** Makes a file of a predicted picture, with the planned settings in it. */
import sharp from 'sharp'
import type { PictureFileQuery } from '@core/api/pictureFile'

/** A length of time as EXIF writes it. */
const fraction = (seconds: number): string =>
  seconds >= 0.3 ? `${Math.round(seconds * 10)}/10` : `1/${Math.round(1 / seconds)}`

/** @param bytes red, green, blue of each pixel: 8 bits for a JPEG, 16 for a TIFF, low byte first */
export function pictureFile(bytes: Buffer, query: PictureFileQuery): Promise<Buffer> {
  const { format, width, height, title, fNumber, seconds, iso, focalMm } = query
  const raw = { width, height, channels: 3 } as const
  const about = `${title}: predicted, not photographed`
  if (format === 'tiff') {
    const levels = new Uint16Array(width * height * 3)
    for (let i = 0; i < levels.length; i++) levels[i] = bytes.readUInt16LE(2 * i)
    return sharp(levels, { raw })
      .toColourspace('rgb16')
      .withExif({ IFD0: { ImageDescription: `${about}; linear light` } })
      .tiff({ compression: 'lzw' })
      .toBuffer()
  }
  return sharp(bytes, { raw })
    .withExif({
      IFD0: { ImageDescription: about, Software: 'Fine Spark' },
      IFD2: {
        FNumber: `${Math.round(fNumber * 10)}/10`,
        ExposureTime: fraction(seconds),
        ISOSpeedRatings: String(Math.round(iso)),
        FocalLength: `${Math.round(focalMm * 10)}/10`
      }
    })
    .jpeg({ quality: 94, chromaSubsampling: '4:4:4' })
    .toBuffer()
}
