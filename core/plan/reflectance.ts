/**
 * Named reflectances to start from. 18 % is the grey card's definition; the others are values from
 * memory, to be replaced by a reading.
 */
export interface ReflectancePreset {
  readonly id: string
  readonly value: number
}

/**
 * What vapour lit from the side amounts to: 0.01 to 0.02 (common practice, no source). It scatters
 * most of its light onward, so from behind it gives several stops more, from the front less.
 */
export const VAPOUR_REFLECTANCE = 0.015

export const SUBJECT_REFLECTANCES: readonly ReflectancePreset[] = [
  { id: 'grey-card', value: 0.18 },
  { id: 'white-paper', value: 0.85 },
  { id: 'pale-shell', value: 0.5 },
  { id: 'brass', value: 0.35 },
  { id: 'wood', value: 0.25 },
  { id: 'vapour', value: VAPOUR_REFLECTANCE },
  { id: 'dark-beetle', value: 0.06 }
]

export const BACKGROUND_REFLECTANCES: readonly ReflectancePreset[] = [
  { id: 'velvet', value: 0.01 },
  { id: 'black-card', value: 0.04 },
  { id: 'dark-wall', value: 0.1 },
  { id: 'grey-card', value: 0.18 },
  { id: 'foliage', value: 0.12 },
  { id: 'white-wall', value: 0.8 }
]
