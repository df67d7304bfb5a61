/** Raw files: kept as they came, told by their first bytes. */

/** Both orders of bytes of a TIFF, which most raw files are. Source: TIFF revision 6.0. */
const HEADS = ['49492a00', '4d4d002a']
export const HEAD_BYTES = 4

export const isRaw = (bytes: Buffer): boolean =>
  HEADS.includes(bytes.subarray(0, HEAD_BYTES).toString('hex'))
