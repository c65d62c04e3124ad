// Runs commands for the other scripts, with Node's built-ins only: nothing is installed yet when they start.
import { Buffer } from 'node:buffer'
import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { availableParallelism } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** Runs a command in the project's folder and ends this process with its code where it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options, env: { ...process.env, ...options.env } })
  if (error) console.error(`${command}: ${error.message}`)
  if (status !== 0) process.exit(status ?? 1)
}

/** Runs a command to its end. What it printed is kept back, and shown as a whole beside others that run. */
async function apart(command, args, env) {
  const said = []
  const running = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'], env: { ...process.env, ...env } })
  for (const stream of [running.stdout, running.stderr]) stream.on('data', (piece) => said.push(piece))
  const [status] = await once(running, 'close')
  return { status: status ?? 1, said: Buffer.concat(said) }
}

/**
 * Runs named commands, so many at a time as there are processors, and starts the next as soon as one ends. Where one fails none is
 * started any more, and this process ends with its code once those under way have said what they had to say.
 * @param jobs - `{ name, command, args, env }`, in the order in which they are begun
 */
export async function runBeside(jobs) {
  const left = [...jobs]
  let failed = 0
  const lane = async () => {
    while (left.length > 0 && failed === 0) {
      const { name, command, args, env } = left.shift()
      const started = Date.now()
      const { status, said } = await apart(command, args, env)
      console.log(`\n-- ${name}`)
      process.stdout.write(said)
      console.log(`-- ${name}: ${status === 0 ? '' : 'FAILED after '}${seconds(started)}`)
      failed ||= status
    }
  }
  await Promise.all(Array.from({ length: availableParallelism() }, lane))
  if (failed) process.exit(failed)
}

const seconds = (started) => `${((Date.now() - started) / 1000).toFixed(1)} s`

/** A step with its name and its time. */
export async function step(name, work) {
  const started = Date.now()
  console.log(`\n== ${name}`)
  await work()
  console.log(`== ${name}: ${seconds(started)}`)
}
