/**
 * How a frame was reframed against another: shift, size and turn that lay one over the other, by
 * their edges, which stay where the light changes.
 */

/** A small picture, rows from the top. */
export interface GreyPicture {
  readonly width: number
  readonly height: number
  /** [pixel] linear light or any growing measure of it */
  readonly light: Float32Array
}

/** A spot of a picture as shares of its width and height. */
export interface Spot {
  readonly x: number
  readonly y: number
}

/** Where what was in one frame lies in the other, about the middle of the frame. */
export interface Registration {
  /** to the right and down, shares of the frame's width */
  readonly right: number
  readonly down: number
  /** how many times larger */
  readonly scale: number
  /** clockwise, degrees */
  readonly turnDeg: number
  /** how well the edges agree, −1 to 1 */
  readonly score: number
}

const RAD = Math.PI / 180

/**
 * Where a spot of the first frame lies in the second.
 * @param aspect height of both against their width
 */
export function carried(
  { right, down, scale, turnDeg }: Registration,
  { x, y }: Spot,
  aspect: number
): Spot {
  const [u, v] = [x - 0.5, (y - 0.5) * aspect]
  const [cos, sin] = [scale * Math.cos(turnDeg * RAD), scale * Math.sin(turnDeg * RAD)]
  return {
    x: 0.5 + cos * u - sin * v + right,
    y: 0.5 + (sin * u + cos * v + down) / aspect
  }
}

/** Widths the pictures are compared at, px: coarse to fine. */
const LEVELS = [20, 40, 80, 160] as const
export const REGISTER_WIDTH = LEVELS[3]
/** Starts that are followed at each level. */
const KEPT = [10, 4, 1, 1] as const

/** A picture brought to another width, each pixel the mean of what it covers. */
function shrunk({ width, height, light }: GreyPicture, to: number): GreyPicture {
  const down = Math.max(1, Math.round((to * height) / width))
  const out = new Float32Array(to * down)
  for (let y = 0; y < down; y++)
    for (let x = 0; x < to; x++) {
      const [left, right] = [Math.floor((x * width) / to), Math.ceil(((x + 1) * width) / to)]
      const [top, end] = [Math.floor((y * height) / down), Math.ceil(((y + 1) * height) / down)]
      let sum = 0
      for (let row = top; row < end; row++)
        for (let column = left; column < right; column++) sum += light[row * width + column]!
      out[y * to + x] = sum / ((right - left) * (end - top))
    }
  return { width: to, height: down, light: out }
}

/** How strong its edges are; the cube root evens out what is bright and what is dark. */
function edgesOf({ width, height, light }: GreyPicture): GreyPicture {
  const even = light.map((value) => Math.cbrt(Math.max(0, value)))
  const at = (x: number, y: number): number =>
    even[Math.min(height - 1, Math.max(0, y)) * width + Math.min(width - 1, Math.max(0, x))]!
  const out = new Float32Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const across = at(x + 1, y) - at(x - 1, y)
      const downward = at(x, y + 1) - at(x, y - 1)
      out[y * width + x] = Math.sqrt(across * across + downward * downward)
    }
  return { width, height, light: out }
}

interface Try extends Omit<Registration, 'score'> {
  readonly score: number
}

/** Of the first frame so much must be in the second. */
const LEAST_OVERLAP = 0.4

/** Correlation of two pictures of edges, the second looked up where the first's spots lie in it. */
function scoreOf(
  from: GreyPicture,
  to: GreyPicture,
  { right, down, scale, turnDeg }: Omit<Try, 'score'>
): number {
  const { width, height } = from
  const [cos, sin] = [scale * Math.cos(turnDeg * RAD), scale * Math.sin(turnDeg * RAD)]
  let [n, a, b, aa, bb, ab] = [0, 0, 0, 0, 0, 0]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x + 0.5 - width / 2, y + 0.5 - height / 2]
      const tx = width / 2 + cos * u - sin * v + right * width - 0.5
      const ty = height / 2 + sin * u + cos * v + down * width - 0.5
      if (tx < 0 || ty < 0 || tx > width - 1 || ty > height - 1) continue
      const [left, top] = [Math.floor(tx), Math.floor(ty)]
      const [fx, fy] = [tx - left, ty - top]
      const i = top * width + left
      const next = fx > 0 ? 1 : 0
      const below = fy > 0 ? width : 0
      const q =
        (to.light[i]! * (1 - fx) + to.light[i + next]! * fx) * (1 - fy) +
        (to.light[i + below]! * (1 - fx) + to.light[i + below + next]! * fx) * fy
      const p = from.light[y * width + x]!
      n++
      a += p
      b += q
      aa += p * p
      bb += q * q
      ab += p * q
    }
  if (n < LEAST_OVERLAP * width * height) return -1
  const spread = (aa - (a * a) / n) * (bb - (b * b) / n)
  return spread > 1e-12 ? (ab - (a * b) / n) / Math.sqrt(spread) : -1
}

