/** Sources of ambient light put into a plan, changed, taken out. */
import { DAYLIGHT } from '../colour/sources'
import { AMBIENT_SOURCE_IDS, type AmbientSource, type AmbientSourceId, type Plan } from './plan'

export const withSource = (
  plan: Plan,
  id: AmbientSourceId,
  part: Partial<AmbientSource>
): Plan => ({
  ...plan,
  ambient: {
    ...plan.ambient,
    sources: plan.ambient.sources.map((each) => (each.id === id ? { ...each, ...part } : each))
  }
})

export const withoutSource = (plan: Plan, id: AmbientSourceId): Plan => ({
  ...plan,
  ambient: { ...plan.ambient, sources: plan.ambient.sources.filter((each) => each.id !== id) }
})

type Start = Pick<AmbientSource, 'name' | 'kind' | 'from' | 'colour' | 'readAt'>
/** What each begins as; common practice, no source. */
const STARTS: Readonly<Record<'window' | 'lampInPicture' | 'lampOutside' | 'screen', Start>> = {
  window: {
    name: 'Window',
    kind: 'window',
    from: {
      kind: 'face',
      at: { distanceMm: 1500, azimuthDeg: -90, elevationDeg: 15 },
      widthMm: 900,
      heightMm: 1200
    },
    colour: DAYLIGHT,
    readAt: 'itself'
  },
  lampInPicture: {
    name: 'Lamp in the picture',
    kind: 'lamp',
    from: {
      kind: 'face',
      at: { distanceMm: 200, azimuthDeg: 170, elevationDeg: 10 },
      widthMm: 20,
      heightMm: 20
    },
    colour: { kind: 'glowing', kelvin: 2900 },
    readAt: 'itself'
  },
  lampOutside: {
    name: 'Lamp outside',
    kind: 'lamp',
    from: {
      kind: 'face',
      at: { distanceMm: 1500, azimuthDeg: 120, elevationDeg: 45 },
      widthMm: 60,
      heightMm: 60
    },
    colour: { kind: 'glowing', kelvin: 2900 },
    readAt: 'subject'
  },
  screen: {
    name: 'Screen',
    kind: 'screen',
    from: { kind: 'around', falls: 'both' },
    colour: { kind: 'daylight', kelvin: 6500 },
    readAt: 'subject'
  }
}
export type AmbientStart = keyof typeof STARTS

/**
 * The plan with one source more.
 * @returns null where there are as many as there may be
 */
export function withNewSource(plan: Plan, start: AmbientStart): Plan | null {
  const { sources } = plan.ambient
  const id = AMBIENT_SOURCE_IDS.find((each) => sources.every((source) => source.id !== each))
  if (!id) return null
  const made: AmbientSource = {
    ...STARTS[start],
    id,
    state: 'on',
    shadeStops: 2,
    reading: null,
    wanted: start === 'lampInPicture' ? { leastStops: -1, mostStops: 2 } : null
  }
  return { ...plan, ambient: { ...plan.ambient, sources: [...sources, made] } }
}
