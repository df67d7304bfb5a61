/** How the strobes of a plan are told to fire, and how late each does. */
import { hearsFlash, type Link } from '../kit/link'
import type { Light, LightId } from './light'

type Fired = Pick<Light, 'id' | 'on' | 'onlyTriggers' | 'firedBy'>
type Lights = readonly Fired[]

/** Whether it flashes at all: for the picture, or only for the cells that see it. */
export const flashes = ({ on, onlyTriggers }: Pick<Light, 'on' | 'onlyTriggers'>): boolean =>
  on || onlyTriggers

/** Its link; null in the camera’s shoe, by hand, and where nothing is said. */
export const linkOf = ({ firedBy }: Pick<Light, 'firedBy'>): Link | null =>
  firedBy?.kind === 'link' ? firedBy.link : null

/** The light whose flash is its signal; null for none. */
export const masterOf = ({ firedBy }: Pick<Light, 'firedBy'>): LightId | null =>
  firedBy?.kind === 'link' && hearsFlash(firedBy.link) ? firedBy.of : null

/**
 * The lights that fire one after the other until this one does, the first first.
 * @returns null where they wait for each other
 */
export function chainTo(lights: Lights, light: Fired): Fired[] | null {
  const chain = [light]
  for (;;) {
    const master = lights.find(({ id }) => id === masterOf(chain[0]!))
    if (!master) return chain
    if (chain.includes(master)) return null
    chain.unshift(master)
  }
}

/** From the camera’s signal to the start of its flash, s: the delays of all links on the way. */
export const delaySeconds = (lights: Lights, light: Fired): number =>
  light.firedBy === null
    ? 0
    : (chainTo(lights, light) ?? [light]).reduce(
        (sum, each) => sum + (linkOf(each)?.delayMs ?? 0) / 1000,
        0
      )

/** Whether high-speed sync reaches a strobe: not by hand, nor over a link that does not carry it. */
export const hearsHighSpeedSync = (light: Pick<Light, 'firedBy'>): boolean =>
  light.firedBy?.kind !== 'hand' && (linkOf(light)?.carriesHighSpeedSync ?? true)
