/**
 * How to freeze more, in the order of what it costs: less power nearer, more heads, a wider
 * aperture, less ambient.
 */
import { blurFor, freezeOf, GHOST_LEVEL, litSeconds, type Freeze } from '../ledger/freeze'
import { evaluate } from '../ledger/evaluate'
import type { LightId, Plan } from '../plan/plan'
import { chooseOnDial, dialMarks } from '../scales/dial'
import { marksBetween, marksOf } from '../scales/marks'
import { apertureRange, depthOf } from '../plan/lensInUse'
import { isCameraLocked, isLightLocked } from '../plan/controls'
import { withLight } from '../plan/edit'

export type FreezeMove =
  /** the light to a lower mark and nearer by as much, mm */
  | {
      readonly kind: 'nearer'
      readonly light: LightId
      readonly powerStops: number
      readonly from: number
      readonly to: number
      readonly after: Plan | null
      readonly blurPx: number
    }
  /** as many heads alike, each at that power */
  | {
      readonly kind: 'heads'
      readonly light: LightId
      readonly powerStops: number
      readonly heads: number
      readonly after: null
      readonly blurPx: number
    }
  | {
      readonly kind: 'aperture'
      readonly light: LightId
      readonly powerStops: number
      readonly from: number
      readonly to: number
      readonly after: Plan | null
      readonly blurPx: number
      readonly depthMm: number
    }
  /** stops of ambient to take away until no ghost shows */
  | {
      readonly kind: 'ambient'
      readonly stops: number
      readonly after: null
      readonly ghostPx: number
    }
  /** a voltage-controlled head is quickest at full power, or as its table says */
  | {
      readonly kind: 'other-head'
      readonly light: LightId
      readonly after: null
      readonly blurPx: number
    }
  /** high-speed sync: the shutter does the freezing */
  | {
      readonly kind: 'to-sync'
      readonly light: LightId
      readonly after: Plan | null
      readonly blurPx: number
    }

export interface Freezing {
  readonly freeze: Freeze
  readonly enough: boolean
  readonly moves: readonly FreezeMove[]
}

/** Nearest a head is sent, mm. */
const NEAREST_MM = 40

/**
 * @returns moves for the light that smears most, cheapest first; none when all is frozen and no
 *   ghost shows
 */
export function freezing(plan: Plan): Freezing {
  const { ledger } = evaluate(plan)
  const freeze = freezeOf(plan, ledger)
  const limit = plan.goals.blurPx
  const ghostLimit = plan.goals.ghostPx ?? limit
  const moves: FreezeMove[] = []
  const { worst } = freeze
  if (plan.subject.speedMmS > 0 && worst.blurPx > limit) {
    const index = plan.lights.findIndex((light) => light.id === worst.id)
    const light = plan.lights[index]!
    const at = (powerStops: number): number =>
      blurFor(
        plan,
        litSeconds(
          { ...plan, settings: { ...plan.settings, highSpeedSync: false } },
          { ...light, powerStops }
        )
      )
    if (worst.highSpeed) {
      const after: Plan = {
        ...plan,
        settings: { ...plan.settings, shutterStops: plan.camera.syncStops }
      }
      moves.push({
        kind: 'to-sync',
        light: light.id,
        after: isCameraLocked(plan, 'shutter') ? null : after,
        blurPx: at(light.powerStops)
      })
    }
    // The highest mark below the present one whose flash is short enough.
    const fit = dialMarks(light.strobe.dial)
      .filter((mark) => mark.stops <= light.powerStops + 1e-9 && at(mark.stops) <= limit)
      .at(-1)
    if (fit && fit.stops < light.powerStops - 1e-9) {
      const stops = light.powerStops - fit.stops
      const blurPx = at(fit.stops)
      const to = Math.round(light.at.distanceMm * 2 ** (-stops / 2))
      const locked =
        isLightLocked(plan, 'distance', light.id) ||
        isLightLocked(plan, 'power', light.id) ||
        light.mount === 'lens'
      if (to >= NEAREST_MM)
        moves.push({
          kind: 'nearer',
          light: light.id,
          powerStops: fit.stops,
          from: light.at.distanceMm,
          to,
          after: locked
            ? null
            : withLight(plan, index, {
                powerStops: fit.stops,
                at: { ...light.at, distanceMm: to }
              }),
          blurPx
        })
      moves.push({
        kind: 'heads',
        light: light.id,
        powerStops: fit.stops,
        heads: Math.ceil(2 ** stops - 1e-9),
        after: null,
        blurPx
      })
      const [widest, narrowest] = apertureRange(plan)
      const wanted = plan.settings.apertureStops - stops
      const wider = marksBetween(marksOf('aperture', plan.camera.step), widest, narrowest)
        .filter((mark) => mark.stops <= wanted + 1e-6)
        .at(-1)
      if (wider) {
        const settings = { ...plan.settings, apertureStops: wider.stops }
        const gained = plan.settings.apertureStops - wider.stops
        const power = chooseOnDial(light.strobe.dial, light.powerStops - gained).mark.stops
        // Every light falls with it, or the others would be too bright.
        const after: Plan = {
          ...plan,
          settings,
          lights: plan.lights.map((each) =>
            each.on
              ? {
                  ...each,
                  powerStops:
                    each === light
                      ? power
                      : chooseOnDial(each.strobe.dial, each.powerStops - gained).mark.stops
                }
              : each
          )
        }
        moves.push({
          kind: 'aperture',
          light: light.id,
          powerStops: power,
          from: plan.settings.apertureStops,
          to: wider.stops,
          after: isCameraLocked(plan, 'aperture') ? null : after,
          blurPx: at(power),
          depthMm: depthOf(after).totalMm
        })
      }
    } else if (!fit)
      moves.push({
        kind: 'other-head',
        light: light.id,
        after: null,
        blurPx: Math.min(...dialMarks(light.strobe.dial).map((mark) => at(mark.stops)))
      })
  }
  const ghost = freeze.ghostPx > ghostLimit
  if (plan.subject.speedMmS > 0 && ghost)
    moves.push({
      kind: 'ambient',
      stops: freeze.ambientLevel - GHOST_LEVEL,
      after: null,
      ghostPx: freeze.ghostPx
    })
  return { freeze, enough: worst.blurPx <= limit && !ghost, moves }
}
