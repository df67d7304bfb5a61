/**
 * Where places and named marks lie in a frame: where the plan's geometry puts them, or carried along
 * from the newest frame before it that somebody marked.
 */
import { computed, shallowRef, watch } from 'vue'
import { carried, type Registration } from '@core/measure/register'
import { placesToRead, type PlaceToRead } from '@core/picture/placesToRead'
import type { Place } from '@core/plan/plan'
import type { Frame, FrameMark } from '@core/run/frame'
import { placeInPicture } from '@core/set/placeInPicture'
import { useFrames } from '@/stores/frames'
import { pictureBytes } from './frameBytes'
import { readRegistration } from './frameReader'
import { aspectOf } from './frameView'
import type { PicturePoint } from '@/instruments/picturePoint'
import type { Reading } from './useReading'

export interface Followed {
  /** of the frame that was followed, counted from 1 */
  readonly number: number
  /** null: it cannot be laid over this one */
  readonly registration: Registration | null
}

/** A black frame shows nothing to go by. */
const isMarked = ({ kind, evidence, marks }: Frame): boolean =>
  kind === 'lit' && ((marks?.length ?? 0) > 0 || evidence.some((each) => each.kind === 'patch'))
const isInside = ({ x, y }: PicturePoint): boolean => x > 0 && x < 1 && y > 0 && y < 1
const MIDDLE = { x: 0.5, y: 0.5 }

export function useFollowed(frame: () => Frame, reading: Reading) {
  const frames = useFrames()
  /** The newest frame before this one that somebody marked. */
  const before = computed(() => {
    const index = frames.records.findIndex((record) => record.frame.id === frame().id)
    const at = frames.records.findLastIndex(
      (record, i) => i < index && record.hasImage && isMarked(record.frame)
    )
    return at < 0 || frame().kind === 'black' ? null : { frame: frames.records[at]!.frame, at }
  })
  const followed = shallowRef<Followed | null>(null)

  watch(
    () => [frame().id, before.value?.frame.id] as const,
    async (asked) => {
      followed.value = null
      const other = before.value
      if (!other) return
      try {
        const [first, second] = await Promise.all([
          pictureBytes(frames, other.frame.id),
          reading.file()
        ])
        const registration = await readRegistration(first, second)
        const [id, otherId] = asked
        if (id === frame().id && otherId === before.value?.frame.id)
          followed.value = { number: other.at + 1, registration }
      } catch {
        // A picture that is not there is not followed.
      }
    },
    { immediate: true }
  )

  const carry = <T extends PicturePoint>(spot: T): T | null => {
    const by = followed.value?.registration
    if (!by) return null
    const moved = { ...spot, ...carried(by, spot, 1 / aspectOf(frame())) }
    return isInside(moved) ? moved : null
  }
  const marked = ({ evidence }: Frame, place: Place) =>
    evidence.find((each) => each.kind === 'patch' && each.place === place) as
      (PicturePoint & { readonly radius: number }) | undefined

  /** Where a place is looked for first. */
  const startOf = (place: Place): PicturePoint => {
    const own = marked(frame(), place)
    if (own) return { x: own.x, y: own.y }
    const other = before.value?.frame
    const was = other && (marked(other, place) ?? placeInPicture(other.plan, place))
    const moved = was ? carry({ x: was.x, y: was.y }) : null
    return moved ?? placeInPicture(frame().plan, place) ?? MIDDLE
  }
  /** Every place that shows. */
  const spots = computed<PlaceToRead[]>(() =>
    placesToRead(frame().plan).map((spot) => ({ ...spot, ...startOf(spot.place) }))
  )
  /** The frame's own marks, or those it was handed on. */
  const marks = computed<FrameMark[]>(() => {
    const own = frame().marks
    if (own) return own
    return (before.value?.frame.marks ?? []).flatMap((mark) => {
      const { radius } = mark
      const moved = carry(mark)
      const size = radius * (followed.value?.registration?.scale ?? 1)
      return moved ? [{ ...moved, radius: Math.min(0.5, Math.max(0.001, size)) }] : []
    })
  })
  return { followed, startOf, spots, marks }
}
