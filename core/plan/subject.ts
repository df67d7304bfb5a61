/** What is photographed: a body, what of it must be sharp, and how it moves. */
import { z } from 'zod'
import { bodyFields } from './body'

export const subjectSchema = z.strictObject({
  ...bodyFields,
  sharpDepthMm: z.number().min(0.001).max(5000).describe('depth that must be sharp'),
  speedMmS: z.number().min(0).max(1e6).describe('speed of the moving part, 0 for a still subject'),
  directionDeg: z.number().min(0).max(90).describe('0 across the frame, 90 toward the lens')
})
export type Subject = z.infer<typeof subjectSchema>
