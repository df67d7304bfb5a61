// checks: a table that mirrors (Fresnel by hand; images by mirrored points)
import { describe, expect, it } from '@jest/globals'
import { ledgerOf } from '../ledger/ledger'
import { touched } from '../picture/atPlace'
import { withPlaceAt } from '../picture/ownPlace'
import { worldOf } from '../picture/world'
import type { Plan } from '../plan/plan'
import { isClear } from '../set/seenPlaces'
import { testMirror } from '../set/testing'
import { addFacet, addLabel } from './onGlass'
import { mirroredFrom, tableLook } from './tableLook'

const set = (reflectance: number, change?: (plan: Plan) => void): Plan =>
  testMirror({ reflectance, widthMm: 900, depthMm: 900 }, (plan) => {
    plan.focus = { ...plan.focus, magnification: 0.3 }
    change?.(plan)
  })

describe('a table that mirrors, looked at', () => {
  it('image and own tone are the parts of what is seen there', () => {
    for (const reflectance of [0.01, 0.3]) {
      const plan = set(reflectance)
      const { image } = tableLook(plan)!
      const { totals } = ledgerOf(plan)
      const level = totals.subject! + image!.againstSubject
      expect(level + Math.log2(1 + 2 ** image!.ownAgainst)).toBeCloseTo(totals.mirrored!, 6)
    }
    // Thirty times the tone: five stops.
    const of = (reflectance: number): number => tableLook(set(reflectance))!.image!.ownAgainst
    expect(of(0.3) - of(0.01)).toBeCloseTo(Math.log2(30), 6)
  })

  // Glass of 1.5 at 90°: 4 %; at grazing light all of it (Fresnel; any handbook of optics).
  it('mirrors 4 % from straight above, half at 7°, more the lower', () => {
    const plan = set(0.02)
    expect(mirroredFrom(plan, 90)).toBeCloseTo(0.04, 6)
    expect(mirroredFrom(plan, 7)).toBeGreaterThan(0.45)
    expect(mirroredFrom(plan, 7)).toBeLessThan(0.55)
    expect(mirroredFrom(plan, 34)).toBeLessThan(mirroredFrom(plan, 20))
  })

  it('a lamp behind the subject shows in the table where its mirror image lies', () => {
    const low = set(0.02, (plan) => {
      plan.view = { elevationDeg: 30 }
      plan.lights[0]!.at = { distanceMm: 130, azimuthDeg: 150, elevationDeg: 28 }
    })
    const [lamp] = tableLook(low)!.lamps
    expect(lamp).toMatchObject({ light: 'A' })
    expect(lamp!.x).toBeGreaterThan(0.2)
    expect(lamp!.level).toBeGreaterThan(ledgerOf(low).totals.subject!)
    const off = { ...low, lights: [{ ...low.lights[0]!, on: false }] }
    expect(tableLook(off)!.lamps).toEqual([])
    expect(tableLook(set(0.02))!.lamps).toEqual([])
    expect(tableLook({ ...low, table: { ...low.table!, finish: 'matt' } })).toBeNull()
  })
})

describe('places by name on something clear', () => {
  const clear = (shape: 'vessel' | 'box' | 'ellipsoid'): Plan =>
    set(0.02, (plan) => {
      plan.subject = { ...plan.subject, shape, finish: 'clear', heightMm: 40, rotationDeg: 30 }
      plan.background = { ...plan.background, distanceMm: 200, reflectance: 0.8 }
      plan.lights[0]!.at = { distanceMm: 150, azimuthDeg: 40, elevationDeg: 30 }
    })

  it.each(['vessel', 'box', 'ellipsoid'] as const)(
    'a label on a %s: lit paper in its middle',
    (shape) => {
      const plan = clear(shape)
      const after = addLabel(plan)
      expect(after.props).toHaveLength(1)
      const [place] = after.places
      expect(place).toMatchObject({ name: 'Label', finish: 'matt' })
      const { totals } = ledgerOf(after)
      expect(totals.P1!).toBeGreaterThan(-3)
      // As much as a bare card there: nothing of the set hides it.
      const bare = ledgerOf({ ...after, props: [] }).totals.P1!
      expect(Math.abs(totals.P1! - bare)).toBeLessThan(0.1)
      // What it does not cover is seen through as before.
      expect(Math.abs(totals.subject! - ledgerOf(plan).totals.subject!)).toBeLessThan(0.3)
    }
  )

  it('a facet shows what stands behind, not what falls on it', () => {
    const after = addFacet(addFacet(clear('ellipsoid')))
    expect(after.places.map(({ name }) => name)).toEqual(['Facet 1', 'Facet 2'])
    const dark = { ...after, background: { ...after.background, reflectance: 0.005 } }
    expect(ledgerOf(dark).totals.P1!).toBeLessThan(ledgerOf(after).totals.P1! - 2)
  })

  it('a spot of it that is pointed at in the picture is a facet', () => {
    const plan = clear('ellipsoid')
    const spot = touched(worldOf(plan), 0.02, 0.02)!
    expect(spot.id).toBe('subject')
    const after = withPlaceAt(plan, spot)
    expect(after.places[0]).toMatchObject({ name: 'Facet 1', finish: 'clear' })
    expect(after.places[0]!.zMm).toBeGreaterThan(10)
    expect(touched(worldOf(plan), -0.95, 0.9)!.id).toBe('background')
    const matt = set(0.02)
    expect(withPlaceAt(matt, touched(worldOf(matt), 0, 0)!).places[0]).toMatchObject({
      name: 'Place 1',
      finish: 'matt'
    })
  })

  it('refuses where it makes no sense, or there is no room', () => {
    const matt = set(0.02)
    expect(isClear(matt)).toBe(false)
    expect(addFacet(matt)).toBe(matt)
    expect(addLabel(matt)).toBe(matt)
    let full = clear('vessel')
    for (let i = 0; i < 10; i++) full = addLabel(full)
    expect(full.props).toHaveLength(6)
    expect(full.places).toHaveLength(6)
    for (let i = 0; i < 10; i++) full = addFacet(full)
    expect(full.places).toHaveLength(8)
    const lying = { ...clear('vessel') }
    lying.subject = { ...lying.subject, lying: true }
    expect(addLabel(lying)).toBe(lying)
  })
})
