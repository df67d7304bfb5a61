/** Many clients at one server: how long each waits for an answer. */
import { setTimeout as pause } from 'node:timers/promises'
import type { Shoot } from '@core/api/api'
import { testFrame } from '@core/testing'
import { startServer } from '../e2e/server'

export interface ClientReport {
  readonly clients: number
  readonly seconds: number
  readonly requests: number
  readonly p50Ms: number
  readonly p95Ms: number
  readonly worstMs: number
  readonly failures: readonly string[]
}

/** What one pair of hands does: a change now and then, a frame, a look at the list. */
const THINK_MS = 500

export async function manyClients(clients: number, seconds: number): Promise<ClientReport> {
  const server = await startServer()
  const waits: number[] = []
  const failures: string[] = []
  const call = async (method: string, path: string, body?: unknown): Promise<unknown> => {
    const began = performance.now()
    const response = await fetch(server.url + path, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body !== undefined && { body: JSON.stringify(body) })
    })
    const text = await response.text()
    waits.push(performance.now() - began)
    if (!response.ok) failures.push(`${method} ${path} ${response.status}`)
    return text === '' ? null : JSON.parse(text)
  }
  const until = performance.now() + seconds * 1000
  const client = async (n: number): Promise<void> => {
    await pause((n * THINK_MS) / clients)
    let shoot = (await call('POST', '/api/shoots', {
      title: `Client ${n}`,
      look: 'plume'
    })) as Shoot
    for (let i = 1; performance.now() < until; i++) {
      const plan = { ...shoot.plan, subject: { ...shoot.plan.subject, widthMm: 10 + (i % 90) } }
      const { version } = shoot
      shoot = (await call('PUT', `/api/shoots/${shoot.id}`, { version, plan })) as Shoot
      await pause(THINK_MS)
      if (i % 3 === 0)
        await call('PUT', `/api/shoots/${shoot.id}/frames/f${i}`, {
          version: null,
          frame: testFrame(shoot.plan, `f${i}`, 'lit')
        })
      if (i % 5 === 0) await call('GET', '/api/shoots')
      if (i % 7 === 0) await call('GET', `/api/shoots/${shoot.id}/frames`)
      await pause(THINK_MS)
    }
  }
  await Promise.all(Array.from({ length: clients }, (_, n) => client(n)))
  await server.stop()
  waits.sort((a, b) => a - b)
  const at = (share: number): number => waits[Math.floor(share * (waits.length - 1))]!
  return {
    clients,
    seconds,
    requests: waits.length,
    p50Ms: at(0.5),
    p95Ms: at(0.95),
    worstMs: at(1),
    failures
  }
}
