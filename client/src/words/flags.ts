/** Warnings where a figure lies outside the range its model holds for. */
import type { Flag } from '@core/ledger/terms'

export const FLAG_WORDS: Record<Flag, string> = {
  specular:
    'The subject is shiny or clear: the figures are for the part of it that scatters ' +
    'light. What it mirrors is listed under the checks; what it bends is not in the ' +
    'model.',
  'light-inside': 'A light stands inside the subject’s own size. Move it out.',
  'duration-assumed':
    'This head’s flash at less than full power is not known: its full-power duration is ' +
    'used. Add a duration table under Kit.',
  grazing:
    'The light comes in almost along the surface: real shapes catch more than a flat card would.',
  'lens-limit': 'The magnification is beyond what this lens focuses.',
  'off-camera-range': 'A setting is outside what this camera or lens can be set to.',
  'reading-limit': 'A reading in use was clipped or fully black, so it gives a limit, not a figure.'
}
