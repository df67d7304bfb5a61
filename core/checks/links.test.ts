// checks: links (the band by two curtains, sight by hand geometry)
import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { Link } from '../kit/link'
import { typicalWater } from '../medium/water'
import { withLight } from '../plan/edit'
import { delaySeconds } from '../plan/firing'
import type { FiredBy, Light, LightId, Plan } from '../plan/plan'
import { curtainTravelS, usesHighSpeedSync } from '../plan/sync'
import { linkSight } from '../set/linkSight'
import { sceneOf } from '../set/scene'
import { testLight, testLink, testPlan } from '../testing'
import { checkSet, linksOf } from './checks'

const over = (
  part: Partial<Link>,
  rest: Partial<Extract<FiredBy, { kind: 'link' }>> = {}
): FiredBy => ({
  kind: 'link',
  link: testLink(part),
  of: null,
  preFlash: false,
  channel: null,
  ...rest
})

/**
 * A above the camera looks at the subject, B stands behind it to the left, in A's beam; a small ball
 * between them.
 */
const pair = (b: Partial<Light> = {}, change: (plan: Plan) => void = () => undefined): Plan =>
  testPlan((p) => {
    p.subject = { ...p.subject, shape: 'ellipsoid', widthMm: 6, heightMm: 6, depthMm: 6 }
    p.camera = { ...p.camera, bodyWidthMm: 0, bodyHeightMm: 0 }
    p.settings = { ...p.settings, shutterStops: 6, highSpeedSync: false }
    p.ambient = { ...p.ambient, subject: null, background: null }
    p.lights = [
      testLight({
        id: 'A',
        name: 'Front',
        firedBy: { kind: 'camera' },
        at: { distanceMm: 400, azimuthDeg: 0, elevationDeg: 45 }
      }),
      testLight({
        id: 'B',
        name: 'Behind',
        at: { distanceMm: 300, azimuthDeg: -150, elevationDeg: 5 },
        ...b
      })
    ]
    change(p)
  })
const troubles = (plan: Plan, id: LightId = 'B'): string[] =>
  linksOf(plan)
    .filter(({ light }) => light === id)
    .map(({ trouble, state }) => `${state} ${trouble}`)
const sunny = (p: Plan): void => {
  p.ambient = {
    ...p.ambient,
    subject: {
      value: { kind: 'ev', ev: 14 },
      limit: 'exact',
      via: 'incident',
      atMagnification: 0.5,
      takenAt: null,
      look: null
    }
  }
}

test('nothing is said of a light of which nothing is known, nor of one that is right', () => {
  expect(troubles(pair())).toEqual([])
  expect(troubles(pair({ firedBy: over({}) }))).toEqual([])
  expect(troubles(pair({ firedBy: over({ way: 'cell' }, { of: 'A' }) }))).toEqual([])
  expect(troubles(pair({ firedBy: over({ way: 'fibre', rangeM: 2 }, { of: 'A' }) }))).toEqual([])
  expect(troubles(pair({ firedBy: over({ way: 'infrared' }) }))).toEqual([])
})

