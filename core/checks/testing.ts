/** What the tests of the checks start from. */
import { evaluate } from '../ledger/evaluate'
import { ledgerOf } from '../ledger/ledger'
import { BACKGROUND_PLACES, type Plan } from '../plan/plan'
import { testLens, testLight, testModifier, testPlan, testStrobe } from '../testing'
import type { Check, CheckKind } from './check'

export const set = (change: (p: Plan) => void): Plan =>
  testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 22, heightMm: 14, depthMm: 14 }
    p.focus.magnification = 0.5
    change(p)
  })
export const find = (checks: readonly Check[], kind: CheckKind): Check[] =>
  checks.filter((check) => check.kind === kind)
export const snoot = testModifier({
  id: 'snoot',
  name: 'Tube',
  lossStops: 0.4,
  beam: { kind: 'snoot', throatMm: 20, lengthMm: 120, innerReflectance: 0 }
})

/** A pale wall close behind the subject, lit by a low light from one side. */
export const wall = (change: (p: Plan) => void = () => undefined): Plan =>
  set((p) => {
    p.background = {
      ...p.background,
      distanceMm: 30,
      reflectance: 0.8,
      widthMm: 2000,
      heightMm: 2000
    }
    p.goals = { ...p.goals, backgroundStops: 3 }
    p.lights = [testLight({ at: { distanceMm: 300, azimuthDeg: 35, elevationDeg: 5 } })]
    change(p)
  })

/** The brightest of the background by the lights alone, stops against mid-grey. */
export const brightest = (plan: Plan): number => {
  const { flash } = ledgerOf(plan)
  return Math.max(...BACKGROUND_PLACES.map((place) => flash[place]!))
}

/** A small rounded thing on black, the lens front 160 mm away, one light at a level on the subject. */
export function lensSet(change: (plan: Plan) => void): Plan {
  return testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 12, heightMm: 10, depthMm: 10 }
    p.lens = testLens({ sensorToFrontMm: 160 })
    p.focus.magnification = 0.5
    change(p)
  })
}
/** The plan with the light's power so that its strongest place on the subject lies at a level. */
export function lit(plan: Plan, level: number): Plan {
  const { ledger } = evaluate(plan)
  const most = Math.max(
    ...['subject', 'top', 'front', 'shadow'].map(
      (place) => ledger.rows[1]!.cells[place]?.level ?? -Infinity
    )
  )
  const [light] = plan.lights
  return { ...plan, lights: [{ ...light!, powerStops: light!.powerStops + level - most }] }
}
/**
 * Elevation of a light 400 mm behind the subject that the lens, 290 mm before it, sees so far above
 * its axis: the triangle of lens, subject and light.
 */
const elevationFor = (deg: number): number =>
  deg + (Math.asin((290 / 400) * Math.sin((deg * Math.PI) / 180)) * 180) / Math.PI

/** A bare head behind the subject, so far above the lens axis as the lens sees it. */
export const rim = (aboveDeg: number): Plan =>
  lensSet((p) => {
    p.lights = [
      testLight({
        strobe: testStrobe({ beamDeg: 70, face: { kind: 'rectangle', widthMm: 60, heightMm: 38 } }),
        at: { distanceMm: 400, azimuthDeg: 180, elevationDeg: elevationFor(aboveDeg) }
      })
    ]
  })

/** A metal coin seen at 50° from above under one panel. */
export const coin = (at: { distanceMm: number; azimuthDeg: number; elevationDeg: number }) =>
  set((p) => {
    p.subject = {
      ...p.subject,
      shape: 'cylinder',
      finish: 'metal',
      widthMm: 24,
      heightMm: 2,
      depthMm: 24
    }
    p.view = { elevationDeg: 50 }
    p.lights = [
      testLight({
        strobe: testStrobe({ face: { kind: 'rectangle', widthMm: 60, heightMm: 60 } }),
        at
      })
    ]
  })
