/**
 * Pictures of the main views from the demo data into docs/screenshots. `npm run screenshots --
 * name…` takes some; `--out DIR` all there are, elsewhere.
 */
import { join } from 'node:path'
import { chromium, type Page } from '@playwright/test'
import { LAUNCH } from '../e2e/chromium'
import { CAUTIONS } from '../core/prepare/cautions'
import { startServer } from '../e2e/server'
import { quiet } from '../e2e/quiet'

interface Shot {
  readonly name: string
  readonly path: string
  readonly phone?: boolean
  readonly theme?: string
  /** the moment the page believes in; now when left out */
  readonly at?: string
  /** to look at, not to keep */
  readonly spare?: true
  readonly before?: (page: Page) => Promise<void>
}

const beetle = '/shoots/demo-beetle'
const settled = (page: Page): Promise<void> =>
  page
    .getByRole('status')
    .filter({ hasText: /\d+ ways|none/ })
    .waitFor()
/** Waits until the pictures a page shows have come, and a while for them to clear. */
const pictured = (page: Page): Promise<unknown> =>
  page
    .waitForFunction(
      () =>
        [...document.querySelectorAll('canvas')].every(
          ({ dataset }) => 'thumbnail' in dataset || Number(dataset.samples ?? 6) >= 6
        ),
      undefined,
      { timeout: 40000 }
    )
    .catch(() => console.log('a picture was not clean in time'))
