/** @jest-environment node */
import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import type { Shoot } from '@core/api/api'
import type { Plan } from '@core/plan/plan'
import { testPlan } from '@core/testing'
import { ApiProblem } from '@/api/client'
import type { Draft } from '@/kept/drafts'
import { saveSession, type SavePorts } from './saveSession'

beforeEach(() => void jest.useFakeTimers())
afterEach(() => void jest.useRealTimers())

const titled = (title: string): Plan => ({ ...testPlan(), title })
const lost = () => new ApiProblem('away', 0)

/** A server that keeps versions and names, with answers that can be held back or lost. */
function fakeServer() {
  let shoot: Shoot = {
    id: 's',
    stage: 'light',
    version: 1,
    createdAt: '2026-11-24T10:00:00.000Z',
    updatedAt: '2026-11-24T10:00:00.000Z',
    lastWrite: null,
    plan: titled('first')
  }
  const drafts = new Map<string, Draft>()
  const server = {
    drafts,
    /** what happens to a write before and after the server has done it */
    before: () => Promise.resolve(),
    after: () => Promise.resolve(),
    reading: () => Promise.resolve(),
    refuseDrafts: false,
    now: () => shoot,
    /** somebody else's write, or one that was on its way */
    write: (version: number, plan: Plan, write: string | null): Shoot => {
      if (version !== shoot.version) {
        if (write !== null && write === shoot.lastWrite) return shoot
        throw new ApiProblem('changed elsewhere', 409)
      }
      shoot = { ...shoot, version: version + 1, plan, lastWrite: write }
      return shoot
    }
  }
  const ports: SavePorts = {
    savePlan: async (_id, version, plan, write) => {
      await server.before()
      const done = server.write(version, plan, write)
      await server.after()
      return done
    },
    shoot: async () => {
      await server.reading()
      return shoot
    },
    keepDraft: (id, draft) => {
      if (!server.refuseDrafts) drafts.set(id, draft)
      return !server.refuseDrafts
    },
    dropDraft: (id) => void drafts.delete(id)
  }
  const open = () => saveSession(shoot, drafts.get('s') ?? null, ports)
  return Object.assign(server, { ports, open })
}
const settle = () => jest.advanceTimersByTimeAsync(10_000)

test('a change is saved, and the draft goes', async () => {
  const server = fakeServer()
  const session = server.open()
  session.change(titled('second'))
  await jest.advanceTimersByTimeAsync(100)
  expect(server.drafts.get('s')).toMatchObject({ version: 1, plan: { title: 'second' } })
  await settle()
  expect([session.state.value, server.now().plan.title]).toEqual(['saved', 'second'])
  expect(server.drafts.size).toBe(0)
})

test('saved by hand with nothing to save, the next change is saved all the same', async () => {
  const server = fakeServer()
  const session = server.open()
  await session.write()
  session.change(titled('second'))
  await settle()
  await session.write()
  session.change(titled('third'))
  await settle()
  expect([session.state.value, server.now().plan.title]).toEqual(['saved', 'third'])
})

