import { expect, test } from '@jest/globals'
import UTIF from 'utif2'
import type { Command } from '../core/api/devices'
import { ledgerOf } from '../core/ledger/ledger'
import type { Plan } from '../core/plan/plan'
import { placeInPicture } from '../core/set/placeInPicture'
import { parseMeter } from '../core/scales/meter'
import { testLight, testModifier, testPlan, testReading, testStrobe } from '../core/testing'
import { testStudio } from './testing'
import { cameraTruth, headTruth, misses, modifierTruth } from './truth'

/** A studio none of whose first flashes is missed. */
const firing = (from: number, many = 8): number => {
  for (let seed = from; ; seed++)
    if (
      ['A', 'B'].every((light) =>
        Array.from({ length: many }, (_, i) => misses(seed, light, i + 1)).every((miss) => !miss)
      )
    )
      return seed
}

const camera = (plan: Plan, part: Partial<Plan['settings']> = {}): Command => ({
  do: 'set-camera',
  ...plan.settings,
  ...part,
  shown: { aperture: 'f/x', shutter: '1/x', iso: 'x' }
})
const power = (powerStops: number): Command => ({
  do: 'set-strobes',
  strobes: [{ light: 'A', on: true, powerStops, shown: `${powerStops}` }]
})
const trigger: Command = { do: 'trigger', kind: 'lit', lights: ['A'] }

/** Level of green round a spot of a raw file; nothing of the studio's own code reads it. */
function rawLevel(file: Buffer, x: number, y: number, headroomStops: number): number {
  const bytes = new Uint8Array(file).buffer
  const [ifd] = UTIF.decode(bytes)
  UTIF.decodeImage(bytes, ifd!)
  const values = new Uint16Array(ifd!.data.slice().buffer)
  const { width, height } = ifd!
  const [left, top] = [Math.round(x * width), Math.round(y * height)]
  let [sum, count] = [0, 0]
  for (let b = top - 3; b < top + 3; b++)
    for (let a = left - 3; a < left + 3; a++)
      if ((a + b) % 2 === 1 && a >= 0 && b >= 0 && a < width && b < height) {
        sum += values[b * width + a]! - 512
        count++
      }
  return Math.log2(sum / count / (16383 - 512) / 0.18) + headroomStops
}

/** A grey sheet square to the lens, one head from the side, a little ambient. */
const sheet = (): Plan =>
  testPlan((plan) => {
    plan.subject = { ...plan.subject, reflectance: 0.18, widthMm: 60, heightMm: 40 }
    plan.lights = [testLight({ powerStops: -4, strobe: testStrobe({ guideNumberM: 20 }) })]
    plan.settings = { ...plan.settings, apertureStops: 8 }
    plan.ambient.subject = testReading(4)
    plan.ambient.background = testReading(4)
  })

test('a raw frame shows what the plan predicts, but for the studio’s own truth', async () => {
  const plan = sheet()
  const spot = placeInPicture(plan, 'subject')!
  for (const from of [1, 40, 90]) {
    const seed = firing(from)
    const studio = testStudio(plan, seed)
    const { answer: told } = await studio.obey({ do: 'tell-truth' })
    const { truth } = told as { truth: { differences: { source: string; stops: number }[] } }
    const differs = truth.differences.find(({ source }) => source === 'A')!.stops
    const { files } = await studio.obey(trigger)
    expect(files.map(({ name }) => name)).toEqual(['TIDE0001.JPG', 'TIDE0001.DNG'])
    const found = rawLevel(files[1]!.bytes, spot.x, spot.y, cameraTruth(seed).headroomStops)
    const predicted = ledgerOf(plan).rows[1]!.cells.subject!.level
    expect(Math.abs(found - predicted - differs)).toBeLessThan(0.1)
  }
})

test('a stop on a dial is what its head makes of it, in the raw file', async () => {
  const plan = sheet()
  const seed = firing(7)
  const studio = testStudio(plan, seed)
  const spot = placeInPicture(plan, 'subject')!
  const level = async (powerStops: number): Promise<number> => {
    await studio.obey(power(powerStops))
    studio.pass(30)
    const { files } = await studio.obey(trigger)
    return rawLevel(files[1]!.bytes, spot.x, spot.y, cameraTruth(seed).headroomStops)
  }
  const { markStops } = headTruth(seed, plan.lights[0]!)
  const step = (await level(-4)) - (await level(-6))
  expect(Math.abs(step - (2 + markStops(-4) - markStops(-6)))).toBeLessThan(0.06)
  // Nothing moved: its light was traced once.
  expect(studio.traced()).toBe(1)
})

test('without flash only the ambient is in the frame', async () => {
  const plan = sheet()
  const studio = testStudio(plan, firing(3))
  const spot = placeInPicture(plan, 'subject')!
  const black = await studio.obey({ do: 'trigger', kind: 'black', lights: [] })
  const lit = await studio.obey(trigger)
  const level = ({ files }: typeof black) => rawLevel(files[1]!.bytes, spot.x, spot.y, 0.6)
  expect(level(black)).toBeLessThan(level(lit) - 4)
})

