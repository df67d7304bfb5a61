/** `npm run bench`: a table of measured speeds. `-- --json` prints one JSON object, a name after it runs that part alone. */
import { spawn } from 'node:child_process'
import { gzipSync } from 'node:zlib'
import { chromium } from '@playwright/test'
import { evaluate } from '../core/ledger/evaluate'
import { relaxations } from '../core/solve/relax'
import { findWays } from '../core/solve/ways'
import { testLight, testModifier, testPlan, testStrobe } from '../core/testing'
import { LIGHT_IDS, type Plan } from '../core/plan/plan'
import { LAUNCH } from '../e2e/chromium'
import { startServer, type RunningServer } from '../e2e/server'

interface Figure {
  readonly key: string
  readonly value: number
  readonly aim: string
  readonly about: string
}

const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!
const percentile95 = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)]!

const ledger = (): Promise<Figure[]> => {
  // One set, 64 readings and powers: what changes while settings are stepped.
  const base = testPlan()
  const plans = Array.from({ length: 64 }, (_, i) =>
    ((change: (plan: Plan) => void): Plan => {
      const plan = {
        ...base,
        lights: base.lights.map((light) => ({ ...light })),
        ambient: { ...base.ambient }
      }
      change(plan)
      return plan
    })((plan) => {
      plan.lights[0]!.powerStops = -(i % 7)
      plan.ambient.background = {
        value: { kind: 'ev', ev: i / 10 },
        limit: 'exact',
        via: 'reflected',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
      plan.ambient.subject = {
        value: { kind: 'ev', ev: i / 9 },
        limit: 'exact',
        via: 'incident',
        atMagnification: 1,
        takenAt: null,
        look: null
      }
    })
  )
  const round = (seconds: number): number => {
    const end = performance.now() + seconds * 1000
    let done = 0
    let sink = 0
    while (performance.now() < end)
      for (const plan of plans) {
        sink += evaluate({
          ...plan,
          settings: { ...plan.settings, apertureStops: 4 + (done % 20) / 3 }
        }).ledger.totals.subject!
        done++
      }
    if (Number.isNaN(sink)) throw new Error('a level is not a number')
    return done / seconds
  }
  round(0.5)
  return Promise.resolve([
    {
      key: 'ledger.evaluationsPerSecond',
      value: Math.round(median([1, 2, 3, 4, 5].map(() => round(0.5)))),
      aim: '≥ 50000',
      about:
        'whole evaluations (ledger, verdicts, suggestions, flags) of changed settings, the lamps standing still, in Node, median of 5 rounds'
    }
  ])
}

/** Every kind of face, a snoot, a card, a flag, a table: what a full evaluation meets. */
const fullSet = (lights: number, places: number): Plan =>
  testPlan((plan) => {
    plan.subject.shape = 'ellipsoid'
    plan.table = { belowMm: 10, widthMm: 600, depthMm: 500, reflectance: 0.3 }
    const faces = [
      { kind: 'rectangle', widthMm: 200, heightMm: 150 },
      { kind: 'disc', diameterMm: 45 },
      { kind: 'ring', innerMm: 64, outerMm: 92 }
    ] as const
    plan.lights = LIGHT_IDS.slice(0, lights).map((id, i) =>
      testLight({
        id,
        role: i ? 'other' : 'key',
        strobe: testStrobe({ face: faces[i % 3]! }),
        modifiers:
          i === 1 ? [testModifier({ beam: { kind: 'snoot', throatMm: 22, lengthMm: 110 } })] : [],
        at: { distanceMm: 150 + 60 * i, azimuthDeg: -150 + 40 * i, elevationDeg: 10 * i }
      })
    )
    plan.cards = (['card', 'flag'] as const).map((kind, k) => ({
      id: `K${k + 1}`,
      kind,
      on: true,
      widthMm: 100,
      heightMm: 70,
      reflectance: 0.85,
      at: { distanceMm: 90, azimuthDeg: -60 * (k + 1), elevationDeg: 0 },
      aim: { kind: 'place', place: 'focus' }
    }))
    // Nine places follow from subject, camera and key; the rest are the user's own.
    plan.places = Array.from({ length: places - 9 }, (_, k) => ({
      id: `P${k + 1}`,
      name: 'own',
      xMm: 5 * k,
      yMm: 5,
      zMm: 5,
      faces: 'lens' as const,
      reflectance: 0.18
    }))
  })

const set = (): Promise<Figure[]> => {
  const time = (lights: number, places: number, mover = 0): number => {
    const plan = fullSet(lights, places)
    const times: number[] = []
    for (let i = 0; i < 150; i++) {
      // The key has moved, and with it the lit side: nothing of the set's light may be remembered. With another lamp only its own is worked out.
      const moved = {
        ...plan,
        lights: plan.lights.map((light, k) =>
          k !== mover
            ? light
            : { ...light, at: { ...light.at, azimuthDeg: light.at.azimuthDeg + i * 0.01 } }
        )
      }
      const began = performance.now()
      evaluate(moved)
      times.push(performance.now() - began)
    }
    return median(times.slice(50))
  }
  time(6, 12)
  const row = (key: string, lights: number, places: number, aim = ''): Figure => ({
    key,
    value: Number(time(lights, places).toFixed(2)),
    aim,
    about: `${lights} lights × ${places} places, occlusion and one bounce, the key moved, median of 100 in Node`
  })
  return Promise.resolve([
    row('set.evaluateMs', 6, 12, '≤ 4'),
    {
      key: 'set.evaluateMovedMs',
      value: Number(time(6, 12, 2).toFixed(2)),
      aim: '',
      about: 'the same with a lamp moved that is not the key: the others are remembered'
    },
    row('set.evaluateMs1Light', 1, 12),
    row('set.evaluateMs3Lights', 3, 12),
    row('set.evaluateMs8Lights', 8, 12),
    row('set.evaluateMs9Places', 6, 9),
    row('set.evaluateMs17Places', 6, 17)
  ])
}

/** Lights on thirds dials, three of them with goals of their own, over every mark of the camera; above sync and a filter allowed. */
const manyLights = (count: number): Plan =>
  testPlan((plan) => {
    plan.subject.shape = 'ellipsoid'
    const roles = ['key', 'fill', 'rim', 'other', 'other', 'other', 'other', 'other'] as const
    plan.lights = LIGHT_IDS.slice(0, count).map((id, i) =>
      testLight({
        id,
        role: roles[i]!,
        strobe: testStrobe({ id, face: { kind: 'rectangle', widthMm: 60, heightMm: 40 } }),
        at: {
          distanceMm: 200 + 40 * i,
          azimuthDeg: [40, -50, 150, -120, 80, -80, 120, -150][i]!,
          elevationDeg: 15
        }
      })
    )
    const reading = {
      value: { kind: 'ev' as const, ev: 5 },
      limit: 'exact' as const,
      via: 'incident' as const,
      atMagnification: 1,
      takenAt: null,
      look: null
    }
    plan.ambient = { ...plan.ambient, subject: reading, background: reading }
    plan.goals = {
      ...plan.goals,
      backgroundStops: -5,
      wished: ['depth'],
      places: [
        { place: 'shadow', kind: 'about', stops: -1.5, toleranceStops: 0.5 },
        { place: 'top', kind: 'about', stops: 0.3, toleranceStops: 0.5 }
      ]
    }
    plan.bag = { ndStops: [3], modifiers: [], aboveSync: true, shadeStops: 2 }
  })

const solve = (): Promise<Figure[]> => {
  const time = (
    plan: Plan,
    work: (plan: Plan) => { readonly length: number },
    rounds = 14
  ): number => {
    const times: number[] = []
    for (let i = 0; i < rounds; i++) {
      // A figure has changed: nothing but the set's light may be remembered.
      const asked = {
        ...plan,
        goals: { ...plan.goals, backgroundStops: plan.goals.backgroundStops + i * 1e-4 }
      }
      const began = performance.now()
      if (work(asked).length === 0) throw new Error('nothing found')
      times.push(performance.now() - began)
    }
    return Number(median(times.slice(Math.min(4, rounds - 1))).toFixed(1))
  }
  const plan = manyLights(4)
  const moving = {
    ...plan,
    lights: plan.lights.map((light, i) =>
      i < 2 ? { ...light, reach: { nearMm: 120, farMm: 400 } } : light
    ),
    bag: { ...plan.bag, modifiers: [testModifier()] }
  }
  const stuck = {
    ...plan,
    locks: [
      'settings.shutterStops',
      'settings.apertureStops',
      'settings.isoStops',
      'settings.ndStops'
    ],
    goals: { ...plan.goals, backgroundStops: -14 }
  }
  return Promise.resolve([
    {
      key: 'solve.fourLightsMs',
      value: time(plan, findWays),
      aim: '≤ 100',
      about:
        '4 lights standing still, 22 apertures × 55 shutters × 19 ISOs × 2 filters × 3 shades × their powers, median of 10 in Node'
    },
    {
      key: 'solve.fourLightsMovingMs',
      value: time(moving, findWays),
      aim: '',
      about:
        'the same with two lights at up to 5 distances each and a modifier on or off: 19 sets, their light worked out anew'
    },
    {
      key: 'solve.eightLightsMs',
      value: time(manyLights(8), findWays, 3),
      aim: '',
      about: 'eight lights standing still; not exact past four'
    },
    {
      key: 'solve.nothingFitsMs',
      value: time(stuck, relaxations),
      aim: '',
      about: 'the smallest relaxations where nothing fits'
    }
  ])
}

const withServer = async <T>(work: (server: RunningServer) => Promise<T>): Promise<T> => {
  const server = await startServer()
  try {
    return await work(server)
  } finally {
    await server.stop()
  }
}

/** From the key's own time stamp until the changed verdict stands in the page and is laid out. */
const client = (): Promise<Figure[]> =>
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
const dragged = (): Promise<Figure[]> =>
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
        about: `frame time while a light is dragged, 4 lights × 12 places, 95th percentile of ${times.length}`
      },
      {
        key: 'set.dragFrameMedianMs',
        value: Number(median(times).toFixed(2)),
        aim: '',
        about: 'the same, median'
      }
    ]
  })

