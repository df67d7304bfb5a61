import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { spectrumBy, WAVELENGTHS } from '@core/colour/bands'
import { asTransmissions, readSpectrum, spectrumCgats, spectrumCsv } from './spectrumFile'

const slope = spectrumBy((nm) => (nm - 380) / 400)

describe('spectra in files', () => {
  test.each([
    ['CSV', spectrumCsv(slope)],
    ['CGATS', spectrumCgats(slope, 'A "sheet"')]
  ])('%s comes back as it was', (_, text) => {
    const { spectrum } = readSpectrum(text)
    spectrum.forEach((value, k) => expect(value).toBeCloseTo(slope[k]!, 5))
  })

  test('semicolons and decimal commas, tabs, finer steps and a heading', () => {
    const lines = Array.from({ length: 71 }, (_, i) => 380 + 5 * i)
    const comma = lines.map((nm) => `${nm};${String(nm / 1000).replace('.', ',')}`)
    expect(readSpectrum(['Wellenlänge;Lampe', ...comma].join('\r\n')).spectrum[10]).toBeCloseTo(
      0.5,
      6
    )
    const tab = lines.map((nm) => `${nm}\t${nm / 1000}\t7`)
    expect(readSpectrum(tab.join('\n'))).toMatchObject({ of: 2 })
    expect(readSpectrum(`nm\tlamp A\n${tab.join('\n')}`).name).toBe('lamp A')
  })

  test('CGATS with a column for each wavelength, several samples: the first is taken', () => {
    const fields = ['SAMPLE_ID', ...WAVELENGTHS.map((nm) => `NM_${nm}`)]
    const row = (name: string, by: number) => [name, ...WAVELENGTHS.map((nm) => nm * by)].join(' ')
    const text = [
      'CGATS.17',
      'BEGIN_DATA_FORMAT',
      fields.join(' '),
      'END_DATA_FORMAT',
      'BEGIN_DATA',
      row('one', 0.001),
      row('two', 0.002),
      'END_DATA'
    ].join('\n')
    const read = readSpectrum(text)
    expect(read).toMatchObject({ name: 'one', of: 2 })
    expect(read.spectrum[0]).toBeCloseTo(0.4, 9)
  })

  test('CGATS with rows of wavelength and value', () => {
    const rows = WAVELENGTHS.map((nm) => `${nm} ${nm / 10}`)
    const text = `CGATS.17\nBEGIN_DATA_FORMAT\nSPECTRAL_NM SPECTRAL_PCT\nEND_DATA_FORMAT\nBEGIN_DATA\n${rows.join('\n')}\nEND_DATA`
    expect(asTransmissions(readSpectrum(text).spectrum)[0]).toBeCloseTo(0.4, 9)
  })

  test.each([
    ['', 'no line begins'],
    ['hello\nworld', 'no line begins'],
    ['400,1\n410,2', 'at least four'],
    ['420,1\n500,1\n600,1\n700,1', '400 to 700'],
    ['400,1\n410,1\n410,2\n700,1', 'twice'],
    ['400,1\n500,1\n600,1\n700,1', 'too far'],
    ['CGATS.17\nBEGIN_DATA\n1 2\nEND_DATA', 'data format'],
    ['BEGIN_DATA_FORMAT\nA B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2 3\nEND_DATA', 'whole rows'],
    ['BEGIN_DATA_FORMAT\nA B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2\nEND_DATA', 'no spectral fields']
  ])('%j is refused with a reason', (text, reason) => {
    expect(() => readSpectrum(text)).toThrow(reason)
  })

  test('more than all the light is no filter', () => {
    expect(() => asTransmissions(slope.map((value) => value * 300))).toThrow('100 %')
    expect(asTransmissions(slope.map((value) => value * 100))[30]).toBeCloseTo(0.8, 9)
  })

  test('property: any text is read or refused by an Error, and nothing else', () => {
    const piece = fc.oneof(
      fc.string(),
      fc.constantFrom('BEGIN_DATA', 'END_DATA', 'BEGIN_DATA_FORMAT', 'END_DATA_FORMAT', '\n', ';'),
      fc.constantFrom('SPECTRAL_NM400', '"', '400,1', '700;2', '\t', ' ', '1e999', '-5')
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 40 }), (pieces) => {
        try {
          const { spectrum } = readSpectrum(pieces.join('\n'))
          expect(spectrum).toHaveLength(31)
          expect(spectrum.every((value) => Number.isFinite(value) && value >= 0)).toBe(true)
        } catch (error) {
          expect(error).toBeInstanceOf(Error)
        }
      }),
      { numRuns: 500 }
    )
  })
})
