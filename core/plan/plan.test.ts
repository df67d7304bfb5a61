import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import { evaluate } from '../ledger/evaluate'
import { testCamera, testLens, testPlan, testStrobe } from '../testing'
import { withBestPower } from '../solve/power'
import { newPlan } from './newPlan'
import { openPlan, planJsonSchema } from './open'
import { LOOKS, type Look, PLAN_VERSION } from './plan'

const json = (plan: unknown) => JSON.parse(JSON.stringify(plan)) as Record<string, never>
const broken = (change: (plan: Record<string, Record<string, unknown>>) => void) => {
  const plan = json(testPlan())
  change(plan as never)
  const opened = openPlan(plan)
  return opened.ok ? [] : opened.faults.map((fault) => fault.path)
}

describe('opening a plan', () => {
  test('what is written is read back the same', () => {
    const plan = testPlan()
    expect(openPlan(json(plan))).toEqual({ ok: true, plan })
  })
  test('faults name their path', () => {
    expect(
      broken((p) => {
        p.subject!.widthMm = -3
      })
    ).toEqual(['subject.widthMm'])
    expect(
      broken((p) => {
        p.settings!.apertureStops = null
      })
    ).toEqual(['settings.apertureStops'])
    expect(
      broken((p) => {
        p.background!.distanceMm = 0
      })
    ).toEqual(['background.distanceMm'])
    expect(
      broken((p) => {
        p.camera!.pixelsWide = '6000'
      })
    ).toEqual(['camera.pixelsWide'])
    expect(
      broken((p) => {
        ;(p as Record<string, unknown>).title = 'x'.repeat(1e6)
      })
    ).toEqual(['title'])
    expect(
      broken((p) => {
        ;(p as Record<string, unknown>).extra = 1
      })
    ).toEqual([''])
    expect(
      broken((p) => {
        ;(p.lights as unknown as { at: { distanceMm: number } }[])[0]!.at.distanceMm = 0
      })
    ).toEqual(['lights.0.at.distanceMm'])
  })
  test('a newer version is refused by name', () => {
    const opened = openPlan({ ...testPlan(), version: PLAN_VERSION + 1 })
    expect(opened).toMatchObject({ ok: false, faults: [{ path: 'version' }] })
    expect(openPlan({ format: 'other', version: 1 })).toMatchObject({
      ok: false,
      faults: [{ path: 'format' }]
    })
  })
  test('property: nothing that JSON can hold makes it throw', () => {
    fc.assert(fc.property(fc.jsonValue(), (value) => void openPlan(value)))
    fc.assert(fc.property(fc.anything(), (value) => void openPlan(value)))
  })
  test('the JSON Schema is generated from the same definition', () => {
    const schema = planJsonSchema() as { properties: Record<string, unknown>; required: string[] }
    expect(Object.keys(schema.properties).sort()).toEqual(Object.keys(testPlan()).sort())
  })
})

/** Clear things stand in sets of their own: core/advise/glass.test.ts. */
const OF_GLASS: readonly Look[] = ['bright-field', 'dark-field']

describe('looks', () => {
  test.each(LOOKS)(
    '%s starts valid, within the kit, with the subject right where the dial allows',
    (look) => {
      const plan = newPlan(look, 'New', {
        camera: testCamera(),
        lens: testLens(),
        strobe: testStrobe(),
        modifier: null
      })
      expect(openPlan(json(plan)).ok).toBe(true)
      if (OF_GLASS.includes(look)) return
      const { verdicts, suggestions } = evaluate(withBestPower(plan, 0))
      const suggestion = suggestions.A!
      expect(['ok', 'too-bright']).toContain(suggestion.state)
      if (suggestion.state === 'ok')
        expect(verdicts.find((each) => each.id === 'subject')!.state).toBe('ok')
      expect(verdicts.find((each) => each.id === 'sync')!.state).toBe('ok')
      expect(verdicts.find((each) => each.id === 'depth')!.state).toBe('ok')
    }
  )
  test('property: on any camera and lens a look asks no more depth than one frame holds, and its marks are the camera’s', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LOOKS),
        fc.constantFrom('third' as const, 'half' as const, 'whole' as const),
        fc.integer({ min: 8, max: 54 }),
        fc.integer({ min: 20, max: 300 }),
        fc.double({ min: 0.1, max: 5, noNaN: true }),
        fc.constantFrom(0.5, 1, 2),
        (look, step, sensorWidthMm, focalMm, maxMagnification, pupilRatio) => {
          const plan = newPlan(look, 'New', {
            camera: testCamera({ step, sensorWidthMm, sensorHeightMm: sensorWidthMm * 0.75 }),
            lens: testLens({ focalMm, maxMagnification, pupilRatio }),
            strobe: testStrobe(),
            modifier: null
          })
          expect(openPlan(json(plan)).ok).toBe(true)
          expect(plan.focus.magnification).toBeLessThanOrEqual(maxMagnification)
          expect(plan.subject.depthMm).toBeGreaterThanOrEqual(plan.subject.sharpDepthMm)
          const { value, limit, state } = evaluate(plan).verdicts.find(
            (each) => each.id === 'depth'
          )!
          expect(state === 'ok' || (limit === 0.1 && value! < 0.1)).toBe(true)
        }
      ),
      { numRuns: 150 }
    )
  })
})
