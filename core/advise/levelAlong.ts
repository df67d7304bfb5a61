/** All light that rays from the lens show, whatever they pass on their way. */
import { faceStops } from '../ledger/ambientSources'
import { restCell } from '../ledger/cells'
import { placedSources, type Plan } from '../plan/plan'
import type { PlacePoint } from '../set/placePoint'
import { transportOf } from '../set/remembered'
import { headOfSourceAt, type Scene } from '../set/scene'
import { seenAmbient, type SeenEnd } from '../set/seenEnds'
import { seenOf } from '../set/seenLight'
import type { Vec } from '../set/vec'

const sumOf = (levels: readonly number[]): number =>
  Math.log2(levels.reduce((sum, level) => sum + 2 ** level, 0))

/**
 * @param bases lightStops of each light
 * @param keep which of what they end on counts
 * @returns stops; −Infinity for none
 */
export function levelAlong(
  plan: Plan,
  scene: Scene,
  ways: readonly Vec[],
  bases: readonly number[],
  keep?: (end: SeenEnd) => boolean
): number {
  const bare: PlacePoint = {
    id: 'subject',
    at: [0, 0, 0],
    normal: null,
    reflectance: 0.18,
    on: 'subject',
    seen: ways
  }
  const place = { ...bare, seenAmbient: seenAmbient(plan, scene, bare, keep) }
  const lights = plan.lights.map((light, i) =>
    light.on ? bases[i]! + Math.log2(seenOf(plan, scene, i, place, keep)) : -Infinity
  )
  const sources = placedSources(plan.ambient.sources)
    .filter(({ state }) => state !== 'off')
    .map(
      (source) =>
        faceStops(plan, transportOf(plan), source) +
        Math.log2(seenOf(plan, scene, headOfSourceAt(plan, source.id), place, keep))
    )
  return sumOf([...lights, ...sources, restCell(plan, place).level])
}
