/** What each setting of a head that zooms would give: light at its place, evenness over the frame. */
import { cellAt, ledgerOf } from '../ledger/ledger'
import { placeServed } from '../ledger/suggest'
import { withLight } from '../plan/edit'
import type { Place, Plan } from '../plan/plan'
import { zoomSettings } from '../plan/zoom'
import { evennessOf } from '../set/evenness'

export interface ZoomChoice {
  readonly settingMm: number
  /** what it changes at the place the light serves, stops; null where one of both gives nothing */
  readonly gainStops: number | null
  /** brightest over darkest place of the frame, stops; null: none falls there */
  readonly unevenStops: number | null
}
export interface ZoomChoices {
  readonly place: Place
  readonly choices: readonly ZoomChoice[]
}

/** @param index of the light; no choices for one that does not zoom */
export function zoomChoices(plan: Plan, index: number): ZoomChoices {
  const light = plan.lights[index]!
  const place = placeServed(plan, light) ?? 'subject'
  const levelOf = (of: Plan): number => cellAt(ledgerOf(of), light.id, place)?.level ?? -Infinity
  const now = levelOf(plan)
  return {
    place,
    choices: zoomSettings(light.strobe).map((settingMm) => {
      const after = withLight(plan, index, { zoomMm: settingMm })
      const gain = levelOf(after) - now
      const { frame } = evennessOf(after, index)
      return {
        settingMm,
        gainStops: Number.isFinite(gain) ? gain : null,
        unevenStops: frame && 0 - frame.worst.stops
      }
    })
  }
}
