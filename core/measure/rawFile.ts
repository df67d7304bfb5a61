/** Raw files: told by their first bytes, joined to their JPEGs by name. */

/** Both orders of bytes of a TIFF, which most raw files are. Source: TIFF revision 6.0. */
const HEADS = [
  [0x49, 0x49, 0x2a, 0],
  [0x4d, 0x4d, 0, 0x2a]
] as const
export const RAW_HEAD_BYTES = 4

/** @param head at least the first four bytes of a file */
export const isRawHead = (head: Uint8Array): boolean =>
  HEADS.some((bytes) => bytes.every((byte, i) => head[i] === byte))

/** What a camera names the files of one frame alike by: all but the ending, in whatever case. */
export const fileStem = (name: string): string => name.replace(/\.[^.]*$/, '').toLowerCase()

/** The largest file that is taken, bytes. */
export const MOST_FILE_BYTES = 160 * 2 ** 20
