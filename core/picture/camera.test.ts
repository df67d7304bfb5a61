// checks: airy pattern (tabulated J₁, 84 % within the first dark ring)
// checks: dark band (rows of the picture)
// checks: motion blur (a moving edge in the picture)
// checks: sensor noise
// checks: tone curves
import { describe, expect, it } from '@jest/globals'
import fc from 'fast-check'
import { pixelPitchMm } from '../kit/kit'
import { shareUntil } from '../light/pulse'
import { pulseOf } from '../light/strobe'
import { shutterLoss } from '../ledger/cells'
import { freezeOf } from '../ledger/freeze'
import { ledgerOf } from '../ledger/ledger'
import { curtainTravelS } from '../plan/sync'
import type { Plan } from '../plan/plan'
import { testCamera, testLight, testPlan, testStrobe } from '../testing'
import { airyKernel, besselJ1, diffracted } from './airy'
import { FIRST_LIGHT } from './testing'
import { newFilm } from './film'
import { depthSpots, loupeWindow, movingSpot } from './loupe'
import { developed, mixed } from './mix'
import { groupsOfWhole, momentGroups, momentOf, seenMovementMm } from './moment'
import { traceFilm } from './render'
import { rowsOf } from './rows'
import { addSensorNoise, electronsAtWhite } from './sensor'
import { cameraCurve } from './tone'
import { tracerOf } from './trace'
import { worldOf } from './world'

describe('diffraction', () => {
  // Source: Abramowitz and Stegun, table 9.1.
  it.each([
    [1, 0.4400505857],
    [2, 0.5767248078],
    [5, -0.3275791376],
    [10, 0.0434727462]
  ])('J1(%p)', (x, want) => {
    expect(besselJ1(x)).toBeCloseTo(want, 6)
    expect(besselJ1(-x)).toBeCloseTo(-want, 6)
  })

  it('keeps 83.8 % of what three radii hold within the first dark ring', () => {
    // Source: encircled energy 1 − J0² − J1²: 0.838 at the first dark ring, 0.952 at three radii
    // (value from memory).
    const { side, shares } = airyKernel(24)
    const half = (side - 1) / 2
    let [within, all] = [0, 0]
    shares.forEach((share, i) => {
      const r = Math.hypot((i % side) - half, Math.floor(i / side) - half)
      if (r <= 12) within += share
      if (r <= 36) all += share
    })
    expect(within / all).toBeCloseTo(0.838 / 0.952, 1.7)
  })

  it('keeps the light of a point as a whole, spread alike to all sides', () => {
    const [width, height] = [41, 41]
    const linear = new Float32Array(width * height * 3)
    linear.fill(5, (20 * width + 20) * 3, (20 * width + 20) * 3 + 3)
    const out = diffracted(linear, width, height, 8)
    expect(out.reduce((sum, each) => sum + each, 0)).toBeCloseTo(15, 4)
    const at = (x: number, y: number): number => out[(y * width + x) * 3]!
    expect(at(23, 20)).toBeCloseTo(at(17, 20), 6)
    expect(at(20, 23)).toBeCloseTo(at(23, 20), 6)
    expect(at(20, 20)).toBeLessThan(1)
  })

  it('leaves alone what is finer than a pixel', () => {
    const linear = Float32Array.of(1, 2, 3)
    expect(diffracted(linear, 1, 1, 0.3)).toBe(linear)
  })
})

describe('a sensor', () => {
  const camera = testCamera()
  const at = (isoStops: number) => ({
    camera,
    settings: { ...testPlan().settings, isoStops }
  })

  it('halves its electrons with each stop of ISO', () => {
    expect(electronsAtWhite(at(1)) / electronsAtWhite(at(0))).toBeCloseTo(0.5, 9)
  })

  it('is as noisy as photons are: a spread of the root of their number', () => {
    const linear = new Float32Array(30000).fill(1)
    addSensorNoise(linear, at(4))
    const mean = linear.reduce((sum, each) => sum + each, 0) / linear.length
    const spread = Math.sqrt(
      linear.reduce((sum, each) => sum + (each - mean) ** 2, 0) / linear.length
    )
    const electrons = 0.18 * electronsAtWhite(at(4))
    expect(mean).toBeCloseTo(1, 2)
    // Source: Poisson statistics; reading adds a little.
    expect(spread / (Math.sqrt(electrons + 9) / electrons)).toBeCloseTo(1, 1)
  })

  it('adds the same noise again to the same picture', () => {
    const [a, b] = [new Float32Array(99).fill(0.3), new Float32Array(99).fill(0.3)]
    addSensorNoise(a, at(3), 1, 7)
    addSensorNoise(b, at(3), 1, 7)
    expect(a).toEqual(b)
  })
})

