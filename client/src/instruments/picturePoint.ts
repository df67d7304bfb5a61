/** Spots on a picture as shares of its width and height, by pointer and arrow keys. */
export interface PicturePoint {
  readonly x: number
  readonly y: number
}
const clampShare = (value: number): number => Math.min(1, Math.max(0, value))
export const clampPoint = ({ x, y }: PicturePoint): PicturePoint => ({
  x: clampShare(x),
  y: clampShare(y)
})

/** Where a pointer is on the element that listens; null for one that only passes over. */
export function pointerPoint(
  event: PointerEvent
): (PicturePoint & { readonly box: DOMRect }) | null {
  if (event.type === 'pointermove' && event.buttons === 0) return null
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  return {
    x: (event.clientX - box.left) / box.width,
    y: (event.clientY - box.top) / box.height,
    box
  }
}

const MOVES: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1]
}
/** A spot moved by an arrow key; null for another key. */
export function nudged(spot: PicturePoint, key: string, step: number): PicturePoint | null {
  const by = MOVES[key]
  return by ? clampPoint({ x: spot.x + by[0] * step, y: spot.y + by[1] * step }) : null
}
