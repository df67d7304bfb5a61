/** Finds a Chromium by name; installs Debian's package where that is possible. */
import { execFileSync } from 'node:child_process'

const NAMES = ['chromium', 'chromium-browser', 'google-chrome-stable', 'google-chrome']

export const findChromium = () => {
  if (process.env.CHROMIUM_PATH) return process.env.CHROMIUM_PATH
  for (const name of NAMES) {
    try {
      return execFileSync('sh', ['-c', `command -v ${name}`], { encoding: 'utf8' }).trim()
    } catch {
      // not that one
    }
  }
  return null
}

export const needChromium = () => {
  const found = findChromium()
  if (found) return found
  console.log('Chromium is not here; installing Debian’s package …')
  try {
    const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n']
    const apt = (...args) => {
      const [command, ...rest] = [...sudo, 'apt-get', ...args]
      execFileSync(command, rest, {
        stdio: ['ignore', 'ignore', 'inherit'],
        env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
      })
    }
    apt('update')
    apt('install', '-y', '--no-install-recommends', 'chromium')
  } catch {
    // said below
  }
  return findChromium()
}
