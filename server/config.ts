/** Settings from the environment, checked once at the start. */
import { resolve } from 'node:path'
import { z } from 'zod'

const envSchema = z.object({
  PORT: z.coerce.number().int().min(0).max(65535).default(4617),
  HOST: z.string().min(1).default('127.0.0.1'),
  DATA_DIR: z.string().min(1).default('data'),
  FINE_SPARK_ROOT: z.string().min(1).default(process.cwd()),
  LOG_LEVEL: z.enum(['silent', 'error', 'warn', 'info', 'debug']).default('warn')
})

export interface Config {
  readonly port: number
  readonly host: string
  readonly dataDir: string
  readonly clientDir: string
  readonly logLevel: string
}

/** @throws Error with one clear line per wrong setting */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const parsed = envSchema.safeParse(env)
  if (!parsed.success)
    throw new Error(
      parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n')
    )
  const { PORT, HOST, DATA_DIR, FINE_SPARK_ROOT, LOG_LEVEL } = parsed.data
  return {
    port: PORT,
    host: HOST,
    dataDir: resolve(FINE_SPARK_ROOT, DATA_DIR),
    clientDir: resolve(FINE_SPARK_ROOT, 'dist/client'),
    logLevel: LOG_LEVEL
  }
}
