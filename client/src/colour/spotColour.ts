/** The colour of a spot in a frame's file: of its raw file where there is one, else of its JPEG. */
import { unbalanced, type Balance } from '@core/colour/balance'
import type { Xyz } from '@core/colour/observer'
import type { ToneCurve } from '@core/kit/cameraFiles'
import type { ExifNumbers } from '@core/measure/exif'
import { isRawHead, RAW_HEAD_BYTES } from '@core/measure/rawFile'
import { readColours } from '@/run/frameReader'
import { readRawColours } from '@/run/rawReader'
import type { Patch } from '@/workers/frame.worker'

export interface SpotColour {
  /** of the light that came, whatever the balance; scaled alike in all files of a kind */
  readonly xyz: Xyz
  readonly trouble: 'clipped' | 'dark' | null
  readonly by: 'raw' | 'jpeg'
  readonly exif: ExifNumbers
}

/** How a JPEG became what it is; a raw file did not. */
export interface Rendered {
  readonly balance: Balance
  readonly curve: ToneCurve
}

/** @throws Error in words for the user */
export async function spotColour(
  key: string,
  file: Blob,
  at: Patch,
  { balance, curve }: Rendered
): Promise<SpotColour> {
  const head = new Uint8Array(await file.slice(0, RAW_HEAD_BYTES).arrayBuffer())
  if (isRawHead(head)) {
    const { colours, exif } = await readRawColours(key, file, [at])
    return { ...colours[0]!, by: 'raw', exif }
  }
  const { colours, exif } = await readColours(file, [at], curve)
  const { rgb, trouble } = colours[0]!
  return { xyz: unbalanced(rgb, balance), trouble, by: 'jpeg', exif }
}
