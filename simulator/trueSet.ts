/** The set as it really is: the plan with every figure put right that the truth puts otherwise. */
import { evOfReading } from '@core/plan/readingEv'
import type { Truth, TruthCause } from '@core/api/devices'
import { ledgerOf } from '@core/ledger/ledger'
import { shutterOf } from '@core/plan/shutterInUse'
import type { Modifier } from '@core/kit/kit'
import type { AmbientReading, Light, LightId, Plan, ReadPlace } from '@core/plan/plan'
import {
  ambientTruth,
  cameraTruth,
  headTruth,
  meterTruth,
  modifierTruth,
  type AmbientTruth
} from './truth'

/** What the dials of a studio say, and what of it fires. */
export interface Dials {
  readonly settings: Plan['settings']
  /** stops below full by light; what is not there stands as in the plan */
  readonly powers: ReadonlyMap<LightId, number>
}

const MOST_REFLECTANCE = 0.95
const MOST_LOSS = 8

const trueModifier = (seed: number, modifier: Modifier): Modifier => {
  const stops = modifierTruth(seed, modifier)
  return {
    ...modifier,
    // No modifier gives more light than enters it.
    lossStops: Math.min(MOST_LOSS, Math.max(0, modifier.lossStops - stops)),
    measured: modifier.measured.map((point) => ({ ...point, stops: point.stops + stops }))
  }
}

/** What a modifier truly gives more than its figures, stops: what it was held to is not in it. */
export const modifierGain = (seed: number, modifier: Modifier): number =>
  modifier.measured.length > 0
    ? modifierTruth(seed, modifier)
    : modifier.lossStops - trueModifier(seed, modifier).lossStops

/** No head gives more light for being spread over the curtains' travel. */
const trueLoss = (stops: number, more: number): number => Math.max(0, stops + more)

function trueLight(seed: number, light: Light, powerStops: number): Light {
  const { outputStops, durationFactor, distanceShare, markStops, highSpeedStops } = headTruth(
    seed,
    light
  )
  const { strobe, at } = light
  const brighter = 2 ** (outputStops / 2)
  return {
    ...light,
    powerStops: powerStops + markStops(powerStops),
    at: { ...at, distanceMm: at.distanceMm * (1 + distanceShare) },
    modifiers: light.modifiers.map((each) => trueModifier(seed, each)),
    strobe: {
      ...strobe,
      guideNumberM: strobe.guideNumberM * brighter,
      guideNumberWaterM: strobe.guideNumberWaterM && strobe.guideNumberWaterM * brighter,
      zoom: strobe.zoom.map((row) => ({ ...row, guideNumberM: row.guideNumberM * brighter })),
      t01FullS: strobe.t01FullS * durationFactor,
      shortestT01S: strobe.shortestT01S && strobe.shortestT01S * durationFactor,
      durations: strobe.durations.map((row) => ({ ...row, t01: row.t01 * durationFactor })),
      highSpeedPenaltyStops: trueLoss(strobe.highSpeedPenaltyStops, highSpeedStops),
      highSpeedLosses: strobe.highSpeedLosses.map((row) => ({
        ...row,
        stops: trueLoss(row.stops, highSpeedStops)
      }))
    }
  }
}

/** A reading that is true now. */
function trueReading(
  reading: AmbientReading | null,
  { readingStops, unreadEv, driftStops, lampStops }: AmbientTruth,
  minutes: number
): AmbientReading {
  const since = driftStops(minutes) + lampStops(minutes)
  if (!reading)
    return {
      value: { kind: 'ev', ev: unreadEv + since },
      limit: 'exact',
      via: 'incident',
      atMagnification: 1,
      takenAt: null,
      look: null
    }
  // Where nothing showed there is less than the limit.
  const below = reading.limit === 'at-most' ? -1 - Math.abs(readingStops) : readingStops
  return {
    ...reading,
    value: { kind: 'ev', ev: evOfReading(reading) + below + since },
    limit: 'exact'
  }
}

/**
 * @param seed of the studio
 * @param minutes since it was started
 */
export function trueSet(plan: Plan, dials: Dials, seed: number, minutes: number): Plan {
  const camera = cameraTruth(seed)
  const ambient = ambientTruth(seed)
  const reading = (place: ReadPlace) => trueReading(plan.ambient[place], ambient, minutes)
  const { syncStops } = shutterOf(plan)
  return {
    ...plan,
    // A body goes by the sync speed it was built for, not by what its curtains do.
    settings: {
      ...dials.settings,
      highSpeedSync: dials.settings.highSpeedSync && dials.settings.shutterStops > syncStops + 1e-6
    },
    corrections: [],
    syncTrials: [],
    camera: { ...plan.camera, syncStops: plan.camera.syncStops - camera.syncStops },
    subject: {
      ...plan.subject,
      reflectance: Math.min(MOST_REFLECTANCE, plan.subject.reflectance * 2 ** camera.subjectStops)
    },
    ambient: {
      ...plan.ambient,
      subject: reading('subject'),
      background: reading('background'),
      sources: plan.ambient.sources.map((source) => ({
        ...source,
        reading: trueReading(source.reading, ambientTruth(seed, `ambient ${source.id}`), minutes)
      }))
    },
    lights: plan.lights.map((light) =>
      trueLight(seed, light, dials.powers.get(light.id) ?? light.powerStops)
    )
  }
}

/** Differences between the truth and the plan's figures, and what they come of. */
export function truthOf(
  plan: Plan,
  dials: Dials,
  seed: number,
  minutes: number,
  missedFlashes: number
): Truth {
  const camera = cameraTruth(seed)
  const ambient = ambientTruth(seed)
  const figures = ledgerOf({ ...plan, settings: dials.settings, corrections: [] })
  const real = ledgerOf(trueSet(plan, dials, seed, minutes))
  const differences = real.rows.flatMap(({ source, cells }) => {
    const said = figures.rows.find((row) => row.source === source)!.cells
    return real.places.flatMap((place) => {
      const [is, was] = [cells[place]!, said[place]!]
      return is.state === 'known' && was.state === 'known'
        ? [{ source, place, stops: is.level - was.level + camera.sensitivityStops }]
        : []
    })
  })
  const causes = plan.lights.flatMap((light) => {
    const head = headTruth(seed, light)
    const power = dials.powers.get(light.id) ?? light.powerStops
    return (
      [
        ['output', head.outputStops],
        ['mark', head.markStops(power)],
        ['modifiers', light.modifiers.reduce((sum, each) => sum + modifierGain(seed, each), 0)],
        ['distance', -2 * Math.log2(1 + head.distanceShare)]
      ] as const satisfies readonly (readonly [TruthCause, number])[]
    ).map(([cause, stops]) => ({ source: light.id, cause, stops }))
  })
  const readings = (['subject', 'background'] as const).some((place) => plan.ambient[place])
  return {
    seed,
    minutes,
    differences,
    causes: [
      ...causes,
      ...(readings
        ? [{ source: 'ambient' as const, cause: 'reading' as const, stops: ambient.readingStops }]
        : []),
      { source: 'ambient', cause: 'drift', stops: ambient.driftStops(minutes) },
      { source: 'ambient', cause: 'lamp', stops: ambient.lampStops(minutes) },
      { source: 'ambient', cause: 'sensitivity', stops: camera.sensitivityStops },
      { source: 'ambient', cause: 'subject', stops: camera.subjectStops }
    ],
    syncStops: shutterOf(plan).syncStops - camera.syncStops,
    meterStops: meterTruth(seed),
    clockS: camera.clockS,
    missedFlashes,
    figures: []
  }
}
