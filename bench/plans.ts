/** Plans the bench works on. */
import { LIGHT_IDS, type Plan } from '../core/plan/plan'
import { testLight, testModifier, testPlan, testStrobe } from '../core/testing'

/** Every kind of face, a snoot, a card, a flag, a table: what a full evaluation meets. */
export const fullSet = (lights: number, places: number): Plan =>
  testPlan((plan) => {
    plan.subject.shape = 'ellipsoid'
    plan.table = {
      belowMm: 10,
      widthMm: 600,
      depthMm: 500,
      reflectance: 0.3,
      finish: 'matt',
      roughness: 0
    }
    const faces = [
      { kind: 'rectangle', widthMm: 200, heightMm: 150 },
      { kind: 'disc', diameterMm: 45 },
      { kind: 'ring', innerMm: 64, outerMm: 92 }
    ] as const
    plan.lights = LIGHT_IDS.slice(0, lights).map((id, i) =>
      testLight({
        id,
        role: i ? 'other' : 'key',
        strobe: testStrobe({ face: faces[i % 3]! }),
        modifiers:
          i === 1
            ? [
                testModifier({
                  beam: { kind: 'snoot', throatMm: 22, lengthMm: 110, innerReflectance: 0 }
                })
              ]
            : [],
        at: { distanceMm: 150 + 60 * i, azimuthDeg: -150 + 40 * i, elevationDeg: 10 * i }
      })
    )
    plan.cards = (['card', 'flag'] as const).map((kind, k) => ({
      id: `K${k + 1}`,
      kind,
      on: true,
      widthMm: 100,
      heightMm: 70,
      reflectance: 0.85,
      at: { distanceMm: 90, azimuthDeg: -60 * (k + 1), elevationDeg: 0 },
      aim: { kind: 'place', place: 'focus' }
    }))
    // Nine places follow from subject, camera and key; the rest are the user's own.
    plan.places = Array.from({ length: places - 9 }, (_, k) => ({
      id: `P${k + 1}`,
      name: 'own',
      xMm: 5 * k,
      yMm: 5,
      zMm: 5,
      faces: 'lens' as const,
      reflectance: 0.18,
      finish: 'matt'
    }))
  })

/** A table and four cards in a white room: the most a stage has to throw light back. */
export const roomSet = (): Plan => ({
  ...fullSet(1, 9),
  room: {
    widthMm: 3000,
    depthMm: 4000,
    leftMm: 900,
    behindMm: 1200,
    ceilingMm: 1500,
    floorMm: 900,
    wallReflectance: 0.8,
    ceilingReflectance: 0.8,
    floorReflectance: 0.3
  },
  cards: [1, 2, 3, 4].map((k) => ({
    id: `K${k}`,
    kind: 'card',
    on: true,
    widthMm: 150,
    heightMm: 100,
    reflectance: 0.85,
    at: { distanceMm: 150, azimuthDeg: 90 * k - 225, elevationDeg: 10 },
    aim: { kind: 'place', place: 'focus' }
  }))
})

/**
 * Lights on thirds dials, three of them with goals of their own, over every mark of the camera;
 * above sync and a filter allowed.
 */
export const manyLights = (count: number): Plan =>
  testPlan((plan) => {
    plan.subject.shape = 'ellipsoid'
    const roles = ['key', 'fill', 'rim', 'other', 'other', 'other', 'other', 'other'] as const
    plan.lights = LIGHT_IDS.slice(0, count).map((id, i) =>
      testLight({
        id,
        role: roles[i]!,
        strobe: testStrobe({ id, face: { kind: 'rectangle', widthMm: 60, heightMm: 40 } }),
        at: {
          distanceMm: 200 + 40 * i,
          azimuthDeg: [40, -50, 150, -120, 80, -80, 120, -150][i]!,
          elevationDeg: 15
        }
      })
    )
    const reading = {
      value: { kind: 'ev' as const, ev: 5 },
      limit: 'exact' as const,
      via: 'incident' as const,
      atMagnification: 1,
      takenAt: null,
      look: null
    }
    plan.ambient = { ...plan.ambient, subject: reading, background: reading }
    plan.goals = {
      ...plan.goals,
      backgroundStops: -5,
      wished: ['depth'],
      places: [
        { place: 'shadow', kind: 'about', stops: -1.5, toleranceStops: 0.5 },
        { place: 'top', kind: 'about', stops: 0.3, toleranceStops: 0.5 }
      ]
    }
    plan.bag = { ndStops: [3], modifiers: [], filters: [], aboveSync: true, shadeStops: 2 }
  })
