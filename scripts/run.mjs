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

/**
 * Runs the server until it ends or this process is told to stop, which tells the server.
 * @param args - of Node: the built server
 */
export function serve(args = ['--enable-source-maps', 'server/dist/main.mjs']) {
  const server = spawn(process.execPath, args, { cwd: root, stdio: 'inherit' })
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => server.kill(signal))
  server.on('exit', (status, signal) => process.exit(status ?? (signal ? 1 : 0)))
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
 * @param jobs - `{ name, command, args, env, after }`, in the order in which they are begun; one waits for those named in `after`
 */
export async function runBeside(jobs) {
  const left = [...jobs]
  const underWay = new Map()
  const unfinished = new Set(jobs.map((job) => job.name))
  let failed = 0
  const begin = async ({ name, command, args, env }) => {
    const started = Date.now()
    const { status, said } = await apart(command, args, env)
    console.log(`\n-- ${name}`)
    process.stdout.write(said)
    console.log(`-- ${name}: ${status === 0 ? '' : 'FAILED after '}${seconds(started)}`)
    failed ||= status
    underWay.delete(name)
    unfinished.delete(name)
  }
  for (;;) {
    while (failed === 0 && underWay.size < availableParallelism()) {
      const next = left.findIndex((job) => !(job.after ?? []).some((name) => unfinished.has(name)))
      if (next < 0) break
      const [job] = left.splice(next, 1)
      underWay.set(job.name, begin(job))
    }
    if (underWay.size === 0) break
    await Promise.race(underWay.values())
  }
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
