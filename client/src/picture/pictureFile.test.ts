/** The bytes of a picture that is saved. */
import { describe, expect, it } from '@jest/globals'
import { levelTo8Bit } from '@core/ambient/blackScale'
import { linearBytes, shownBytes } from './pictureFile'

const LEVELS = [-9, -4, -1, 0, 1, 2.4, 5]
const pixels = {
  width: LEVELS.length,
  height: 1,
  linear: Float32Array.from(LEVELS.flatMap((level) => [2 ** level, 0, 2 ** (level - 1)]))
}

describe('a saved picture', () => {
  it('as shown: the levels of the black scale, red, green and blue in turn', () => {
    const bytes = shownBytes(pixels, 'plain')
    LEVELS.forEach((level, i) => {
      expect(Math.abs(bytes[3 * i]! - levelTo8Bit(level))).toBeLessThanOrEqual(1)
      expect(bytes[3 * i + 1]).toBe(0)
      expect(Math.abs(bytes[3 * i + 2]! - levelTo8Bit(level - 1))).toBeLessThanOrEqual(1)
    })
  })

  it('linear: mid-grey at 18 %, twice the light twice the number, white and above full', () => {
    const view = new DataView(linearBytes(pixels).buffer)
    const red = LEVELS.map((_, i) => view.getUint16(6 * i, true))
    expect(red[3]).toBe(Math.round(0.18 * 65535))
    expect(red[4]! / red[3]!).toBeCloseTo(2, 3)
    expect(red[0]).toBe(Math.round((0.18 * 65535) / 512))
    expect(red[6]).toBe(65535)
  })
})