/** A simulated studio stands ready: the one that took the demo's frames. */
const practised = async (page: Page): Promise<void> => {
  await page.request.put(`${server.url}/api${beetle}/practice`, { data: { seed: 39 } })
  await page.getByRole('button', { name: /^Take it/ }).waitFor()
  await page.getByText(/clock/).waitFor()
}
/** A housing half made ready. */
const ticked = async (page: Page): Promise<void> => {
  for (const key of ['cells-A', 'light-guide-A', 'cells-way-round-A', 'seals-A'])
    await page.locator(`[data-check="${key}"]`).getByRole('checkbox').tap()
  await page.evaluate(() => document.querySelector('main')!.scrollTo(0, 0))
}
/** The cautions of a shoot were read. */
const read = async (shoot: string): Promise<void> => {
  for (const what of CAUTIONS)
    await fetch(`${server.url}/api/shoots/${shoot}/ticks/${shoot}-${what}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        kind: 'told',
        id: `${shoot}-${what}`,
        at: '2026-11-27T10:00:00.000Z',
        what
      })
    })
}
const SHOTS: readonly Shot[] = [
  { name: 'shoots', path: '/', before: (page) => page.waitForTimeout(9000) },
  { name: 'kit', path: '/kit' },
  { name: 'calibrate', path: '/kit/grid-40/calibrate' },
  {
    name: 'phone-calibrate',
    path: '/kit/lantern-36/calibrate',
    phone: true,
    spare: true,
    before: (page) => page.getByRole('button', { name: /^Marks of the dial/ }).click()
  },
  {
    name: 'kit-strobe',
    path: '/kit',
    spare: true,
    before: (page) => page.getByRole('button', { name: 'Lantern 36', exact: true }).click()
  },
  {
    name: 'subject',
    path: '/shoots/demo-leaf/subject',
    before: (page) => page.waitForTimeout(5000)
  },
  { name: 'focus', path: `${beetle}/focus` },
  {
    name: 'dark',
    path: '/shoots/demo-lamplit/dark',
    before: (page) => page.locator('#sources').evaluate((part) => part.scrollIntoView())
  },
  { name: 'freeze', path: '/shoots/demo-seed/freeze' },
  { name: 'colour', path: '/shoots/demo-lamplit/colour' },
  { name: 'dusk', path: '/shoots/demo-gauge/dusk', at: '2026-11-24T16:33:10.000Z' },
  { name: 'ways', path: '/shoots/demo-seed/ways', before: settled },
  { name: 'ways-two', path: '/shoots/demo-crystal/ways', spare: true, before: settled },
  {
    name: 'phone-ways-two',
    path: '/shoots/demo-crystal/ways',
    phone: true,
    spare: true,
    before: settled
  },
  { name: 'ways-none', path: '/shoots/demo-vial/ways', spare: true, before: settled },
  { name: 'phone-ways', path: '/shoots/demo-seed/ways', phone: true, spare: true, before: settled },
  { name: 'phone-prepare', path: '/shoots/demo-goby/prepare', phone: true, before: ticked },
  { name: 'light', path: `${beetle}/light` },
  { name: 'light-mirror', path: '/shoots/demo-coin/light', spare: true },
  {
    name: 'light-bounce',
    path: '/shoots/demo-shells/light',
    spare: true,
    before: (page) => page.locator('[data-cell="A-shadow"]').click()
  },
  { name: 'glass', path: '/shoots/demo-flask-black/light' },
  { name: 'wax', path: '/shoots/demo-wax/light', spare: true },
  {
    name: 'water',
    path: '/shoots/demo-goby/light',
    before: async (page) => {
      await page.getByRole('tab', { name: /^Checks/ }).click()
      await page
        .getByText(/lights the water before/)
        .first()
        .waitFor()
    }
  },
  {
    name: 'light-checks',
    path: '/shoots/demo-crab/light',
    before: async (page) => {
      await page.getByRole('tab', { name: /^Checks/ }).click()
      await page.waitForTimeout(900)
    }
  },
  {
    name: 'picture',
    path: '/shoots/demo-leaf/light',
    before: (page) => page.keyboard.press('p')
  },
  {
    name: 'phone-picture',
    path: '/shoots/demo-wing/light',
    phone: true,
    spare: true,
    before: (page) => page.getByRole('button', { name: /whole window/ }).tap()
  },
  { name: 'run', path: `${beetle}/run`, spare: true },
  {
    name: 'run-judge',
    path: '/shoots/demo-beetle/run',
    before: async (page) => {
      await practised(page)
      await page.getByRole('button', { name: 'Judge frame 5' }).click()
      await page.locator('[data-found="front"]').waitFor()
      await page.locator('[data-found="front"]').evaluate((row) => row.scrollIntoView(false))
    }
  },
  {
    name: 'run-closer',
    path: '/shoots/demo-beetle/run',
    before: async (page) => {
      await page.getByRole('button', { name: 'Look closer at frame 5' }).click()
      await page.getByRole('button', { name: 'Loupe' }).click()
      await page.getByRole('combobox', { name: 'Held against' }).press('Enter')
      await page.getByRole('option', { name: /Frame 2/ }).click()
      await page.getByRole('button', { name: 'Wipe' }).click()
      await page.locator('[data-both="subject"]').waitFor()
      await page.locator('[data-sharpness] circle').first().waitFor()
    }
  },
  { name: 'light-dim', path: `${beetle}/light`, theme: 'dim', spare: true },
  { name: 'light-daylight', path: `${beetle}/light`, theme: 'light', spare: true },
  ...['shoots', 'kit'].map((name) => ({
    name: `phone-${name}`,
    path: name === 'kit' ? '/kit' : '/',
    phone: true,
    spare: true as const
  })),
  ...['subject', 'focus', 'dark', 'freeze', 'light'].map((name) => ({
    name: `phone-${name}`,
    path: `${beetle}/${name}`,
    phone: true,
    spare: true as const
  })),
  {
    name: 'phone-run',
    path: `${beetle}/companion`,
    phone: true,
    before: async (page) => {
      const again = {
        kind: 'step',
        id: 'shown',
        at: '2026-11-27T10:00:00.000Z',
        step: 'light-A',
        mark: 'again',
        after: 'beetle-5',
        why: ''
      }
      await page.request.put(`${server.url}/api${beetle}/ticks/shown`, { data: again })
      await page.getByText('Only A on').waitFor()
      await page.getByRole('button', { name: 'Predict it' }).tap()
      await page.locator('[data-thumbnail]').waitFor()
    }
  }
]

const server = await startServer()
const args = process.argv.slice(2)
const elsewhere = args.includes('--out') ? args.splice(args.indexOf('--out'), 2)[1]! : null
const out = elsewhere ?? 'docs/screenshots'
const wanted = SHOTS.filter((shot) =>
  args.length ? args.includes(shot.name) : elsewhere !== null || !shot.spare
)

const browser = await chromium.launch(LAUNCH)
for (const shot of wanted) {
  const context = await browser.newContext({
    viewport: shot.phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    hasTouch: Boolean(shot.phone)
  })
  const page = await context.newPage()
  const [, shoot] = /^\/shoots\/([^/]+)/.exec(shot.path) ?? []
  if (shoot) await read(shoot)
  page.on(
    'console',
    (message) => message.type() === 'error' && console.log(shot.name, 'console:', message.text())
  )
  page.on('pageerror', (error) => console.log(shot.name, 'error:', error.message))
  await page.addInitScript(
    (theme) => localStorage.setItem('fine-spark-theme', theme),
    shot.theme ?? 'dark'
  )
  if (shot.at) await page.clock.install({ time: new Date(shot.at) })
  await page.goto(server.url + shot.path)
  await quiet(page)
  await shot.before?.(page)
  await pictured(page)
  await page.waitForTimeout((await page.locator('canvas').count()) > 0 ? 5000 : 500)
  const wide = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
  if (wide > 0) console.log(`${shot.name}: scrolls sideways by ${wide} px`)
  await page.screenshot({ path: join(out, `${shot.name}.png`) })
  await context.close()
}
await browser.close()
await server.stop()
console.log(`${wanted.length} pictures in ${out}`)