describe('a cell that sees another flash', () => {
  const cell = { firedBy: over({ way: 'cell' }, { of: 'A' }) } as const

  test('whose flash must be said, and it must come', () => {
    expect(troubles(pair({ firedBy: over({ way: 'cell' }) }))).toEqual(['near unsaid'])
    const off = withLight(pair(cell), 0, { on: false })
    expect(troubles(off)).toEqual(['miss master-off'])
    const [check] = checkSet(off).filter(({ kind }) => kind === 'link')
    const after = check!.remedies.find(({ kind }) => kind === 'only-triggers')!.after!
    expect(troubles(after)).toEqual([])
    // Covered it triggers, and gives no light.
    expect(after.lights[0]).toMatchObject({ on: false, onlyTriggers: true })
  })

  test('two that wait for each other never fire', () => {
    const ring = withLight(pair(cell), 0, { firedBy: over({ way: 'cell' }, { of: 'B' }) })
    expect(troubles(ring, 'A')).toContain('miss loop')
    expect(troubles(ring, 'B')).toContain('miss loop')
    expect(delaySeconds(ring.lights, ring.lights[1]!)).toBe(0)
  })

  test('a flag on the straight line between them hides it; a move gets it past', () => {
    const plan = pair(cell)
    // Half way from A, at (0, 283, 283), to the back of B, near (−165, 30, −285).
    const hidden = {
      ...plan,
      cards: [
        {
          id: 'K1',
          kind: 'flag' as const,
          on: true,
          widthMm: 60,
          heightMm: 60,
          reflectance: 0.02,
          at: { distanceMm: 176, azimuthDeg: -91, elevationDeg: 63 },
          aim: { kind: 'free' as const, azimuthDeg: 0, elevationDeg: 25 }
        }
      ]
    }
    expect(troubles(plan)).toEqual([])
    expect(linkSight(hidden, sceneOf(hidden), 1, 0).blockedBy).toBe('K1')
    expect(troubles(hidden)).toEqual(['miss blocked'])
    const [check] = checkSet(hidden).filter(({ kind }) => kind === 'link')
    expect(check!.remedies.length).toBeGreaterThan(0)
    for (const { after } of check!.remedies) expect(troubles(after!)).toEqual([])
  })

  test('off the beam by the angle between them, and farther than it reaches', () => {
    const away = withLight(pair(cell), 0, {
      aim: { kind: 'free', azimuthDeg: 0, elevationDeg: 45 }
    })
    const { offDeg, beamHalfDeg, distanceMm } = linkSight(away, sceneOf(away), 1, 0)
    // From A at (0, 283, 283), looking away from B’s back.
    expect(offDeg).toBeGreaterThan(150)
    expect(beamHalfDeg).toBe(30)
    expect(troubles(away)).toEqual(['miss aside'])
    const short = pair({
      firedBy: over({ way: 'cell', rangeM: distanceMm / 1000 - 0.01 }, { of: 'A' })
    })
    expect(troubles(short)).toEqual(['miss range'])
    const enough = pair({
      firedBy: over({ way: 'cell', rangeM: distanceMm / 1000 + 0.01 }, { of: 'A' })
    })
    expect(troubles(enough)).toEqual([])
  })

  test('pre-flashes: fired by, waited for in vain, learned', () => {
    const at = (atPreFlash: Link['atPreFlash'], preFlash: boolean) =>
      troubles(pair({ firedBy: over({ way: 'cell', atPreFlash }, { of: 'A', preFlash }) }))
    expect(at('fires', true)).toEqual(['miss pre-flash'])
    expect(at('fires', false)).toEqual([])
    expect(at('second', false)).toEqual(['miss waits'])
    expect(at('second', true)).toEqual([])
    expect(at('learns', true)).toEqual(['info learns'])
    expect(at('learns', false)).toEqual([])
  })
})

// Infrared and cells fail in sunlight, radio and infrared under water; common practice, no source.
test('sun and water stop what they stop', () => {
  const dry = (part: Partial<Link>) => troubles(pair({ firedBy: over(part) }, sunny))
  expect(dry({ way: 'infrared', rangeInSunM: 0 })).toEqual(['miss sun'])
  expect(dry({ way: 'infrared', rangeInSunM: null })).toEqual(['near sun'])
  expect(dry({ way: 'infrared', rangeInSunM: 0.2 })).toEqual(['miss range'])
  expect(dry({ way: 'radio', rangeInSunM: null })).toEqual([])
  const wet = (part: Partial<Link>) =>
    troubles(
      pair({ firedBy: over(part, { of: part.way === 'cell' ? 'A' : null }) }, (p) => {
        p.medium = typicalWater('sea')
      })
    )
  expect(wet({ way: 'radio' })).toEqual(['miss water'])
  expect(wet({ way: 'infrared' })).toEqual(['miss water'])
  expect(wet({ way: 'cable' })).toEqual([])
  expect(wet({ way: 'cell' })).toEqual([])
})

