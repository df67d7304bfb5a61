/** What is photographed: a body, what of it must be sharp, and how it moves. */
import { z } from 'zod'
import { bodyFields } from './body'

const vapourSchema = z.strictObject({
  opticalDepth: z
    .number()
    .min(0.0005)
    .max(5)
    .describe('along the view through its middle; small: one in so many rays is turned'),
  asymmetry: z
    .number()
    .min(-0.9)
    .max(0.95)
    .describe('mean cosine light is turned by: 0 alike to all sides, toward 1 onward'),
  uncertaintyStops: z
    .number()
    .min(0.01)
    .max(3)
    .nullable()
    .describe('± of what it sends back; null: nobody measured it')
})
/**
 * Steam until a frame says better: side-lit it amounts to a reflectance of 0.015 (common practice,
 * no source), asymmetry from memory.
 */
export const STEAM = { opticalDepth: 0.145, asymmetry: 0.6, uncertaintyStops: null } as const

export const subjectSchema = z.strictObject({
  ...bodyFields,
  vapour: vapourSchema.describe('plume: how it scatters'),
  sharpDepthMm: z.number().min(0.001).max(5000).describe('depth that must be sharp'),
  speedMmS: z.number().min(0).max(1e6).describe('speed of the moving part, 0 for a still subject'),
  directionDeg: z.number().min(0).max(90).describe('0 across the frame, 90 toward the lens')
})
export type Subject = z.infer<typeof subjectSchema>
