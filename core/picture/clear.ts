/** What light goes through: bodies of glass, a vessel's wall, what is in it. */
import type { Plan } from '../plan/plan'
import { GLASS_INDEX, WATER_INDEX } from '../set/specular'
import { subjectSolid, subjectSurface } from '../set/subjectBody'
import { vesselMeshes } from '../set/subjectMesh'
import { isSheet, surfacesOf, type Surface, type Surfaces } from '../set/surface'
import { absorptionOf, type Rgb } from './colour'

export interface Medium {
  /** refractive index */
  readonly index: number
  /** per mm */
  readonly absorbs: Rgb
}

export interface Clear {
  /** where one medium ends and another begins */
  readonly faces: Surfaces
  /** what the set stands in, and what is clear in it */
  readonly media: readonly Medium[]
  /** [face × 2] index of the medium outside it and inside */
  readonly sides: Int32Array
}

/** Media by index. */
const [AROUND, GLASS, LIQUID] = [0, 1, 2] as const
const NOTHING: Rgb = [0, 0, 0]

/** A clear subject; null where it is not, or is no body. */
export function clearOf({ subject, medium }: Plan): Clear | null {
  if (subject.finish !== 'clear' || subject.shape === 'plume' || subject.shape === 'sheet')
    return null
  const { glass, liquid } = subject
  const media: Medium[] = [
    { index: medium === 'water' ? WATER_INDEX : 1, absorbs: NOTHING },
    { index: GLASS_INDEX, absorbs: absorptionOf(glass.colour, glass.throughMm) },
    {
      index: WATER_INDEX,
      absorbs: liquid ? absorptionOf(liquid.colour, liquid.throughMm) : NOTHING
    }
  ]
  const faces: (readonly [Surface, outside: number, inside: number])[] = []
  if (subject.shape === 'vessel') {
    const { dry, wet, level } = vesselMeshes(subject)
    for (const [mesh, outside, inside] of [
      [dry, AROUND, GLASS],
      [wet, LIQUID, GLASS],
      [level, AROUND, LIQUID]
    ] as const)
      if (mesh) faces.push([subjectSolid(subject, { kind: 'mesh', mesh }), outside, inside])
  } else {
    const body = subjectSurface(subject)
    if (body && !isSheet(body)) faces.push([body, AROUND, GLASS])
  }
  return {
    faces: surfacesOf(faces.map(([surface]) => surface)),
    media,
    sides: Int32Array.from(faces.flatMap(([, outside, inside]) => [outside, inside]))
  }
}
