/** A calibration that has not begun. */
import { nanoid } from 'nanoid'
import type { Calibration, CalibrationKind } from '@core/calibration/calibration'
import { leastDistanceMm, startDurations, startRows } from '@core/calibration/start'
import type { KitItem } from '@core/kit/kit'
import type { KitRecord } from '@core/api/api'
import type { RunDraft } from './useRunDraft'

const firstOf = <K extends KitItem['kind']>(records: readonly KitRecord[], kind: K) =>
  records.map(({ item }) => item).find((item) => item.kind === kind) as
    Extract<KitItem, { kind: K }> | undefined

/** Read at a distance of its own, where a meter is handy. */
const USUAL_MM = 1000

interface Begin {
  /** the head a modifier or a meter is measured with */
  readonly strobeId?: string | null
  /** on a made-up bench */
  readonly practice?: boolean
}

/**
 * @returns null where the kit has no strobe to do it with
 */
export function newRun(
  kind: CalibrationKind,
  item: KitItem,
  records: readonly KitRecord[],
  { strobeId = null, practice = false }: Begin = {}
): RunDraft | null {
  const named = records.map((record) => record.item).find(({ id }) => id === strobeId)
  const strobe =
    item.kind === 'strobe'
      ? item
      : named?.kind === 'strobe'
        ? named
        : (firstOf(records, 'strobe') ?? null)
  if (!strobe) return null
  const base = { startedAt: new Date().toISOString(), strobeId: strobe.id }
  const draft = (calibration: Calibration): RunDraft => ({
    id: nanoid(),
    kitId: item.id,
    version: null,
    calibration
  })
  if (kind === 'duration')
    return draft({
      ...base,
      kind,
      way: 'turning',
      turnsPerMinute: 3000,
      radiusMm: 100,
      dropMm: 1000,
      markMm: 2,
      shutterStops: 9,
      rows: startDurations(strobe)
    })
  const modifier = item.kind === 'modifier' ? item : null
  const meter = item.kind === 'meter' ? item : (firstOf(records, 'meter') ?? null)
  const byCamera = kind === 'highSpeed' || kind === 'water' || kind === 'meter'
  const camera = byCamera || !meter ? (firstOf(records, 'camera') ?? null) : null
  return draft({
    ...base,
    kind,
    ...(practice && { practice }),
    modifierId: modifier?.id ?? null,
    meterId: kind === 'highSpeed' || kind === 'water' ? null : (meter?.id ?? null),
    cameraId: camera?.id ?? null,
    lensId: camera ? (firstOf(records, 'lens')?.id ?? null) : null,
    magnification: 0.1,
    distanceMm: Math.max(USUAL_MM, leastDistanceMm({ strobe, modifier })),
    powerStops: kind === 'output' || kind === 'water' ? 0 : -2,
    isoStops: meter?.isoStops ?? 0,
    rows: startRows(kind, { strobe, modifier, camera })
  })
}