test('one sender: one channel for all it tells, one power for all of a group', () => {
  const both = (a: Partial<Light>, b: Partial<Light>): Plan => withLight(pair(b), 0, a)
  const plan = both({ firedBy: over({}, { channel: 2 }) }, { firedBy: over({}, { channel: 5 }) })
  expect(troubles(plan)).toEqual(['miss channel'])
  const [check] = checkSet(plan).filter(({ kind }) => kind === 'link')
  expect(troubles(check!.remedies[0]!.after!)).toEqual([])
  // Another kind of link is another sender; what is not said is not held against it.
  expect(
    troubles(
      both(
        { firedBy: over({ id: 'other' }, { channel: 2 }) },
        { firedBy: over({}, { channel: 5 }) }
      )
    )
  ).toEqual([])
  expect(troubles(both({ firedBy: over({}) }, { firedBy: over({}, { channel: 5 }) }))).toEqual([])
  // Of three, one of which nothing is said, the other two are still held against each other.
  const three = both({ firedBy: over({}) }, { firedBy: over({}, { channel: 5 }) })
  const third = { ...three.lights[1]!, id: 'C' as const, firedBy: over({}, { channel: 6 }) }
  expect(troubles({ ...three, lights: [...three.lights, third] }, 'C')).toEqual(['miss channel'])

  const grouped = (powerStops: number, carriesPower: boolean): string[] =>
    troubles(
      both(
        { firedBy: over({ carriesPower }), group: 'A', powerStops: -3 },
        { firedBy: over({ carriesPower }), group: 'A', powerStops }
      )
    )
  expect(grouped(-5, true)).toEqual(['near one-power'])
  expect(grouped(-3, true)).toEqual([])
  expect(grouped(-5, false)).toEqual([])
})

test('one cable fires one head; what will not fire takes along what waits for it', () => {
  const both = (a: Partial<Light>, b: Partial<Light>): Plan => withLight(pair(b), 0, a)
  const cord = { firedBy: over({ way: 'cable' }) }
  expect(troubles(both(cord, cord))).toEqual(['near one-cable'])
  expect(troubles(both(cord, { firedBy: over({ way: 'cable', id: 'second' }) }))).toEqual([])

  // A’s infrared is blinded; B sees A, C sees B.
  const plan = both(
    { firedBy: over({ way: 'infrared', rangeInSunM: 0 }) },
    { firedBy: over({ way: 'cell', id: 'cell' }, { of: 'A' }) }
  )
  sunny(plan)
  const third = {
    ...plan.lights[1]!,
    id: 'C' as const,
    at: { distanceMm: 420, azimuthDeg: 165, elevationDeg: 30 },
    firedBy: over({ way: 'fibre', id: 'guide' }, { of: 'B' })
  }
  const chain = { ...plan, lights: [...plan.lights, third] }
  expect(troubles(chain, 'A')).toEqual(['miss sun'])
  expect(troubles(chain, 'B')).toEqual(['miss master-silent'])
  expect(troubles(chain, 'C')).toEqual(['miss master-silent'])
})

test('the face of a lamp, read by itself, is no sunlight', () => {
  const lamp = (readAt: 'itself' | 'subject'): Plan =>
    pair({ firedBy: over({ way: 'infrared', rangeInSunM: 0 }) }, (p) => {
      sunny(p)
      const reading = p.ambient.subject
      p.ambient = {
        ...p.ambient,
        subject: null,
        sources: [
          {
            id: 'S1',
            name: 'Lamp',
            kind: 'lamp',
            from: {
              kind: 'face',
              at: { distanceMm: 900, azimuthDeg: 120, elevationDeg: 10 },
              widthMm: 60,
              heightMm: 60
            },
            state: 'on',
            shadeStops: 0,
            colour: p.ambient.colour.subject,
            reading: { ...reading!, via: readAt === 'itself' ? 'reflected' : 'incident' },
            readAt,
            wanted: null
          }
        ]
      }
    })
  expect(troubles(lamp('itself'))).toEqual([])
  expect(troubles(lamp('subject'))).toEqual(['miss sun'])
})

