import { afterAll, beforeAll, expect, test } from '@jest/globals'
import type { Device, DeviceState } from '../core/api/devices'
import { testServer } from '../server/testing'
import { runBridge } from './bridge'
import { offerOf } from './studio'
import { testPlan } from '../core/testing'

let server: Awaited<ReturnType<typeof testServer>>
beforeAll(async () => {
  server = await testServer()
})
afterAll(() => server.stop())

const stateOf = async (id: string): Promise<DeviceState | undefined> =>
  ((await server.call('GET', '/api/devices')).json as Device[]).find((each) => each.id === id)
    ?.state
async function until(holds: () => Promise<boolean>): Promise<void> {
  for (let i = 0; i < 100 && !(await holds()); i++) await new Promise((go) => setTimeout(go, 100))
  expect(await holds()).toBe(true)
}

test('a strobe that charges while a command is answered, and has by the next look, is said to be ready', async () => {
  const ending = new AbortController()
  let charging: DeviceState['charging'] = []
  const bridge = runBridge(
    { server: server.url, id: 'quick', signal: ending.signal },
    {
      offer: () => Promise.resolve(offerOf(testPlan(), 'demo-coin')),
      obey: () => {
        charging = ['A']
        return Promise.resolve({ ok: true })
      },
      state: () => {
        const now = { charging }
        charging = []
        return Promise.resolve(now)
      }
    }
  )
  try {
    await until(async () => (await stateOf('quick'))?.charging?.length === 0)
    await server.call('POST', '/api/devices/quick/commands', {
      id: 'one',
      shootId: 'demo-coin',
      command: { do: 'test-flash', lights: ['A'] }
    })
    expect((await stateOf('quick'))!.charging).toEqual(['A'])
    await until(async () => (await stateOf('quick'))?.charging?.length === 0)
  } finally {
    ending.abort()
    await bridge
  }
})
