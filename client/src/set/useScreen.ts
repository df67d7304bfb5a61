/** From the set to the pixels of a drawing. */
import type { Ref } from 'vue'
import type { Vec } from '@core/set/vec'
import { flatten, type Flat, type View } from './drawing'
import type { useViewport } from './useViewport'

export interface Screen {
  readonly port: ReturnType<typeof useViewport>
  readonly size: { readonly width: Readonly<Ref<number>>; readonly height: Readonly<Ref<number>> }
  /** a point of the set */
  readonly at: (p: Vec) => Flat
  /** points of the view as an SVG polygon */
  readonly path: (points: readonly Flat[]) => string
}

export const useScreen = (view: View, port: Screen['port'], size: Screen['size']): Screen => ({
  port,
  size,
  at: (p) => port.toScreen(flatten(view, p)),
  path: (points) =>
    points
      .map((p) =>
        port
          .toScreen(p)
          .map((v) => v.toFixed(1))
          .join(',')
      )
      .join(' ')
})
