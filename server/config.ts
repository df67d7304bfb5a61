/** Settings from the environment, checked once at the start. */
import { resolve } from 'node:path'
import { z } from 'zod'

/** A whole number as text; an empty setting is a mistake, not 0. */
const whole = (least: number, most: number, otherwise: number) =>
  z
    .string()
    .regex(/^\d{1,9}$/, `a whole number from ${least} to ${most} is needed`)
    .transform(Number)
    .pipe(z.number().min(least).max(most))
    .default(otherwise)

const envSchema = z.object({
  PORT: whole(0, 65535, 4617),
  HOST: z.string().trim().min(1, 'an address is needed, such as 127.0.0.1').default('127.0.0.1'),
  DATA_DIR: z.string().trim().min(1, 'a folder is needed').default('data'),
  FINE_SPARK_ROOT: z.string().min(1).default(process.cwd()),
  KEEP_FREE_MB: whole(0, 100_000, 64),
  STUDIO_WIDTH: whole(60, 4000, 960),
  LOG_LEVEL: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('warn')
})

export interface Config {
  readonly port: number
  readonly host: string
  readonly dataDir: string
  readonly clientDir: string
  /** the built simulated studio */
  readonly simulatorFile: string
  /** of a simulated studio's frames, pixels */
  readonly studioWidth: number
  /** room on the disk that pictures may not take, bytes */
  readonly keepFreeBytes: number
  readonly logLevel: string
}

/** @throws Error with one clear line per wrong setting */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const parsed = envSchema.safeParse(env)
  if (!parsed.success)
    throw new Error(
      parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n')
    )
  const { PORT, HOST, DATA_DIR, FINE_SPARK_ROOT, KEEP_FREE_MB, STUDIO_WIDTH, LOG_LEVEL } =
    parsed.data
  return {
    port: PORT,
    host: HOST,
    dataDir: resolve(FINE_SPARK_ROOT, DATA_DIR),
    clientDir: resolve(FINE_SPARK_ROOT, 'dist/client'),
    simulatorFile: resolve(FINE_SPARK_ROOT, 'dist/simulator.mjs'),
    keepFreeBytes: KEEP_FREE_MB * 2 ** 20,
    studioWidth: STUDIO_WIDTH,
    logLevel: LOG_LEVEL
  }
}
