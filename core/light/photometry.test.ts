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
  test.each([
    ['of 2019', (l: string[]) => void (l[0] = 'IES:LM-63-2019')],
    ['of 1991', (l: string[]) => void (l[0] = 'IESNA91')],
    ['of 1986, which names none', (l: string[]) => void l.shift()],
    ['of 1986, with a line of its maker’s', (l: string[]) => void (l[0] = 'Even face, 1 kcd')],
    ['ended by Ctrl-Z', (l: string[]) => void l.push('\x1a')],
    ['ended by Ctrl-Z and a block’s rest', (l: string[]) => void l.push('\x1a\x00\x00 7 7')]
  ])('a file %s reads the same', (_, change) => {
    expect(parsePhotometry(lambert(change), 'even.ies')).toEqual(
      parsePhotometry(lambert(), 'even.ies')
    )
  })
  /** A beam that is 1 on the axis and at 60° what `at` says of each plane. */
  const beamOf = (planes: readonly number[], at: (deg: number) => number) => {
    const result = parsePhotometry(
      [
        'IESNA:LM-63-2002',
        'TILT=NONE',
        `1 -1 1 2 ${planes.length} 1 1 0 0 0`,
        '1 1 0',
        '0 60',
        planes.join(' '),
        ...planes.map((deg) => `100 ${100 * at(deg)}`)
      ].join('\n'),
      'x'
    )
    if (!result.ok) throw new Error(`${result.line}: ${result.reason}`)
    const shape = beamShape(result.distribution, 60)
    return (deg: number) => shape(0.5, (deg * Math.PI) / 180)
  }
  test('planes from 0 to 330: all the way round, back to the first', () => {
    const at = (deg: number): number => 0.5 + 0.4 * Math.cos((deg * Math.PI) / 180 - 0.4)
    const beam = beamOf(
      Array.from({ length: 12 }, (_, i) => 30 * i),
      at
    )
    for (const deg of [0, 90, 210, 330]) expect(beam(deg)).toBeCloseTo(at(deg), 6)
    expect(beam(345)).toBeCloseTo((at(330) + at(0)) / 2, 6)
  })
  test('planes from 90 to 270: the other half is its mirror image in that plane', () => {
    const at = (deg: number): number => 0.2 + deg / 1000
    const beam = beamOf([90, 135, 180, 225, 270], at)
    for (const deg of [90, 135, 200, 270]) expect(beam(deg)).toBeCloseTo(at(deg), 6)
    for (const [deg, mirrored] of [
      [0, 180],
      [45, 135],
      [60, 120],
      [315, 225],
      [350, 190]
    ] as const)
      expect(beam(deg)).toBeCloseTo(at(mirrored), 6)
    // The plane of 180 may be left out.
    expect(beamOf([90, 130, 230, 270], at)(0)).toBeCloseTo(at(180), 6)
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
      'of a format to come',
      (l: string[]) => {
        l[0] = 'IES:LM-63-2050'
      },
      1,
      'LM-63-2050 is not a format read here'
    ],
    [
      'a hexadecimal number',
      (l: string[]) => {
        l[4] = '1 0xC45 1.0 19 1 1 2 0.1 0.1 0'
      },
      5,
      '0xC45'
    ],
    [
      'a negative count of tilt angles',
      (l: string[]) => {
        l.splice(3, 1, 'TILT=INCLUDE', '1', '-2')
      },
      6,
      'the number of tilt angles'
    ],
    [
      'planes that name no symmetry',
      (l: string[]) => {
        l[8] = '45'
      },
      9,
      'horizontal angles'
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
