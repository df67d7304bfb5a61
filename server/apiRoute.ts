/** One address of the API, as its description needs it. */
import type { z } from 'zod'

type Method = 'get' | 'put' | 'post' | 'patch' | 'delete'
export type Route = readonly [
  Method,
  string,
  string,
  {
    params?: z.ZodObject
    query?: z.ZodObject
    body?: z.ZodType
    returns?: z.ZodType
    status?: number
    binary?: boolean
  }
]
