// checks: spectra (chromaticities of CIE 15; sums of Gaussians instead of the table)
// checks: white balance (channel stops by the Gaussians, primaries and Bradford written a second time)
// checks: colour temperature (Planck’s and daylight’s own, a greener one by hand)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import {
  AS_DAYLIGHT,
  balanceFor,
  channelStops,
  PRESET_NAMES,
  tintOf,
  type Balance
} from './balance'
import { product, resampled, spectrumBy, WAVELENGTHS, type Spectrum } from './bands'
import { chromaticityOf, MATCHING, uvOf, xyzOf } from './observer'
import { daylight, planck, sourceSchema, spectrumOf, type Source } from './sources'
import { kelvinAt, miredOf, temperatureOf } from './temperature'

const seen = (spectrum: Spectrum) => chromaticityOf(xyzOf(spectrum))

/** Colour-matching functions as sums of Gaussians. Source: Wyman, Sloan and Shirley, JCGT 2013. */
const lobe = (nm: number, at: number, left: number, right: number): number =>
  Math.exp(-0.5 * ((nm - at) / (nm < at ? left : right)) ** 2)
const GAUSSIANS = [
  (nm: number) =>
    1.056 * lobe(nm, 599.8, 37.9, 31) +
    0.362 * lobe(nm, 442, 16, 26.7) -
    0.065 * lobe(nm, 501.1, 20.4, 26.2),
  (nm: number) => 0.821 * lobe(nm, 568.8, 46.9, 40.5) + 0.286 * lobe(nm, 530.9, 16.3, 31.1),
  (nm: number) => 1.217 * lobe(nm, 437, 11.8, 36) + 0.681 * lobe(nm, 459, 26, 13.8)
]
const byGaussians = (spectrum: Spectrum): number[] =>
  GAUSSIANS.map((bar) => spectrum.reduce((sum, value, k) => sum + value * bar(WAVELENGTHS[k]!), 0))

describe('the observer', () => {
  test('follows the sums of Gaussians band by band', () => {
    for (const [axis, bar] of GAUSSIANS.entries())
      WAVELENGTHS.forEach((nm, k) =>
        expect(Math.abs(MATCHING[axis]![k]! - bar(nm))).toBeLessThan(0.04)
      )
  })

  // Source: CIE 15, chromaticities of standard illuminants, 2° observer.
  test.each([
    ['A', planck(2855.5), 0.4476, 0.4074],
    ['D50', daylight(5000), 0.3457, 0.3585],
    ['D55', daylight(5500), 0.3324, 0.3474],
    ['D65', daylight(6500), 0.3127, 0.329],
    ['D75', daylight(7500), 0.299, 0.3149]
  ] as const)('sees illuminant %s where CIE 15 puts it', (_, spectrum, x, y) => {
    const at = seen(spectrum)
    expect(Math.abs(at.x - x)).toBeLessThan(0.0006)
    expect(Math.abs(at.y - y)).toBeLessThan(0.0006)
    // The Gaussians come within 0.002 (the paper’s own fit).
    const rough = byGaussians(spectrum)
    const sum = rough[0]! + rough[1]! + rough[2]!
    expect(Math.abs(rough[0]! / sum - x)).toBeLessThan(0.004)
    expect(Math.abs(rough[1]! / sum - y)).toBeLessThan(0.004)
  })
})

describe('sources', () => {
  test('have luminance 1, whatever they are', () => {
    for (const source of [
      { kind: 'daylight', kelvin: 6300 },
      { kind: 'glowing', kelvin: 2700 },
      { kind: 'table', spectrum: [...spectrumBy((nm) => nm)] }
    ] as Source[])
      expect(xyzOf(spectrumOf(source))[1]).toBeCloseTo(1, 9)
  })

  test('a table of another scale is the same light', () => {
    const spectrum = spectrumBy((nm) => 700 - nm + 5)
    const a = spectrumOf({ kind: 'table', spectrum: [...spectrum] })
    const b = spectrumOf({ kind: 'table', spectrum: spectrum.map((value) => 37 * value) })
    a.forEach((value, k) => expect(b[k]).toBeCloseTo(value, 12))
  })

  test('out of range they are refused by name', () => {
    expect(() => planck(0)).toThrow(/kelvin/)
    expect(() => daylight(3000)).toThrow(/4000/)
    expect(sourceSchema.safeParse({ kind: 'daylight', kelvin: 3000 }).success).toBe(false)
    const dark = new Array<number>(31).fill(0)
    expect(sourceSchema.safeParse({ kind: 'table', spectrum: dark }).success).toBe(false)
  })

  test('a black body peaks where Wien’s law says', () => {
    // λ_max = 2.897772 mm·K / T (CODATA): 5000 K at 579.6 nm.
    const spectrum = planck(5000)
    const peak = WAVELENGTHS[spectrum.indexOf(Math.max(...spectrum))]!
    expect(Math.abs(peak - 579.6)).toBeLessThanOrEqual(5.1)
  })
})

