/**
 * Frames that older programs logged held the settings only. Their plan is put together from those,
 * the shoot's plan and the kit.
 */
import { z } from 'zod'
import type { KitItem, Modifier, Strobe } from '../kit/kit'
import {
  lightIdSchema,
  planSchema,
  positionSchema,
  settingsSchema,
  type Light,
  type Plan
} from '../plan/plan'
import { frameNotesSchema, type Frame } from './frame'

const oldLightSchema = z.object({
  id: lightIdSchema,
  on: z.boolean(),
  powerStops: z.number(),
  at: positionSchema,
  strobeId: z.string(),
  modifierIds: z.array(z.string())
})
const oldFrameSchema = z.object({
  ...frameNotesSchema.omit({ rebuilt: true }).shape,
  snapshot: z.object({
    ...settingsSchema.shape,
    magnification: z.number(),
    lights: z.array(oldLightSchema).min(1)
  })
})
type OldLight = z.infer<typeof oldLightSchema>

const wholeKit = <T>(items: readonly (T | undefined)[]): items is readonly T[] =>
  items.every((item) => item !== undefined)

/** A light as it stood; null when what was on it is known to nobody any more. */
function lightOf(then: OldLight, plan: Plan, kit: ReadonlyMap<string, KitItem>): Light | null {
  const now = plan.lights.find((light) => light.id === then.id)
  const inKit = <K extends KitItem['kind']>(id: string, kind: K) => {
    const item = kit.get(id)
    return item?.kind === kind ? (item as Extract<KitItem, { kind: K }>) : undefined
  }
  const strobe: Strobe | undefined =
    now?.strobe.id === then.strobeId ? now.strobe : inKit(then.strobeId, 'strobe')
  const modifiers: readonly (Modifier | undefined)[] = then.modifierIds.map(
    (id) => now?.modifiers.find((each) => each.id === id) ?? inKit(id, 'modifier')
  )
  if (!strobe || !wholeKit(modifiers)) return null
  const { id, on, powerStops, at } = then
  const stood: Omit<Light, 'id' | 'on' | 'powerStops' | 'at' | 'strobe' | 'modifiers'> = now ?? {
    name: `Light ${id}`,
    role: 'other',
    zoomMm: null,
    units: 1,
    serves: null,
    onlyTriggers: false,
    firedBy: null,
    group: null,
    mount: 'stand',
    aim: { kind: 'place', place: 'focus' },
    rollDeg: 0,
    filters: [],
    reach: null
  }
  return { ...stood, id, on, powerStops, at, strobe, modifiers: [...modifiers] }
}

/**
 * @param stored a frame as plans of version 4 and older logged it
 * @param plan the shoot's plan now
 * @param kit items by id
 * @returns null when it is no such frame, or its lights cannot be known
 */
export function rebuildFrame(
  stored: unknown,
  plan: Plan,
  kit: ReadonlyMap<string, KitItem>
): Frame | null {
  const old = oldFrameSchema.safeParse(stored)
  if (!old.success) return null
  const { snapshot, ...notes } = old.data
  const { magnification, lights: stood, ...settings } = snapshot
  // Older programs noted a black frame with its lights as they stood in the plan.
  const fired = stood.map((light) => ({ ...light, on: light.on && notes.kind === 'lit' }))
  const lights = fired.flatMap((light) => lightOf(light, plan, kit) ?? [])
  const lit = (list: readonly { readonly on: boolean }[]) => list.filter((light) => light.on).length
  if (lights.length === 0 || lit(lights) < lit(fired)) return null
  const taken = planSchema.safeParse({
    ...plan,
    settings,
    focus: { ...plan.focus, magnification },
    lights
  })
  return taken.success ? { ...notes, rebuilt: true, plan: taken.data } : null
}
