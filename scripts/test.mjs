/** Everything that must hold: lint, types, unit tests, interface tests. Installs what is missing first. */
import { build } from './build.mjs'
import { needChromium } from './chromium.mjs'
import { install, run } from './install.mjs'

install()
run('npm', ['run', '-s', 'lint'])
run('npm', ['run', '-s', 'types'])
await build()
run('npm', ['run', '-s', 'unit'])
const chromium = needChromium()
if (!chromium) {
  console.error(
    'The interface tests need Chromium, which is not on this machine and could not be installed: install Debian’s package “chromium” or set CHROMIUM_PATH.'
  )
  process.exit(1)
}
run('npx', ['playwright', 'test'], { CHROMIUM_PATH: chromium })