describe('colour temperature', () => {
  test('property: that of a black body is its own', () => {
    fc.assert(
      fc.property(fc.double({ min: 1500, max: 20000, noNaN: true }), (kelvin) => {
        const found = temperatureOf(seen(planck(kelvin)))
        expect(Math.abs(miredOf(found.kelvin) - miredOf(kelvin))).toBeLessThan(0.5)
        expect(Math.abs(found.duv)).toBeLessThan(0.1)
        expect(found.meaningful).toBe(true)
      })
    )
  })

  test('daylight lies some three thousandths green of the black body', () => {
    // Source: D65 has Duv 0.0032 (ANSI C78.377 and lamp handbooks, value from memory).
    const found = temperatureOf(seen(daylight(6500)))
    expect(found.duv).toBeGreaterThan(2.8)
    expect(found.duv).toBeLessThan(3.6)
    expect(Math.abs(found.kelvin - 6504)).toBeLessThan(15)
  })

  test('a light through green looks greener, through magenta less green', () => {
    const green = spectrumBy((nm) => (nm > 500 && nm < 600 ? 1 : 0.8))
    const magenta = spectrumBy((nm) => (nm > 500 && nm < 600 ? 0.8 : 1))
    const own = temperatureOf(seen(planck(4000))).duv
    expect(temperatureOf(seen(product(planck(4000), green))).duv).toBeGreaterThan(own + 3)
    expect(temperatureOf(seen(product(planck(4000), magenta))).duv).toBeLessThan(own - 3)
  })

  test('a saturated colour has none that means anything', () => {
    const blue = spectrumBy((nm) => (nm < 480 ? 1 : 0))
    expect(temperatureOf(seen(blue)).meaningful).toBe(false)
  })

  test('mired of a shift are those of the tables', () => {
    // 5500 → 3200, 2900, 3800, 4500 K. Source: definition, 10⁶/K.
    const shift = (to: number) => Math.round(miredOf(to) - miredOf(5500))
    expect([3200, 2900, 3800, 4500].map(shift)).toEqual([131, 163, 81, 40])
    expect(kelvinAt(miredOf(4321))).toBeCloseTo(4321, 9)
  })
})

/** sRGB under a balance from scratch: Gaussians, primaries by their chromaticities, Bradford. */
function secondOpinion(light: Spectrum, white: Spectrum): number[] {
  const solve = (m: number[][], v: number[]): number[] => {
    const rows = m.map((row, i) => [...row, v[i]!])
    for (let i = 0; i < 3; i++) {
      const pivot = rows.slice(i).reduce((a, b) => (Math.abs(b[i]!) > Math.abs(a[i]!) ? b : a))
      const at = rows.indexOf(pivot)
      ;[rows[i], rows[at]] = [pivot, rows[i]!]
      for (let j = 0; j < 3; j++)
        if (j !== i) {
          const by = rows[j]![i]! / rows[i]![i]!
          rows[j] = rows[j]!.map((value, k) => value - by * rows[i]![k]!)
        }
    }
    return rows.map((row, i) => row[3]! / row[i]!)
  }
  const times = (m: number[][], v: number[]) =>
    m.map((row) => row.reduce((sum, value, k) => sum + value * v[k]!, 0))
  const bradford = [
    [0.8951, 0.2664, -0.1614],
    [-0.7502, 1.7135, 0.0367],
    [0.0389, -0.0685, 1.0296]
  ]
  const d65 = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329]
  const own = byGaussians(light).map((value, _, all) => value / all[1]!)
  const from = byGaussians(white).map((value, _, all) => value / all[1]!)
  const [cone, coneFrom, coneTo] = [own, from, d65].map((v) => times(bradford, v!))
  const adapted = solve(
    bradford,
    cone!.map((value, k) => (value * coneTo![k]!) / coneFrom![k]!)
  )
  // Primaries of IEC 61966-2-1.
  const primaries = [
    [0.64, 0.33],
    [0.3, 0.6],
    [0.15, 0.06]
  ].map(([x, y]) => [x! / y!, 1, (1 - x! - y!) / y!])
  const columns = [0, 1, 2].map((row) => primaries.map((primary) => primary[row]!))
  const scale = solve(columns, d65)
  return solve(
    columns.map((row) => row.map((value, k) => value * scale[k]!)),
    adapted
  ).map((value) => Math.log2(value))
}

const at = (kelvin: number): Balance => ({ kind: 'kelvin', kelvin, tint: 0 })

