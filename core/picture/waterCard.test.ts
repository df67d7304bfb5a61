// checks: water (a card at two distances in a traced picture gives back the water it was traced in)
/** The water of a picture, read off cards in it: paths and their sums are the tracer's own. */
import { expect, test } from '@jest/globals'
import { waterByCard } from '../advise/waterByCard'
import { unbalanced, type Rgb } from '../colour/balance'
import type { Xyz } from '../colour/observer'
import { typicalWater, WATERS, type Water } from '../medium/water'
import type { Plan } from '../plan/plan'
import { poseOf, projectInFrame } from '../set/camera'
import type { Vec } from '../set/vec'
import { testPlan, testProp, testStrobe } from '../testing'
import { factorsOf } from './sources'
import { tracerOf } from './trace'
import { worldOf } from './world'

const [GREY, BLACK, BEHIND_MM] = [0.5, 0.04, 500]
const CARDS: Record<string, Vec> = {
  nearGrey: [0, 0, 0],
  nearBlack: [-36, 0, 0],
  farGrey: [44, 0, -BEHIND_MM],
  farBlack: [80, 0, -BEHIND_MM]
}

/** Four cards facing the port, a head over it. */
const set = (medium: Water): Plan =>
  testPlan((plan) => {
    const card = (id: string, at: Vec, reflectance: number) =>
      testProp({
        id,
        shape: 'sheet',
        widthMm: 30,
        heightMm: 30,
        depthMm: 1,
        reflectance,
        xMm: at[0],
        yMm: at[1],
        zMm: at[2]
      })
    plan.medium = medium
    plan.subject = {
      ...plan.subject,
      shape: 'sheet',
      widthMm: 30,
      heightMm: 30,
      colour: null,
      texture: 0,
      reflectance: GREY
    }
    plan.props = [
      card('T1', CARDS.nearBlack!, BLACK),
      card('T2', CARDS.farGrey!, GREY),
      card('T3', CARDS.farBlack!, BLACK)
    ]
    plan.focus = { ...plan.focus, magnification: 0.15 }
    plan.settings = { ...plan.settings, apertureStops: 14 }
    plan.background = { ...plan.background, distanceMm: 3000, reflectance: 0.005, colour: null }
    plan.ambient = { ...plan.ambient, subject: null, background: null }
    plan.lights[0]!.strobe = testStrobe({
      guideNumberM: 20,
      guideNumberWaterM: 20,
      beamDeg: 110,
      face: { kind: 'disc', diameterMm: 40 }
    })
    plan.lights[0]!.at = { distanceMm: 320, azimuthDeg: 0, elevationDeg: 38 }
    plan.lights[0]!.aim = { kind: 'free', azimuthDeg: 180, elevationDeg: -20 }
  })

/** What the picture shows of a spot, before any balance. */
function shown(plan: Plan): (at: Vec) => Xyz {
  const tracer = tracerOf(worldOf(plan))
  const factors = factorsOf(plan, plan)
  const samples = 6000
  return (at) => {
    const { x, y } = projectInFrame(poseOf(plan), at)!
    const rgb = [0, 0, 0]
    for (let i = 0; i < samples; i++) {
      tracer.through(x, y, 5, i)
      tracer.got.forEach((value, k) => (rgb[k % 3]! += (value * factors[k]!) / samples))
    }
    return unbalanced(rgb as unknown as Rgb, plan.balance)
  }
}

test.each(WATERS)('%s water', (name) => {
  const water: Water = { ...typicalWater('sea', name), extraPerM: 0.3, scatterPerM: 1 }
  const plan = set(water)
  const at = shown(plan)
  const { frontMm } = poseOf(plan)
  const found = waterByCard(
    { ...plan, medium: { ...typicalWater('sea', name), scatterPerM: 0.1 } },
    {
      near: { portMm: frontMm, grey: at(CARDS.nearGrey!), black: at(CARDS.nearBlack!) },
      far: {
        portMm: frontMm + BEHIND_MM,
        grey: at(CARDS.farGrey!),
        black: at(CARDS.farBlack!)
      },
      greyReflectance: GREY,
      blackReflectance: BLACK
    }
  )
  if (typeof found === 'string') throw new Error(found)
  expect(Math.abs(found.extraPerM - 0.3)).toBeLessThan(0.06)
  expect(found.scatterPerM! / 1).toBeGreaterThan(0.85)
  expect(found.scatterPerM! / 1).toBeLessThan(1.15)
})
