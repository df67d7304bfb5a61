// checks: seen through glass (Fresnel and Beer–Lambert by closed forms; the picture’s own paths)
import { AIR } from '../medium/water'
import { coatIn } from './coat'
import { describe, expect, test } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import { linearOf } from '../colour/surface'
import { cellTerms } from '../ledger/cellTerms'
import { channelsAt } from '../ledger/colours'
import { TUBE } from '../model/profiles'
import { meanAt, FIRST_LIGHT } from '../picture/testing'
import { tracerOf } from '../picture/trace'
import { worldOf } from '../picture/world'
import type { Plan } from '../plan/plan'
import { testLight, testPlan, testReading, testStrobe } from '../testing'
import { clearOf } from './clear'
import { project } from './camera'
import { computeTransport } from './transport'
import { followed } from './seen'
import { behindGlass } from './seenLight'
import { surfacesOf } from './surface'
import { fresnelShare } from './specular'

/** Something clear before an evenly lit white sheet that fills far more than the picture. */
const before = (change: Partial<Plan['subject']>, more?: (plan: Plan) => void): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      finish: 'clear',
      shape: 'box',
      widthMm: 30,
      heightMm: 40,
      depthMm: 20,
      rotationDeg: 0,
      ...change
    }
    plan.background = {
      ...plan.background,
      distanceMm: 400,
      widthMm: 4000,
      heightMm: 4000,
      reflectance: 0.8
    }
    plan.table = null
    plan.focus = { ...plan.focus, magnification: 0.2 }
    plan.lights = [
      testLight({
        strobe: testStrobe({ face: { kind: 'disc', diameterMm: 10 } }),
        at: { distanceMm: 600, azimuthDeg: 60, elevationDeg: 30 },
        aim: { kind: 'place', place: 'background' }
      })
    ]
    more?.(plan)
  })
const wayOf = (): readonly [number, number, number] => [0, 0, -1]

describe('a ray through plane layers', () => {
  test('a block of glass lets (1 − F)² through, less what its colour takes', () => {
    const share = (plan: Plan): number =>
      followed(
        { clear: clearOf(plan), table: null, coat: coatIn(AIR) },
        surfacesOf([]),
        [0, 0, 200],
        wayOf(),
        0
      )
        .filter(({ mirrored }) => !mirrored)
        .reduce((sum, end) => sum + end.share, 0)
    const once = 1 - fresnelShare(1)
    expect(once).toBeCloseTo(0.96, 9)
    expect(share(before({}))).toBeCloseTo(once ** 2, 6)
    // 20 mm of a glass that shows half through 10 mm: a quarter.
    const grey = '#bcbcbc'
    const half = ((0xbc / 255 + 0.055) / 1.055) ** 2.4
    const tinted = before({ glass: { wallMm: 2, colour: grey, throughMm: 10 } })
    expect(share(tinted)).toBeCloseTo(once ** 2 * half ** 2, 4)
  })

  test('an empty vessel has four faces, a filled one two of glass and air and two of glass and water', () => {
    const share = (level: number | null): number => {
      const plan = before({
        shape: 'vessel',
        profile: TUBE,
        widthMm: 30,
        depthMm: 30,
        heightMm: 60,
        glass: { wallMm: 2, colour: '#ffffff', throughMm: 20 },
        liquid: level === null ? null : { level, colour: '#ffffff', throughMm: 20 }
      })
      return followed(
        { clear: clearOf(plan), table: null, coat: coatIn(AIR) },
        surfacesOf([]),
        [0, 2, 200],
        wayOf(),
        0
      )
        .filter(({ mirrored }) => !mirrored)
        .reduce((sum, end) => sum + end.share, 0)
    }
    const air = 1 - fresnelShare(1)
    const water = 1 - fresnelShare(1, 1.5 / 1.333)
    // A little off its middle, and round: within a hundredth.
    expect(Math.abs(share(null) - air ** 4)).toBeLessThan(0.01)
    expect(Math.abs(share(0.95) - air ** 2 * water ** 2)).toBeLessThan(0.01)
    expect(air ** 4).toBeCloseTo(0.85, 2)
    expect(air ** 2 * water ** 2).toBeCloseTo(0.915, 2)
  })
})

