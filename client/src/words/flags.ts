/** Warnings where a figure lies outside the range its model holds for. */
import type { Flag } from '@core/ledger/terms'

export const FLAG_WORDS: Record<Flag, string> = {
  specular:
    'The subject is shiny: the figures are for the part of it that scatters light. What it ' +
    'mirrors is listed under the checks.',
  'light-inside': 'A light stands inside the subject’s own size. Move it out.',
  'duration-assumed':
    'This head’s flash at less than full power is not known: its full-power duration is ' +
    'used. Add a duration table under Kit.',
  'port-assumed':
    'No housing is chosen: a flat port right before the lens is assumed. Choose yours under Focus.',
  'air-guide-assumed':
    'A head’s guide number in air is not known: 2.5 times that under water is used, which may be half ' +
    'a stop off. Enter it under Kit, or correct it by a frame.',
  'water-guide-assumed':
    'A head’s guide number under water is not known: 0.4 of that in air is used, which may be ' +
    'half a stop off. Enter it under Kit, or correct it by a frame.',
  vapour:
    'The vapour is so dense that light is turned more than once in it: the sum counts the first ' +
    'turn only, and says too much of light from behind.',
  grazing:
    'The light comes in almost along the surface: real shapes catch more than a flat card would.',
  'modifier-held':
    'A modifier’s measured figures promise more light than enters it from this head: the sum holds ' +
    'it to that. Was it measured on a narrower or stronger head?',
  'fires-stronger':
    'A head is set lower than it can fire in high-speed sync: the sum counts the power it fires at.',
  'outside-room':
    'A head, a card, the table or the background stands outside the room: its walls would be in the ' +
    'way, and the sum does not know.',
  'lens-limit': 'The magnification is beyond what this lens focuses.',
  'off-camera-range': 'A setting is outside what this camera or lens can be set to.',
  'reading-limit': 'A reading in use was clipped or fully black, so it gives a limit, not a figure.'
}
