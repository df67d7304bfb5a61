/** Rows of a strobe’s tables. */
import { z } from 'zod'
import { stops, uncertaintyStops } from './fields'

export const measuredMarkSchema = z.strictObject({
  powerStops: stops(-14, -0.05),
  stops: stops(-4, 4).describe('what it gives more than the dial says, full power being right'),
  uncertaintyStops
})

export const highSpeedLossSchema = z.strictObject({
  shutterStops: stops(0, 16),
  stops: stops(-1, 6).describe('beyond what the curtains spread'),
  uncertaintyStops
})

export const durationPointSchema = z.strictObject({
  powerStops: stops(-12, 0),
  t01: z.number().min(1e-6).max(1)
})

export const kelvinAtPowerSchema = z.strictObject({
  powerStops: stops(-14, 0),
  kelvin: z.number().min(4000).max(25000)
})

export const zoomRowSchema = z.strictObject({
  settingMm: z.number().min(1).max(1000).describe('as the head shows it'),
  beamDeg: z.number().min(5).max(178),
  guideNumberM: z.number().min(0.5).max(200)
})
