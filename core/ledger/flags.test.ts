/** Where each figure leaves what its model holds for: just inside no flag, just outside one. */
import { strobeSchema } from '../kit/kit'
import { typicalWater } from '../medium/water'
import { describe, expect, test } from '@jest/globals'
import type { Plan } from '../plan/plan'
import { magnificationsOf } from '../plan/portInUse'
import {
  testCamera,
  testCard,
  testCorrection,
  testLight,
  testPlan,
  testReading,
  testRoom,
  testStrobe
} from '../testing'
import { heldBy } from './corrections'
import { findFlags } from './flags'

const flags = (change: (plan: Plan) => void): string[] => findFlags(testPlan(change))

test('a plain plan has none', () => expect(flags(() => undefined)).toEqual([]))

describe('light that grazes a surface', () => {
  test.each([
    [74, false],
    [76, true],
    [-74, false],
    [-76, true]
  ])('a flat lit from %d° off its normal', (azimuthDeg, flagged) =>
    expect(
      flags((p) => {
        p.lights[0]!.at = { distanceMm: 400, azimuthDeg, elevationDeg: 0 }
      }).includes('grazing')
    ).toBe(flagged)
  )
  test('from above too, and not where a second light fills in', () => {
    const above = (p: Plan): void => {
      p.lights[0]!.at = { distanceMm: 400, azimuthDeg: 0, elevationDeg: 77 }
    }
    expect(flags(above)).toContain('grazing')
    const two = flags((p) => {
      above(p)
      p.lights.push(testLight({ id: 'B' }))
    })
    expect(two).not.toContain('grazing')
    const secondOff = flags((p) => {
      above(p)
      p.lights.unshift(testLight({ id: 'B', on: false }))
    })
    expect(secondOff).toContain('grazing')
  })
  test('a head close by, all but in the plane of the face of a box, though 50° round its middle', () => {
    const box = (distanceMm: number): string[] =>
      flags((p) => {
        p.subject = { ...p.subject, shape: 'box', widthMm: 24, heightMm: 24, depthMm: 24 }
        p.lights[0]!.at = { distanceMm, azimuthDeg: 50, elevationDeg: 0 }
      })
    expect(box(20)).toContain('grazing')
    expect(box(200)).not.toContain('grazing')
    // Behind its right face, whose middle is the lit side then.
    const aside = (distanceMm: number, azimuthDeg: number): string[] =>
      flags((p) => {
        p.subject = { ...p.subject, shape: 'box', widthMm: 24, heightMm: 24, depthMm: 24 }
        p.lights[0]!.at = { distanceMm, azimuthDeg, elevationDeg: 0 }
      })
    expect(aside(17, 130)).toContain('grazing')
    expect(aside(200, 110)).not.toContain('grazing')
    const over = (distanceMm: number): string[] =>
      flags((p) => {
        p.subject = { ...p.subject, shape: 'box', widthMm: 24, heightMm: 24, depthMm: 24 }
        p.lights[0]!.at = { distanceMm, azimuthDeg: 10, elevationDeg: 60 }
      })
    expect(over(200)).not.toContain('grazing')
  })
})

describe('a head inside the subject', () => {
  const inside = (shape: Plan['subject']['shape'], distanceMm: number, depthMm = 40): boolean =>
    flags((p) => {
      p.subject = { ...p.subject, shape, widthMm: 60, heightMm: 50, depthMm }
      p.lights[0]!.at.distanceMm = distanceMm
    }).includes('light-inside')
  test('nearer than half its smallest measure', () => {
    expect(inside('ellipsoid', 19.9)).toBe(true)
    expect(inside('ellipsoid', 20.1)).toBe(false)
    expect(inside('ellipsoid', 24.9, 90)).toBe(true)
    expect(inside('ellipsoid', 25.1, 90)).toBe(false)
  })
  test('one of several is enough, one that is off is not', () => {
    const two = (on: boolean) =>
      flags((p) => {
        p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 60, heightMm: 50, depthMm: 40 }
        p.lights.push(
          testLight({ id: 'B', on, at: { distanceMm: 12, azimuthDeg: 40, elevationDeg: 0 } })
        )
      })
    expect(two(true)).toContain('light-inside')
    expect(two(false)).not.toContain('light-inside')
  })
  test('a flat has no inside', () => expect(inside('sheet', 10)).toBe(false))
  test('nor does a ring round the lens stand in it', () =>
    expect(
      flags((p) => {
        p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 60, heightMm: 50, depthMm: 40 }
        p.lights[0] = { ...p.lights[0]!, mount: 'lens', at: { ...p.lights[0]!.at, distanceMm: 10 } }
      })
    ).not.toContain('light-inside'))
})

describe('a room', () => {
  const outside = (change: (p: Plan) => void): boolean =>
    flags((p) => {
      p.background.distanceMm = 800
      p.room = testRoom()
      change(p)
    }).includes('outside-room')
  test('all stands in it', () => expect(outside(() => undefined)).toBe(false))
  test.each<[string, (p: Plan) => void]>([
    ['the background behind its wall', (p) => void (p.background.distanceMm = 1501)],
    [
      'a head above its ceiling',
      (p) => void (p.lights[0]!.at = { distanceMm: 1250, azimuthDeg: 0, elevationDeg: 90 })
    ],
    [
      'a head past a wall',
      (p) => void (p.lights[0]!.at = { distanceMm: 1010, azimuthDeg: -90, elevationDeg: 0 })
    ],
    [
      'a card past the other',
      (p) =>
        void (p.cards = [testCard({ at: { distanceMm: 2010, azimuthDeg: 90, elevationDeg: 0 } })])
    ],
    [
      'the table under its floor',
      (p) =>
        void (p.table = {
          belowMm: 901,
          widthMm: 500,
          depthMm: 500,
          reflectance: 0.3,
          finish: 'matt',
          roughness: 0
        })
    ]
  ])('%s', (_, change) => {
    expect(outside(change)).toBe(true)
    expect(
      outside((p) => {
        change(p)
        p.room = null
      })
    ).toBe(false)
  })
})

