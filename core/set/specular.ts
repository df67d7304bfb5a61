/**
 * How bright a light's image in a polished face comes out: an image keeps the luminance of what it
 * shows, times what the surface mirrors, however far away the light stands. That is why a bigger or
 * nearer source makes tamer highlights. Source: conservation of luminance (étendue) in reflection,
 * any optics handbook; Fresnel's equations.
 */
import { AIR, refractiveIndex, type Medium } from '../medium/water'
import type { Plan } from '../plan/plan'
import type { Head } from './heads'
import { dot, sub, unit, type Vec } from './vec'

/**
 * Level at which sRGB is full: an 18 % card is level 0, so pure white stands log2(1 / 0.18) above
 * it.
 */
export const WHITE_STOPS = Math.log2(1 / 0.18)
/** Glass, lacquer, chitin. Common handbook figure. */
export const GLASS_INDEX = 1.5
/** Water. Common handbook figure. */
export const WATER_INDEX = 1.333
/**
 * Share of light that bright polished metal mirrors; nickel silver and brass lie about here. Value
 * from memory.
 */
export const METAL_SHARE = 0.7

/**
 * Share of unpolarised light that a smooth clear surface mirrors.
 * @param cosIn cosine of the angle from the normal, 0–1
 * @param index refractive index, > 1
 * Source: Fresnel's equations, e.g. Hecht, Optics.
 */
export function fresnelShare(cosIn: number, index = GLASS_INDEX): number {
  if (!(cosIn >= 0 && cosIn <= 1)) throw new RangeError('cosIn must lie from 0 to 1')
  if (!(index > 1)) throw new RangeError('index must be above 1')
  return fresnelOver(cosIn, index)
}

/**
 * The same from either side, unasked: for loops. 1 where nothing goes on.
 * @param cosIn cosine of the angle from the normal, 0–1
 * @param over index behind the surface over that before it, > 0
 */
export function fresnelOver(cosIn: number, over: number): number {
  const out2 = 1 - (1 - cosIn * cosIn) / (over * over)
  if (out2 <= 0) return 1
  const cosOut = Math.sqrt(out2)
  const across = (cosIn - over * cosOut) / (cosIn + over * cosOut)
  const along = (over * cosIn - cosOut) / (over * cosIn + cosOut)
  return (across * across + along * along) / 2
}

/**
 * Share of light a shiny surface mirrors.
 * @param cosIn cosine of the angle from its normal
 */
export const mirrorShare = (
  finish: Plan['subject']['finish'],
  cosIn: number,
  medium: Medium = AIR
): number =>
  finish === 'metal'
    ? METAL_SHARE
    : fresnelShare(Math.min(1, Math.max(0, cosIn)), GLASS_INDEX / refractiveIndex(medium))

/**
 * Level of a head's image at a spot of a shiny surface, stops, for a head of guide number 1 m at
 * full power: add `lightStops`. −∞ where the head does not look that way.
 * @param at the point
 * @param normal the surface there, unit
 */
export function imageStops(
  head: Head,
  at: Vec,
  normal: Vec,
  finish: Plan['subject']['finish'],
  medium: Medium = AIR
): number {
  const [main] = head.emitters
  const away = unit(sub(at, head.at))
  const cosOff = dot(away, head.axis)
  if (cosOff <= 0 || cosOff < head.limitCos) return -Infinity
  const round =
    head.shape.length > 1 ? Math.atan2(dot(away, head.upward), dot(away, head.across)) : 0
  const share = mirrorShare(finish, -dot(away, normal), medium)
  const luminance = (head.shape(cosOff, round) * 1e6) / (cosOff * main.areaMm2)
  return Math.log2((Math.PI * luminance * share) / 0.18)
}
