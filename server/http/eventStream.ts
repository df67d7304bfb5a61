/** Server-sent events: an answer that goes on. Source: WHATWG HTML, "Server-sent events". */
import type { Request, Response } from 'express'

/** Lines that say nothing keep what stands between from closing the line. */
const BEAT_MS = 15_000
const open = new Set<Response>()

export interface EventStream {
  readonly send: (event: string, data: unknown, id?: string) => void
  /** the last event the other side has had before its line was cut */
  readonly lastId: string | null
}

/** @param ended told when the other side is gone */
export function eventStream(req: Request, res: Response, ended: () => void): EventStream {
  // Compressing would hold events back.
  res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store, no-transform' })
  res.flushHeaders()
  res.write('retry: 1000\n\n')
  open.add(res)
  const beat = setInterval(() => res.write(':\n\n'), BEAT_MS)
  res.on('close', () => {
    clearInterval(beat)
    open.delete(res)
    ended()
  })
  return {
    send: (event, data, id) => {
      if (res.writableEnded) return
      const name = id === undefined ? '' : `id: ${id}\n`
      res.write(`${name}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`)
    },
    lastId: req.get('Last-Event-ID') ?? null
  }
}

/** Lets a server stop: whoever listens connects again to the next one. */
export const endEventStreams = (): void => open.forEach((res) => void res.end())
