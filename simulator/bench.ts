/**
 * A bench that is not there: one head before a grey card or a meter, put as it is told to stand. A
 * room so simple needs no tracing: the card fills the middle of the frame, as bright as the sum of
 * the true set says.
 */
import type { Answer, Command, DeviceOffer, DeviceState, Truth } from '@core/api/devices'
import { figureOf, headParts } from '@core/calibration/figure'
import { highSpeedPenalty } from '@core/light/output'
import { ledgerOf } from '@core/ledger/ledger'
import { addSensorNoise } from '@core/picture/sensor'
import type { Light, Plan } from '@core/plan/plan'
import { dialMarks } from '@core/scales/dial'
import { marksBetween, marksOf } from '@core/scales/marks'
import type { Camera, Say } from './camera'
import type { Exposure } from './exposure'
import { studioOf, type CameraFile } from './studio'
import { modifierGain, trueSet, truthOf, type Dials } from './trueSet'
import { cameraTruth, headTruth, meterTruth } from './truth'

/** What a bench has to offer. */
export const benchOffer = (kitId: string): DeviceOffer => ({
  name: 'Practice bench',
  shootId: null,
  camera: { files: ['jpeg', 'raw'] },
  strobes: [{ light: 'A', name: 'Head on the bench' }],
  meter: { display: 'tenths' },
  clock: true,
  tilt: false,
  practice: true,
  bench: kitId
})

/**
 * On a bench things stand where the tape says, the card throws back what it says and the room is
 * dark; all else is as in any studio.
 */
function trueBench(plan: Plan, dials: Dials, seed: number, minutes: number): Plan {
  const real = trueSet(plan, dials, seed, minutes)
  return {
    ...real,
    subject: plan.subject,
    ambient: plan.ambient,
    lights: real.lights.map((light, i) => ({ ...light, at: plan.lights[i]!.at }))
  }
}

/** The card takes up so much of width and height; round it is all but black. */
const CARD = 0.8
const BLACK_LEVEL = -10

/** A camera before nothing but a card. */
function cardCamera(width: number): Camera {
  return {
    look: () => {},
    expose: ({ lit, sensitivityStops, seed }): Promise<Exposure> => {
      const { sensorWidthMm, sensorHeightMm, pixelsWide, pixelsHigh } = lit.camera
      const height = Math.max(1, Math.round((width * sensorHeightMm) / sensorWidthMm))
      const level = ledgerOf(lit).totals.subject!
      const [card, dark] = [level, Math.min(level, BLACK_LEVEL)].map(
        (stops) => 2 ** (stops + sensitivityStops)
      ) as [number, number]
      const linear = new Float32Array(width * height * 3)
      const inside = (at: number, of: number): boolean => Math.abs(at / of - 0.5) < CARD / 2
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++)
          linear.fill(
            inside(x, width) && inside(y, height) ? card : dark,
            (y * width + x) * 3,
            (y * width + x + 1) * 3
          )
      addSensorNoise(linear, lit, Math.max(1, (pixelsWide * pixelsHigh) / (width * height)), seed)
      return Promise.resolve({ width, height, linear })
    }
  }
}

/**
 * By how much the kit's figures of a bench are off, stops. As its camera shows light: what it sees
 * more than its ISO says counts with the head, and against the meter.
 */
function benchFigures(plan: Plan, seed: number): Truth['figures'] {
  const [light] = plan.lights as [Light]
  const { strobe } = light
  const head = headTruth(seed, light)
  const { sensitivityStops } = cameraTruth(seed)
  const dials = { settings: plan.settings, powers: new Map() }
  const real = trueSet(plan, dials, seed, 0).lights[0]!.strobe
  const { camera, meter } = plan
  const { syncStops, fastestShutterStops } = camera
  const faster = marksBetween(marksOf('shutter', camera.step), syncStops, fastestShutterStops)
  const output = head.outputStops + sensitivityStops
  const marks = dialMarks(strobe.dial).flatMap(({ stops }) =>
    headParts(strobe.id, stops)
      .filter(({ figure }) => figure.kind === 'mark')
      .map(({ figure }) => ({ ...figure, stops: head.markStops(stops) }))
  )
  return [
    { ...figureOf('output', strobe.id), stops: output },
    { ...figureOf('water', strobe.id), stops: output },
    ...marks,
    ...faster.map(({ stops }) => ({
      ...figureOf('highSpeed', strobe.id, stops),
      stops: highSpeedPenalty(real, stops) - highSpeedPenalty(strobe, stops)
    })),
    ...light.modifiers.map((modifier) => ({
      ...figureOf('loss', modifier.id),
      stops: -modifierGain(seed, modifier)
    })),
    ...(meter
      ? [{ ...figureOf('meter', meter.id), stops: meterTruth(seed) - sensitivityStops }]
      : [])
  ]
}

interface Options {
  readonly seed: number
  /** of its frames, pixels */
  readonly width: number
  /** ms since 1970 */
  readonly now: () => number
}

export function benchOf({ seed, width, now }: Options) {
  let stands: Plan | null = null
  const need = (): Plan => {
    if (!stands) throw new Error('nothing stands on this bench yet')
    return stands
  }
  const studio = studioOf({
    seed,
    plan: async () => need(),
    camera: cardCamera(width),
    real: trueBench,
    now
  })
  const truth = (plan: Plan): Truth => ({
    ...truthOf(plan, { settings: plan.settings, powers: new Map() }, seed, 0, 0),
    figures: benchFigures(plan, seed)
  })
  return {
    state: (): Promise<DeviceState> => (stands ? studio.state() : Promise.resolve({})),
    obey: async (
      command: Command,
      say: Say,
      deliver: (file: CameraFile) => Promise<void>
    ): Promise<Answer> => {
      switch (command.do) {
        case 'stand':
          stands = command.plan
          return { ok: true }
        case 'tell-truth':
          return { ok: true, truth: truth(need()) }
        default:
          return studio.obey(command, say, deliver)
      }
    }
  }
}
