/** Making shoots: from a look, as a copy, from a plan file. */
import { randomUUID } from 'node:crypto'
import type { KitItem, KitKind } from '@core/kit/kit'
import { newPlan } from '@core/plan/newPlan'
import { openPlan } from '@core/plan/open'
import type { Look, Plan } from '@core/plan/plan'
import { withBestPower } from '@core/solve/power'
import type { Shoot } from '@core/api/api'
import { invalid, notFound, ProblemError } from '../http/problem'
import type { FrameStore } from '../store/frames'
import type { KitStore } from '../store/kit'
import type { ShootStore } from '../store/shoots'

interface Stores {
  readonly shoots: ShootStore
  readonly kit: KitStore
  readonly frames: FrameStore
}

function need<K extends KitKind>(
  items: readonly KitItem[],
  kind: K
): Extract<KitItem, { kind: K }> {
  const found = items.find((item): item is Extract<KitItem, { kind: K }> => item.kind === kind)
  if (!found)
    throw new ProblemError(
      409,
      'Kit is missing',
      `Add a ${kind} to your kit first: a plan needs one.`
    )
  return found
}

export const shootService = ({ shoots, kit, frames }: Stores) => ({
  /** The first of each kind in the kit list serves until the user picks another. */
  fromLook: async (title: string, look: Look): Promise<Shoot> => {
    const items = (await kit.list()).map((record) => record.item)
    const modifiers = items.filter((item) => item.kind === 'modifier')
    const modifier =
      look === 'black-soft'
        ? modifiers.find((item) => item.beam.kind === 'spread')
        : look === 'plume' || look === 'black-still'
          ? modifiers.find((item) => item.beam.kind === 'cut' || item.beam.kind === 'snoot')
          : undefined
    const plan = newPlan(look, title, {
      camera: need(items, 'camera'),
      lens: need(items, 'lens'),
      strobe: need(items, 'strobe'),
      modifier: modifier ?? null
    })
    return shoots.create(randomUUID(), withBestPower(plan, 0), 'subject')
  },

  duplicate: async (id: string): Promise<Shoot> => {
    const original = await shoots.get(id)
    if (!original) throw notFound('shoot')
    const plan: Plan = { ...original.plan, title: `${original.plan.title.slice(0, 113)} (copy)` }
    const copy = await shoots.create(randomUUID(), plan, original.stage)
    await frames.copyAll(id, copy.id)
    return copy
  },

  fromPlan: async (input: unknown): Promise<Shoot> => {
    const opened = openPlan(input)
    if (!opened.ok) throw invalid(opened.faults)
    // Frames do not travel with a plan; the readings taken from them do.
    return shoots.create(randomUUID(), opened.plan, 'subject')
  }
})
export type ShootService = ReturnType<typeof shootService>