describe('places of a clear subject', () => {
  test('through its middle: what stands behind × what comes through', () => {
    const plan = before({})
    const ledger = ledgerOf(plan)
    expect(ledger.places.slice(0, 3)).toEqual(['subject', 'rimLeft', 'rimRight'])
    const through = (1 - fresnelShare(1)) ** 2
    expect(ledger.flash.subject! - ledger.flash.background!).toBeCloseTo(Math.log2(through), 1)
    const [first] = behindGlass(
      plan,
      computeTransport(plan).scene,
      computeTransport(plan).scene.places[0]!
    )
    expect(first).toMatchObject({ id: 'background', share: expect.closeTo(through, 1) })
  })

  test('ambient is that of what shows: the background’s, by its own reading', () => {
    const plan = before({}, (draft) => {
      draft.ambient.background = testReading(6)
      draft.ambient.subject = testReading(1)
    })
    const { ambient } = ledgerOf(plan)
    const through = (1 - fresnelShare(1)) ** 2
    expect(ambient.subject!.level - ambient.background!.level).toBeCloseTo(Math.log2(through), 1)
    const unread = before({}, (draft) => void (draft.ambient.background = testReading(6)))
    expect(ledgerOf(unread).ambient.subject!.state).toBe('known')
    expect(ledgerOf(before({})).ambient.subject!.state).toBe('unknown')
  })

  test('a tint on the way is the colour of the place, by every band of what comes through', () => {
    // Half of red and all of green through 10 mm, of 20: a quarter against 1.
    const half = '#bcffff'
    const plan = before({ glass: { wallMm: 2, colour: half, throughMm: 10 } })
    const { places } = computeTransport(plan).scene
    const middle = linearOf(places[0]!.colour as string)
    const share = ((0xbc / 255 + 0.055) / 1.055) ** 4.8
    // Of the 4 % its front mirrors nothing is lost.
    const back = fresnelShare(1) / (1 - fresnelShare(1)) ** 2
    expect(middle[0] / middle[1]).toBeCloseTo((share + back) / (1 + back), 1)
    expect(middle[2] / middle[1]).toBeCloseTo(1, 2)
    expect(computeTransport(before({})).scene.places[0]!.colour).toBeNull()
    const ledger = ledgerOf(plan)
    const [red, green] = channelsAt(plan, ledger, 'subject')!
    const [wasRed, wasGreen] = channelsAt(before({}), ledgerOf(before({})), 'subject')!
    expect(red - green - (wasRed - wasGreen)).toBeLessThan(-1)
  })

  test('the terms add up, to what the rays show', () => {
    const plan = before({}, (draft) => void (draft.ambient.background = testReading(6)))
    const ledger = ledgerOf(plan)
    for (const source of ['ambient', 'A'] as const) {
      const terms = cellTerms(plan, source, 'subject')
      const cell = ledger.rows.find((row) => row.source === source)!.cells.subject!
      expect(terms.some(({ kind }) => kind === 'seen')).toBe(true)
      expect(terms.reduce((sum, { stops }) => sum + stops, 0)).toBeCloseTo(cell.level, 9)
    }
  })

  test('a head that shows through it is as bright as its face, whatever its light falls on', () => {
    const behind = before({}, (draft) => {
      draft.lights = [
        testLight({
          strobe: testStrobe({
            face: { kind: 'rectangle', widthMm: 300, heightMm: 300 },
            beamDeg: 120
          }),
          at: { distanceMm: 150, azimuthDeg: 180, elevationDeg: 0 },
          aim: { kind: 'place', place: 'focus' }
        })
      ]
    })
    const { direct } = computeTransport(behind)
    // cos¹: L = I/A; a card is as bright at ρE/π. 1 at 1 m on the axis is I = 1.
    const radiance = 1 / (0.3 * 0.3)
    const wanted = ((1 - fresnelShare(1)) ** 2 * Math.PI * radiance) / 0.18
    expect(Math.log2(direct[0]! / wanted)).toBeCloseTo(0, 1)
  })

  test.each([
    ['a ball', { shape: 'ellipsoid', depthMm: 30, heightMm: 30 }],
    [
      'a filled tube',
      {
        shape: 'vessel',
        profile: TUBE,
        depthMm: 30,
        heightMm: 60,
        liquid: { level: 0.8, colour: '#e0b060', throughMm: 40 }
      }
    ],
    ['a crystal', { shape: 'crystal', rotationDeg: 12 }]
  ] as const)('%s: the picture shows the same, by its own paths', (_, change) => {
    const plan = before(change as Partial<Plan['subject']>, (draft) => {
      draft.settings = { ...draft.settings, apertureStops: 14 }
      draft.background = { ...draft.background, widthMm: 300, heightMm: 240 }
    })
    const { scene, direct } = computeTransport(plan)
    const tracer = tracerOf(worldOf(plan))
    scene.places.forEach((place, j) => {
      if (!place.seen || direct[j]! < 1e-3) return
      const mean =
        place.seen.reduce((sum, way) => {
          const at = [0, 1, 2].map(
            (k) => scene.pose.pupil[k]! + way[k]! * scene.pose.pupilMm
          ) as unknown as readonly [number, number, number]
          const { x, y } = project(scene.pose, at)!
          return sum + meanAt(tracer, FIRST_LIGHT, 1500, x, y).mean
        }, 0) / place.seen.length
      // What is mirrored further in is left out of the sum.
      expect([place.id, Math.abs(Math.log2(mean / direct[j]!)) < 0.2]).toEqual([place.id, true])
    })
  })
})