describe('white balance', () => {
  test.each([
    // Worked out with the primaries and Bradford elsewhere; red, green, blue against luminance.
    ['2900 K under daylight', planck(2900), AS_DAYLIGHT, daylight(5500), [0.76, -0.23, -1.68]],
    ['3200 K under daylight', planck(3200), AS_DAYLIGHT, daylight(5500), [0.64, -0.18, -1.29]],
    ['D75 under daylight', daylight(7500), AS_DAYLIGHT, daylight(5500), [-0.27, 0.02, 0.47]],
    ['a strobe under 3200 K', daylight(5500), at(3200), planck(3200), [-1.1, 0.15, 1.17]]
  ] as const)('%s', (_, light, balance, white, expected) => {
    const found = channelStops(tintOf(light, balance))
    const other = secondOpinion(light, white)
    found.forEach((stops, k) => {
      expect(Math.abs(stops - expected[k]!)).toBeLessThan(0.03)
      expect(Math.abs(stops - other[k]!)).toBeLessThan(0.06)
    })
  })

  test('property: the light it is set for is white, at any temperature and tint', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 2200, max: 12000, noNaN: true }),
        fc.double({ min: -25, max: 25, noNaN: true }),
        (kelvin, tint) => {
          const balance: Balance = { kind: 'kelvin', kelvin, tint }
          const back = balanceFor(
            // White of the balance: the chromaticity that comes out 1, 1, 1.
            whiteThatComesOut(balance)
          )!
          expect(Math.abs(miredOf(back.kelvin) - miredOf(kelvin))).toBeLessThan(0.6)
          expect(Math.abs(back.tint - tint)).toBeLessThan(0.3)
        }
      ),
      // Where white light goes over from a black body’s to daylight, by a hair.
      { numRuns: 60, examples: [4902.1, 5000, 4000, 3450].map((kelvin) => [kelvin, -15]) }
    )
  })

  test('a strobe is white under daylight, warmer under cooler named settings, cooler under warmer ones', () => {
    for (const preset of PRESET_NAMES) {
      const [red, green, blue] = tintOf(daylight(5500), { kind: 'preset', preset })
      if (preset === 'daylight')
        expect([red, green, blue].every((v) => Math.abs(v - 1) < 1e-6)).toBe(true)
      else
        expect(red! > blue!).toBe(preset === 'flash' || preset === 'cloudy' || preset === 'shade')
    }
  })

  test('a greener tint takes green out of the picture', () => {
    const plain = channelStops(tintOf(daylight(5500), at(5500)))
    const tinted = channelStops(tintOf(daylight(5500), { kind: 'kelvin', kelvin: 5500, tint: 10 }))
    expect(tinted[1] - tinted[0]).toBeLessThan(plain[1] - plain[0])
    expect(tinted[1] - tinted[2]).toBeLessThan(plain[1] - plain[2])
  })

  test('a strong colour is white under no balance', () => {
    expect(balanceFor(seen(spectrumBy((nm) => (nm < 470 ? 1 : 0))))).toBeNull()
    expect(balanceFor(seen(spectrumBy((nm) => (nm > 620 ? 1 : 0))))).toBeNull()
  })
})

/** The chromaticity a balance makes white, by bisection of what it shows. */
function whiteThatComesOut(balance: Balance): { x: number; y: number } {
  // Linear in X, Y, Z: solve for 1, 1, 1 with three spectra that span them.
  const basis = [planck(2500), daylight(6500), spectrumBy((nm) => (nm < 480 ? 1 : 0.1))]
  const shown = basis.map((spectrum) =>
    tintOf(spectrum, balance).map((value) => value * xyzOf(spectrum)[1])
  )
  const det = (m: number[][]): number =>
    m[0]![0]! * (m[1]![1]! * m[2]![2]! - m[1]![2]! * m[2]![1]!) -
    m[0]![1]! * (m[1]![0]! * m[2]![2]! - m[1]![2]! * m[2]![0]!) +
    m[0]![2]! * (m[1]![0]! * m[2]![1]! - m[1]![1]! * m[2]![0]!)
  const columns = [0, 1, 2].map((row) => shown.map((each) => each[row]!))
  const share = [0, 1, 2].map(
    (k) => det(columns.map((row) => row.map((v, j) => (j === k ? 1 : v)))) / det(columns)
  )
  const xyz = [0, 1, 2].map((k) =>
    basis.reduce((sum, spectrum, i) => sum + share[i]! * xyzOf(spectrum)[k]!, 0)
  ) as [number, number, number]
  return chromaticityOf(xyz)
}

describe('spectra measured at other wavelengths', () => {
  test('property: a straight line stays one, however it was sampled', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.double({ min: 401, max: 699, noNaN: true }), { maxLength: 40 }),
        fc.double({ min: -0.5, max: 0.5, noNaN: true }),
        (between, slope) => {
          const nms = [380, ...between.sort((a, b) => a - b), 720]
          const line = (nm: number) => 300 + slope * nm
          const sampled = resampled(nms.map((nm) => ({ nm, value: line(nm) })))
          sampled.forEach((value, k) => {
            const off = Math.abs(value - line(WAVELENGTHS[k]!))
            // An average over uneven samples of a band lies within the band.
            expect(off).toBeLessThanOrEqual(Math.abs(slope) * 5 + 1e-6)
          })
        }
      )
    )
  })

  test('CIE 1960 coordinates are those of the definition', () => {
    // u = 4x/(−2x + 12y + 3), v = 6y/(−2x + 12y + 3); D65: 0.1978, 0.3122 (CIE 15).
    const { u, v } = uvOf({ x: 0.3127, y: 0.329 })
    expect(u).toBeCloseTo(0.1978, 3)
    expect(v).toBeCloseTo(0.3122, 3)
  })
})
