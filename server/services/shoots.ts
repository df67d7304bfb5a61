/** Making shoots: from a look, as a copy, from a plan file. */
import { randomUUID } from 'node:crypto'
import type { Camera, KitItem, KitKind, Lens, Link, Strobe } from '@core/kit/kit'
import { fitsMount } from '@core/kit/mount'
import { newPlan } from '@core/plan/newPlan'
import { openPlan } from '@core/plan/open'
import type { Look, Plan } from '@core/plan/plan'
import { FOCAL_WIDTHS } from '@core/plan/starts'
import { asBrightField, asDarkField } from '@core/advise/glassSets'
import { asUnderWater, isWaterLook } from '@core/advise/waterSets'
import { withBestPower } from '@core/solve/power'
import type { Shoot } from '@core/api/api'
import { shorten } from '@core/text'
import { found } from './found'
import { invalid, ProblemError } from '../http/problem'
import { copyFrames, hashOf } from '../store/frames'
import type { KitStore } from '../store/kit'
import { copyTicks } from '../store/ticks'
import type { CreateResult, ShootStore } from '../store/shoots'

interface Stores {
  readonly shoots: ShootStore
  readonly kit: KitStore
}

/** What a shoot is made from, told apart by its digest. */
const originOf = (...parts: readonly unknown[]): string => hashOf(JSON.stringify(parts))

function made(result: CreateResult): Shoot {
  if (result.kind === 'taken')
    throw new ProblemError(
      409,
      'This name is taken',
      'Another shoot was made under this id already. Nothing was changed.'
    )
  return result.shoot
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

/** Under water the first head that is known there. */
const strobeFor = (items: readonly KitItem[], look: Look): Strobe =>
  (isWaterLook(look) &&
    items.find(
      (item): item is Strobe => item.kind === 'strobe' && item.guideNumberWaterM !== null
    )) ||
  need(items, 'strobe')
/**
 * The first that fits the camera; where a look wants its own focal length, what comes nearest to it.
 * Where none fits, any.
 */
function lensFor(items: readonly KitItem[], look: Look, camera: Camera): Lens {
  const lenses = items.filter((item) => item.kind === 'lens')
  const fitting = lenses.filter((each) => fitsMount(each, camera))
  const first = fitting[0] ?? need(items, 'lens')
  const widths = FOCAL_WIDTHS[look]
  if (widths === undefined) return first
  const off = ({ focalMm }: Lens): number =>
    Math.abs(Math.log(focalMm / camera.sensorWidthMm / widths))
  return fitting.reduce((best, each) => (off(each) < off(best) ? each : best), first)
}
/** A flat port for what is close, a dome for what is wide; any where there is none of that kind. */
function housingFor(items: readonly KitItem[], look: Look): Plan['housing'] {
  const housings = items.filter((item) => item.kind === 'housing')
  const wanted = look === 'water-wide' || look === 'water-fish' ? 'dome' : 'flat'
  return housings.find(({ port }) => port.kind === wanted) ?? housings[0] ?? null
}
const cellOf = (items: readonly KitItem[]): Link | null =>
  items.find((item): item is Link => item.kind === 'link' && item.way === 'cell') ?? null

export const shootService = ({ shoots, kit }: Stores) => ({
  /** The first of each kind in the kit list serves until the user picks another. */
  fromLook: async (title: string, look: Look, id: string = randomUUID()): Promise<Shoot> => {
    const items = (await kit.list()).map((record) => record.item)
    const modifiers = items.filter((item) => item.kind === 'modifier')
    const modifier =
      look === 'black-soft'
        ? modifiers.find((item) => item.beam.kind === 'spread')
        : look === 'plume' || look === 'black-still' || look === 'water-snoot'
          ? modifiers.find((item) => item.beam.kind === 'cut' || item.beam.kind === 'snoot')
          : undefined
    const camera = need(items, 'camera')
    const plan = newPlan(look, title, {
      camera,
      lens: lensFor(items, look, camera),
      strobe: strobeFor(items, look),
      modifier: modifier ?? null
    })
    const set =
      look === 'bright-field'
        ? asBrightField(plan)
        : look === 'dark-field'
          ? asDarkField(plan)
          : isWaterLook(look)
            ? asUnderWater(
                { ...plan, housing: housingFor(items, look) },
                { snoot: modifier ?? null, cell: cellOf(items) }
              )
            : withBestPower(plan, 0)
    return made(
      await shoots.create({
        id,
        plan: set,
        stage: 'subject',
        origin: originOf('look', title, look)
      })
    )
  },

  duplicate: async (of: string, id: string = randomUUID()): Promise<Shoot> => {
    const result = await shoots.copy(
      of,
      ({ plan, stage }) => ({
        id,
        plan: { ...plan, title: `${shorten(plan.title, 113)} (copy)` },
        stage,
        origin: originOf('copy', of)
      }),
      async (trx) => {
        await copyFrames(trx, of, id)
        await copyTicks(trx, of, id)
      }
    )
    return result.kind === 'missing' || result.kind === 'unreadable' ? found(result) : made(result)
  },

  fromPlan: async (input: unknown, id: string = randomUUID()): Promise<Shoot> => {
    const opened = openPlan(input)
    if (!opened.ok) throw invalid(opened.faults)
    // Frames do not travel with a plan; the readings taken from them do.
    const { plan } = opened
    return made(await shoots.create({ id, plan, stage: 'subject', origin: originOf('plan', plan) }))
  }
})
export type ShootService = ReturnType<typeof shootService>
