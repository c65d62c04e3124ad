// Runs commands for the other scripts, with Node's built-ins only: nothing is installed yet when they start.
import { spawn, spawnSync } from 'node:child_process'
import { once } from 'node:events'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** Runs a command in the project's folder and ends this process with its code where it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options, env: { ...process.env, ...options.env } })
  if (error) console.error(`${command}: ${error.message}`)
  if (status !== 0) process.exit(status ?? 1)
}

/** Runs commands side by side and ends this process where one fails, once all have said what they had to say. */
export async function runTogether(commands) {
  const ends = commands.map(([command, ...args]) => once(spawn(command, args, { cwd: root, stdio: 'inherit' }), 'exit'))
  const failed = (await Promise.all(ends)).find(([status]) => status !== 0)
  if (failed) process.exit(failed[0] ?? 1)
}

/** A step with its name and its time. */
export async function step(name, work) {
  const started = Date.now()
  console.log(`\n== ${name}`)
  await work()
  console.log(`== ${name}: ${((Date.now() - started) / 1000).toFixed(1)} s`)
}
