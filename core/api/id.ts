/** Names of things, made by whoever makes the thing. */
import { z } from 'zod'

export const idSchema = z.string().regex(/^[A-Za-z0-9_-]{1,64}$/, 'letters, digits, - and _ only')