describe('in time', () => {
  test('by hand only while the shutter is open', () => {
    const plan = pair({ firedBy: { kind: 'hand' } })
    expect(troubles(plan)).toEqual(['miss by-hand'])
    const [check] = checkSet(plan).filter(({ kind }) => kind === 'link')
    const { after } = check!.remedies[0]!
    expect(2 ** -after!.settings.shutterStops).toBeGreaterThanOrEqual(0.5)
    expect(troubles(after!)).toEqual([])
    expect(troubles({ ...plan, locks: ['settings.shutterStops'] })).toEqual(['miss by-hand'])
  })

  test('high-speed sync goes only where the link carries it, and the sum says so', () => {
    const past = (firedBy: FiredBy | null): Plan =>
      pair({ firedBy }, (p) => {
        p.settings = { ...p.settings, shutterStops: 10, highSpeedSync: true }
      })
    const told = past(over({ carriesHighSpeedSync: true }))
    const deaf = past(over({ carriesHighSpeedSync: false }))
    expect(troubles(told)).toEqual([])
    expect(troubles(deaf)).toEqual(['miss high-speed'])
    expect(usesHighSpeedSync(told, told.lights[1]!)).toBe(true)
    expect(usesHighSpeedSync(deaf, deaf.lights[1]!)).toBe(false)
    expect(usesHighSpeedSync(past(null), past(null).lights[1]!)).toBe(true)
    const [check] = checkSet(deaf).filter(({ kind }) => kind === 'link')
    const { after } = check!.remedies[0]!
    expect(after!.settings.shutterStops).toBeCloseTo(deaf.camera.syncStops, 6)
  })

  // Rows open from Tc·y to t + Tc·y after the first curtain starts; a flash at Tc + d finds those
  // closed whose t + Tc·y is past: y < 1 − (t − d)/Tc. Source: two curtains.
  test('a link that is late lets the second curtain cover what the formula says', () => {
    const at = (delayMs: number, shutterStops?: number) =>
      pair({ firedBy: over({ delayMs }) }, (p) => {
        p.settings = { ...p.settings, shutterStops: shutterStops ?? p.camera.syncStops }
      })
    const plan = at(2)
    const [t, Tc] = [2 ** -plan.settings.shutterStops, curtainTravelS(plan)]
    const [check] = linksOf(plan)
    expect(check).toMatchObject({ trouble: 'late', light: 'B', state: 'miss' })
    expect(check!.figures.band).toBeCloseTo(1 - (t - 0.002) / Tc, 9)
    expect(troubles(at(0.1))).toEqual([])
    expect(troubles(at(2, 6))).toEqual([])
    const remedy = checkSet(plan).find(({ kind }) => kind === 'link')!.remedies[0]!
    expect(troubles(remedy.after!)).toEqual([])
  })

  test('delays along a chain add up, whatever they are', () => {
    const ms = fc.double({ min: 0, max: 5, noNaN: true })
    fc.assert(
      fc.property(ms, ms, (a, b) => {
        const plan = withLight(
          pair({ firedBy: over({ way: 'cell', delayMs: b }, { of: 'A' }) }),
          0,
          { firedBy: over({ delayMs: a }) }
        )
        expect(delaySeconds(plan.lights, plan.lights[1]!)).toBeCloseTo((a + b) / 1000, 12)
      })
    )
  })

  test('what moves between two flashes shows twice: by its speed and the time between', () => {
    const moving = (delayMs: number) =>
      pair({ firedBy: over({ delayMs }) }, (p) => {
        p.subject = { ...p.subject, speedMmS: 1000, directionDeg: 0 }
        p.goals = { ...p.goals, blurPx: 10 }
      })
    const plan = moving(1)
    const apart = linksOf(plan).find(({ trouble }) => trouble === 'apart')!
    const pitch = plan.camera.sensorWidthMm / plan.camera.pixelsWide
    // 1 m/s for 1 ms is 1 mm across the set.
    expect(apart.figures.pixels).toBeCloseTo(plan.focus.magnification / pitch, 0)
    expect(troubles(moving(0.01))).toEqual([])
  })
})
