// checks: beam
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { beamShape, distributionSchema, edgeHalfDeg } from './beam'
import { fluxOf, parsePhotometry } from './photometry'

/**
 * A file after LM-63-2002's layout (from memory): an even Lambertian face of 1000 cd, by one plane
 * and 19 angles.
 */
const DEGREES = Array.from({ length: 19 }, (_, i) => i * 5)
const lambert = (change: (lines: string[]) => void = () => undefined): string => {
  const lines = [
    'IESNA:LM-63-2002',
    '[TEST] none',
    '[MANUFAC] none',
    'TILT=NONE',
    '1 3141.6 1.0 19 1 1 2 0.1 0.1 0',
    '1 1 0',
    DEGREES.slice(0, 10).join(' '),
    DEGREES.slice(10).join(' '),
    '0',
    DEGREES.map((deg) => (1000 * Math.cos((deg * Math.PI) / 180)).toFixed(3)).join(' ')
  ]
  change(lines)
  return lines.join('\r\n')
}

describe('photometric files', () => {
  test('a Lambertian face reads as cos, and its flux is π·I (integration of a Lambertian source)', () => {
    const result = parsePhotometry(lambert(), 'even.ies')
    if (!result.ok) throw new Error(result.reason)
    expect(result.lumens).toBeCloseTo(3141.6, 1)
    expect(fluxOf(result.distribution) / (Math.PI * 1000)).toBeCloseTo(1, 2)
    const shape = beamShape(result.distribution, 60)
    for (const deg of [0, 12, 33, 60, 80])
      expect(shape(Math.cos((deg * Math.PI) / 180), 1)).toBeCloseTo(
        Math.cos((deg * Math.PI) / 180),
        2
      )
    expect(2 * edgeHalfDeg(shape)).toBeGreaterThan(118)
    expect(2 * edgeHalfDeg(shape)).toBeLessThan(123)
    expect(distributionSchema.safeParse(result.distribution).success).toBe(true)
  })
  test.each([
    ['400 × 400 angles', 400, '1000', /400 × 400 angles are more than the 40000 values/],
    ['candelas past all measure', 2, '1e308', /1e\+?308 cd is more|more than the 1000000000 cd/]
  ])('%s: refused with the line, not read', (_what, count, candela, says) => {
    const angles = (last: number) =>
      Array.from({ length: count }, (_, i) => (i * last) / (count - 1)).join(' ')
    const text = [
      'IESNA:LM-63-2002',
      'TILT=NONE',
      `1 1000 1 ${count} ${count} 1 2 0 0 0`,
      '1 1 100',
      angles(90),
      angles(360),
      Array<string>(count * count)
        .fill(candela)
        .join('\n')
    ].join('\n')
    expect(parsePhotometry(text, 'large.ies')).toMatchObject({
      ok: false,
      reason: expect.stringMatching(says)
    })
  })
  test('planes round the axis: symmetry by the last horizontal angle, values between planes', () => {
    const text = [
      'IESNA:LM-63-1995',
      'TILT=INCLUDE',
      '1',
      '2',
      '0 90',
      '1 1',
      '1 -1 2 2 3 1 1 0 0 0',
      '1 1 0',
      '0 90',
      '0 45 90',
      '100 0',
      '100 50',
      '100 0'
    ].join('\n')
    const result = parsePhotometry(text, 'x')
    if (!result.ok) throw new Error(`${result.line}: ${result.reason}`)
    expect(result.lumens).toBeNull()
    expect(result.distribution.candela[0]).toBe(200)
    const shape = beamShape(result.distribution, 60)
    const half = Math.cos(Math.PI / 4)
    expect(shape(half, 0)).toBeCloseTo(0.5, 6)
    expect(shape(half, Math.PI / 4)).toBeCloseTo(0.75, 6)
    // Quarter symmetry: 45°, 135°, 225° and 315° are the same plane.
    for (const k of [1, 3, 5, 7]) expect(shape(half, (k * Math.PI) / 4)).toBeCloseTo(0.75, 6)
    expect(shape(-0.1, 0)).toBe(0)
  })
  test.each([
    [
      'no name',
      (l: string[]) => {
        l[0] = 'HELLO'
      },
      1,
      'first line'
    ],
    [
      'no TILT',
      (l: string[]) => {
        l.splice(3, 1)
      },
      9,
      'TILT'
    ],
    [
      'TILT elsewhere',
      (l: string[]) => {
        l[3] = 'TILT=other.tlt'
      },
      4,
      'another file'
    ],
    [
      'a word among numbers',
      (l: string[]) => {
        l[6] = '0 5 ten'
      },
      7,
      '“ten”'
    ],
    [
      'cut short',
      (l: string[]) => {
        l.length = 9
      },
      9,
      'candela value 1 of 19'
    ],
    [
      'type B',
      (l: string[]) => {
        l[4] = '1 100 1.0 19 1 2 2 0.1 0.1 0'
      },
      5,
      'type 2'
    ],
    [
      'falling angles',
      (l: string[]) => {
        l[6] = '0 5 10 15 20 25 30 35 45 40'
      },
      8,
      'must rise'
    ],
    [
      'too much',
      (l: string[]) => {
        l.push('7')
      },
      11,
      'more in the file'
    ],
    [
      'nothing on the axis',
      (l: string[]) => {
        l[9] = l[9]!.replace(/^[\d.]+/, '0')
      },
      10,
      'axis'
    ],
    [
      'negative',
      (l: string[]) => {
        l[9] = l[9]!.replace(/^[\d.]+/, '-3')
      },
      10,
      'negative'
    ],
    [
      'no angles',
      (l: string[]) => {
        l[4] = '1 100 1.0 0 1 1 2 0.1 0.1 0'
      },
      5,
      'whole number'
    ],
    [
      'not from nadir',
      (l: string[]) => {
        l[6] = '2 5 10 15 20 25 30 35 40 45'
      },
      8,
      'nadir'
    ]
  ] as const)('bad file, %s: the line and the reason', (_, change, line, reason) => {
    const result = parsePhotometry(lambert(change), 'bad.ies')
    expect(result).toMatchObject({ ok: false, line })
    expect(result.ok ? '' : result.reason).toContain(reason)
  })
  test('property: no text makes it throw', () => {
    fc.assert(fc.property(fc.string({ maxLength: 400 }), (text) => void parsePhotometry(text, 'x')))
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.string({ maxLength: 10 }), fc.double().map(String)), {
          maxLength: 60
        }),
        (words) => void parsePhotometry(`IESNA:LM-63-2002\nTILT=NONE\n${words.join(' ')}`, 'x')
      )
    )
  })
})

test('a table of angles: straight between its points, nothing past its end', () => {
  const shape = beamShape(
    {
      kind: 'table',
      points: [
        { deg: 0, stops: 0 },
        { deg: 20, stops: -1 },
        { deg: 30, stops: -5 }
      ]
    },
    60
  )
  const at = (deg: number) => shape(Math.cos((deg * Math.PI) / 180), 0)
  expect([at(0), at(10), at(20), at(25)].map((share) => Math.log2(share))).toEqual(
    [0, -0.5, -1, -3].map((stops) => expect.closeTo(stops, 6))
  )
  expect(at(31)).toBe(0)
  expect(
    distributionSchema.safeParse({
      kind: 'table',
      points: [
        { deg: 10, stops: 0 },
        { deg: 5, stops: -1 }
      ]
    }).success
  ).toBe(false)
})
