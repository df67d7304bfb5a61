/** Speeds as the user meets them: in the browser, and starting. */
import { spawn } from 'node:child_process'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { LAUNCH } from '../e2e/chromium'
import { startServer, type RunningServer } from '../e2e/server'
import { median, percentile95, type Figure } from './figures'
import { fullSet } from './plans'

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

/** Frame times while a light is dragged round a set of four lights, card and table, at 1280x800. */
export const dragged = (): Promise<Figure[]> =>
  withServer(async (server) => {
    const browser = await chromium.launch(LAUNCH)
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    const plan = { ...fullSet(4, 12), title: 'Drag' }
    const { id } = (await (
      await page.request.post(`${server.url}/api/shoots/import`, { data: plan })
    ).json()) as { id: string }
    await page.goto(`${server.url}/shoots/${id}/light`)
    const head = page.locator('svg[data-view="above"] [data-light="C"] circle')
    await head.waitFor()
    const box = (await head.boundingBox())!
    await page.waitForTimeout(1500)
    await page.mouse.move(box.x + 20, box.y + 20)
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
      await page.mouse.move(box.x + 20 + 40 * Math.sin(i / 12), box.y + 20 + 25 * Math.cos(i / 9))
    const times = (
      await page.evaluate(() => (globalThis as unknown as { times: number[] }).times)
    ).slice(10)
    await page.mouse.up()
    await browser.close()
    return [
      {
        key: 'set.dragFrameMs',
        value: Number(percentile95(times).toFixed(2)),
        aim: '≤ 17',
        about:
          'frame time while a light is dragged, 4 lights × 12 places, 95th percentile of ' +
          `${times.length}`
      },
      {
        key: 'set.dragFrameMedianMs',
        value: Number(median(times).toFixed(2)),
        aim: '',
        about: 'the same, median'
      }
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
    const scripts: Promise<Buffer>[] = []
    page.on(
      'response',
      (response) => response.request().resourceType() === 'script' && scripts.push(response.body())
    )
    await page.goto(server.url)
    await page.getByText('Ground beetle').waitFor()
    const sizes = (await Promise.all(scripts)).map((body) => gzipSync(body).length)
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
