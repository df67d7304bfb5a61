import { expect, it } from '@jest/globals'
import fc from 'fast-check'
import { FINISHES, PROP_SHAPES, RESTS, SHAPES, TABLE_FINISHES, type Plan } from '../plan/plan'
import {
  longly,
  testCard,
  testLight,
  testModifier,
  testPlan,
  testProp,
  testStrobe
} from '../testing'
import { momentGroups } from './moment'
import { pictureOf } from './picture'
import { newFilm } from './film'
import { traceFilm } from './render'
import { tracerOf, type Extras } from './trace'
import { worldOf } from './world'

const length = fc.double({ min: 0.1, max: 300, noNaN: true })
const angle = (most: number) => fc.double({ min: -most, max: most, noNaN: true })

/** Any set at all: lamps inside things, the camera in the subject, glass cut by the table. */
const sets = fc.record({
  shape: fc.constantFrom(...SHAPES),
  finish: fc.constantFrom(...FINISHES),
  roughness: fc.constantFrom(0, 0.3, 1),
  prop: fc.option(
    fc.record({
      shape: fc.constantFrom(...PROP_SHAPES),
      finish: fc.constantFrom(...FINISHES),
      rests: fc.constantFrom(...RESTS),
      roughness: fc.constantFrom(0, 0.3),
      xMm: angle(40),
      zMm: angle(40),
      widthMm: length
    })
  ),
  filled: fc.boolean(),
  size: fc.tuple(length, length, length),
  turn: angle(180),
  lampMm: fc.double({ min: 5, max: 600, noNaN: true }),
  azimuthDeg: angle(180),
  elevationDeg: angle(90),
  mount: fc.constantFrom('stand' as const, 'lens' as const),
  face: fc.constantFrom(
    { kind: 'ring' as const, innerMm: 60, outerMm: 90 },
    { kind: 'disc' as const, diameterMm: 30 },
    { kind: 'rectangle' as const, widthMm: 200, heightMm: 5 }
  ),
  snoot: fc.boolean(),
  belowMm: fc.option(length),
  table: fc.constantFrom(...TABLE_FINISHES),
  room: fc.boolean(),
  magnification: fc.double({ min: 0.01, max: 1, noNaN: true }),
  elevation: angle(90),
  speed: fc.constantFrom(0, 3000)
})

const planOf = (each: typeof sets extends fc.Arbitrary<infer T> ? T : never): Plan =>
  testPlan((plan) => {
    const [widthMm, heightMm, depthMm] = each.size
    plan.subject = {
      ...plan.subject,
      shape: each.shape,
      finish: each.finish,
      widthMm,
      heightMm,
      depthMm,
      rotationDeg: each.turn,
      speedMmS: each.speed,
      roughness: each.roughness,
      liquid: each.filled ? { level: 0.7, colour: '#aa7733', throughMm: 20 } : null
    }
    plan.props = each.prop
      ? [testProp(each.prop), testProp({ ...each.prop, id: 'T2', xMm: 5 })]
      : []
    plan.background = { ...plan.background, gradientStops: each.turn / 30 }
    plan.table =
      each.belowMm === null
        ? null
        : {
            belowMm: each.belowMm,
            widthMm: 300,
            depthMm: 300,
            reflectance: 0.6,
            finish: each.table,
            roughness: each.roughness
          }
    plan.room = each.room
      ? {
          widthMm: 900,
          depthMm: 900,
          leftMm: 400,
          behindMm: 300,
          ceilingMm: 400,
          floorMm: 300,
          wallReflectance: 1,
          ceilingReflectance: 0.9,
          floorReflectance: 0.2
        }
      : null
    plan.view = { elevationDeg: each.elevation }
    plan.focus = { ...plan.focus, magnification: each.magnification }
    plan.camera = { ...plan.camera, bodyWidthMm: null, bodyHeightMm: null }
    plan.cards = [testCard({ at: { distanceMm: 50, azimuthDeg: 40, elevationDeg: 0 } })]
    plan.lights = [
      testLight({
        mount: each.mount,
        strobe: testStrobe({ face: each.face }),
        at: {
          distanceMm: each.lampMm,
          azimuthDeg: each.azimuthDeg,
          elevationDeg: each.elevationDeg
        },
        modifiers:
          each.snoot && each.face.kind !== 'ring'
            ? [
                testModifier({
                  beam: { kind: 'snoot', throatMm: 20, lengthMm: 60, innerReflectance: 0.4 }
                })
              ]
            : []
      })
    ]
  })

it('every set gives light that is a number and not less than none, traced and cleaned', () => {
  fc.assert(
    fc.property(sets, (each) => {
      const plan = planOf(each)
      const extras: Extras = { moments: momentGroups(plan, each.speed > 0 ? 0.01 : Infinity) }
      const tracer = tracerOf(worldOf(plan), extras)
      const film = newFilm(16, 10, tracer.sources)
      traceFilm(tracer, film, 3)
      const { light, raw, spread } = pictureOf([film])
      for (const values of [light, raw, spread])
        expect(values.every((value) => value >= 0 && Number.isFinite(value))).toBe(true)
    }),
    { numRuns: longly(200, 60) }
  )
})
