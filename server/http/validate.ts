/** Zod at the door: parses or throws a problem that names the path. */
import type { z } from 'zod'
import { faultsOf } from '@core/plan/open'
import { invalid } from './problem'

export function parse<S extends z.ZodType>(schema: S, input: unknown): z.infer<S> {
  const result = schema.safeParse(input)
  if (!result.success) throw invalid(faultsOf(result.error))
  return result.data
}
