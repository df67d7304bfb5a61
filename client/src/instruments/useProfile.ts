/** The outline of a turned subject, edited point by point. */
import { computed } from 'vue'
import { runsOf } from '@core/model/profile'
import type { Body } from '@core/plan/body'
import { bodyIn, useBody, type BodyPath } from '@/body/useBody'
import { usePlan } from '@/stores/plan'

export type Profile = Body['profile']
export type ProfilePoint = Profile[number]

const MOST_POINTS = 24
const within = (value: number): number => Math.round(Math.min(1, Math.max(0, value)) * 1000) / 1000

export function useProfile(path: () => BodyPath) {
  const store = usePlan()
  const { body } = useBody(path)
  const points = computed<Profile>(() => body.value.profile)
  /** Both sides of the outline, out and up from −1 to 1 and 0 to 1. */
  const outline = computed(() => {
    const right = runsOf(points.value).flat()
    return [...right, ...right.map(([out, up]) => [-out, up] as const).reverse()]
  })
  const locked = computed(() => store.isLocked(`${path()}.profile`))

  /** @param key of edits that are one step to undo; empty: a step of its own */
  const put = (next: Profile, label: string, key = ''): void => {
    if (locked.value) return
    store.update(
      label,
      (draft) => {
        const found = bodyIn(draft, path())
        if (found) found.profile = next
      },
      key
    )
  }
  const change = (index: number, part: Partial<ProfilePoint>, label: string, key = ''): void =>
    put(
      points.value.map((each, i) => (i === index ? { ...each, ...part } : each)),
      label,
      key
    )

  return {
    body,
    points,
    outline,
    locked,
    full: computed(() => points.value.length >= MOST_POINTS),
    put,
    move: (index: number, out: number, up: number, key: string): void =>
      change(index, { out: within(out), up: within(up) }, 'outline', key),
    turn: (index: number): void =>
      change(index, { corner: !points.value[index]!.corner }, 'corner of the outline'),
    remove(index: number): void {
      if (points.value.length <= 2) return
      put(
        points.value.filter((_, i) => i !== index),
        'take out a point'
      )
    },
    /** Puts a point halfway to the next, or to the one before the last. */
    add(index: number): void {
      if (points.value.length >= MOST_POINTS) return
      const from = Math.min(index, points.value.length - 2)
      const [a, b] = [points.value[from]!, points.value[from + 1]!]
      const middle = {
        out: within((a.out + b.out) / 2),
        up: within((a.up + b.up) / 2),
        corner: false
      }
      put(points.value.toSpliced(from + 1, 0, middle), 'add a point')
    }
  }
}
