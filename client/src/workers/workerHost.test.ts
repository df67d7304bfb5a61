import { beforeEach, expect, test } from '@jest/globals'
import * as Comlink from 'comlink'
import { Cancelled, workerHost } from './workerHost'

interface Api {
  work: (name: string) => Promise<string>
}

/** Workers in this process: they answer when told to, and never once they are ended. */
const started: { ended: boolean; worker: Worker; finish: (name: string) => Promise<void> }[] = []

function start(): Worker {
  const { port1, port2 } = new MessageChannel()
  const open = new Map<string, (answer: string) => void>()
  Comlink.expose(
    { work: (name: string) => new Promise<string>((resolve) => open.set(name, resolve)) },
    port2
  )
  const worker = port1 as unknown as Worker
  const mine = {
    ended: false,
    worker,
    /** Answers a question once it has arrived. */
    finish: async (name: string) => {
      while (!open.has(name)) await soon()
      open.get(name)!(`${name} done`)
    }
  }
  worker.terminate = () => {
    mine.ended = true
    port1.close()
    port2.close()
  }
  started.push(mine)
  return worker
}
const soon = () => new Promise((resolve) => setTimeout(resolve, 20))
const end = () => started.forEach(({ worker }) => worker.terminate())

beforeEach(() => {
  started.length = 0
})

test('one of two questions is called off: the other is put again and answered', async () => {
  const host = workerHost<Api>(start)
  const off = new AbortController()
  const first = host.ask((api) => api.work('first'), off.signal)
  const second = host.ask((api) => api.work('second'))
  await soon()
  off.abort()
  await expect(first).rejects.toBeInstanceOf(Cancelled)
  await soon()
  expect(started.map(({ ended }) => ended)).toEqual([true, false])
  await started[1]!.finish('second')
  await expect(second).resolves.toBe('second done')
  end()
})

test('called off before it was put: no worker is started', async () => {
  const host = workerHost<Api>(start)
  await expect(host.ask((api) => api.work('x'), AbortSignal.abort())).rejects.toBeInstanceOf(
    Cancelled
  )
  expect(started).toHaveLength(0)
})

test('the worker breaks off: every question is refused, the next one starts another', async () => {
  const host = workerHost<Api>(start)
  const asked = host.ask((api) => api.work('first'))
  const said = expect(asked).rejects.toThrow('script not found')
  started[0]!.worker.onerror!({ message: 'script not found' } as ErrorEvent)
  await said
  const again = host.ask((api) => api.work('again'))
  await soon()
  await started[1]!.finish('again')
  await expect(again).resolves.toBe('again done')
  end()
})

test('all called off: all refused, the worker ended', async () => {
  const host = workerHost<Api>(start)
  const asked = [host.ask((api) => api.work('a')), host.ask((api) => api.work('b'))]
  const refused = Promise.all(asked.map((each) => expect(each).rejects.toBeInstanceOf(Cancelled)))
  host.cancel()
  await refused
  expect(started[0]!.ended).toBe(true)
  end()
})
