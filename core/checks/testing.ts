/** What the tests of the checks start from. */
import { ledgerOf } from '../ledger/ledger'
import { BACKGROUND_PLACES, type Plan } from '../plan/plan'
import { testLight, testModifier, testPlan } from '../testing'
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
  beam: { kind: 'snoot', throatMm: 20, lengthMm: 120 }
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
