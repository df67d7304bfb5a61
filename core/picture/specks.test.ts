// checks: backscatter (specks in the picture: how bright, how many, where, by the optics' own sums)
import { describe, expect, test } from '@jest/globals'
import { backscatterOf } from '../advise/backscatter'
import { lightStops } from '../ledger/cells'
import { ledgerOf } from '../ledger/ledger'
import { moreThan } from '../medium/specks'
import { AIR, typicalWater, type Water } from '../medium/water'
import { blurAtDepth, pupilWidthMm } from '../plan/lensInUse'
import type { Plan } from '../plan/plan'
import { poseOf } from '../set/camera'
import { testPlan, testStrobe } from '../testing'
import { AMBIENT_SOURCES, WHOLE } from './film'
import type { Picture } from './picture'
import { putSpecks, specksIn, type Speck } from './specks'
import { worldOf } from './world'

const set = (medium: Plan['medium'], change?: (p: Plan) => void): Plan =>
  testPlan((plan) => {
    plan.medium = medium
    plan.subject = { ...plan.subject, shape: 'ellipsoid', widthMm: 40, heightMm: 40, depthMm: 40 }
    plan.focus = { ...plan.focus, magnification: 0.2 }
    plan.settings = { ...plan.settings, apertureStops: 6 }
    plan.lights[0]!.strobe = testStrobe({ guideNumberWaterM: 20, beamDeg: 90 })
    plan.lights[0]!.at = { distanceMm: 500, azimuthDeg: 30, elevationDeg: 0 }
    change?.(plan)
  })
const SILT: Water = typicalWater('sea', 'silty')
const specksOf = (plan: Plan): Speck[] => specksIn(worldOf(plan))

const blank = (width: number, height: number): Picture => ({
  width,
  height,
  sources: AMBIENT_SOURCES + 1,
  samples: 1,
  light: new Float32Array((AMBIENT_SOURCES + 1) * width * height * 3),
  raw: new Float32Array((AMBIENT_SOURCES + 1) * width * height * 3),
  spread: new Float32Array((AMBIENT_SOURCES + 1) * width * height),
  guessed: new Float32Array(width * height)
})
const speckAt = (part: Partial<Speck>): Speck => ({
  x: 0,
  y: 0,
  radius: 0.1,
  sizeMm: 0.3,
  depthMm: 300,
  light: Float64Array.of(1, 1, 1),
  ...part
})
const lastLayer = (picture: Picture): Float32Array =>
  picture.light.subarray(AMBIENT_SOURCES * picture.width * picture.height * 3)

