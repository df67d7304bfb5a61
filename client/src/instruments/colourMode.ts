/** How the sum shows colours; this browser remembers. */
import { ref, watch } from 'vue'
import { keep, readKept } from '@/kept/storage'

export const COLOUR_MODES = [
  { value: 'none', title: 'No colour' },
  { value: 'swatch', title: 'Swatch' },
  { value: 'kelvin', title: 'Kelvin' },
  { value: 'channels', title: 'Red and blue' }
] as const
export type ColourMode = (typeof COLOUR_MODES)[number]['value']

const KEY = 'fine-spark-sum-colours'
const kept = readKept(KEY)
export const colourMode = ref<ColourMode>(
  COLOUR_MODES.find(({ value }) => value === kept)?.value ?? 'none'
)
watch(colourMode, (mode) => keep(KEY, mode))
