/**
 * A device on the bench: a meter, a camera or strobes that are connected, or a made-up bench to
 * practise on. It is asked row by row; on a real bench a hand puts head and card where they belong.
 */
import { nanoid } from 'nanoid'
import { computed } from 'vue'
import type { Command, Device } from '@core/api/devices'
import { benchPlan } from '@core/calibration/benchSet'
import type { BenchReading, BenchRow } from '@core/calibration/calibration'
import { byFrame, cardShot } from '@core/calibration/cardShot'
import { benchMetering } from '@core/calibration/fromBench'
import { parseMeter } from '@core/scales/meter'
import { api } from '@/api/client'
import { cameraCommand, strobesCommand } from '@/devices/commands'
import { useDoing } from '@/devices/useDoing'
import { useFeed } from '@/devices/useFeed'
import { useDevices } from '@/stores/devices'
import { readCardFrames } from './cardFrames'
import type { Bench } from './useBench'

export function useBenchDevice(kitId: () => string, bench: Bench) {
  const devices = useDevices()
  const { busy, failure, doing, charged, cancel } = useDoing()
  const run = computed(() => bench.light.value!)
  /** A run that is read on a made-up bench is never read by anything else, nor the other way. */
  const among = computed(() =>
    devices.list.filter(
      ({ connected, offer }) =>
        connected &&
        (run.value.practice
          ? offer.bench === kitId()
          : offer.bench === null && offer.shootId === null)
    )
  )
  const practice = computed(() => among.value.find(({ offer }) => offer.practice) ?? null)
  /** The device that can read a row. */
  const readerOf = (row: BenchRow): Device | null =>
    among.value.find(({ offer }) => (byFrame(run.value, row) ? offer.camera : offer.meter)) ?? null
  const strobes = computed(
    () => among.value.find(({ offer }) => offer.strobes.some(({ light }) => light === 'A')) ?? null
  )
  /** Whether nothing has to be moved by hand from one row to the next. */
  const goesAlone = computed(
    () =>
      practice.value !== null ||
      (strobes.value !== null && ['marks', 'highSpeed'].includes(run.value.kind))
  )

  const take = async (row: BenchRow, signal: AbortSignal): Promise<BenchReading> => {
    const device = readerOf(row)!
    const frame = byFrame(run.value, row)
    const plan = (frame ? cardShot : benchPlan)(run.value, row, bench.byId.value)
    if (!plan) throw new Error('No light falls there, or something of it is not in your kit.')
    const ask = (to: Device, command: Command | null, id?: string) =>
      command ? devices.ask(to, null, command, signal, id) : Promise.resolve(null)
    if (device.offer.practice) await ask(device, { do: 'stand', plan })
    if (strobes.value) await ask(strobes.value, strobesCommand(plan, strobes.value, ['A']))
    await devices.lookAgain()
    if (strobes.value) await charged(strobes.value, ['A'], signal)
    if (!frame) {
      busy.value = 'reading the meter'
      const answer = await ask(device, { do: 'read-meter', ...benchMetering(run.value) })
      const shown = answer?.reading
      const apertureStops = shown ? parseMeter(shown.shown, shown.display) : null
      if (apertureStops === null) throw new Error('What the meter shows is not understood.')
      return { kind: 'meter', apertureStops }
    }
    busy.value = 'taking the frame'
    await ask(device, cameraCommand(plan))
    const id = nanoid()
    await ask(device, { do: 'trigger', kind: 'lit', lights: ['A'] }, id)
    const files = await api.heldFiles(device.id, id, signal)
    const { read, refused } = await readCardFrames(files, plan.camera, () => undefined, signal)
    if (read[0]) return read[0].reading
    throw new Error(refused[0]?.why ?? 'The camera sent no frame.')
  }
  const next = (): number => run.value.rows.findIndex(({ reading, on }) => on && !reading)

  /** @param all one after the other, as long as no hand is needed */
  const read = (all: boolean): Promise<unknown> =>
    doing('setting', async (signal) => {
      for (let i = next(); i >= 0 && !signal.aborted; i = next()) {
        const row = run.value.rows[i]!
        if (!readerOf(row)) throw new Error('What is connected cannot read this row.')
        const reading = await take(row, signal)
        // Another run may have been opened meanwhile, or the row changed: it is not that one's.
        if (bench.light.value?.rows[i] !== row) return
        bench.read(i, reading)
        if (!all) return
      }
    })
  /** @param begin a run of its own: each bench has its own truth */
  const practise = (begin: () => void): Promise<unknown> =>
    doing('setting up the bench', async () => {
      await api.startBench(kitId())
      await devices.lookAgain()
      begin()
    })
  const truth = (signal: AbortSignal) =>
    devices
      .ask(practice.value!, null, { do: 'tell-truth' }, signal)
      .then(({ truth: told }) => told ?? null)
  const endPractice = async (): Promise<void> => {
    await api.stopBench(kitId())
    await devices.lookAgain()
  }

  const look = (): void => void devices.lookAgain()
  useFeed(({ kind }) => {
    if (kind === 'devices' || kind === 'everything') look()
  }, look)
  return {
    among,
    practice,
    goesAlone,
    busy,
    failure,
    doing,
    cancel,
    read,
    practise,
    truth,
    endPractice
  }
}
