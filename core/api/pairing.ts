/** Letting a phone in: what the screen beside the set shows, and what the phone is to open. */
import { z } from 'zod'
import { idSchema } from './id'

export const pairSchema = z.strictObject({
  secure: z.boolean().describe('by https, with a certificate of this machine’s own')
})

export const pairingSchema = z.object({
  secure: z.boolean(),
  code: z.string().describe('what a phone must know'),
  addresses: z
    .array(z.string())
    .describe('of this machine on its networks, each the beginning of what a phone opens'),
  certificate: z
    .string()
    .nullable()
    .describe('where a phone gets the certificate to trust, by plain http; null: none is needed'),
  phones: z.number().int().describe('that have come in since it was opened')
})
export type Pairing = z.infer<typeof pairingSchema>

export const pairParams = z.strictObject({ code: z.string().max(40) })
export const pairQuery = z.strictObject({ shoot: idSchema.optional() })
