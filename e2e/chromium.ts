/** How Chromium is started here: found by name, headless, no calls home. */
import { findChromium } from '../scripts/chromium.mjs'

export const LAUNCH = {
  executablePath: findChromium() ?? undefined,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync'
  ]
}
