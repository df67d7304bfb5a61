/**
 * How the plan stands to what is asked of colours, and whether a channel clips where the level says
 * that nothing does. No verdict where nothing is asked and nothing clips.
 */
import { CLIP_LEVEL } from '../ambient/blackScale'
import { isWhite } from '../colour/light'
import type { Place, Plan } from '../plan/plan'
import { channelsAt, mixColour, sourceColour } from './colours'
import type { Ledger } from './ledger'
import type { Reason, Verdict } from './verdict'

export type ColourGoal = 'neutral' | 'cast' | 'alike'

export interface ColourResult {
  readonly id: ColourGoal
  readonly ok: boolean
  /** stops; of a cast mired, warmer than the white balance; null: no light, or no temperature */
  readonly value: number | null
  readonly limit: number
  readonly tolerance: number
}

/** How far red and blue are off green, at most; stops. */
const offGreen = ([red, green, blue]: readonly [number, number, number]): number =>
  Math.max(Math.abs(red - green), Math.abs(blue - green))

const DUST = 1e-6

/** Every colour goal of the plan as it stands. */
export function judgeColours(plan: Plan, ledger: Ledger): ColourResult[] {
  const { neutralStops, cast, alike } = plan.goals
  const results: ColourResult[] = []
  const add = (id: ColourGoal, value: number | null, limit: number, tolerance: number): void => {
    const ok = value !== null && Math.abs(value - limit) <= tolerance + DUST
    results.push({ id, ok, value, limit, tolerance })
  }
  if (neutralStops !== null) {
    const mix = mixColour(plan, ledger, 'subject')
    add('neutral', mix && offGreen(mix.stops), 0, neutralStops)
  }
  if (cast !== null) {
    const mix = mixColour(plan, ledger, 'background')
    add('cast', mix && mix.miredOff, cast.mired, cast.toleranceMired)
  }
  if (alike !== null) {
    const [a, b] = [alike.a, alike.b].map((id) => sourceColour(plan, id, 'subject'))
    const apart =
      a && b ? Math.max(...a.stops.map((value, k) => Math.abs(value - b.stops[k]!))) : null
    add('alike', apart, 0, alike.toleranceStops)
  }
  return results
}

const SUBJECT_PLACES = ['subject', 'shadow', 'top', 'front']
/** A place where a channel clips though its level does not. */
export interface ChannelClip {
  readonly place: Place
  /** 0 red, 1 green, 2 blue */
  readonly channel: number
  /** stops past white */
  readonly over: number
}

/** Whether any light, or any surface that is looked at, has a colour under the balance. */
const isColoured = (plan: Plan): boolean =>
  plan.subject.colour !== null ||
  plan.subject.measured !== null ||
  plan.background.colour !== null ||
  plan.background.measured !== null ||
  plan.lensFilters.length > 0 ||
  plan.balance.kind !== 'preset' ||
  plan.balance.preset !== 'daylight' ||
  !isWhite(plan.ambient.colour.subject) ||
  !isWhite(plan.ambient.colour.background) ||
  plan.ambient.sources.some(({ state, colour }) => state !== 'off' && !isWhite(colour)) ||
  plan.lights.some(
    ({ on, filters, strobe }) =>
      on && (filters.length > 0 || !isWhite(strobe.colour) || strobe.kelvinByPower.length > 0)
  )

/** The channel that clips most at a place whose level does not; null: none. */
export function channelClip(plan: Plan, ledger: Ledger): ChannelClip | null {
  if (!isColoured(plan)) return null
  let most: ChannelClip | null = null
  for (const place of [...SUBJECT_PLACES, 'background', ...plan.places.map(({ id }) => id)]) {
    const level = ledger.totals[place] ?? -Infinity
    // So far from white no colour of a surface reaches it.
    if (!(level > CLIP_LEVEL - 4) || level > CLIP_LEVEL) continue
    channelsAt(plan, ledger, place)?.forEach((stops, channel) => {
      const over = stops - CLIP_LEVEL
      if (over > Math.max(0, most?.over ?? 0)) most = { place, channel, over }
    })
  }
  return most
}

const REASONS: Readonly<Record<ColourGoal, Reason>> = {
  neutral: 'colour-neutral',
  cast: 'colour-cast',
  alike: 'colour-alike'
}

/** One verdict, or none. */
export function colourVerdict(plan: Plan, ledger: Ledger): Verdict[] {
  const results = judgeColours(plan, ledger)
  const clip = channelClip(plan, ledger)
  const missed = results.find(({ ok }) => !ok) ?? null
  if (results.length === 0 && !clip) return []
  const shown = missed ?? results[0] ?? null
  const reason: Reason =
    missed && missed.value === null
      ? 'colour-unread'
      : missed
        ? REASONS[missed.id]
        : clip
          ? 'colour-clip'
          : 'colour-right'
  return [
    {
      id: 'colour',
      state: missed?.value === null ? 'unknown' : missed ? 'miss' : clip ? 'near' : 'ok',
      reason,
      value: reason === 'colour-clip' ? clip!.over : (shown?.value ?? null),
      limit: shown?.limit ?? null,
      figures: {
        tolerance: shown?.tolerance ?? 0,
        mired: shown?.id === 'cast' ? 1 : 0,
        ...(clip && { channel: clip.channel, over: clip.over })
      },
      cause: null,
      path: 'balance'
    }
  ]
}
