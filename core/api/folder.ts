/** A folder of the server's machine that is watched for the frames of a shoot. */
import { z } from 'zod'

export const watchSchema = z.strictObject({
  path: z.string().trim().min(1, 'the path of a folder is needed').max(1000),
  all: z.boolean().default(false).describe('also what lies there already')
})

export const folderSchema = z.object({
  path: z.string(),
  since: z.iso.datetime().describe('files written before are left alone'),
  taken: z.number().int().describe('frames it has brought since the server was started'),
  problem: z.string().nullable().describe('why nothing comes in'),
  waiting: z.array(z.string()).describe('raw files whose JPEG is not there yet'),
  refused: z.array(z.object({ name: z.string(), why: z.string() })).describe('newest last'),
  clockS: z
    .number()
    .nullable()
    .describe('camera’s clock against this one’s, where it is clearly off; null: it is not'),
  cameras: z.array(z.string()).describe('models that have written here')
})
export type Folder = z.infer<typeof folderSchema>
