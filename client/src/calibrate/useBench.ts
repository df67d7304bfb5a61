/** A calibration in hand with the kit around it: what it says, and how its rows are changed. */
import { computed, type Ref } from 'vue'
import { byFrame } from '@core/calibration/cardShot'
import { calibrationResult } from '@core/calibration/result'
import type { BenchReading, BenchRow, Calibration } from '@core/calibration/calibration'
import type { Camera, KitItem, Lens, Modifier, Strobe } from '@core/kit/kit'
import type { Meter } from '@core/kit/meter'
import { useKit } from '@/stores/kit'
import type { RunDraft } from './useRunDraft'

export function useBench(run: Ref<RunDraft | null>, change: (calibration: Calibration) => void) {
  const kit = useKit()
  const byId = computed(() => new Map((kit.records ?? []).map(({ item }) => [item.id, item])))
  const itemOf = <K extends KitItem['kind']>(kind: K, id: string | null | undefined) => {
    const item = id ? byId.value.get(id) : undefined
    return item?.kind === kind ? (item as Extract<KitItem, { kind: K }>) : null
  }
  const calibration = computed(() => run.value?.calibration ?? null)
  /** The run by light, or null where it is one of durations. */
  const light = computed(() =>
    calibration.value && calibration.value.kind !== 'duration' ? calibration.value : null
  )
  const duration = computed(() =>
    calibration.value?.kind === 'duration' ? calibration.value : null
  )
  const strobe = computed<Strobe | null>(() => itemOf('strobe', calibration.value?.strobeId))
  const modifier = computed<Modifier | null>(() => itemOf('modifier', light.value?.modifierId))
  const meter = computed<Meter | null>(() => itemOf('meter', light.value?.meterId))
  const camera = computed<Camera | null>(() => itemOf('camera', light.value?.cameraId))
  const lens = computed<Lens | null>(() => itemOf('lens', light.value?.lensId))
  const result = computed(() =>
    run.value && strobe.value
      ? calibrationResult(run.value.id, run.value.calibration, byId.value)
      : null
  )

  /** Whether a row is read in a frame of the card; so is each whose meter is not in the kit any more. */
  const inFrame = (row: BenchRow): boolean => !meter.value || byFrame(light.value!, row)
  const set = (part: Partial<Calibration>): void =>
    change({ ...calibration.value!, ...part } as Calibration)
  const setRows = (rows: readonly BenchRow[]): void => set({ rows: [...rows] })
  const setRow = (i: number, part: Partial<BenchRow>): void =>
    setRows(light.value!.rows.map((row, k) => (k === i ? { ...row, ...part } : row)))
  const read = (i: number, reading: BenchReading | null): void => setRow(i, { reading, on: true })
  return {
    byId,
    light,
    duration,
    strobe,
    modifier,
    meter,
    camera,
    lens,
    result,
    inFrame,
    set,
    setRows,
    setRow,
    read
  }
}
export type Bench = ReturnType<typeof useBench>
