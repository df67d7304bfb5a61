/** What the numbers in a camera's files mean, as far as it has been measured. */
import { z } from 'zod'

const stops = (min: number, max: number) => z.number().min(min).max(max)
const uncertaintyStops = stops(0.01, 3).describe('±')

export const cameraFilesSchema = z
  .strictObject({
    rawGrey: z
      .array(z.strictObject({ isoStops: stops(-3, 11), stops: stops(-12, 0), uncertaintyStops }))
      .max(40)
      .default([])
      .describe('where mid-grey lies under white of its raw files, by ISO; none: not measured'),
    toneCurve: z
      .array(
        z.strictObject({
          shownStops: stops(-12, 3).describe('level that its JPEGs show, read as sRGB'),
          stops: stops(-15, 8).describe('level that it is'),
          uncertaintyStops
        })
      )
      .max(48)
      .default([])
      .describe('the tone curve of its JPEGs, darkest first; none: not measured')
  })
  .superRefine(({ rawGrey, toneCurve }, context) => {
    const wrong = (path: (string | number)[], message: string) =>
      context.addIssue({ code: 'custom', path, message })
    rawGrey.forEach(({ isoStops }, i) => {
      if (rawGrey.findIndex((each) => each.isoStops === isoStops) < i)
        wrong(['rawGrey', i, 'isoStops'], 'this ISO is there already')
    })
    toneCurve.slice(1).forEach((point, i) => {
      if (point.shownStops <= toneCurve[i]!.shownStops)
        wrong(['toneCurve', i + 1, 'shownStops'], 'must rise')
      if (point.stops < toneCurve[i]!.stops)
        wrong(['toneCurve', i + 1, 'stops'], 'must not fall: a brighter thing shows brighter')
    })
  })
export type CameraFiles = z.infer<typeof cameraFilesSchema>
export type ToneCurve = CameraFiles['toneCurve']

/** Nothing measured yet. */
export const NO_FILES: CameraFiles = { rawGrey: [], toneCurve: [] }