describe('the camera’s curve', () => {
  it('leaves black, mid-grey and white where they are, with more contrast between', () => {
    for (const fixed of [0, 0.18, 1]) expect(cameraCurve(fixed)).toBeCloseTo(fixed, 9)
    expect(cameraCurve(0.09)).toBeLessThan(0.09)
    expect(cameraCurve(0.36)).toBeGreaterThan(0.36)
    const linear = Float32Array.from({ length: 300 }, (_, i) => (i / 50) ** 2)
    const rgba = new Uint8ClampedArray(400)
    developed(linear, rgba, 'camera')
    const shown = [...rgba].filter((_, i) => i % 4 < 3)
    expect(shown).toEqual([...shown].sort((a, b) => a - b))
    expect(shown[299]).toBe(255)
  })
})

describe('the shutter in the picture', () => {
  const plan = testPlan((draft) => {
    draft.lights = [testLight({ strobe: testStrobe({ highSpeedSync: false }) })]
  })
  const faster = (stops: number) => ({
    ...plan,
    settings: { ...plan.settings, shutterStops: plan.camera.syncStops + stops }
  })

  it.each([
    [1, 0.5],
    [2, 0.75]
  ])(
    '%p stops past sync leaves a band without flash at the bottom: %p of the picture',
    (stops, share) => {
      const rows = rowsOf(plan, faster(stops), 400)[FIRST_LIGHT]!
      expect(rows.filter((each) => each === 0).length / 400).toBeCloseTo(share, 2)
      expect(rows[0]).toBe(1)
      expect(rows[399]).toBe(0)
    }
  )

  it('lights the whole picture at sync, with a quick flash', () => {
    const quick = {
      ...faster(0),
      lights: [{ ...plan.lights[0]!, powerStops: -7 }]
    }
    const rows = rowsOf(quick, quick, 100)[FIRST_LIGHT]
    expect(rows === null || rows!.every((each) => Math.abs(each - 1) < 0.01)).toBe(true)
  })

  it('takes the tail of a slow flash unevenly; the middle row is as the ledger counts', () => {
    const slow = {
      ...faster(0),
      lights: [
        testLight({ strobe: testStrobe({ t01FullS: 1 / 120, quench: 'voltage' }), powerStops: 0 })
      ]
    }
    const rows = rowsOf(slow, slow, 401)[FIRST_LIGHT]!
    expect(rows[200]).toBeCloseTo(1, 3)
    expect(rows[0]!).toBeGreaterThan(rows[400]!)
    // Source: the exponential's own integral, by hand.
    const pulse = pulseOf(0, slow.lights[0]!.strobe)
    const t = 2 ** -slow.settings.shutterStops
    const travel = curtainTravelS(slow)
    expect(rows[400]! * 2 ** shutterLoss(slow, slow.lights[0]!).stops).toBeCloseTo(
      shareUntil(pulse, t - travel),
      2
    )
  })

  it('is mixed row by row', () => {
    const light = new Float32Array(2 * 4 * 3).fill(1)
    const out = new Float32Array(4 * 3)
    mixed(light, Float64Array.of(0, 0, 0, 2, 2, 2), out, [null, Float64Array.of(1, 0)])
    expect([...out]).toEqual([2, 2, 2, 2, 2, 2, 0, 0, 0, 0, 0, 0])
  })
})

/** A ball that flies across before black, under one quick and one slow flash. */
const flying = testPlan((draft) => {
  draft.subject = {
    ...draft.subject,
    shape: 'ellipsoid',
    widthMm: 16,
    heightMm: 16,
    depthMm: 16,
    speedMmS: 200,
    directionDeg: 0,
    reflectance: 0.5
  }
  draft.background = { ...draft.background, distanceMm: 9000, reflectance: 0.001 }
  draft.settings = { ...draft.settings, apertureStops: 9, shutterStops: 7 }
  draft.lights = [
    testLight({
      strobe: testStrobe({ t01FullS: 1 / 800, quench: 'voltage' }),
      powerStops: 0,
      at: { distanceMm: 400, azimuthDeg: 30, elevationDeg: 10 }
    })
  ]
})

const PIXELS = 600
/**
 * What moves past its edge, at the camera's pixels.
 * @returns where the light of a source has fallen to a share of what it is inside, pixels on
 */
function edgeOf(
  plan: Plan,
  moments: number[][],
  samples: number
): (source: number, share: number) => number {
  const world = worldOf(plan)
  const tracer = tracerOf(world, { moments })
  const row = newFilm(PIXELS, 1, tracer.sources, undefined, {
    ...loupeWindow(plan, movingSpot(world), PIXELS),
    top: 0.001,
    bottom: -0.001
  })
  traceFilm(tracer, row, samples)
  return (source, share) => {
    const at = (x: number): number => row.light[(source * PIXELS + x) * 3 + 1]!
    let inside = 0
    for (let x = 100; x < 200; x++) inside += at(x) / 100
    let x = 200
    while (x < PIXELS - 1 && at(x) > share * inside) x++
    return x - PIXELS / 2
  }
}

