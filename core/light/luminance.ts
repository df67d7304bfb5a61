/** Luminance of linear red, green, blue. Source: Rec. 709 primaries, as sRGB (IEC 61966-2-1). */
export const LUMINANCE = [0.2126, 0.7152, 0.0722] as const

/** Mid-grey: level 0, and what a reflectance is held against. */
export const GREY = 0.18
