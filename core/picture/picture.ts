/** A picture as it leaves the workers: the light of each source, cleaned, and how sure it is. */
import type { Plan } from '../plan/plan'
import { sameLights, samePlaces, sameStage } from '../set/same'
import { denoised, meansOf } from './denoise'
import { merge, newFilm, type Film } from './film'
import { groupsOfWhole } from './moment'

export interface Picture {
  readonly width: number
  readonly height: number
  readonly sources: number
  readonly samples: number
  /** [source × pixel × 3] without noise */
  readonly light: Float32Array
  /** [source × pixel × 3] as traced */
  readonly raw: Float32Array
  /** [source × pixel] square of one standard deviation of the luminance of `light` */
  readonly spread: Float32Array
  /** [pixel] of how many samples the light came by a guessed way, a share */
  readonly guessed: Float32Array
}

/** Puts the rows of some films together and takes the noise out. */
export function pictureOf(parts: readonly Film[]): Picture {
  const { width, height, sources, window } = parts[0]!
  const film = newFilm(width, height, sources, undefined, window)
  for (const part of parts) merge(part, film)
  const { samples, guessed } = film
  const means = meansOf(film)
  const raw = means.light.slice()
  const { light, spread } = denoised(film, means)
  return {
    width,
    height,
    sources,
    samples,
    light,
    raw,
    spread,
    guessed: guessed.map((count) => count / samples)
  }
}

/** Whether what is seen to move is where it was while each light falls. */
function sameMoments(a: Plan, b: Plan): boolean {
  if (a.subject.speedMmS === 0) return true
  const same = (key: 'shutterStops' | 'highSpeedSync'): boolean =>
    a.settings[key] === b.settings[key]
  if (
    same('shutterStops') &&
    same('highSpeedSync') &&
    a.lights.every((light, i) => light.powerStops === b.lights[i]!.powerStops)
  )
    return true
  return groupsOfWhole(a).length === 1 && groupsOfWhole(b).length === 1
}

/**
 * Whether a picture of one plan's light can be mixed for the other: nothing moved, nothing looks
 * different, and depth of field is the same.
 */
export const sameLight = (a: Plan, b: Plan): boolean =>
  a === b ||
  (a.medium === b.medium &&
    sameStage(a, b) &&
    samePlaces(a, b) &&
    sameLights(a, b) &&
    a.settings.apertureStops === b.settings.apertureStops &&
    sameMoments(a, b))