const SCALES = [0.72, 0.82, 0.91, 1, 1.1, 1.22, 1.38]
const TURNS = [-14, -7, 0, 7, 14]
/** Frames are moved by so much at most, of their width. */
const MOST_SHIFT = 0.4

function coarse(from: GreyPicture, to: GreyPicture): Try[] {
  const tries: Try[] = []
  const step = 1 / from.width
  for (const scale of SCALES)
    for (const turnDeg of TURNS)
      for (let right = -MOST_SHIFT; right <= MOST_SHIFT + 1e-9; right += step)
        for (let down = -MOST_SHIFT; down <= MOST_SHIFT + 1e-9; down += step) {
          const at = { right, down, scale, turnDeg }
          tries.push({ ...at, score: scoreOf(from, to, at) })
        }
  return tries.sort((a, b) => b.score - a.score).slice(0, KEPT[0])
}

/** The best near a start: each figure is stepped by turns, the steps halved when none is better. */
function refined(from: GreyPicture, to: GreyPicture, start: Try): Try {
  let best: Try = { ...start, score: scoreOf(from, to, start) }
  for (let px = 1; px >= 0.12; px /= 2) {
    const share = px / from.width
    const steps: readonly Partial<Record<'right' | 'down' | 'scale' | 'turnDeg', number>>[] = [
      { right: share },
      { down: share },
      { scale: 2 * share },
      { turnDeg: (2 * share) / RAD }
    ]
    for (let better = true; better;) {
      better = false
      for (const step of steps)
        for (const sign of [1, -1]) {
          const at = {
            right: best.right + sign * (step.right ?? 0),
            down: best.down + sign * (step.down ?? 0),
            scale: best.scale + sign * (step.scale ?? 0),
            turnDeg: best.turnDeg + sign * (step.turnDeg ?? 0)
          }
          const score = scoreOf(from, to, at)
          if (score <= best.score + 1e-6) continue
          best = { ...at, score }
          better = true
        }
    }
  }
  return best
}

const UNMOVED = { right: 0, down: 0, scale: 1, turnDeg: 0 } as const
/** A move that agrees no better than by this is none. */
const NO_BETTER = 0.01
/** Edges that agree less than this may be of other things. */
const LEAST_SCORE = 0.45

/**
 * Registers the second frame against the first.
 * @param from,to of one shape
 * @returns null where they do not show the same thing, or too little of it
 */
export function register(from: GreyPicture, to: GreyPicture): Registration | null {
  const shapes = [from, to].map(({ width, height }) => height / width)
  if (Math.abs(Math.log(shapes[0]! / shapes[1]!)) > 0.03) return null
  let starts: Try[] = []
  let unmoved = -1
  LEVELS.forEach((width, level) => {
    if (width > 2 * Math.min(from.width, to.width)) return
    const [a, b] = [from, to].map((each) => edgesOf(shrunk(each, width))) as [
      GreyPicture,
      GreyPicture
    ]
    if (level === 0) starts = coarse(a, b)
    unmoved = scoreOf(a, b, UNMOVED)
    starts = starts
      .map((start) => refined(a, b, start))
      .sort((one, other) => other.score - one.score)
      .slice(0, KEPT[level])
  })
  const [best] = starts
  // Light from another side moves edges a little: a frame is not thought moved for so little.
  if (best && best.score - unmoved < NO_BETTER && unmoved >= LEAST_SCORE)
    return { ...UNMOVED, score: unmoved }
  return best && best.score >= LEAST_SCORE ? best : null
}
