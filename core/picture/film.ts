/**
 * What the tracer has gathered: for every source and pixel the light's sum and its spread, and
 * what stands there first. Linear: 1 is level 0 for a source that gives level 0 on an 18 % card.
 */

/**
 * Sources of a picture: ambient round the subject, ambient behind it, then the lights, then what
 * gives ambient light from somewhere.
 */
export const AMBIENT_SOURCES = 2
/** @param heads of the lights and of what gives ambient light from somewhere */
export const sourcesOf = (heads: number): number => AMBIENT_SOURCES + heads

/** Which rows of a picture a film holds: every so many, from one on. */
export interface Stripe {
  readonly first: number
  readonly step: number
}

/** Part of the frame, −1 to 1, + right and up. */
export interface Window {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}
export const WHOLE: Window = { left: -1, right: 1, top: 1, bottom: -1 }

export interface Film {
  readonly window: Window
  readonly width: number
  /** of the whole picture */
  readonly height: number
  readonly stripe: Stripe
  readonly rows: number
  readonly sources: number
  /** [source × pixel × 3] sums of red, green, blue */
  readonly light: Float32Array
  /** [source × pixel] sums of squares of each sample's luminance */
  readonly squares: Float32Array
  /** [pixel × SHOWN] sums of what is seen first: normal, distance in mm, its square, albedo */
  readonly shown: Float32Array
  /** [pixel] of how many samples the light came by a way that is only guessed: through glass */
  readonly guessed: Float32Array
  /** how many samples each pixel has */
  samples: number
}
export const SHOWN = 8

export function newFilm(
  width: number,
  height: number,
  sources: number,
  stripe: Stripe = { first: 0, step: 1 },
  window: Window = WHOLE
): Film {
  const rows = Math.max(0, Math.ceil((height - stripe.first) / stripe.step))
  const pixels = width * rows
  return {
    window,
    width,
    height,
    stripe,
    rows,
    sources,
    light: new Float32Array(sources * pixels * 3),
    squares: new Float32Array(sources * pixels),
    shown: new Float32Array(pixels * SHOWN),
    guessed: new Float32Array(pixels),
    samples: 0
  }
}

/** Copies the rows a film holds into the film of the whole picture. */
export function merge(part: Film, into: Film): void {
  const { width, sources, stripe, rows } = part
  const from = width * rows
  const to = into.width * into.rows
  for (let r = 0; r < rows; r++) {
    const at = (stripe.first + r * stripe.step) * width
    const own = r * width
    for (let s = 0; s < sources; s++) {
      into.light.set(
        part.light.subarray((s * from + own) * 3, (s * from + own + width) * 3),
        (s * to + at) * 3
      )
      into.squares.set(part.squares.subarray(s * from + own, s * from + own + width), s * to + at)
    }
    into.shown.set(part.shown.subarray(own * SHOWN, (own + width) * SHOWN), at * SHOWN)
    into.guessed.set(part.guessed.subarray(own, own + width), at)
  }
  into.samples = part.samples
}
