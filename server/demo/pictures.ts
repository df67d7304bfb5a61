/**
 * Drawn stand-ins for demo frames: a shape at one level on a background at another, as an sRGB JPEG
 * with camera settings in it.
 */
import sharp from 'sharp'
import { levelTo8Bit } from '@core/ambient/blackScale'
import type { Plan } from '@core/plan/plan'
import { secondsAt } from '@core/scales/marks'

const WIDTH = 1200
const HEIGHT = 800

/**
 * A tint that leaves the luminance at the level: shares of red, green and blue light, evened out by
 * the weights of BT.709.
 */
function tone(level: number, warm = 0): string {
  const tint = [1, 1 - 0.25 * warm, 1 - 0.65 * warm]
  const even = 0.2126 * tint[0]! + 0.7152 * tint[1]! + 0.0722 * tint[2]!
  return `rgb(${tint.map((share) => levelTo8Bit(level + Math.log2(share / even))).join(',')})`
}

function leg(side: number, y: number, i: number): string {
  const curve = [side * 150, -40 + i * 30, side * 250, 40 + i * 45]
  return `<path d="M600 ${400 + y} q ${curve.join(' ')}"/>`
}
const LEGS = [-1, 1].flatMap((side) => [-70, 10, 95].map((y, i) => leg(side, y, i))).join('')
/** A beetle seen from above: wing cases, head, legs. */
const beetle = (level: number): string => `
  <g stroke="${tone(level - 2.2, 1)}" stroke-width="9" fill="none" stroke-linecap="round">
    ${LEGS}
  </g>
  <ellipse cx="600" cy="430" rx="150" ry="190" fill="${tone(level, 1)}"/>
  <ellipse cx="600" cy="225" rx="82" ry="62" fill="${tone(level - 0.8, 1)}"/>
  <line x1="600" y1="245" x2="600" y2="618" stroke="${tone(level - 3, 1)}" stroke-width="4"/>
  <ellipse cx="535" cy="350" rx="14" ry="70" fill="${tone(level + 1.6, 0.5)}"
    transform="rotate(12 535 350)"/>`

function wisp(level: number, i: number): string {
  const curve = [420 + i * 90, 520 - i * 20, 760 - i * 70, 380 + i * 15, 560 + i * 35, 130 + i * 30]
  return `<path d="M${540 + i * 40} 700 C ${curve.join(' ')}" stroke="${tone(level - i * 0.5)}"
    stroke-width="${46 - i * 8}" fill="none" stroke-linecap="round" opacity="0.8"/>`
}
/** A cup's rim with a plume above it. */
const plume = (level: number): string => `
  <ellipse cx="600" cy="720" rx="170" ry="26" fill="${tone(level - 2.5)}"/>
  ${[0, 1, 2, 3].map((i) => wisp(level, i)).join('')}`

export type Shape = 'beetle' | 'plume' | 'none'
const SHAPES: Record<Shape, (level: number) => string> = { beetle, plume, none: () => '' }

/** Where a patch on each shape's even part lies: shares of width and height. */
export const PATCH: Record<
  Shape,
  { readonly x: number; readonly y: number; readonly radius: number }
> = {
  beetle: { x: 0.565, y: 0.6, radius: 0.025 },
  plume: { x: 0.5, y: 0.9, radius: 0.02 },
  none: { x: 0.2, y: 0.2, radius: 0.05 }
}

export async function drawFrame(
  plan: Plan,
  shape: Shape,
  subjectLevel: number,
  backgroundLevel: number
): Promise<Buffer> {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
    <rect width="100%" height="100%" fill="${tone(backgroundLevel)}"/>
    ${SHAPES[shape](subjectLevel)}</svg>`
  const seconds = secondsAt(plan.settings.shutterStops)
  return sharp(Buffer.from(svg))
    .withExif({
      IFD2: {
        FNumber: `${Math.round(2 ** (plan.settings.apertureStops / 2) * 10)}/10`,
        ExposureTime: `1/${Math.round(1 / seconds)}`,
        ISOSpeedRatings: String(Math.round(100 * 2 ** plan.settings.isoStops))
      }
    })
    .jpeg({ quality: 92, chromaSubsampling: '4:4:4' })
    .toBuffer()
}

/** Raw RGBA bytes of a picture, or of a round patch's bounding square. */
export async function pixelsOf(
  jpeg: Buffer,
  patch?: { x: number; y: number; radius: number }
): Promise<Buffer> {
  const image = sharp(jpeg).ensureAlpha()
  if (patch) {
    const size = Math.max(1, Math.round(patch.radius * WIDTH * 1.4))
    image.extract({
      left: Math.round(patch.x * WIDTH - size / 2),
      top: Math.round(patch.y * HEIGHT - size / 2),
      width: size,
      height: size
    })
  }
  return image.raw().toBuffer()
}

export const FRAME_SIZE = { width: WIDTH, height: HEIGHT }
