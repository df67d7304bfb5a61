/** The kit's figures as they are now, put into a plan that holds older ones. */
import type { Filter, KitItem } from '../kit/kit'
import { cellAt, ledgerOf } from '../ledger/ledger'
import { correctionFor } from '../ledger/corrections'
import type { Correction, Light, Plan } from '../plan/plan'
import { chooseOnDial } from '../scales/dial'

const inFilters = (filters: readonly Filter[], item: KitItem): Filter[] =>
  filters.map((each) => (item.kind === 'filter' && item.id === each.id ? item : each))

const inFiredBy = (firedBy: Light['firedBy'], item: KitItem): Light['firedBy'] =>
  firedBy?.kind === 'link' && item.kind === 'link' && item.id === firedBy.link.id
    ? { ...firedBy, link: item }
    : firedBy

const inLight = (light: Light, item: KitItem): Light => ({
  ...light,
  filters: inFilters(light.filters, item),
  firedBy: inFiredBy(light.firedBy, item),
  strobe: item.kind === 'strobe' && item.id === light.strobe.id ? item : light.strobe,
  modifiers: light.modifiers.map((each) =>
    item.kind === 'modifier' && item.id === each.id ? item : each
  )
})

/** Powers on marks their dials have: a dial may have others now. */
const onMarks = (plan: Plan): Plan => ({
  ...plan,
  lights: plan.lights.map((light) => ({
    ...light,
    powerStops: chooseOnDial(light.strobe.dial, light.powerStops).mark.stops
  }))
})

/** Every place the item has in the plan with these figures; what was measured left as it stands. */
function withItem(plan: Plan, item: KitItem): Plan {
  switch (item.kind) {
    case 'camera':
      return item.id === plan.camera.id ? { ...plan, camera: item } : plan
    case 'lens':
      return item.id === plan.lens.id ? { ...plan, lens: item } : plan
    case 'housing':
      return item.id === plan.housing?.id ? { ...plan, housing: item } : plan
    case 'meter':
      return item.id === plan.meter?.id ? { ...plan, meter: item } : plan
    default:
      return {
        ...plan,
        lensFilters: inFilters(plan.lensFilters, item),
        lights: plan.lights.map((light) => inLight(light, item))
      }
  }
}

/**
 * The plan with the item's present figures. What was measured stays measured: a correction is what
 * a reading said against the figures of then, so it gives back what the new ones say already.
 * Corrections that do not hold for the lights as they are now stay as they were.
 */
export function withKitFigures(plan: Plan, item: KitItem): Plan {
  const after = withItem(plan, item)
  if (plan.corrections.length === 0) return item.kind === 'strobe' ? onMarks(after) : after
  const was = ledgerOf({ ...plan, corrections: [] })
  const is = ledgerOf({ ...after, corrections: [] })
  const rebased = (each: Correction): Correction => {
    if (
      each.source === 'ambient' ||
      !correctionFor(plan, each.source, each.place)?.from.includes(each)
    )
      return each
    const before = cellAt(was, each.source, each.place)?.level ?? -Infinity
    const now = cellAt(is, each.source, each.place)?.level ?? -Infinity
    const stops = each.stops - (now - before)
    return Number.isFinite(stops) && Math.abs(stops) <= 20 ? { ...each, stops } : each
  }
  const rebuilt = { ...after, corrections: plan.corrections.map(rebased) }
  return item.kind === 'strobe' ? onMarks(rebuilt) : rebuilt
}
