// checks: backscatter (veils where a panel is close or half hidden, by an own sum over ray and face)
import { expect, test } from '@jest/globals'
import fc from 'fast-check'
import { xyzOf } from '../colour/observer'
import { daylight } from '../colour/sources'
import { particlePhase } from '../medium/particles'
import { attenuationOf, typicalWater } from '../medium/water'
import type { Plan } from '../plan/plan'
import type { Sheet } from '../set/shapes'
import { transportOf } from '../set/remembered'
import type { Scene } from '../set/scene'
import { testCard, testLight, testPlan, testStrobe } from '../testing'
import { veilAt } from './veil'

const WATER = typicalWater('sea', 'silty')
const PANEL = { widthMm: 120, heightMm: 90 }

interface Lamp {
  readonly distanceMm: number
  readonly azimuthDeg: number
  readonly flagMm: number
}
/** A panel, Lambertian, beside a small sheet, a flag half way between. */
const set = ({ distanceMm, azimuthDeg, flagMm }: Lamp): Plan =>
  testPlan((plan) => {
    plan.medium = WATER
    plan.subject = { ...plan.subject, shape: 'sheet', widthMm: 6, heightMm: 6 }
    plan.camera = { ...plan.camera, bodyWidthMm: 0, bodyHeightMm: 0 }
    plan.lens = { ...plan.lens, frontDiameterMm: 0, hoodDeg: null }
    plan.focus = { ...plan.focus, magnification: 0.2 }
    plan.lights = [
      testLight({
        strobe: testStrobe({
          guideNumberWaterM: 20,
          beamDeg: 120,
          face: { kind: 'rectangle', ...PANEL }
        }),
        at: { distanceMm, azimuthDeg, elevationDeg: 0 }
      })
    ]
    plan.cards = flagMm
      ? [
          testCard({
            widthMm: flagMm,
            heightMm: flagMm,
            at: { distanceMm: distanceMm / 2, azimuthDeg: azimuthDeg + 8, elevationDeg: 0 }
          })
        ]
      : []
  })

type Triple = readonly number[]
const dot = (a: Triple, b: Triple): number => a[0]! * b[0]! + a[1]! * b[1]! + a[2]! * b[2]!
const minus = (a: Triple, b: Triple): Triple => a.map((value, k) => value - b[k]!)

function hides(sheet: Sheet, from: Triple, way: Triple): boolean {
  const t = dot(minus(sheet.at, from), sheet.normal) / dot(way, sheet.normal)
  if (!(t > 1e-6 && t < 1 - 1e-6)) return false
  const spot = minus(
    from.map((value, k) => value + t * way[k]!),
    sheet.at
  )
  return (
    Math.abs(dot(spot, sheet.across)) <= sheet.halfAcross &&
    Math.abs(dot(spot, sheet.upward)) <= sheet.halfUpward
  )
}

/** The veil over the first place, from `many` spots of the ray to 24 × 18 of the panel. */
function counted({ pose, heads, places, cards }: Scene, many: number): number {
  const head = heads[0]!
  const { at, across, upward, axis } = head.emitters[0]
  const end = places[0]!.at
  const whole = minus(end, pose.pupil)
  const long = Math.sqrt(dot(whole, whole))
  const way = whole.map((value) => value / long)
  const port = (pose.pupilMm - pose.frontMm) / -dot(way, pose.toCamera)
  const light = daylight(5500)
  const [, white] = xyzOf(light)
  let sum = 0
  for (let s = 0; s < many; s++) {
    const along = port + ((s + 0.5) / many) * (long - port)
    const spot = pose.pupil.map((value, k) => value + along * way[k]!)
    let falls = 0
    for (let i = 0; i < 24 * 18; i++) {
      const u = (((i % 24) + 0.5) / 24 - 0.5) * PANEL.widthMm
      const v = ((Math.floor(i / 24) + 0.5) / 18 - 0.5) * PANEL.heightMm
      const out = at.map((value, k) => value + u * across[k]! + v * upward[k]! - spot[k]!)
      const d2 = dot(out, out)
      const cos = -dot(out, axis) / Math.sqrt(d2)
      if (cos <= 0 || cards.some(({ sheet }) => hides(sheet, spot, out))) continue
      falls += (cos * 1e6) / d2 / (24 * 18)
    }
    if (falls === 0) continue
    const toHead = minus(head.at, spot)
    const outMm = Math.sqrt(dot(toHead, toHead))
    const water = attenuationOf(WATER).map((c) => Math.exp((-c * (outMm + along - port)) / 1000))
    const kept = xyzOf(light.map((value, k) => value * water[k]!))[1] / white
    sum += (falls * kept * particlePhase(dot(toHead, way) / outMm) * (long - port)) / many
  }
  return (sum * (WATER.scatterPerM / 1000) * Math.PI) / 0.18
}

/** How far off the veils of some lamps are, stops. */
function offOf(lamps: fc.Arbitrary<Lamp>): readonly number[] {
  const list: number[] = []
  fc.assert(
    fc.property(lamps, (lamp) => {
      const plan = set(lamp)
      const transport = transportOf(plan)
      const found = veilAt(plan, transport, 0, 0).light
      list.push(Math.abs(Math.log2(found / counted(transport.scene, 160))))
    }),
    { numRuns: 40, seed: 3 }
  )
  return list
}

test('property: with a flag’s shadow across the ray, to 0.1 stop', () => {
  const off = offOf(
    fc.record({
      distanceMm: fc.integer({ min: 140, max: 300 }),
      azimuthDeg: fc.integer({ min: 25, max: 80 }),
      flagMm: fc.integer({ min: 20, max: 60 })
    })
  )
  expect(Math.max(...off)).toBeLessThan(0.1)
})
test('property: of a panel close to the ray, to 0.15 stop', () => {
  const off = offOf(
    fc.record({
      distanceMm: fc.integer({ min: 90, max: 200 }),
      azimuthDeg: fc.integer({ min: 20, max: 60 }),
      flagMm: fc.constant(0)
    })
  )
  expect(Math.max(...off)).toBeLessThan(0.15)
  expect(Math.hypot(...off) / Math.sqrt(off.length)).toBeLessThan(0.06)
})
