import { describe, expect, it } from '@jest/globals'
import { LUMINANCE } from '@core/light/luminance'
import { draw, drawDoubt, MAP_LEAST, MAP_MOST, mapColour } from './draw'

const plain = { drawn: 'photograph', marks: false, curve: 'plain' } as const
const pixels = (count: number, level: number): Float32Array =>
  new Float32Array(count * 3).fill(level)

describe('the map of stops', () => {
  it('grows lighter stop by stop, so that hue is not needed to read it', () => {
    const light = (level: number): number =>
      mapColour(level).reduce((sum, each, c) => sum + LUMINANCE[c as 0] * each, 0)
    for (let level = MAP_LEAST + 1; level <= MAP_MOST; level++)
      expect(light(level)).toBeGreaterThan(light(level - 1) + 3)
  })

  it('gives a whole stop one colour, and what lies beyond its ends that of the end', () => {
    const rgba = new Uint8ClampedArray(4 * 4)
    const linear = Float32Array.from([1, 1.9, 0, 400].flatMap((value) => [value, value, value]))
    draw(linear, rgba, 4, { ...plain, drawn: 'stops' })
    expect([...rgba.slice(0, 3)]).toEqual([...rgba.slice(4, 7)])
    expect([...rgba.slice(8, 11)]).toEqual([...mapColour(MAP_LEAST)])
    expect([...rgba.slice(12, 15)]).toEqual([...mapColour(MAP_MOST)])
  })
})

describe('marks', () => {
  it('hatch what clips and what is black, and nothing between', () => {
    const count = 24
    const marked = (level: number): number => {
      const [bare, hatched] = [new Uint8ClampedArray(4 * count), new Uint8ClampedArray(4 * count)]
      draw(pixels(count, level), bare, count, plain)
      draw(pixels(count, level), hatched, count, { ...plain, marks: true })
      return [...Array(count).keys()].filter((p) => bare[p * 4] !== hatched[p * 4]).length
    }
    expect(marked(6)).toBe(count / 2)
    expect(marked(2 ** -8)).toBe(count / 8)
    expect(marked(1)).toBe(0)
  })

  it('dot only what is in doubt', () => {
    const rgba = new Uint8ClampedArray(4 * 64)
    drawDoubt((p) => p < 8, rgba, 8)
    expect(rgba.filter((each) => each !== 0).length).toBe(2 * 3)
  })
})
