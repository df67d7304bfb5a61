/** What changed of a kit item's figures, figure by figure, in words. */
import microdiff from 'microdiff'
import type { KitItem } from '@core/kit/kit'
import type { FieldSpec } from './fieldSpec'
import { BEAM_FIELDS } from './kitParts'
import { KIT_FIELDS } from './kitFields'
import { STROBE_REST } from './strobeFields'

export interface FigureChange {
  readonly label: string
  /** '' where it is a table or a part rather than one figure */
  readonly from: string
  readonly to: string
}

/** Parts of several figures. */
const PARTS: Readonly<Record<string, string>> = {
  dial: 'Dial',
  beam: 'Beam',
  face: 'Lit face',
  distribution: 'Shape of the beam',
  durations: 'Flash durations',
  zoom: 'Zoom settings',
  colour: 'Colour',
  kelvinByPower: 'Colour by power',
  measured: 'Measured loss off its axis',
  files: 'What the numbers in its files mean',
  notes: 'Notes',
  seals: 'Seals',
  assembly: 'How it is put together'
}

const specsOf = ({ kind }: KitItem): readonly FieldSpec[] => [
  ...KIT_FIELDS[kind],
  ...(kind === 'strobe' ? STROBE_REST : []),
  ...(kind === 'modifier' ? Object.values(BEAM_FIELDS).flat() : [])
]

function shown(value: unknown, spec: FieldSpec): string {
  if (value === null || value === undefined) return 'not known'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number')
    return `${spec.show?.(value) ?? value}${spec.unit ? ` ${spec.unit}` : ''}`
  return spec.choices?.find((each) => each.value === value)?.title ?? String(value)
}

/** @returns each changed figure once; a part of several figures as one */
export function figureChanges(before: KitItem, after: KitItem): FigureChange[] {
  const specs = specsOf(after)
  const changes = new Map<string, FigureChange>()
  for (const each of microdiff(before, after, { cyclesFix: false })) {
    const path = each.path.join('.')
    const spec = specs.find((one) => one.path === path)
    const part = String(each.path[0])
    const label = spec?.label ?? PARTS[part] ?? part
    changes.set(
      label,
      spec && spec.type !== 'notes'
        ? {
            label,
            from: shown(each.type === 'CREATE' ? null : each.oldValue, spec),
            to: shown(each.type === 'REMOVE' ? null : each.value, spec)
          }
        : { label, from: '', to: '' }
    )
  }
  return [...changes.values()]
}

export const changeLine = ({ label, from, to }: FigureChange): string =>
  from === '' && to === '' ? label : `${label} ${from} → ${to}`
