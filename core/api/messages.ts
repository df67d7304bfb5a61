/**
 * Plain words for what a schema refuses, in place of the library's own. Call once where a program
 * starts.
 */
import { z } from 'zod'

const NEEDED: Record<string, string> = {
  number: 'a number is needed',
  int: 'a whole number is needed',
  string: 'text is needed',
  boolean: 'yes or no is needed',
  object: 'a group of figures is needed',
  array: 'a list is needed',
  tuple: 'a list is needed'
}

const unitOf = (origin: string): string =>
  origin === 'string' ? ' characters' : origin === 'array' ? ' entries' : ''

export function usePlainMessages(): void {
  z.config({
    customError: (issue) => {
      switch (issue.code) {
        case 'invalid_type':
          return issue.input === undefined
            ? `missing: ${NEEDED[issue.expected] ?? 'a value is needed'}`
            : (NEEDED[issue.expected] ?? 'the wrong kind of value')
        case 'too_small':
          return `must be at least ${String(issue.minimum)}${unitOf(issue.origin)}`
        case 'too_big':
          return `must be at most ${String(issue.maximum)}${unitOf(issue.origin)}`
        case 'unrecognized_keys':
          return `not known here: ${issue.keys.slice(0, 5).join(', ')}`
        case 'invalid_value':
          return `must be one of: ${issue.values.map(String).join(', ')}`
        case 'invalid_union':
          return 'none of the known kinds'
        default:
          return undefined
      }
    }
  })
}