test('with a modifier off its light is in the frame as it is without: its true loss comes back', async () => {
  const snoot = testModifier({ id: 'snoot', name: 'Snoot', lossStops: 2, beam: { kind: 'keep' } })
  const plan = sheet()
  plan.lights[0]!.modifiers = [snoot]
  const spot = placeInPicture(plan, 'subject')!
  const seed = firing(1)
  const studio = testStudio(plan, seed)
  await studio.obey(camera(plan))
  await studio.obey(power(-4))
  const level = async (part?: { light: 'A'; on: number }) => {
    const { files } = await studio.obey({ ...trigger, ...(part ? { part } : {}) } as Command)
    studio.pass(30)
    return rawLevel(files[1]!.bytes, spot.x, spot.y, cameraTruth(seed).headroomStops)
  }
  const off = (await level({ light: 'A', on: 0 })) - (await level())
  const truth = modifierTruth(seed, snoot)
  expect(off).toBeGreaterThan(1)
  // The ambient in both frames is a little of it.
  expect(Math.abs(off - (2 - truth))).toBeLessThan(0.15)
})

test('past what its curtains do, a band of the frame stays dark: 1 − t/T', async () => {
  const plan = sheet()
  plan.ambient.subject = plan.ambient.background = testReading(-5)
  plan.settings.highSpeedSync = false
  let seed = firing(0)
  while (cameraTruth(seed).syncStops === 0) seed = firing(seed + 1)
  const studio = testStudio(plan, seed, { width: 60, height: 120, samples: 4 })
  await studio.obey(camera(plan, { shutterStops: plan.camera.syncStops }))
  const { files } = await studio.obey(trigger)
  const dark = Array.from({ length: 58 }, (_, i) => (i + 1) / 60).filter(
    (y) => !(rawLevel(files[1]!.bytes, 0.5, y, 0.6) > -6)
  ).length
  // A third of a stop past the true limit: 1 − 2^(−1/3) = 0.206 of the frame.
  expect(Math.abs(dark / 58 - 0.206)).toBeLessThan(0.06)
})

test('what is not on its dials is refused by name, and nothing changes', async () => {
  const plan = sheet()
  const studio = testStudio(plan, 1)
  const refusals = [
    camera(plan, { apertureStops: 7.2 }),
    camera(plan, { shutterStops: 15 }),
    camera(plan, { isoStops: -2 }),
    power(-4.1),
    { do: 'set-strobes', strobes: [{ light: 'H', on: true, powerStops: 0, shown: '1/1' }] }
  ] as Command[]
  for (const command of refusals)
    expect((await studio.obey(command)).answer).toMatchObject({
      ok: false,
      problem: expect.stringMatching(/has no|There is no/)
    })
  expect((await studio.obey(camera(plan))).answer).toEqual({ ok: true })
})

test('fired before it is charged a head gives what is there', async () => {
  const plan = sheet()
  plan.settings = { ...plan.settings, apertureStops: 10 }
  const seed = firing(20)
  const studio = testStudio(plan, seed)
  const spot = placeInPicture(plan, 'subject')!
  const level = async (): Promise<number> => {
    const { files } = await studio.obey(trigger)
    return rawLevel(files[1]!.bytes, spot.x, spot.y, 0.6)
  }
  await studio.obey(power(0))
  const full = await level()
  expect(await studio.state()).toEqual({ charging: ['A'] })
  studio.pass(plan.lights[0]!.strobe.recycleFullS / 4)
  // A quarter of the recycle time: a quarter of the energy, two stops.
  expect(Math.abs(full - (await level()) - 2)).toBeLessThan(0.1)
})

test('one seed is one studio: the same files byte for byte; another is another', async () => {
  const plan = sheet()
  const files = async (seed: number) => (await testStudio(plan, seed).obey(trigger)).files
  const [once, again, other] = await Promise.all([files(5), files(5), files(6)])
  for (const i of [0, 1]) {
    expect(once[i]!.bytes.equals(again[i]!.bytes)).toBe(true)
    expect(once[i]!.bytes.equals(other[i]!.bytes)).toBe(false)
  }
})

test('the meter answers in its own notation, clock and level are told', async () => {
  const plan = sheet()
  const seed = firing(2)
  const studio = testStudio(plan, seed)
  const { answer } = await studio.obey({
    do: 'read-meter',
    place: 'subject',
    lights: ['A'],
    isoStops: 0,
    shutterStops: null,
    receptor: 'flat'
  })
  if (!answer.ok) throw new Error(answer.problem)
  expect(parseMeter(answer.reading!.shown, answer.reading!.display)).not.toBeNull()
  const { answer: time } = await studio.obey({ do: 'tell-time' })
  expect(time).toMatchObject({ ok: true, time: expect.stringMatching(/^2026-11-20T/) })
  expect((await studio.obey({ do: 'tell-tilt' })).answer).toMatchObject({ ok: true })
  const nobody = await studio.obey({
    do: 'read-meter',
    place: 'subject',
    lights: [],
    isoStops: 0,
    shutterStops: 7,
    receptor: 'dome'
  })
  expect(nobody.answer).toMatchObject({ ok: false })
})

test('a lamp that is moved in the plan is moved in the studio', async () => {
  const plan = sheet()
  const studio = testStudio(plan, firing(9))
  await studio.obey(trigger)
  plan.lights[0]!.at.azimuthDeg = -30
  await studio.obey(trigger)
  expect(studio.traced()).toBe(2)
})
