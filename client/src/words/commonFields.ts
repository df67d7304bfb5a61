/** What the forms of several kinds of kit item ask alike. */
import type { FieldSpec } from './fieldSpec'

export const NAME: FieldSpec = { path: 'name', label: 'Name', type: 'text' }
export const NOTES: FieldSpec = { path: 'notes', label: 'Notes', type: 'notes' }
export const PREPARE: FieldSpec = {
  path: 'prepare',
  label: 'Steps of your own to prepare it, one a line',
  type: 'notes'
}
