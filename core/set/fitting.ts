/** What of a bag can go on a light. */
import type { Modifier } from '../kit/kit'
import type { Light } from '../plan/plan'
import { faceSizeMm } from './faces'
import { modifiedBy } from './modified'

type Worn = Pick<Light, 'strobe' | 'modifiers' | 'zoomMm'>

/** Most modifiers one over another. */
const MOST_LAYERS = 4

/** A tube stands on a head, not before a shell or panel that is larger than it. */
const standsBefore = (light: Worn, { beam }: Modifier): boolean =>
  beam.kind !== 'snoot' ||
  light.modifiers.every((each) => each.face.kind === 'keep') ||
  faceSizeMm(modifiedBy(light).front) <= beam.throatMm

/**
 * The modifiers of a bag that a light can take as well: those it does not wear, that go before what
 * it wears; none when it wears four.
 */
export const fitting = (light: Worn, bag: readonly Modifier[]): Modifier[] =>
  light.modifiers.length < MOST_LAYERS
    ? bag.filter(
        (each) => !light.modifiers.some((worn) => worn.id === each.id) && standsBefore(light, each)
      )
    : []
