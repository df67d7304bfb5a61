/** A studio that is not there: it obeys commands, and what it shows follows from its hidden truth. */
import type { Answer, Command, DeviceOffer, DeviceState } from '@core/api/devices'
import { withOnly } from '@core/plan/edit'
import type { Light, LightId, Plan } from '@core/plan/plan'
import { shutterOf } from '@core/plan/shutterInUse'
import { expectedReading } from '@core/run/metering'
import type { Part } from '@core/run/part'
import { dialMarks } from '@core/scales/dial'
import { marksBetween, marksOf } from '@core/scales/marks'
import { formatMeter } from '@core/scales/meter'
import { dngOf } from './dng'
import type { Camera, Say } from './camera'
import { jpegOf, type Notes } from './files'
import { sharing } from './sharing'
import { strobesOf } from './strobes'
import { trueSet, truthOf, type Dials } from './trueSet'
import { cameraTruth, meterTruth, misses } from './truth'

export interface CameraFile {
  readonly name: string
  readonly bytes: Buffer
}

interface Options {
  readonly seed: number
  /** the set as it stands now */
  readonly plan: () => Promise<Plan>
  readonly camera: Camera
  /** the set as it really is */
  readonly real?: typeof trueSet
  /** ms since 1970 */
  readonly now: () => number
}

const refused = (problem: string): Answer => ({ ok: false, problem })
const done: Answer = { ok: true }
/** Stops by which a mark may be missed and still be meant. */
const DUST = 0.02
const isMark = (marks: readonly { readonly stops: number }[], stops: number): boolean =>
  marks.some((mark) => Math.abs(mark.stops - stops) < DUST)

/** The set with only some of a light's modifiers on. */
const carrying = (plan: Plan, { light: id, on }: Part): Plan => ({
  ...plan,
  lights: plan.lights.map((light) =>
    light.id === id ? { ...light, modifiers: light.modifiers.slice(0, on) } : light
  )
})

/** What a studio of a plan has to offer. */
export const offerOf = (plan: Plan, shootId: string): DeviceOffer => ({
  name: 'Practice studio',
  shootId,
  camera: { files: ['jpeg', 'raw'] },
  strobes: plan.lights.map(({ id, strobe }) => ({ light: id, name: strobe.name })),
  meter: { display: plan.meter?.display ?? 'tenths' },
  clock: true,
  tilt: true,
  practice: true,
  bench: null
})

