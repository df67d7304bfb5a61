/** What of a bag can go on a light. */
import type { Modifier } from '../kit/kit'
import type { Light } from '../plan/plan'
import { faceSizeMm, lastFace } from './heads'

/** Most modifiers one over another. */
const MOST_LAYERS = 4

/** A tube stands on a head, not before a shell or panel that is larger than it. */
const standsBefore = (light: Pick<Light, 'strobe' | 'modifiers'>, { beam }: Modifier): boolean =>
  beam.kind !== 'snoot' ||
  light.modifiers.every((each) => each.face.kind === 'keep') ||
  faceSizeMm(lastFace(light)) <= beam.throatMm

/**
 * The modifiers of a bag that a light can take as well: those it does not wear, that go before what
 * it wears; none when it wears four.
 */
export const fitting = (
  light: Pick<Light, 'strobe' | 'modifiers'>,
  bag: readonly Modifier[]
): Modifier[] =>
  light.modifiers.length < MOST_LAYERS
    ? bag.filter(
        (each) => !light.modifiers.some((worn) => worn.id === each.id) && standsBefore(light, each)
      )
    : []
