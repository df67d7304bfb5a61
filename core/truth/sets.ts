/** Seeded sets of every kind that the set's light is held against the truth in. */
import type { Card, Light, Plan } from '../plan/plan'
import { testCard, testLight, testModifier, testPlan, testStrobe } from '../testing'
import { randomOf } from './tracer'

export const GROUPS = [
  'open',
  'ring, snoot, grid',
  'table, partly hidden',
  'penumbra of a flag',
  'white room, bare head',
  'white room, ceiling bounce',
  'tent of cards',
  'panel behind cards'
] as const
export type Group = (typeof GROUPS)[number]

/** A set of a group; the same seed gives the same set. */
export function setOf(group: Group, seed: number): Plan {
  const random = randomOf(1000 * GROUPS.indexOf(group) + seed + 1)
  for (let i = 0; i < 8; i++) random()
  const between = (low: number, high: number): number =>
    Math.round((low + (high - low) * random()) * 10) / 10
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const panel = () =>
    ({ kind: 'rectangle', widthMm: between(40, 260), heightMm: between(30, 200) }) as const
  /** Whether a head stands clear of background and table: no face may stick through them. */
  const clear = (plan: Plan): boolean =>
    plan.lights.every(({ at, strobe: { face } }) => {
      const reach =
        face.kind === 'rectangle'
          ? Math.hypot(face.widthMm, face.heightMm) / 2
          : (face.kind === 'disc' ? face.diameterMm : face.outerMm) / 2
      const up = (at.elevationDeg * Math.PI) / 180
      const z = at.distanceMm * Math.cos(up) * Math.cos((at.azimuthDeg * Math.PI) / 180)
      return (
        Math.abs(z + plan.background.distanceMm) > reach + 15 &&
        (!plan.table || at.distanceMm * Math.sin(up) + plan.table.belowMm > reach + 5)
      )
    })
  const light = (part: Partial<Light> & { face?: Light['strobe']['face']; beamDeg?: number }) => {
    const { face = panel(), beamDeg = pick([60, 90, 120]), ...rest } = part
    return testLight({
      strobe: testStrobe({ face, beamDeg }),
      at: {
        distanceMm: between(160, 700),
        azimuthDeg: between(-120, 120),
        elevationDeg: between(-5, 70)
      },
      ...rest
    })
  }
  const card = (index: number, part: Partial<Card>): Card => testCard({ id: `K${index}`, ...part })
  const draw = () =>
    testPlan((plan) => {
      const shape = pick(['ellipsoid', 'box', 'cylinder', 'sheet'] as const)
      const height = between(10, 60)
      plan.subject = {
        ...plan.subject,
        shape,
        finish: 'matt',
        widthMm: between(10, 80),
        heightMm: height,
        depthMm: between(10, 60),
        rotationDeg: between(-60, 60),
        reflectance: pick([0.06, 0.18, 0.4, 0.8])
      }
      plan.focus = { ...plan.focus, magnification: 0.4 }
      // The camera takes its room.
      plan.camera = { ...plan.camera, bodyWidthMm: null, bodyHeightMm: null }
      plan.lens = { ...plan.lens, frontDiameterMm: null }
      plan.background = {
        ...plan.background,
        distanceMm: between(60, 500),
        widthMm: between(200, 800),
        heightMm: between(200, 800),
        reflectance: pick([0.02, 0.1, 0.4, 0.85])
      }
      const table = () => ({
        belowMm: height / 2 + between(0.1, 2),
        widthMm: between(300, 700),
        depthMm: between(300, 600),
        reflectance: pick([0.05, 0.3, 0.85]),
        finish: 'matt' as const,
        roughness: 0
      })
      const room = () => {
        const [widthMm, depthMm] = [between(2200, 4000), between(2200, 5000)]
        return {
          widthMm,
          depthMm,
          leftMm: Math.round(widthMm * (0.3 + 0.4 * random())),
          behindMm: Math.round(depthMm * (0.3 + 0.3 * random())),
          ceilingMm: between(1200, 1800),
          floorMm: between(700, 1000),
          wallReflectance: pick([0.5, 0.7, 0.85]),
          ceilingReflectance: pick([0.7, 0.85]),
          floorReflectance: pick([0.1, 0.3, 0.6])
        }
      }
      switch (group) {
        case 'open':
          plan.lights = [light({})]
          break
        case 'ring, snoot, grid':
          plan.lights = [
            pick([
              () =>
                light({
                  face: { kind: 'ring', innerMm: 64, outerMm: between(80, 130) },
                  at: {
                    distanceMm: between(70, 300),
                    azimuthDeg: between(-40, 40),
                    elevationDeg: between(-20, 40)
                  }
                }),
              () =>
                light({
                  modifiers: [testModifier({ beam: { kind: 'cut', beamDeg: between(10, 60) } })]
                }),
              () =>
                light({
                  face: { kind: 'disc', diameterMm: between(20, 60) },
                  modifiers: [testModifier({ beam: { kind: 'cut', beamDeg: between(4, 25) } })]
                }),
              () =>
                light({
                  face: { kind: 'disc', diameterMm: between(15, 70) },
                  modifiers: [
                    testModifier({
                      beam: {
                        kind: 'snoot',
                        throatMm: between(15, 60),
                        lengthMm: between(50, 180),
                        innerReflectance: 0
                      }
                    })
                  ]
                })
            ])()
          ]
          if (random() < 0.5) plan.table = table()
          break
        case 'table, partly hidden':
          plan.table = table()
          plan.lights = [light({})]
          plan.cards = [1, 2].map((index) =>
            card(index, {
              kind: pick(['card', 'flag'] as const),
              widthMm: between(40, 160),
              heightMm: between(40, 160),
              reflectance: 0.85,
              at: {
                distanceMm: between(60, 200),
                azimuthDeg: between(-150, 150),
                elevationDeg: between(5, 50)
              }
            })
          )
          break
        case 'penumbra of a flag': {
          const key = light({
            face: pick([panel(), { kind: 'disc', diameterMm: between(30, 200) } as const])
          })
          plan.lights = [key]
          plan.cards = [
            card(1, {
              widthMm: between(8, 120),
              heightMm: between(8, 120),
              at: {
                distanceMm: key.at.distanceMm * (0.25 + 0.5 * random()),
                azimuthDeg: Math.round(key.at.azimuthDeg + between(-12, 12)),
                elevationDeg: Math.round(key.at.elevationDeg + between(-12, 12))
              }
            })
          ]
          break
        }
        case 'white room, bare head':
          plan.room = room()
          plan.lights = [light({ face: { kind: 'disc', diameterMm: between(20, 60) } })]
          if (random() < 0.5) plan.table = table()
          break
        case 'white room, ceiling bounce':
          plan.room = room()
          plan.lights = [
            light({
              face: { kind: 'disc', diameterMm: between(20, 60) },
              at: {
                distanceMm: between(200, 800),
                azimuthDeg: between(-150, 150),
                elevationDeg: between(5, 60)
              },
              aim: { kind: 'free', azimuthDeg: between(-90, 90), elevationDeg: between(70, 90) }
            })
          ]
          if (random() < 0.5) plan.table = table()
          break
        case 'tent of cards':
          plan.table = random() < 0.7 ? table() : null
          plan.lights = [
            light({
              at: {
                distanceMm: between(250, 500),
                azimuthDeg: between(-60, 60),
                elevationDeg: between(20, 70)
              }
            })
          ]
          plan.cards = Array.from({ length: Math.floor(between(3, 6)) }, (_, i) =>
            card(i + 1, {
              kind: 'card',
              widthMm: between(80, 200),
              heightMm: between(80, 200),
              reflectance: between(0.7, 0.9),
              at: {
                distanceMm: between(70, 180),
                azimuthDeg:
                  [-90, 90, 180, -45, 45, 0][i]! + between(-12, 12) > 180
                    ? 170
                    : [-90, 90, 168, -45, 45, 0][i]! + between(-10, 10),
                elevationDeg: i === 5 ? 85 : between(0, 20)
              }
            })
          )
          break
        case 'panel behind cards': {
          // A large panel that shows past cards: to most of the table in part only.
          const key = light({
            face: { kind: 'rectangle', widthMm: between(150, 300), heightMm: between(120, 220) },
            at: {
              distanceMm: between(240, 400),
              azimuthDeg: between(-110, 110),
              elevationDeg: between(10, 50)
            }
          })
          plan.lights = [key]
          plan.table = { ...table(), belowMm: height / 2 + between(2, 60) }
          plan.cards = [-1, 1].map((side, i) =>
            card(i + 1, {
              kind: pick(['card', 'flag'] as const),
              widthMm: between(50, 110),
              heightMm: between(50, 110),
              reflectance: 0.85,
              at: {
                distanceMm: between(80, 120),
                azimuthDeg: Math.round(key.at.azimuthDeg + side * between(15, 50)),
                elevationDeg: between(0, 30)
              }
            })
          )
        }
      }
    })
  let plan = draw()
  while (!clear(plan)) plan = draw()
  return plan
}
