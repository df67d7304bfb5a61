/** What the Tidewater Cabinet read on its bench: the dial of its lantern, and a honeycomb grid. */
import { calibrationSchema, type Calibration } from '@core/calibration/calibration'
import { parseMeter } from '@core/scales/meter'

/** As the Wren meter shows it. */
const read = (at: number, shown: string, reference = false) => ({
  at,
  reference,
  reading: { kind: 'meter', apertureStops: parseMeter(shown, 'thirds')! },
  on: true
})
const onBench = (part: Record<string, unknown>): Calibration =>
  calibrationSchema.parse({
    startedAt: '2026-11-20T18:40:00.000Z',
    strobeId: 'lantern-36',
    modifierId: null,
    meterId: 'wren-meter',
    cameraId: null,
    lensId: null,
    magnification: 0.1,
    distanceMm: 1000,
    powerStops: -2,
    isoStops: 0,
    ...part
  })

export const DEMO_CALIBRATIONS: readonly {
  readonly id: string
  readonly kitId: string
  readonly calibration: Calibration
}[] = [
  {
    id: 'demo-grid',
    kitId: 'grid-40',
    calibration: onBench({
      kind: 'modifier',
      modifierId: 'grid-40',
      startedAt: '2026-11-20T19:25:00.000Z',
      rows: [
        read(0, '18', true),
        read(0, '11'),
        read(5, '10'),
        read(10, '6.3'),
        read(15, '3.5'),
        read(20, '1')
      ]
    })
  },
  {
    id: 'demo-marks',
    kitId: 'lantern-36',
    calibration: onBench({
      kind: 'marks',
      rows: ['36', '25', '18', '13', '9', '5.6', '3.5', '2.5'].map((shown, k) => read(0 - k, shown))
    })
  }
]
