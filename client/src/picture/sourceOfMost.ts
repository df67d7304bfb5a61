/** Which source gives most of the light at a place. */
import type { Ledger } from '@core/ledger/ledger'
import type { SourceId } from '@core/ledger/terms'
import type { Place } from '@core/plan/plan'

export const sourceOfMost = ({ rows }: Ledger, place: Place): SourceId =>
  rows.reduce((most, row) => (row.cells[place]!.level > most.cells[place]!.level ? row : most))
    .source
