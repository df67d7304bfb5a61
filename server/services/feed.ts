/** News for open pages: what has changed, not how. One that was away is told what it missed. */
import { randomUUID } from 'node:crypto'
import type { FeedEvent } from '@core/api/devices'

const MOST_KEPT = 300

interface Numbered {
  readonly id: string
  readonly event: FeedEvent
}
type Follower = (event: FeedEvent, id: string) => void

export function newFeed() {
  // Numbers of an earlier start of the server mean nothing here.
  const start = randomUUID().slice(0, 8)
  const kept: Numbered[] = []
  const followers = new Set<Follower>()
  let count = 0
  const lastId = (): string => `${start}-${count}`

  return {
    say: (event: FeedEvent): void => {
      count++
      kept.push({ id: lastId(), event })
      if (kept.length > MOST_KEPT) kept.shift()
      followers.forEach((follow) => follow(event, lastId()))
    },
    /**
     * @param since the last event had before; null: none
     * @returns ends it
     */
    follow: (since: string | null, follower: Follower): (() => void) => {
      if (since !== null && since !== lastId()) {
        const at = kept.findIndex(({ id }) => id === since)
        const first = kept[0]?.id === `${start}-1` && since === `${start}-0`
        if (at >= 0 || first) kept.slice(at + 1).forEach(({ event, id }) => follower(event, id))
        else follower({ kind: 'everything' }, lastId())
      }
      followers.add(follower)
      return () => void followers.delete(follower)
    },
    lastId
  }
}
export type Feed = ReturnType<typeof newFeed>
