/** A made-up bench, asked as a page asks it: what its readings come to, and what it says was true. */
import { describe, expect, test } from '@jest/globals'
import UTIF from 'utif2'
import type { Answer, Command, Truth } from '../core/api/devices'
import { benchPlan } from '../core/calibration/benchSet'
import type { BenchReading, BenchRow, LightCalibration } from '../core/calibration/calibration'
import { byFrame, cardShot } from '../core/calibration/cardShot'
import { keyOf } from '../core/calibration/figure'
import { benchMetering } from '../core/calibration/fromBench'
import { calibrationResult } from '../core/calibration/result'
import { startRows } from '../core/calibration/start'
import type { KitItem } from '../core/kit/kit'
import { meterSchema } from '../core/kit/meter'
import { parseMeter } from '../core/scales/meter'
import { longly, testCamera, testLens, testModifier, testStrobe } from '../core/testing'
import { benchOf } from './bench'
import { cameraTruth, headTruth } from './truth'

/** So short a flash is over before any shutter shuts. */
const strobe = testStrobe({ id: 'head', recycleFullS: 2, t01FullS: 1 / 20_000 })
const camera = testCamera({ highSpeedSync: true })
const sheet = testModifier({ id: 'sheet', lossStops: 1 })
const meter = meterSchema.parse({
  kind: 'meter',
  id: 'meter',
  name: 'Test meter',
  notes: '',
  display: 'tenths',
  isoStops: 0,
  shutterStops: 7,
  receptor: 'dome'
})
const kit = new Map<string, KitItem>(
  [strobe, camera, testLens(), sheet, meter].map((item) => [item.id, item])
)
const run = (
  kind: LightCalibration['kind'],
  part: Partial<LightCalibration> = {}
): LightCalibration => ({
  kind,
  startedAt: '2026-11-27T10:00:00.000Z',
  practice: true,
  strobeId: 'head',
  modifierId: kind === 'modifier' ? 'sheet' : null,
  meterId: 'meter',
  cameraId: camera.id,
  lensId: testLens().id,
  magnification: 0.1,
  distanceMm: 1000,
  powerStops: -1,
  isoStops: 0,
  rows: startRows(kind, { strobe, modifier: sheet, camera }),
  ...part
})

/** A bench whose clock goes on by what a flash takes to charge, before each command. */
function testBench(seed: number) {
  let time = 0
  const bench = benchOf({ seed, width: 60, now: () => time })
  const files: { name: string; bytes: Buffer }[] = []
  const obey = (command: Command): Promise<Answer> => {
    time += 10_000
    return bench.obey(
      command,
      () => {},
      (file) => Promise.resolve(void files.push(file))
    )
  }
  const done = async (command: Command) => {
    const answer = await obey(command)
    if (!answer.ok) throw new Error(answer.problem)
    return answer
  }
  return { obey, done, files, state: bench.state }
}

/** Level of the middle of a raw file, by a TIFF library: its green against where it clips. */
function rawLevel(file: Buffer, headroomStops: number): number {
  const bytes = new Uint8Array(file).buffer
  const ifd = UTIF.decode(bytes)[0]! as unknown as Record<string, number[]> & {
    width: number
    height: number
    data: Uint8Array
  }
  UTIF.decodeImage(bytes, ifd as never)
  const values = new Uint16Array(ifd.data.slice().buffer)
  let [sum, count] = [0, 0]
  for (let y = Math.floor(ifd.height * 0.4); y < ifd.height * 0.6; y++)
    for (let x = Math.floor(ifd.width * 0.4); x < ifd.width * 0.6; x++)
      if ((x + y) % 2 === 1) {
        sum += values[y * ifd.width + x]! - 512
        count++
      }
  return Math.log2(sum / count / (16383 - 512)) + Math.log2(1 / 0.18) + headroomStops
}

async function readRow(
  bench: ReturnType<typeof testBench>,
  of: LightCalibration,
  row: BenchRow,
  seed: number
): Promise<BenchReading> {
  const frame = byFrame(of, row)
  const plan = (frame ? cardShot : benchPlan)(of, row, kit)!
  await bench.done({ do: 'stand', plan })
  const { powerStops } = plan.lights[0]!
  const strobes = [{ light: 'A' as const, on: true, powerStops, shown: 'so' }]
  await bench.done({ do: 'set-strobes', strobes })
  if (!frame) {
    const { reading } = await bench.done({ do: 'read-meter', ...benchMetering(of) })
    return { kind: 'meter', apertureStops: parseMeter(reading!.shown, reading!.display)! }
  }
  const shown = { aperture: 'a', shutter: 's', iso: 'i' }
  await bench.done({ do: 'set-camera', ...plan.settings, shown })
  bench.files.length = 0
  await bench.done({ do: 'trigger', kind: 'lit', lights: ['A'] })
  const raw = bench.files.find(({ name }) => name.endsWith('.DNG'))!
  return {
    kind: 'card',
    levelStops: rawLevel(raw.bytes, cameraTruth(seed).headroomStops),
    uncertaintyStops: 0.05,
    apertureStops: plan.settings.apertureStops,
    shutterStops: plan.settings.shutterStops,
    isoStops: plan.settings.isoStops,
    fileName: raw.name
  }
}