describe('camera and lens', () => {
  const at = (magnification: number): boolean =>
    flags((p) => {
      p.focus.magnification = magnification
    }).includes('lens-limit')
  const [least, most] = magnificationsOf(testPlan())
  test('magnification past what the lens focuses to', () => {
    expect(at(most)).toBe(false)
    expect(at(most * 1.001)).toBe(true)
  })
  test('and under the least that tubes leave', () => {
    const [from] = magnificationsOf(
      testPlan((p) => {
        p.focus.extensionMm = 25
      })
    )
    const withTube = (magnification: number): boolean =>
      flags((p) => {
        p.focus.extensionMm = 25
        p.focus.magnification = magnification
      }).includes('lens-limit')
    expect(from).toBeGreaterThan(least)
    expect(withTube(from)).toBe(false)
    expect(withTube(from * 0.999)).toBe(true)
    expect(withTube(from * 0.5)).toBe(true)
  })
  test.each([
    ['apertureStops', 3, 10],
    ['shutterStops', -5, 13],
    ['isoStops', 0, 6]
  ] as const)('%s from %d to %d', (setting, from, to) => {
    const off = (value: number): boolean =>
      flags((p) => {
        p.settings[setting] = value
      }).includes('off-camera-range')
    expect([from - 0.3, from - 0.1, to + 0.1, to + 0.3].map(off)).toEqual([
      true,
      false,
      false,
      true
    ])
  })
  test('a leaf shutter in the lens ends where the lens says', () => {
    const used = (shutterStops: number): boolean =>
      flags((p) => {
        p.camera = testCamera()
        p.lens = { ...p.lens, leafFastestStops: 9 }
        p.shutterIn = 'lens'
        p.settings.shutterStops = shutterStops
      }).includes('off-camera-range')
    expect(used(9)).toBe(false)
    expect(used(10)).toBe(true)
  })
})

describe('heads', () => {
  test('a duration assumed: voltage-controlled without a table, only of a light that is on', () => {
    const head = (on: boolean, durations: { powerStops: number; t01: number }[]): boolean =>
      flags((p) => {
        p.lights.push(
          testLight({ id: 'B', on, strobe: testStrobe({ id: 'v', quench: 'voltage', durations }) })
        )
      }).includes('duration-assumed')
    expect(head(true, [])).toBe(true)
    expect(head(true, [{ powerStops: 0, t01: 1 / 500 }])).toBe(false)
    expect(head(false, [])).toBe(false)
  })
  test('under water, and with a guide number for air there', () => {
    const wet = (guideNumberWaterM: number | null): string[] =>
      flags((p) => {
        p.medium = typicalWater('sea')
        p.lights[0]!.strobe = testStrobe({ guideNumberWaterM })
      })
    expect(wet(10)).toEqual(['port-assumed'])
    expect(wet(null)).toEqual(['water-guide-assumed', 'port-assumed'])
  })
  test('in air, a head that is known under water alone; the rule makes 20 m of 8 m, and is held to', () => {
    const strobe = testStrobe({
      guideNumberM: 20,
      guideNumberWaterM: 8,
      guideNumberFromWater: true
    })
    const of = (wet: boolean): string[] =>
      flags((p) => {
        p.lights[0]!.strobe = strobe
        if (wet) p.medium = typicalWater('sea')
      })
    expect(of(false)).toEqual(['air-guide-assumed'])
    expect(of(true)).toEqual(['port-assumed'])
    const faults = (part: object): PropertyKey[] =>
      strobeSchema.safeParse({ ...strobe, ...part }).error?.issues.flatMap(({ path }) => path) ?? []
    expect(faults({ guideNumberM: 22 })).toEqual(['guideNumberM'])
    expect(faults({ guideNumberWaterM: null })).toEqual(['guideNumberWaterM'])
    expect(faults({ guideNumberM: 22, guideNumberFromWater: false })).toEqual([])
  })
  test('vapour, gloss, and a zone with gloss', () => {
    expect(
      flags((p) => {
        p.subject.shape = 'plume'
        p.subject.vapour.opticalDepth = 0.8
      })
    ).toContain('vapour')
    expect(
      flags((p) => {
        p.subject.finish = 'gloss'
      })
    ).toEqual(['specular'])
  })
})

describe('a reading that is only a limit', () => {
  const taught = (
    limit: 'exact' | 'at-most' | 'at-least',
    source: 'A' | 'B' | 'ambient' = 'A',
    place = 'subject'
  ): string[] =>
    flags((p) => {
      p.ambient.background = testReading(0)
      p.corrections = [testCorrection({ source, place, limit, ...heldBy(p, source, place) })]
    })
  test.each([
    ['exact', 'A', 'subject', false],
    ['at-most', 'A', 'subject', true],
    ['at-least', 'A', 'subject', true],
    ['at-most', 'ambient', 'background', true],
    ['at-most', 'A', 'background', true],
    ['exact', 'ambient', 'background', false],
    ['at-most', 'B', 'subject', false]
  ] as const)('%s, of %s at the %s: %s', (limit, source, place, flagged) =>
    expect(taught(limit, source, place).includes('reading-limit')).toBe(flagged)
  )
})