describe('specks in the water', () => {
  test('none in air and where nothing scatters; the same for the same plan', () => {
    expect(specksOf(set(AIR))).toEqual([])
    expect(specksOf(set({ ...SILT, scatterPerM: 0 }))).toEqual([])
    expect(specksOf(set(SILT))).toEqual(specksOf(set(SILT)))
  })
  test('as many as float in what the frame sees; more of them in thicker water', () => {
    // A subject of no size to speak of hides none.
    const tiny = (p: Plan): void =>
      void Object.assign(p.subject, { widthMm: 1, heightMm: 1, depthMm: 1 })
    const thin = { ...SILT, scatterPerM: 0.15 }
    const plan = set(thin, (p) => {
      tiny(p)
      p.background = { ...p.background, distanceMm: 5000 }
    })
    const { halfWidthMm, halfHeightMm, pupilMm, frontMm } = poseOf(plan)
    const near = pupilMm - frontMm
    let volume = 0
    for (let i = 0; i < 1000; i++) {
      const z = near + ((i + 0.5) / 1000) * frontMm
      volume += 4 * halfWidthMm * halfHeightMm * (z / pupilMm) ** 2 * (frontMm / 1000)
    }
    const wanted = moreThan(thin, 0.1) * volume
    const inside = specksOf(plan).filter(
      ({ x, y, depthMm }) => Math.abs(x) < 1 && Math.abs(y) < 1 && depthMm < pupilMm
    )
    // Numbers of chance: four times their own root.
    expect(Math.abs(inside.length - wanted)).toBeLessThan(4 * Math.sqrt(wanted) + 2)
    const thicker = specksOf(set({ ...thin, scatterPerM: 0.3 }, tiny))
    expect(thicker.length).toBeGreaterThan(1.5 * specksOf(set(thin, tiny)).length)
  })
  test('each no brighter than the checks say of the brightest as large; the disc as wide as its blur', () => {
    const plan = set(SILT)
    const { pupilMm, halfWidthMm } = poseOf(plan)
    const judged = backscatterOf(plan, 0)!
    const own = ledgerOf({ ...plan, medium: { ...SILT, scatterPerM: 0 } }).rows[1]!.cells.subject!
    for (const { light, sizeMm, radius, depthMm } of specksOf(plan)) {
      const [green] = [light[1]!]
      const level = lightStops(plan, plan.lights[0]!) + Math.log2(green)
      const most = judged.specks.find((each) => each.sizeMm >= sizeMm)!
      expect(level).toBeLessThan(own.level + most.stops + 0.5)
      // The blur by the pupil: similar triangles, the disc in the plane of focus.
      const blurMm = (pupilWidthMm(plan) * Math.abs(pupilMm - depthMm)) / depthMm
      const image = (sizeMm * pupilMm) / depthMm
      const airy = blurAtDepth(plan, 0) / plan.focus.magnification
      expect(2 * radius * halfWidthMm).toBeCloseTo(Math.hypot(blurMm, image, airy), 1)
    }
  })
  test('none behind the subject, none where the beam does not go', () => {
    const filled = set(SILT, (p) => {
      p.subject = { ...p.subject, shape: 'sheet', widthMm: 900, heightMm: 900 }
    })
    const { pupilMm } = poseOf(filled)
    expect(Math.max(...specksOf(filled).map(({ depthMm }) => depthMm))).toBeLessThan(pupilMm)
    const away = set(SILT, (p) => {
      p.lights[0]!.strobe = testStrobe({ guideNumberWaterM: 20, beamDeg: 20 })
      p.lights[0]!.aim = { kind: 'free', azimuthDeg: 30, elevationDeg: 0 }
    })
    expect(specksOf(away)).toEqual([])
  })
})

describe('a speck in the picture', () => {
  test('its light is what its disc holds, however many pixels that are; nothing else changes', () => {
    const sum = (width: number, radius: number): number => {
      const picture = blank(width, width)
      putSpecks(picture, [speckAt({ radius })], WHOLE)
      expect(picture.light.subarray(0, AMBIENT_SOURCES * width * width * 3).some(Boolean)).toBe(
        false
      )
      expect(picture.raw.every((value, i) => value === picture.light[i])).toBe(true)
      const layer = lastLayer(picture)
      return layer.reduce((so, value) => so + value, 0) / 3 / (width * width)
    }
    for (const radius of [0.3, 0.1, 0.02])
      expect(sum(200, radius)).toBeCloseTo((Math.PI * radius ** 2) / 4, 3)
    // Smaller than a pixel: by its share.
    expect(sum(64, 0.002) / ((Math.PI * 0.002 ** 2) / 4)).toBeGreaterThan(0.6)
    expect(sum(64, 0.002) / ((Math.PI * 0.002 ** 2) / 4)).toBeLessThan(1.6)
  })
  test('stands where it floats, in a part of the frame too; past its edge it is cut', () => {
    const picture = blank(100, 100)
    putSpecks(picture, [speckAt({ x: 0.5, y: 0.5, radius: 0.02 })], WHOLE)
    const layer = lastLayer(picture)
    const brightest = layer.indexOf(Math.max(...layer)) / 3
    expect(Math.abs((brightest % 100) - 75)).toBeLessThan(3)
    expect(Math.abs(Math.floor(brightest / 100) - 25)).toBeLessThan(3)
    const part = blank(100, 100)
    const window = { left: 0.4, right: 0.6, top: 0.6, bottom: 0.4 }
    putSpecks(part, [speckAt({ x: 0.5, y: 0.5, radius: 0.02 })], window)
    // Ten times as large, in the middle.
    const lit = lastLayer(part).filter((value) => value > 0).length / 3
    expect(lit / (Math.PI * 10 ** 2)).toBeGreaterThan(0.9)
    expect(lastLayer(part)[3 * (50 * 100 + 50)]).toBeGreaterThan(0.9)
    const off = blank(20, 20)
    putSpecks(off, [speckAt({ x: 1.05, y: 0, radius: 0.1 }), speckAt({ x: 3, y: 3 })], WHOLE)
    expect(lastLayer(off).some((value) => value > 0)).toBe(true)
  })
})