describe('what moves', () => {
  it('is lit at the moments a flash shines: nine tenths before t0.1', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.999, noNaN: true }), (draw) => {
        const pulse = pulseOf(0, flying.lights[0]!.strobe)
        const at = momentOf(flying, FIRST_LIGHT, draw)
        const shutter = 2 ** -flying.settings.shutterStops
        expect(shareUntil(pulse, at) / shareUntil(pulse, shutter)).toBeCloseTo(draw, 6)
      })
    )
  })

  it('smears its edge over as many pixels as the freeze says, and its ghost farther', () => {
    const fallen = edgeOf(flying, momentGroups(flying, 0), 600)
    const { lights, ambientPx } = freezeOf(flying, ledgerOf(flying))
    const [fast] = lights
    // Ambient comes evenly over the shutter: half of it falls while the edge goes half the way.
    expect(fallen(0, 0.5) / (ambientPx / 2)).toBeGreaterThan(0.85)
    expect(fallen(0, 0.5) / (ambientPx / 2)).toBeLessThan(1.15)
    // A tenth of the flash's light is left after t0.1; the ball's own edge is dimmer than its middle.
    const flash = fallen(FIRST_LIGHT, 0.1 * 0.75)
    expect(flash / fast!.blurPx).toBeGreaterThan(0.7)
    expect(flash / fast!.blurPx).toBeLessThan(1.3)
  })

  it('leaves what stands still sharp', () => {
    const still = { ...flying, subject: { ...flying.subject, speedMmS: 0 } }
    const film = newFilm(12, 8, tracerOf(worldOf(still)).sources)
    traceFilm(tracerOf(worldOf(still), { moments: momentGroups(still, 0) }), film, 30)
    const plain = newFilm(12, 8, film.sources)
    traceFilm(tracerOf(worldOf(still)), plain, 30)
    const sum = (light: Float32Array): number => light.reduce((all, each) => all + each, 0)
    expect(Math.abs(sum(film.light) / sum(plain.light) - 1)).toBeLessThan(0.05)
  })
})

/** The same under a flash that freezes it. */
const quick: Plan = {
  ...flying,
  lights: flying.lights.map((each) => ({
    ...each,
    strobe: testStrobe({ t01FullS: 1 / 20000, quench: 'voltage' })
  }))
}
describe('what moves in a whole picture', () => {
  it('splits off only the sources within whose light it is seen to move', () => {
    // 200 mm/s: 1.6 mm while ambient falls, 0.1 mm while the slow flash does, 0.004 the quick one.
    expect(groupsOfWhole(flying)).toEqual([[0, 1], [2]])
    expect(groupsOfWhole(quick)).toEqual([[2], [0, 1]])
    const slow = { ...flying, subject: { ...flying.subject, speedMmS: 1 } }
    expect(groupsOfWhole(slow)).toEqual([[0, 1, 2]])
    expect(seenMovementMm(flying)).toBeCloseTo(36 / 900 / flying.focus.magnification, 9)
  })

  it('smears ambient, and leaves what the flash lights where it was', () => {
    const fallen = edgeOf(quick, groupsOfWhole(quick), 400)
    const { ambientPx } = freezeOf(quick, ledgerOf(quick))
    expect(fallen(0, 0.5) / (ambientPx / 2)).toBeGreaterThan(0.85)
    expect(fallen(0, 0.5) / (ambientPx / 2)).toBeLessThan(1.15)
    // The same as of what stands still.
    const still = edgeOf(quick, [], 400)(FIRST_LIGHT, 0.3)
    expect(Math.abs(fallen(FIRST_LIGHT, 0.3) - still)).toBeLessThan(8)
    expect(Math.abs(still)).toBeLessThan(ambientPx / 8)
  })
})

describe('a loupe', () => {
  it('takes in as many of the camera’s pixels as it says', () => {
    const plan = testPlan()
    const { left, right, top, bottom } = loupeWindow(plan, { x: 0.2, y: -0.1 }, 120)
    const { camera } = plan
    expect(((right - left) / 2) * camera.sensorWidthMm).toBeCloseTo(120 * pixelPitchMm(camera), 9)
    expect(((top - bottom) / 2) * camera.pixelsHigh).toBeCloseTo(120, 9)
    expect((left + right) / 2).toBeCloseTo(0.2, 9)
  })

  it('finds the near end, the middle and the far end of the depth on the subject', () => {
    const plan = testPlan((draft) => {
      draft.subject = {
        ...draft.subject,
        shape: 'sheet',
        widthMm: 30,
        heightMm: 20,
        rotationDeg: 45,
        sharpDepthMm: 6
      }
    })
    const spots = depthSpots(worldOf(plan))
    expect(spots.map(({ id }) => id)).toEqual(['near', 'middle', 'far'])
    expect(spots[0]!.depthMm).toBeCloseTo(3, 0)
    expect(Math.abs(spots[1]!.depthMm)).toBeLessThan(0.5)
    expect(spots[2]!.depthMm).toBeCloseTo(-3, 0)
  })

  it('finds nothing where the picture shows no subject', () => {
    expect(depthSpots(worldOf(testPlan((draft) => void (draft.subject.shape = 'plume'))))).toEqual(
      []
    )
  })
})
