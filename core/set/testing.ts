/** A set for tests of tables that mirror. */
import type { Plan } from '../plan/plan'
import { testLight, testPlan, testStrobe } from '../testing'

/** A ball on a table that mirrors, one lamp, the camera a little above. */
export const testMirror = (
  table: Partial<NonNullable<Plan['table']>>,
  change?: (plan: Plan) => void
): Plan =>
  testPlan((plan) => {
    plan.subject = {
      ...plan.subject,
      shape: 'ellipsoid',
      reflectance: 0.5,
      widthMm: 24,
      heightMm: 24,
      depthMm: 24
    }
    plan.table = {
      belowMm: 12.1,
      widthMm: 300,
      depthMm: 300,
      reflectance: 0.005,
      finish: 'gloss',
      roughness: 0,
      ...table
    }
    plan.lights = [
      testLight({
        strobe: testStrobe({ face: { kind: 'disc', diameterMm: 40 } }),
        at: { distanceMm: 250, azimuthDeg: 40, elevationDeg: 20 }
      })
    ]
    plan.focus = { ...plan.focus, magnification: 0.4 }
    plan.view = { elevationDeg: 15 }
    change?.(plan)
  })
