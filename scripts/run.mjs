// Runs commands for the other scripts, with Node's built-ins only: nothing is installed yet when they start.
import { spawnSync } from 'node:child_process'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..')

/** Runs a command in the project's folder and ends this process with its code where it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options, env: { ...process.env, ...options.env } })
  if (error) console.error(`${command}: ${error.message}`)
  if (status !== 0) process.exit(status ?? 1)
}

/** A step with its name and its time. */
export function step(name, work) {
  const started = Date.now()
  console.log(`\n== ${name}`)
  work()
  console.log(`== ${name}: ${((Date.now() - started) / 1000).toFixed(1)} s`)
}
