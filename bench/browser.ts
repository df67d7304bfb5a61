/** Speeds as the user meets them: in the browser, and starting. */
import { spawn } from 'node:child_process'
import { gzipSync } from 'node:zlib'
import { chromium, type Response } from '@playwright/test'
import type { Plan } from '../core/plan/plan'
import { LAUNCH } from '../e2e/chromium'
import { startServer, type RunningServer } from '../e2e/server'
import { median, percentile95, type Figure } from './figures'
import { fullSet, roomSet } from './plans'

const withServer = async <T>(work: (server: RunningServer) => Promise<T>): Promise<T> => {
  const server = await startServer()
  try {
    return await work(server)
  } finally {
    await server.stop()
  }
}

/** From the key's own time stamp until the changed verdict stands in the page and is laid out. */
export const client = (): Promise<Figure[]> =>
  withServer(async (server) => {
    const browser = await chromium.launch(LAUNCH)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(`${server.url}/shoots/demo-beetle/light`)
    await page.getByRole('spinbutton', { name: 'Aperture' }).focus()
    await page.evaluate(() => {
      const times: number[] = []
      Object.assign(globalThis, { times })
      let pressed = 0
      addEventListener(
        'keydown',
        (event) => {
          pressed = event.timeStamp
        },
        true
      )
      const list = document.querySelector('[aria-label="Verdicts"]')!
      new MutationObserver(() => {
        if (pressed === 0) return
        list.getBoundingClientRect()
        times.push(performance.now() - pressed)
        pressed = 0
      }).observe(list, { subtree: true, characterData: true, childList: true })
    })
    for (let i = 0; i < 120; i++) {
      await page.keyboard.press(i % 20 < 10 ? 'ArrowUp' : 'ArrowDown')
      await page.waitForTimeout(25)
    }
    const times = (
      await page.evaluate(() => (globalThis as unknown as { times: number[] }).times)
    ).slice(20)
    await browser.close()
    return [
      {
        key: 'client.keyToVerdictMs',
        value: Number(median(times).toFixed(2)),
        aim: '≤ 16',
        about: `key press to changed verdict laid out, Light stage, median of ${times.length}`
      },
      {
        key: 'client.keyToVerdictP95Ms',
        value: Number(percentile95(times).toFixed(2)),
        aim: '',
        about: 'the same, 95th percentile'
      }
    ]
  })

/** A set open at the Light stage, 1280x800. */
async function setPage(server: RunningServer, plan: Plan) {
  const browser = await chromium.launch(LAUNCH)
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  const { id } = (await (
    await page.request.post(`${server.url}/api/shoots/import`, { data: plan })
  ).json()) as { id: string }
  await page.goto(`${server.url}/shoots/${id}/light`)
  return { browser, page }
}

