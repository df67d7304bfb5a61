/** Which lens fits which camera, by the name of the mount. */
import type { Camera, Lens } from './kit'

const named = (mount: string): string => mount.trim().toLowerCase()

/** Whether a lens may be on a camera as it is: of neither is it known that the other's mount differs. */
export function fitsMount(lens: Pick<Lens, 'mount'>, camera: Pick<Camera, 'mount'>): boolean {
  const [a, b] = [named(lens.mount), named(camera.mount)]
  return a === '' || b === '' || a === b
}
