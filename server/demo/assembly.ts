/** Drawings of how the demo's housing is put together; kept when the demo is loaded. */
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { PictureStore } from '../services/pictures'

const DRAWINGS = join(process.env.FINE_SPARK_ROOT ?? process.cwd(), 'server/demo/assembly')

/** The names they are kept under: the hash of each. */
export const ASSEMBLY = {
  tray: '006dbd067ad82332bcdafddc4c0055ca.jpg',
  seal: '5d436787639950799e5fa5e7cb7b6a37.jpg',
  catch: 'fb8d8ca0e09b25f8ee821831a0fcd687.jpg'
} as const

export async function keepDrawings(pictures: PictureStore): Promise<void> {
  for (const name of Object.keys(ASSEMBLY))
    await pictures.keep(await readFile(join(DRAWINGS, `${name}.jpg`)))
}
