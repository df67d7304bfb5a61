// checks: image in a shiny face (in photometric units and against view factors)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { lightStops } from '../ledger/cells'
import { evaluate } from '../ledger/evaluate'
import { cellAt } from '../ledger/ledger'
import { testLight, testModifier, testPlan, testStrobe } from '../testing'
import { reflections } from './mirror'
import { faceAreaMm2 } from './faces'
import { fresnelShare, imageStops, WHITE_STOPS } from './specular'
import { headOf } from './heads'
import { sceneOf } from './scene'
import type { Vec } from './vec'

const cosOf = (deg: number): number => Math.cos((deg * Math.PI) / 180)
const panel = (widthMm: number, heightMm: number) =>
  testModifier({
    beam: { kind: 'spread', beamDeg: 120 },
    lossStops: 0,
    face: { kind: 'rectangle', widthMm, heightMm }
  })
const headAt = (distanceMm: number, face = { kind: 'disc' as const, diameterMm: 50 }) => {
  const plan = testPlan((p) => {
    p.lights = [
      testLight({
        strobe: testStrobe({ face }),
        at: { distanceMm, azimuthDeg: 0, elevationDeg: 0 }
      })
    ]
  })
  return { plan, head: headOf(plan.lights[0]!, sceneOf(plan).pose, (): Vec => [0, 0, 0]) }
}
const SPOT: Vec = [0, 0, 0]
const FACING: Vec = [0, 0, 1]

describe('Fresnel', () => {
  test('glass of index 1.5: 4 % straight on; at Brewster’s angle half of ((n² − 1)/(n² + 1))²; all of it at grazing (Hecht, Optics, chapter on the electromagnetic approach; value from memory)', () => {
    expect(fresnelShare(1)).toBeCloseTo(0.04, 12)
    const brewster = Math.cos(Math.atan(1.5))
    expect(fresnelShare(brewster)).toBeCloseTo(((1.5 ** 2 - 1) / (1.5 ** 2 + 1)) ** 2 / 2, 12)
    expect(fresnelShare(cosOf(45))).toBeCloseTo(0.0502, 4)
    expect(fresnelShare(0)).toBeCloseTo(1, 12)
    // Water, two per cent.
    expect(fresnelShare(1, 1.333)).toBeCloseTo(0.0204, 4)
  })
  test('property: what one polarisation and the other mirror, worked out by the angles’ sines and tangents, averages to it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 89, noNaN: true }),
        fc.double({ min: 1.05, max: 3, noNaN: true }),
        (deg, index) => {
          const a = (deg * Math.PI) / 180
          const b = Math.asin(Math.sin(a) / index)
          const across = (Math.sin(a - b) / Math.sin(a + b)) ** 2
          const along = (Math.tan(a - b) / Math.tan(a + b)) ** 2
          expect(fresnelShare(Math.cos(a), index)).toBeCloseTo((across + along) / 2, 9)
        }
      ),
      { numRuns: 300 }
    )
  })
  test('nonsense is refused by name', () => {
    expect(() => fresnelShare(1.2)).toThrow('cosIn')
    expect(() => fresnelShare(Number.NaN)).toThrow('cosIn')
    expect(() => fresnelShare(0.5, 1)).toThrow('index')
  })
})

test('areas of faces', () => {
  expect(faceAreaMm2({ kind: 'rectangle', widthMm: 20, heightMm: 30 })).toBe(600)
  expect(faceAreaMm2({ kind: 'disc', diameterMm: 2 })).toBeCloseTo(Math.PI, 12)
  expect(faceAreaMm2({ kind: 'ring', innerMm: 2, outerMm: 4 })).toBeCloseTo(3 * Math.PI, 12)
})

