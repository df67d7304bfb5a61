/** Takes away the demo data that the tests of a run shared. */
import { rmSync } from 'node:fs'

export default () => rmSync(process.env.FINE_SPARK_TEST_DEMO, { recursive: true, force: true })
