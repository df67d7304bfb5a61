// checks: a table that mirrors (law of reflection and Fresnel by hand; the picture’s own paths)
import { describe, expect, it } from '@jest/globals'
import { evaluate } from '../ledger/evaluate'
import { cellTerms } from '../ledger/cellTerms'
import { FIRST_LIGHT, meanAt } from '../picture/testing'
import { tracerOf } from '../picture/trace'
import { worldOf } from '../picture/world'
import type { Plan } from '../plan/plan'
import { testReading, testStrobe } from '../testing'
import { testMirror } from './testing'
import { computeTransport } from './transport'
import { project } from './camera'
import { behindGlass } from './seenLight'

type Table = NonNullable<Plan['table']>

const level = (plan: Plan, place: string): number | undefined => evaluate(plan).ledger.totals[place]

/** Fresnel’s equations for glass of 1.5, written out anew. */
function fresnel(cos: number): number {
  const sinIn = Math.sqrt(1 - cos * cos)
  const cosOut = Math.sqrt(1 - (sinIn / 1.5) ** 2)
  const s = (cos - 1.5 * cosOut) / (cos + 1.5 * cosOut)
  const p = (1.5 * cos - cosOut) / (1.5 * cos + cosOut)
  return (s * s + p * p) / 2
}

describe('a table that mirrors', () => {
  it.each([8, 15, 30, 40])(
    'a flat thing’s image at %p° is so much darker as Fresnel says',
    (deg) => {
      const image = (finish: Table['finish']): number =>
        level(
          testMirror({ finish }, (plan) => {
            plan.view = { elevationDeg: deg }
            plan.subject = { ...plan.subject, shape: 'box', depthMm: 2 }
            // Evenly lit: far off, its light the same all over the face.
            plan.lights[0]!.at = { distanceMm: 5000, azimuthDeg: 0, elevationDeg: 5 }
          }),
          'mirrored'
        )!
      const front = level(
        testMirror({}, (plan) => {
          plan.view = { elevationDeg: deg }
          plan.subject = { ...plan.subject, shape: 'box', depthMm: 2 }
          plan.lights[0]!.at = { distanceMm: 5000, azimuthDeg: 0, elevationDeg: 5 }
        }),
        'front'
      )!
      const plan = testMirror({}, (draft) => {
        draft.view = { elevationDeg: deg }
        draft.subject = { ...draft.subject, shape: 'box', depthMm: 2 }
      })
      const { scene } = computeTransport(plan)
      const spot = scene.places.find(({ id }) => id === 'mirrored')!
      const down = scene.pose.pupil[1] - spot.at[1]
      const far = Math.hypot(
        scene.pose.pupil[0] - spot.at[0],
        down,
        scene.pose.pupil[2] - spot.at[2]
      )
      expect(Math.abs(image('gloss') - front - Math.log2(fresnel(down / far)))).toBeLessThan(0.15)
      expect(Math.abs(image('metal') - front - Math.log2(0.7))).toBeLessThan(0.15)
    }
  )

  it.each([
    ['gloss', 0, 40],
    ['gloss', 0.15, 40],
    ['gloss', 0, 150]
  ] as const)('%s of roughness %p, lit from %p°: as the picture', (finish, roughness, azimuth) => {
    const plan = testMirror({ finish, roughness, reflectance: 0.04 }, (draft) => {
      draft.lights[0]!.at = { ...draft.lights[0]!.at, azimuthDeg: azimuth }
    })
    const tracer = tracerOf(worldOf({ ...plan, settings: { ...plan.settings, apertureStops: 14 } }))
    const { direct, bounce, scene } = computeTransport(plan)
    for (const id of ['mirrored', 'foreground']) {
      const j = scene.places.findIndex((place) => place.id === id)
      const spot = project(scene.pose, scene.places[j]!.at)!
      if (direct[j]! <= 0) continue
      const got = meanAt(tracer, FIRST_LIGHT, 8000, spot.x, spot.y, 5)
      const off = Math.abs(Math.log2(got.mean / (direct[j]! + bounce[j]!)))
      expect(off - 3 * Math.log2(1 + got.error / got.mean)).toBeLessThan(0.15)
    }
  })

  it('shows the background in the foreground where the camera stands low, by its own light', () => {
    const plan = testMirror({}, (draft) => {
      draft.view = { elevationDeg: 10 }
      draft.focus = { ...draft.focus, magnification: 0.1 }
      draft.background = { ...draft.background, distanceMm: 400, reflectance: 0.8 }
      draft.ambient.background = testReading(6)
      draft.ambient.subject = testReading(-4)
      draft.table!.depthMm = 700
    })
    const { scene } = computeTransport(plan)
    const foreground = scene.places.find(({ id }) => id === 'foreground')!
    const shows = behindGlass(plan, scene, foreground).map(({ id }) => id)
    expect(shows).toContain('background')
    const { ambient } = evaluate(plan).ledger
    expect(ambient.foreground!.level).toBeGreaterThan(ambient.subject!.level)
    expect(ambient.foreground!.level).toBeLessThan(ambient.background!.level)
    const sum = cellTerms(plan, 'ambient', 'foreground').reduce((all, { stops }) => all + stops, 0)
    expect(sum).toBeCloseTo(ambient.foreground!.level, 9)
  })

  it.each(['gloss', 'metal'] as const)(
    '%s: light it throws up, as the picture finds it',
    (finish) => {
      const plan = testMirror({
        finish,
        roughness: finish === 'metal' ? 0.02 : 0,
        reflectance: 0.02
      })
      const tracer = tracerOf(
        worldOf({ ...plan, settings: { ...plan.settings, apertureStops: 14 } })
      )
      const { direct, bounce, scene } = computeTransport(plan)
      for (const id of ['subject', 'shadow', 'front', 'top']) {
        const j = scene.places.findIndex((place) => place.id === id)
        const place = scene.places[j]!
        const spot = project(scene.pose, place.at)!
        const got = meanAt(tracer, FIRST_LIGHT, 3000, spot.x, spot.y, 5)
        const sum = ((direct[j]! + bounce[j]!) * place.reflectance) / 0.18
        const off = Math.abs(Math.log2(got.mean / sum))
        expect(off - 3 * Math.log2(1 + got.error / got.mean)).toBeLessThan(0.03)
      }
    }
  )

  it('a lamp’s image lights a card as a second lamp would, 0.7 of it by metal; not past its edge', () => {
    const card = (table: Partial<Table>): Plan =>
      testMirror({ finish: 'metal', ...table }, (draft) => {
        draft.subject = { ...draft.subject, widthMm: 1, heightMm: 1, depthMm: 1 }
        draft.view = { elevationDeg: 0 }
        draft.lights[0]!.strobe = testStrobe({
          face: { kind: 'disc', diameterMm: 1 },
          beamDeg: 120
        })
        draft.lights[0]!.at = { distanceMm: 400, azimuthDeg: 0, elevationDeg: 30 }
        draft.lights[0]!.aim = { kind: 'free', azimuthDeg: 180, elevationDeg: -30 }
        draft.places = [
          {
            id: 'P1',
            name: 'Card',
            xMm: 0,
            yMm: 20,
            zMm: 0,
            faces: 'lens',
            reflectance: 0.18,
            finish: 'matt'
          }
        ]
      })
    const lit = (plan: Plan): number => {
      const { direct, scene } = computeTransport(plan)
      return direct[scene.places.findIndex(({ id }) => id === 'P1')]!
    }
    // By hand: the card looks along z; the lamp at 30° up, its image under y = −12.1, beam cos¹.
    const rad = Math.PI / 6
    const [y, z] = [400 * Math.sin(rad), 400 * Math.cos(rad)]
    const by = (height: number, down: number): number => {
      const d = Math.hypot(z, height - 20)
      const facing = z / d
      // Off its axis: which looks back at the focus point, or, of the image, as far up.
      const cosOff = (z * Math.cos(rad) + (height - 20) * down * Math.sin(rad)) / d
      return (1e6 / (d * d)) * facing * cosOff
    }
    const straight = by(y, 1)
    const image = by(-24.2 - y, -1)
    expect(lit(card({ finish: 'matt' }))).toBeCloseTo(straight, 2)
    expect(lit(card({}))).toBeCloseTo(straight + 0.7 * image, 2)
    // Where its light would meet the table, some 50 mm before the card, there is none.
    expect(lit(card({ depthMm: 60 }))).toBeCloseTo(straight, 2)
    const terms = cellTerms(card({}), 'A', 'P1')
    const mirrored = terms.find(({ kind }) => kind === 'byTable')!
    expect(mirrored.stops).toBeCloseTo(Math.log2(1 + (0.7 * image) / straight), 3)
    for (const place of ['P1', 'subject', 'front', 'background', 'mirrored']) {
      const plan = card({})
      const cell = evaluate(plan).ledger.rows[1]!.cells[place]
      if (!cell || cell.state !== 'known') continue
      const sum = cellTerms(plan, 'A', place).reduce((all, { stops }) => all + stops, 0)
      expect(sum).toBeCloseTo(cell.level, 6)
    }
  })

  it('is not there where the table is matt, too small, or seen from under it', () => {
    expect(level(testMirror({}), 'mirrored')).toBeDefined()
    expect(level(testMirror({ finish: 'matt' }), 'mirrored')).toBeUndefined()
    expect(level(testMirror({ depthMm: 20, widthMm: 20 }), 'mirrored')).toBeUndefined()
    const under = testMirror({}, (draft) => void (draft.view = { elevationDeg: -20 }))
    expect(level(under, 'mirrored')).toBeUndefined()
  })
})
