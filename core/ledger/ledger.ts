/** The ledger: sources × places, each cell a level in stops, and their totals. */
import type { Place, Plan } from '../plan/plan'
import { transportOf } from '../set/remembered'
import { sourceCell } from './ambientSources'
import { lightStops, restCell, togetherCell } from './cells'
import { lightCell } from './lightCell'
import type { AmbientPartId, Cell, RowId, SourceId } from './terms'

export interface LedgerRow {
  readonly source: SourceId
  readonly cells: Readonly<Record<Place, Cell>>
}
interface AmbientPart {
  readonly source: AmbientPartId
  readonly cells: Readonly<Record<Place, Cell>>
}
export interface Ledger {
  readonly places: readonly Place[]
  /** ambient first, then the lights in order */
  readonly rows: readonly LedgerRow[]
  readonly ambient: Readonly<Record<Place, Cell>>
  /** ambient light by the rest and each source of it; empty where there are no sources */
  readonly parts: readonly AmbientPart[]
  /** all lights together, stops; −Infinity for none */
  readonly flash: Readonly<Record<Place, number>>
  /** everything, stops; −Infinity when nothing lights the place */
  readonly totals: Readonly<Record<Place, number>>
}
export function ledgerOf(plan: Plan): Ledger {
  const transport = transportOf(plan)
  const { places } = transport.scene
  const ambient: Record<Place, Cell> = {}
  const flash: Record<Place, number> = {}
  const totals: Record<Place, number> = {}
  const bases = plan.lights.map((light) => lightStops(plan, light))
  const rows: { source: SourceId; cells: Record<Place, Cell> }[] = [
    { source: 'ambient', cells: ambient },
    ...plan.lights.map((light) => ({ source: light.id, cells: {} }))
  ]
  const { sources } = plan.ambient
  const parts = (sources.length ? (['rest', ...sources.map(({ id }) => id)] as const) : []).map(
    (source) => ({ source, cells: {} as Record<Place, Cell> })
  )
  places.forEach((place, j) => {
    const own = [
      restCell(plan, place),
      ...sources.map((source) => sourceCell(plan, transport, source, j))
    ]
    parts.forEach((row, k) => (row.cells[place.id] = own[k]!))
    const there = (ambient[place.id] = togetherCell(plan, own))
    let linear = 0
    for (let i = 0; i < plan.lights.length; i++) {
      const cell = lightCell(plan, transport, i, j, bases[i]!)
      rows[i + 1]!.cells[place.id] = cell
      linear += 2 ** cell.level
    }
    flash[place.id] = Math.log2(linear)
    totals[place.id] = Math.log2(linear + 2 ** there.level)
  })
  return { places: places.map((place) => place.id), rows, ambient, parts, flash, totals }
}

export const cellAt = (ledger: Ledger, source: RowId, place: Place): Cell | undefined =>
  [...ledger.rows, ...ledger.parts].find((row) => row.source === source)?.cells[place]

/** Every cell in reading order: source by source, place by place. */
export const cellsOf = (ledger: Ledger): readonly Cell[] =>
  ledger.rows.flatMap((row) => ledger.places.map((place) => row.cells[place]!))
