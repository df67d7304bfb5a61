/** News for open pages. */
import { Router } from 'express'
import { eventStream } from '../http/eventStream'
import type { Feed } from '../services/feed'

export function feedRoutes(feed: Feed): Router {
  const router = Router()
  router.get('/', (req, res) => {
    let leave = (): void => {}
    const stream = eventStream(req, res, () => leave())
    const tell = stream.send
    leave = feed.follow(stream.lastId, (event, id) => tell('news', event, id))
    // A page that has heard nothing yet knows from here on what it missed.
    tell('since', null, feed.lastId())
  })
  return router
}