describe('the image of a head', () => {
  test('against photometric units: I = 2.5·GN² cd·s, L = I/A; grey of 18 % at N and ISO S has 0.18·250·N²/(π·S) (C = 250, ISO 2720)', () => {
    const { plan, head } = headAt(300)
    const area = (Math.PI * 0.05 ** 2) / 4
    const luminance = (2.5 * plan.lights[0]!.strobe.guideNumberM ** 2) / area
    const grey = (0.18 * 250 * 2 ** plan.settings.apertureStops) / (Math.PI * 100)
    const bare = {
      ...plan,
      focus: { ...plan.focus, magnification: 1e-6 },
      // Slow enough that no curtain cuts the flash.
      settings: { ...plan.settings, isoStops: 0, shutterStops: 2 },
      lights: [{ ...plan.lights[0]!, powerStops: 0 }]
    }
    expect(lightStops(bare, bare.lights[0]!) + imageStops(head, SPOT, FACING, 'gloss')).toBeCloseTo(
      Math.log2((0.04 * luminance) / grey),
      4
    )
  })
  test('a panel is brighter than the white card it lights by the view factor (catalogues of view factors, value from memory: 200 × 200 at 150 gives 0.35768)', () => {
    for (const [widthMm, heightMm, distanceMm, share] of [
      [200, 200, 150, 0.35768],
      [300, 200, 200, 2 ** -0.61 * (0.06 / (Math.PI * 0.04))]
    ] as const) {
      const plan = testPlan((p) => {
        p.subject = { ...p.subject, reflectance: 1, widthMm: 10, heightMm: 10 }
        p.lights = [
          testLight({
            modifiers: [panel(widthMm, heightMm)],
            at: { distanceMm, azimuthDeg: 0, elevationDeg: 0 }
          })
        ]
      })
      const [light] = plan.lights
      const card = cellAt(evaluate(plan).ledger, 'A', 'subject')!.level
      const face =
        lightStops(plan, light!) +
        imageStops(sceneOf(plan).heads[0]!, SPOT, FACING, 'metal') -
        Math.log2(0.7)
      expect(Math.abs(card - face - Math.log2(share))).toBeLessThan(0.02)
    }
  })
  test('property: it keeps its brightness at every distance, and loses a stop for each doubling of the face', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 2000 }),
        fc.integer({ min: 5, max: 200 }),
        (distanceMm, diameterMm) => {
          const of = (d: number, size: number) =>
            imageStops(headAt(d, { kind: 'disc', diameterMm: size }).head, SPOT, FACING, 'gloss')
          expect(of(distanceMm, diameterMm)).toBeCloseTo(of(50, diameterMm), 9)
          expect(of(distanceMm, diameterMm) - of(distanceMm, diameterMm * Math.SQRT2)).toBeCloseTo(
            1,
            9
          )
        }
      ),
      { numRuns: 60 }
    )
  })
  test('none where the head looks elsewhere; metal mirrors far more than lacquer', () => {
    const { head } = headAt(300)
    expect(imageStops(head, [0, 0, 900], FACING, 'gloss')).toBe(-Infinity)
    expect(
      imageStops(head, SPOT, FACING, 'metal') - imageStops(head, SPOT, FACING, 'gloss')
    ).toBeCloseTo(Math.log2(0.7 / 0.04), 9)
  })
  test('each reflection in a set carries it', () => {
    const plan = testPlan((p) => {
      p.subject = {
        ...p.subject,
        shape: 'ellipsoid',
        finish: 'gloss',
        widthMm: 20,
        heightMm: 20,
        depthMm: 20
      }
      p.lights = [testLight({ strobe: testStrobe({ face: { kind: 'disc', diameterMm: 40 } }) })]
    })
    const [found] = reflections(plan, sceneOf(plan))
    const level = lightStops(plan, plan.lights[0]!) + found!.stops
    // A bare head in a glossy ball burns out, the ball itself is exposed right: facts of the trade
    // (common practice, no source).
    expect(level).toBeGreaterThan(WHITE_STOPS)
    expect(WHITE_STOPS).toBeCloseTo(2.474, 3)
  })
})