export function studioOf({ seed, plan: planNow, camera, real: realOf = trueSet, now }: Options) {
  const began = now()
  const body = cameraTruth(seed)
  const strobes = strobesOf(now)
  const powers = new Map<LightId, number>()
  const switchedOff = new Set<LightId>()
  const flashes = new Map<LightId, number>()
  let settings: Plan['settings'] | null = null
  let lastReal: Plan | null = null
  /** the set as it was looked at last: what charges does not change it */
  let lastSeen: Plan | null = null
  let frames = 0
  let missed = 0

  const minutes = (): number => (now() - began) / 60_000
  const dialsOf = (plan: Plan): Dials => ({ settings: settings ?? plan.settings, powers })
  const realNow = (plan: Plan): Plan =>
    (lastReal = sharing(lastReal, realOf(plan, dialsOf(plan), seed, minutes())))
  const powerOf = (light: Light): number => powers.get(light.id) ?? light.powerStops

  /**
   * Fires some lights.
   * @returns those that gave light, each as much as it did
   */
  const fire = (plan: Plan, lights: readonly LightId[]): Map<LightId, number> => {
    const given = new Map<LightId, number>()
    for (const light of plan.lights) {
      if (!lights.includes(light.id)) continue
      const count = (flashes.get(light.id) ?? 0) + 1
      flashes.set(light.id, count)
      if (misses(seed, light.id, count)) {
        missed++
        continue
      }
      const stops = strobes.fire(light, powerOf(light))
      if (stops !== null) given.set(light.id, stops)
    }
    return given
  }

  const setCamera = (plan: Plan, asked: Extract<Command, { do: 'set-camera' }>): Answer => {
    const { apertureStops, shutterStops, isoStops, ndStops, highSpeedSync, shown } = asked
    const { step, lowestIsoStops, highestIsoStops } = plan.camera
    const { slowestShutterStops, fastestShutterStops } = shutterOf(plan)
    for (const [axis, stops, from, to, name] of [
      ['aperture', apertureStops, plan.lens.widestStops, plan.lens.narrowestStops, shown.aperture],
      ['shutter', shutterStops, slowestShutterStops, fastestShutterStops, shown.shutter],
      ['iso', isoStops, lowestIsoStops, highestIsoStops, `ISO ${shown.iso}`]
    ] as const)
      if (!isMark(marksBetween(marksOf(axis, step), from, to), stops))
        return refused(`This camera has no ${name}.`)
    settings = { apertureStops, shutterStops, isoStops, ndStops, highSpeedSync }
    return done
  }

  const setStrobes = (plan: Plan, asked: Extract<Command, { do: 'set-strobes' }>): Answer => {
    for (const { light: id, on, powerStops, shown } of asked.strobes) {
      const light = plan.lights.find((each) => each.id === id)
      if (!light) return refused(`There is no light ${id} in this studio.`)
      if (on && !isMark(dialMarks(light.strobe.dial), powerStops))
        return refused(`${light.strobe.name} has no ${shown} on its dial.`)
    }
    for (const { light, on, powerStops } of asked.strobes) {
      powers.set(light, powerStops)
      if (on) switchedOff.delete(light)
      else switchedOff.add(light)
    }
    return done
  }

  const takeFrame = async (
    plan: Plan,
    asked: readonly LightId[],
    say: Say
  ): Promise<readonly CameraFile[]> => {
    const given = fire(
      plan,
      asked.filter((id) => !switchedOff.has(id))
    )
    const takenAt = now()
    const real = realNow(plan)
    const ids = [...given.keys()]
    const lit = withOnly(
      {
        ...real,
        lights: real.lights.map((light) => {
          const asked = powerOf(plan.lights.find(({ id }) => id === light.id)!)
          return { ...light, powerStops: light.powerStops + (given.get(light.id) ?? asked) - asked }
        })
      },
      ids
    )
    const number = ++frames
    const exposure = await camera.expose(
      {
        real,
        lit,
        sensitivityStops: body.sensitivityStops,
        seed: seed ^ Math.imul(number, 0x9e3779b1)
      },
      say
    )
    say('writing its files', 1)
    const notes: Notes = {
      camera: plan.camera.name,
      settings: real.settings,
      focalMm: plan.lens.focalMm,
      flashFired: given.size > 0,
      takenAt: new Date(takenAt + body.clockS * 1000)
    }
    const name = `TIDE${String(number).padStart(4, '0')}`
    return [
      { name: `${name}.JPG`, bytes: await jpegOf(exposure, body.rendering, notes) },
      { name: `${name}.DNG`, bytes: dngOf(exposure, body, notes, plan.balance) }
    ]
  }

  const readMeter = (plan: Plan, asked: Extract<Command, { do: 'read-meter' }>): Answer => {
    const given = fire(plan, asked.lights)
    const real = realNow(plan)
    const { place, isoStops, shutterStops, receptor } = asked
    const found = expectedReading(real, {
      place,
      lights: [...given.keys()],
      isoStops,
      shutterStops,
      receptor
    })
    if (found === null) return refused('The meter shows nothing: no flash reached it.')
    const display = plan.meter?.display ?? 'tenths'
    return {
      ok: true,
      reading: { shown: formatMeter(found + meterTruth(seed), display), display }
    }
  }

  return {
    /** Begins to trace, so that the first frame does not wait for all of it. */
    warm: async (): Promise<void> => {
      camera.look(realNow(await planNow()))
    },
    /** Lights that are not ready to fire at their power. */
    state: async (): Promise<DeviceState> => {
      const plan = (lastSeen ??= await planNow())
      return {
        charging: plan.lights
          .filter((light) => !strobes.ready(light, powerOf(light)))
          .map(({ id }) => id)
      }
    },
    /**
     * Carries out a command.
     * @param say told of what takes its time
     * @param deliver given the files of a frame
     */
    obey: async (
      command: Command,
      say: Say,
      deliver: (file: CameraFile) => Promise<void>
    ): Promise<Answer> => {
      const plan = (lastSeen = await planNow())
      switch (command.do) {
        case 'set-camera':
          return setCamera(plan, command)
        case 'set-strobes':
          return setStrobes(plan, command)
        case 'test-flash':
          fire(plan, command.lights)
          return done
        case 'trigger':
          for (const file of await takeFrame(
            command.part ? carrying(plan, command.part) : plan,
            command.lights,
            say
          ))
            await deliver(file)
          return done
        case 'read-meter':
          return readMeter(plan, command)
        case 'tell-time':
          return { ok: true, time: new Date(now() + body.clockS * 1000).toISOString() }
        case 'tell-tilt':
          return { ok: true, tilt: { pitchDeg: body.pitchDeg, rollDeg: body.rollDeg } }
        case 'stand':
          return refused('This studio stands as its shoot says.')
        case 'tell-truth':
          return { ok: true, truth: truthOf(plan, dialsOf(plan), seed, minutes(), missed) }
      }
    }
  }
}