const SEEDS = longly(30, 6)

/** A flash in forty is missed: who reads "nothing" reads again. */
async function readAll(of: LightCalibration, seed: number): Promise<[LightCalibration, Truth]> {
  const bench = testBench(seed)
  const rows: BenchRow[] = []
  for (const row of of.rows) {
    let reading: BenchReading | null = null
    for (let again = 0; again < 3 && !reading; again++) {
      reading = await readRow(bench, of, row, seed).catch(() => null)
      if (reading?.kind === 'card' && !(reading.levelStops > -4)) reading = null
    }
    rows.push({ ...row, reading })
  }
  return [{ ...of, rows }, (await bench.done({ do: 'tell-truth' })).truth!]
}

describe('what is read on a made-up bench is what it says was true', () => {
  for (const kind of ['output', 'marks', 'modifier', 'meter', 'highSpeed', 'water'] as const)
    test(kind, async () => {
      for (let seed = 1; seed <= SEEDS; seed++) {
        // What the curtains of a slow shutter cut off at its stated sync is no loss of the head.
        if (kind === 'highSpeed' && cameraTruth(seed).syncStops > 0) continue
        const [read, truth] = await readAll(run(kind), seed)
        const real = new Map(truth.figures.map((figure) => [keyOf(figure), figure.stops]))
        const { estimates } = calibrationResult('run', read, kit)!
        expect(estimates.length).toBeGreaterThan(0)
        for (const { figure, stops, uncertaintyStops } of estimates) {
          const wanted = real.get(keyOf(figure))
          expect(wanted).toBeDefined()
          expect(Math.abs(stops - wanted!)).toBeLessThan(3 * uncertaintyStops + 0.02)
        }
      }
    })
})

test('a card is as bright as guide number and distance make it, and the head’s own truth', async () => {
  for (let seed = 1; seed <= SEEDS; seed++) {
    const of = run('output', { meterId: null, powerStops: 0 })
    const bench = testBench(seed)
    for (const row of of.rows) {
      const reading = await readRow(bench, of, row, seed)
      if (reading.kind !== 'card') throw new Error('not a frame')
      // f-number squared over (GN / m)², with what the bellows take at 1:10 and pupil ratio 1.
      const { outputStops } = headTruth(seed, { id: 'A', strobe } as never)
      const direct = 2 * Math.log2(32 / (row.at / 1000))
      const bellows = 2 * Math.log2(1 + of.magnification)
      const wanted =
        direct +
        reading.isoStops -
        reading.apertureStops -
        bellows +
        outputStops +
        cameraTruth(seed).sensitivityStops
      expect(Math.abs(reading.levelStops - wanted)).toBeLessThan(0.03)
    }
  }
})

test('on a bench nothing but the head is lit: the frame of a missed flash is black', async () => {
  const bench = testBench(3)
  const of = run('output', { meterId: null })
  const plan = cardShot(of, of.rows[0]!, kit)!
  await bench.done({ do: 'stand', plan })
  const shown = { aperture: 'a', shutter: 's', iso: 'i' }
  await bench.done({ do: 'set-camera', ...plan.settings, shown })
  await bench.done({ do: 'trigger', kind: 'black', lights: [] })
  const { bytes } = bench.files.find(({ name }) => name.endsWith('.DNG'))!
  expect(rawLevel(bytes, cameraTruth(3).headroomStops)).toBeLessThan(-8)
})

test('before anything stands there nothing is read, and what the kit does not have is refused', async () => {
  const bench = testBench(1)
  expect(await bench.state()).toEqual({})
  await expect(bench.obey({ do: 'tell-truth' })).rejects.toThrow('nothing stands on this bench')
  const of = run('marks')
  await bench.done({ do: 'stand', plan: benchPlan(of, of.rows[0]!, kit)! })
  const strobes = [{ light: 'A' as const, on: true, powerStops: -0.37, shown: '1/1.3' }]
  expect(await bench.obey({ do: 'set-strobes', strobes })).toEqual({
    ok: false,
    problem: `${strobe.name} has no 1/1.3 on its dial.`
  })
})