/** Times of the frames drawn while a thing of the drawing from above is dragged round, ms. */
async function frameTimes(server: RunningServer, plan: Plan, thing: string): Promise<number[]> {
  const { browser, page } = await setPage(server, plan)
  const head = page.locator(`svg[data-view="above"] ${thing}`)
  await head.waitFor()
  const box = (await head.boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.waitForTimeout(1500)
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.evaluate(() => {
    const times: number[] = []
    Object.assign(globalThis, { times })
    let last = performance.now()
    const tick = (now: number): void => {
      times.push(now - last)
      last = now
      requestAnimationFrame(tick)
    }
    requestAnimationFrame(tick)
  })
  for (let i = 0; i < 240; i++)
    await page.mouse.move(x + 40 * Math.sin(i / 12), y + 25 * Math.cos(i / 9) - 25)
  const times = await page.evaluate(() => (globalThis as unknown as { times: number[] }).times)
  await page.mouse.up()
  await browser.close()
  return times.slice(10)
}

/**
 * How long after a card's nudge the last figure of the ledger changes, ms: its bounces have come
 * from the worker.
 */
async function settleTimes(server: RunningServer): Promise<number[]> {
  const { browser, page } = await setPage(server, { ...roomSet(), title: 'Room' })
  const card = page.locator('svg[data-view="above"] g.card >> nth=0')
  await card.waitFor()
  await page.waitForTimeout(1500)
  await card.focus()
  await page.evaluate(() => {
    const state = { pressed: 0, last: 0 }
    Object.assign(globalThis, { state })
    addEventListener('keydown', (event) => (state.pressed = event.timeStamp), true)
    new MutationObserver(() => (state.last = performance.now())).observe(
      document.querySelector('table.ledger')!,
      { subtree: true, characterData: true, childList: true, attributes: true }
    )
  })
  const times: number[] = []
  for (let i = 0; i < 30; i++) {
    await page.keyboard.press(i % 10 < 5 ? 'ArrowRight' : 'ArrowLeft')
    await page.waitForTimeout(400)
    times.push(
      await page.evaluate(() => {
        const { state } = globalThis as unknown as { state: { pressed: number; last: number } }
        return state.last - state.pressed
      })
    )
  }
  await browser.close()
  return times.slice(5)
}

/** Dragging and nudging in the drawings of a set, 1280x800. */
export const dragged = (): Promise<Figure[]> =>
  withServer(async (server) => {
    const light = await frameTimes(
      server,
      { ...fullSet(4, 12), title: 'Drag' },
      '[data-light="C"] circle'
    )
    const card = await frameTimes(server, { ...roomSet(), title: 'Room' }, 'g.card >> nth=0')
    const settled = await settleTimes(server)
    const row = (key: string, value: number, aim: string, about: string): Figure => ({
      key,
      value: Number(value.toFixed(2)),
      aim,
      about
    })
    return [
      row(
        'set.dragFrameMs',
        percentile95(light),
        '≤ 17',
        'frame time while a light is dragged, 4 lights × 12 places, 95th percentile of ' +
          `${light.length}`
      ),
      row('set.dragFrameMedianMs', median(light), '', 'the same, median'),
      row(
        'set.dragCardFrameMs',
        percentile95(card),
        '',
        `the same for a card in a pale room with four, 95th percentile of ${card.length}`
      ),
      row('set.dragCardFrameMedianMs', median(card), '', 'the same, median'),
      row(
        'set.settledMs',
        median(settled),
        '≤ 100',
        'a card nudged by a key in that room, until the ledger has its bounces from the ' +
          `worker, median of ${settled.length}`
      )
    ]
  })

/**
 * `npm start`'s script with everything installed, built and a database there, until it prints its
 * address.
 */
export const start = (): Promise<Figure[]> =>
  withServer(async (server) => {
    // It has filled the folder, and must let it go: one server a folder.
    await server.stop()
    const once = () =>
      new Promise<number>((resolve, reject) => {
        const began = performance.now()
        const child = spawn(process.execPath, ['scripts/start.mjs'], {
          env: { ...process.env, PORT: '0', DATA_DIR: server.dataDir },
          stdio: ['ignore', 'pipe', 'inherit']
        })
        child.stdout.on('data', (chunk: Buffer) => {
          if (!chunk.toString().includes('ready')) return
          const seconds = (performance.now() - began) / 1000
          child.removeAllListeners('exit').once('exit', () => resolve(seconds))
          child.kill()
        })
        child.once('exit', () => reject(new Error('it ended before it was ready')))
        child.on('error', reject)
      })
    const times: number[] = []
    for (let i = 0; i < 5; i++) times.push(await once())
    return [
      {
        key: 'start.warmSeconds',
        value: Number(median(times).toFixed(2)),
        aim: '≤ 3',
        about: 'second start, until the address is printed, median of 5'
      }
    ]
  })

export const home = (): Promise<Figure[]> =>
  withServer(async (server) => {
    const browser = await chromium.launch(LAUNCH)
    const page = await browser.newPage()
    const scripts: Response[] = []
    page.on(
      'response',
      (response) => response.request().resourceType() === 'script' && scripts.push(response)
    )
    await page.goto(server.url)
    await page.getByText('Ground beetle').waitFor()
    const bodies = await Promise.all(scripts.map((response) => response.body()))
    const sizes = bodies.map((body) => gzipSync(body).length)
    await browser.close()
    return [
      {
        key: 'client.homeScriptKb',
        value: Number((sizes.reduce((sum, size) => sum + size, 0) / 1024).toFixed(1)),
        aim: '≤ 250',
        about: `JavaScript, gzip, before the home list shows (${sizes.length} files)`
      }
    ]
  })

/** All memory of a browser's page and its workers, MB, and how long its first picture takes. */
export const pictured = (): Promise<Figure[]> =>
  withServer(async (server) => {
    const plan = { ...fullSet(3, 9), title: 'Three lights' }
    const { browser, page } = await setPage(server, plan)
    const canvas = page.locator('[data-picture] canvas')
    const times: (readonly [number, number])[] = []
    for (let i = 0; i < 5; i++) {
      await page.reload()
      await canvas.waitFor()
      const began = performance.now()
      await canvas.and(page.locator(':not([data-width="0"])')).waitFor()
      const first = performance.now() - began
      await canvas.and(page.locator('[data-width="240"]')).waitFor()
      times.push([first, performance.now() - began])
      await page.waitForTimeout(500)
    }
    // Moved and left to clear, so that all of it has been held at once.
    await page.getByRole('spinbutton', { name: 'Distance' }).press('ArrowUp')
    await page.getByText(/noise up to/).waitFor({ timeout: 60000 })
    let peak = 0
    for (let i = 0; i < 4; i++) {
      await page.getByRole('spinbutton', { name: 'Distance' }).press('ArrowUp')
      await page.waitForTimeout(1500)
      // All of the page and its workers, as the browser counts it.
      const bytes = await page.evaluate(async () => {
        const { performance: counts } = globalThis as unknown as {
          performance: { measureUserAgentSpecificMemory: () => Promise<{ bytes: number }> }
        }
        return (await counts.measureUserAgentSpecificMemory()).bytes
      })
      peak = Math.max(peak, bytes / 2 ** 20)
    }
    await browser.close()
    return [
      {
        key: 'picture.firstMs',
        value: Math.round(median(times.map(([first]) => first))),
        aim: '≤ 1000',
        about: 'its place in the page to the first look, 96 pixels; three sources, median of 5'
      },
      {
        key: 'picture.readableMs',
        value: Math.round(median(times.map(([, readable]) => readable))),
        aim: '',
        about: 'the same to 240 pixels, cleaned'
      },
      {
        key: 'picture.peakMb',
        value: Math.round(peak),
        aim: '≤ 400',
        about: 'the page and all its workers, most of four looks while it traces'
      }
    ]
  })
