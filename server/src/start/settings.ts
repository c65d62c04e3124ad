import { z } from 'zod'
import { StartProblem } from '../startProblem'

/** What a person can set before the server starts. */
export interface Settings {
  readonly port: number
  readonly host: string
  readonly dataDir: string
  readonly logLevel: string
  readonly tls: { readonly cert: string; readonly key: string } | null
  /** names under which the server is asked for, besides the machine's own */
  readonly names: readonly string[]
  /** what a device has to know before it may read or write anything; null where this machine alone reaches the server */
  readonly pin: string | null
}

const LOG_LEVELS = ['trace', 'debug', 'info', 'warn', 'error', 'fatal', 'silent'] as const
const LOOPBACK = /^(localhost|127(\.\d+){3}|::1)$/

export const isLoopback = (host: string): boolean => LOOPBACK.test(host)

const envSchema = z.object({
  OCHOTE_PORT: z.coerce
    .number('a whole number from 0 to 65535')
    .int('a whole number from 0 to 65535')
    .min(0, 'a whole number from 0 to 65535')
    .max(65535, 'a whole number from 0 to 65535')
    .default(4600),
  OCHOTE_HOST: z.string().default('127.0.0.1'),
  OCHOTE_DATA: z.string().default('data'),
  OCHOTE_LOG: z.enum(LOG_LEVELS, `one of ${LOG_LEVELS.join(', ')}`).default('warn'),
  OCHOTE_TLS_CERT: z.string().optional(),
  OCHOTE_TLS_KEY: z.string().optional(),
  OCHOTE_NAMES: z
    .string()
    .default('')
    .transform((text) => text.split(/[\s,]+/).filter((name) => name !== '')),
  OCHOTE_PIN: z
    .string()
    .regex(/^\d{6,12}$/, '6 to 12 digits')
    .optional(),
})

/**
 * Reads the settings from the environment. An empty one means its default.
 * @throws StartProblem that names the setting, the value found and the value expected
 */
export function readSettings(environment: NodeJS.ProcessEnv): Settings {
  const given = Object.fromEntries(Object.entries(environment).filter(([, value]) => value !== undefined && value.trim() !== ''))
  const read = envSchema.safeParse(given)
  if (!read.success) {
    const issues = read.error.issues.map((i) => {
      const name = String(i.path[0])
      return `${name}: found ${name === 'OCHOTE_PIN' ? 'something else' : given[name]}, expected ${i.message}`
    })
    throw new StartProblem(issues.join('\n'))
  }
  const env = read.data
  const { OCHOTE_TLS_CERT: cert, OCHOTE_TLS_KEY: key } = env
  if ((cert === undefined) !== (key === undefined))
    throw new StartProblem('OCHOTE_TLS_CERT and OCHOTE_TLS_KEY: found one, expected both or none')
  if (!isLoopback(env.OCHOTE_HOST) && env.OCHOTE_PIN === undefined)
    throw new StartProblem(
      `OCHOTE_PIN: found nothing, expected 6 to 12 digits, since OCHOTE_HOST is ${env.OCHOTE_HOST}.\nOther devices could reach Ochote there, and read and change everything. Choose a PIN for the school; each device asks for it once.`,
    )
  return {
    port: env.OCHOTE_PORT,
    host: env.OCHOTE_HOST,
    dataDir: env.OCHOTE_DATA,
    logLevel: env.OCHOTE_LOG,
    tls: cert !== undefined && key !== undefined ? { cert, key } : null,
    names: env.OCHOTE_NAMES,
    pin: env.OCHOTE_PIN ?? null,
  }
}
