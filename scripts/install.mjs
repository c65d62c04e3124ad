// Installs what the lockfile names, once for every lockfile.
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root, runBeside } from './run.mjs'

const stamp = join(root, 'node_modules', '.installed')

const lockfile = () =>
  createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.version)
    .digest('hex')

/** The jobs that install Debian's Chromium, where it is missing and we may. */
export function browser() {
  if (existsSync('/usr/bin/chromium-headless-shell')) return []
  if (process.getuid?.() !== 0) {
    console.error('Chromium is missing. Install it with: sudo apt-get install chromium-headless-shell')
    process.exit(1)
  }
  const install = 'apt-get update -qq && apt-get install -y -qq --no-install-recommends chromium-headless-shell'
  return [{ name: 'Chromium', command: 'sh', args: ['-c', install], env: { DEBIAN_FRONTEND: 'noninteractive' } }]
}

/** The jobs that install packages, where they are not as the lockfile says; the database is compiled by itself. */
export function packages() {
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lockfile()) return []
  return [{ name: 'packages', command: 'npm', args: ['ci', '--ignore-scripts', '--no-audit', '--no-fund'] }]
}

/** The jobs that compile the database from source, where it is not: no binary is fetched from anywhere but the registry. */
export function database() {
  if (existsSync(join(root, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node'))) return []
  const env = { npm_config_build_from_source: 'true', npm_config_jobs: 'max' }
  return [{ name: 'database', command: 'npm', args: ['rebuild', 'better-sqlite3'], env }]
}

/** Records what is installed, once all of it is. */
export const installed = () => writeFileSync(stamp, lockfile())

export async function install() {
  if (packages().length > 0) console.log('Installing packages; the database is compiled here, which takes a minute or two …')
  await runBeside(packages())
  await runBeside(database())
  installed()
}
