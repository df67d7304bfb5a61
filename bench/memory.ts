/** How much memory the browser's pages take at most while something is done, by the system's count. */
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import type { Browser } from '@playwright/test'

/** A field of /proc/<pid>/status, MB. */
const field = (pid: number, name: string): number =>
  Number(
    new RegExp(`${name}:\\s+(\\d+) kB`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]
  ) / 1024

async function renderers(browser: Browser): Promise<number[]> {
  const session = await browser.newBrowserCDPSession()
  const { processInfo } = await session.send('SystemInfo.getProcessInfo')
  await session.detach()
  const there = new Set(readdirSync('/proc'))
  return processInfo
    .filter(({ type, id }) => type === 'renderer' && there.has(String(id)))
    .map(({ id }) => id)
}

export interface Peak {
  /** MB above what was taken before */
  readonly above: number
  /** MB in all */
  readonly whole: number
}

/** @param act what is done meanwhile; the process that grows most counts */
export async function peakOf(browser: Browser, act: () => Promise<unknown>): Promise<Peak> {
  const pids = await renderers(browser)
  const before = new Map(pids.map((pid) => [pid, field(pid, 'VmRSS')]))
  // 5: the peak is counted anew from here (proc(5)).
  for (const pid of pids) writeFileSync(`/proc/${pid}/clear_refs`, '5')
  await act()
  const peaks = pids.map((pid): Peak => {
    const whole = field(pid, 'VmHWM')
    return { whole, above: whole - before.get(pid)! }
  })
  return peaks.reduce((most, each) => (each.above > most.above ? each : most))
}
