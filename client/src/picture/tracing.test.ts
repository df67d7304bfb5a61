import { describe, expect, it } from '@jest/globals'
import { newFilm, type Film } from '@core/picture/film'
import { pictureOf, type Picture } from '@core/picture/picture'
import type { Plan } from '@core/plan/plan'
import { testPlan } from '@core/testing'
import type { Order } from '@/workers/picture.worker'
import type { PictureRemote } from './pictureWorker'
import { tracing } from './tracing'

const turn = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0))

/** A worker that traces when it is let, and what it was asked. */
function standIn() {
  const asked: { plan: Plan; order: Order }[] = []
  let plan!: Plan
  let waiting: ((film: Film | null) => void) | null = null
  let off = 0
  const remote = {
    begin: (next: Plan) => Promise.resolve(void (plan = next)),
    trace: (order: Order) => {
      asked.push({ plan, order })
      return new Promise<Film | null>((resolve) => (waiting = resolve))
    },
    callOff: () => {
      off++
      waiting?.(null)
      waiting = null
      return Promise.resolve()
    },
    develop: (films: readonly Film[]) => Promise.resolve(pictureOf(films))
  } as unknown as PictureRemote
  /** Lets it finish what it is at. */
  const finish = async (): Promise<void> => {
    for (let i = 0; i < 500 && !waiting; i++) await turn()
    const { width, height, stripe, samples } = asked.at(-1)!.order
    const film = newFilm(width, height, 3, stripe)
    film.samples = samples
    waiting!(film)
    waiting = null
    for (let i = 0; i < 4; i++) await turn()
  }
  return { remote, asked, finish, calledOff: () => off }
}

function traced(clean: (picture: Picture) => boolean = () => false) {
  const worker = standIn()
  const pictures: { plan: Plan; width: number }[] = []
  const at: (number | null)[] = []
  const host = tracing(
    {
      picture: (plan, picture) => {
        pictures.push({ plan, width: picture.width })
        return clean(picture)
      },
      at: (rung) => at.push(rung?.now ?? null),
      failed: (reason) => {
        throw new Error(reason)
      }
    },
    () => [worker.remote]
  )
  return { worker, pictures, at, host }
}
const [one, two, three] = [testPlan(), testPlan(), testPlan()]

describe('tracing', () => {
  it('goes from coarse to fine and rests when all is done', async () => {
    const { host, worker, pictures, at } = traced()
    host.trace(one, false)
    for (let i = 0; i < 6; i++) await worker.finish()
    expect(pictures.map(({ width }) => width)).toEqual([96, 240, 480, 480, 480, 480])
    expect(at.at(-1)).toBe(null)
  })

  it('stops as soon as the picture is clean', async () => {
    const { host, worker, pictures, at } = traced(({ width }) => width === 480)
    host.trace(one, false)
    for (let i = 0; i < 3; i++) await worker.finish()
    expect(pictures).toHaveLength(3)
    expect(at.at(-1)).toBe(null)
  })

  it('finishes the first look at a plan that has moved on, and then takes the newest', async () => {
    const { host, worker, pictures } = traced()
    host.trace(one, false)
    await turn()
    host.trace(two, false)
    host.trace(three, false)
    expect(worker.calledOff()).toBe(0)
    await worker.finish()
    expect(pictures.map(({ plan }) => plan)).toEqual([one])
    await worker.finish()
    expect(pictures.map(({ plan }) => plan)).toEqual([one, three])
  })

  it('calls off what comes after the first look', async () => {
    const { host, worker, pictures } = traced()
    host.trace(one, false)
    await worker.finish()
    await turn()
    host.trace(two, false)
    expect(worker.calledOff()).toBe(1)
    await worker.finish()
    expect(pictures.map(({ plan, width }) => [plan, width])).toEqual([
      [one, 96],
      [two, 96]
    ])
  })

  it('rests when nobody looks, and begins again', async () => {
    const { host, worker, pictures, at } = traced()
    host.trace(one, false)
    await worker.finish()
    await turn()
    host.trace(null, false)
    for (let i = 0; i < 4; i++) await turn()
    expect(at.at(-1)).toBe(null)
    const before = worker.asked.length
    host.trace(one, false)
    await worker.finish()
    expect(worker.asked.length).toBeGreaterThan(before)
    expect(pictures).toHaveLength(2)
  })
})
