/** The subject or a prop, by its path: what it is now, and how it is changed. */
import { computed } from 'vue'
import { valueIn } from '@core/plan/path'
import type { Body, Plan } from '@core/plan/plan'
import { VAPOUR_REFLECTANCE } from '@core/plan/reflectance'
import { usePlan } from '@/stores/plan'

export type BodyPath = 'subject' | `props.${string}`

/** In a plan that is being changed. */
export const bodyIn = (draft: Plan, path: BodyPath): Body | undefined =>
  path === 'subject' ? draft.subject : draft.props.find((prop) => `props.${prop.id}` === path)

/** What a thing of a shape is mostly made of; the others keep their finish. */
const FINISH_OF: Partial<Record<Body['shape'], Body['finish']>> = {
  vessel: 'clear',
  coin: 'metal',
  movement: 'metal',
  beetle: 'gloss',
  crab: 'gloss',
  leaf: 'translucent',
  wing: 'translucent'
}

/** Metal starts with a polish, glass smooth. */
function refinish(body: Body, finish: Body['finish']): void {
  if (finish === body.finish) return
  if (finish === 'clear') body.roughness = 0
  if (finish === 'metal' && body.roughness === 0) body.roughness = 0.15
  body.finish = finish
}
/** Vapour starts with what vapour sends back, and has no thickness to glow through. */
function reshape(body: Body, shape: Body['shape']): void {
  if (shape === body.shape) return
  if (shape === 'plume') body.reflectance = VAPOUR_REFLECTANCE
  refinish(body, FINISH_OF[shape] ?? body.finish)
  if (shape === 'plume' && body.finish === 'translucent') body.finish = 'matt'
  body.shape = shape
}

export function useBody(path: () => BodyPath) {
  const store = usePlan()
  const body = computed(() => valueIn(store.plan!, path()) as Body)
  const change = (label: string, by: (own: Body) => void): void =>
    void store.update(label, (draft) => {
      const own = bodyIn(draft, path())
      if (own) by(own)
    })
  return {
    body,
    setShape: (shape: Body['shape']): void => change('shape', (own) => reshape(own, shape)),
    setFinish: (finish: Body['finish']): void => change('finish', (own) => refinish(own, finish))
  }
}