describe('no conflict with oneself', () => {
  test('the answer of a write is lost, and the plan changes once more', async () => {
    const server = fakeServer()
    const session = server.open()
    server.after = () => Promise.reject(lost())
    session.change(titled('second'))
    await jest.advanceTimersByTimeAsync(600)
    expect([session.state.value, server.now().plan.title]).toEqual(['offline', 'second'])
    server.after = () => Promise.resolve()
    session.change(titled('third'))
    await settle()
    expect([session.state.value, server.now().plan.title]).toEqual(['saved', 'third'])
  })
  /** A session whose first write is on its way when the plan changes once more. */
  const changedMeanwhile = async () => {
    const server = fakeServer()
    const session = server.open()
    let letThrough = () => {}
    server.before = () => new Promise((resolve) => (letThrough = resolve))
    session.change(titled('second'))
    await jest.advanceTimersByTimeAsync(600)
    session.change(titled('third'))
    server.before = () => Promise.resolve()
    return { server, session, letThrough }
  }
  test('a change while a slow write runs, then a reload', async () => {
    const { server, session } = await changedMeanwhile()
    session.leavePage()
    const { sent, plan } = server.drafts.get('s')!
    expect([sent.length, plan.title]).toEqual([1, 'third'])
    // The page is gone and hears no answer; its write gets through.
    server.write(1, titled('second'), sent[0]!)
    const again = server.open()
    expect(again.state.value).toBe('waiting')
    await settle()
    expect([again.state.value, server.now().plan.title]).toEqual(['saved', 'third'])
  })
  test('the slow write lands only after the shoot was opened again', async () => {
    const server = fakeServer()
    server.drafts.set('s', { version: 1, sent: ['slow'], plan: titled('third') })
    const session = server.open()
    server.write(1, titled('second'), 'slow')
    await settle()
    expect([session.state.value, server.now().plan.title]).toEqual(['saved', 'third'])
  })
  test('left while a write runs: what came after it goes too', async () => {
    const { server, session, letThrough } = await changedMeanwhile()
    const end = session.end()
    letThrough()
    await end
    expect([server.now().plan.title, server.drafts.size]).toEqual(['third', 0])
  })
  test('a refusal whose follow-up fails is followed up again by itself', async () => {
    const server = fakeServer()
    const session = server.open()
    server.after = () => Promise.reject(lost())
    session.change(titled('second'))
    await jest.advanceTimersByTimeAsync(600)
    server.after = () => Promise.resolve()
    server.reading = () => Promise.reject(lost())
    session.change(titled('third'))
    await jest.advanceTimersByTimeAsync(5000)
    expect(session.state.value).toBe('offline')
    server.reading = () => Promise.resolve()
    await settle()
    expect([session.state.value, server.now().plan.title]).toEqual(['saved', 'third'])
  })
})

describe('somebody else’s change', () => {
  const contested = async () => {
    const server = fakeServer()
    const session = server.open()
    server.write(1, titled('theirs'), 'other')
    session.change(titled('mine'))
    await settle()
    return { server, session }
  }
  test('is shown; nothing is overwritten', async () => {
    const { server, session } = await contested()
    expect(session.state.value).toBe('conflict')
    expect(session.theirs.value!.plan.title).toBe('theirs')
    session.change(titled('mine still'))
    await settle()
    expect(server.now().plan.title).toBe('theirs')
  })
  test('reloaded without choosing it is asked again, not overwritten in silence', async () => {
    const { server, session } = await contested()
    session.leavePage()
    const again = server.open()
    expect(again.state.value).toBe('conflict')
    again.leavePage()
    const third = server.open()
    expect(third.state.value).toBe('conflict')
    await settle()
    expect(server.now().plan.title).toBe('theirs')
  })
  test('found on load: the draft stays under the version it began from', () => {
    const server = fakeServer()
    server.drafts.set('s', { version: 1, sent: [], plan: titled('mine') })
    server.write(1, titled('theirs'), 'other')
    const session = server.open()
    expect(session.state.value).toBe('conflict')
    expect(server.drafts.get('s')).toMatchObject({ version: 1, plan: { title: 'mine' } })
  })
  test('mine kept, theirs taken', async () => {
    const kept = await contested()
    await kept.session.keepMine()
    await settle()
    expect(kept.server.now().plan.title).toBe('mine')
    const taken = await contested()
    taken.session.takeTheirs(titled('theirs'))
    await settle()
    expect([taken.session.state.value, taken.server.now().version]).toEqual(['saved', 2])
    expect(taken.server.drafts.size).toBe(0)
  })
})

test('refused as it is: sent again when it changed; a database held for a moment: by itself', async () => {
  const server = fakeServer()
  const session = server.open()
  let status = 422
  server.before = () => (status ? Promise.reject(new ApiProblem('no', status)) : Promise.resolve())
  session.change(titled('bad'))
  await settle()
  expect(session.state.value).toBe('refused')
  status = 503
  session.change(titled('good'))
  await jest.advanceTimersByTimeAsync(1000)
  expect(session.state.value).toBe('refused')
  status = 0
  await settle()
  expect([session.state.value, server.now().plan.title]).toEqual(['saved', 'good'])
})

test('a browser that keeps nothing is admitted', async () => {
  const server = fakeServer()
  server.refuseDrafts = true
  server.before = () => Promise.reject(lost())
  const session = server.open()
  session.change(titled('second'))
  await jest.advanceTimersByTimeAsync(1000)
  expect([session.state.value, session.kept.value]).toEqual(['offline', false])
})

test('undone to what is saved: nothing is sent', async () => {
  const server = fakeServer()
  const session = server.open()
  const saved = session.plan()
  session.change(titled('second'))
  session.change(saved)
  await settle()
  expect([session.state.value, server.now().version]).toEqual(['saved', 1])
})