/** `npm start`'s script with everything installed, built and a database there, until it prints its address. */
const start = (): Promise<Figure[]> =>
  withServer(async (server) => {
    const once = () =>
      new Promise<number>((resolve, reject) => {
        const began = performance.now()
        const child = spawn(process.execPath, ['scripts/start.mjs'], {
          env: { ...process.env, PORT: '0', DATA_DIR: server.dataDir },
          stdio: ['ignore', 'pipe', 'inherit']
        })
        child.stdout.on('data', (chunk: Buffer) => {
          if (!chunk.toString().includes('ready')) return
          resolve((performance.now() - began) / 1000)
          child.kill()
        })
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

const home = (): Promise<Figure[]> =>
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

const PARTS: Record<string, () => Promise<Figure[]>> = {
  ledger,
  set,
  solve,
  client,
  dragged,
  start,
  home
}

const args = process.argv.slice(2)
const asJson = args.includes('--json')
const names = args.filter((arg) => !arg.startsWith('--'))
const unknown = names.find((name) => !(name in PARTS))
if (unknown) {
  console.error(`no part ${unknown}; parts: ${Object.keys(PARTS).join(', ')}`)
  process.exit(1)
}
const figures: Figure[] = []
for (const name of names.length ? names : Object.keys(PARTS))
  figures.push(...(await PARTS[name]!()))
if (asJson)
  console.log(JSON.stringify(Object.fromEntries(figures.map(({ key, value }) => [key, value]))))
else {
  const width = Math.max(...figures.map(({ key }) => key.length))
  for (const { key, value, aim, about } of figures)
    console.log(`${key.padEnd(width)}  ${String(value).padStart(10)}  ${aim.padEnd(8)}  ${about}`)
}
