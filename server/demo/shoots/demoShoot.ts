/** A demo shoot, and what the sets of several share. */
import type { Stage } from '@core/api/api'
import type { Strobe } from '@core/kit/kit'
import { newPlan } from '@core/plan/newPlan'
import type { Light, LightId, Look, Plan } from '@core/plan/plan'
import type { Frame } from '@core/run/frame'
import { withBestPower } from '@core/solve/power'
import { demoItem } from '../kit'
import type { DemoFiles } from './take'

export interface DemoShoot {
  readonly id: string
  readonly stage: Stage
  readonly at: string
  readonly plan: Plan
  readonly frames: readonly ({ readonly frame: Frame } & DemoFiles)[]
}

/** The camera and lens most of the cabinet is photographed with. */
export const slate = {
  camera: demoItem('camera', 'slate-body'),
  lens: demoItem('lens', 'slate-100')
}
/** A new shoot with that camera and lens, one strobe and nothing on it. */
export const onSlate = (look: Look, title: string, strobe: Strobe): Plan =>
  newPlan(look, title, { ...slate, strobe, modifier: null })
/** A light on a stand that looks at the focus point, unless told otherwise. */
export const light = (
  part: Partial<Light> & Pick<Light, 'id' | 'name' | 'role' | 'strobe' | 'at'>
): Light => ({
  on: true,
  serves: null,
  onlyTriggers: false,
  firedBy: null,
  group: null,
  modifiers: [],
  filters: [],
  powerStops: -4,
  zoomMm: null,
  units: 1,
  mount: 'stand',
  aim: { kind: 'place', place: 'focus' },
  rollDeg: 0,
  reach: null,
  ...part
})
/** Told over a link; by the flash of another light where one is named. */
export const over = (link: string, of: LightId | null = null, channel: number | null = null) => ({
  firedBy: {
    kind: 'link' as const,
    link: demoItem('link', link),
    of,
    preFlash: false,
    channel
  }
})
/**
 * Every light at the power the sum suggests, worked out twice because each counts on the others.
 */
export const settled = (plan: Plan): Plan =>
  [...plan.lights, ...plan.lights].reduce(
    (p, _, i) => withBestPower(p, i % plan.lights.length),
    plan
  )
