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

/** Debian's Chromium, where it is missing and we may install it. */
function browser() {
  if (existsSync('/usr/bin/chromium')) return []
  if (process.getuid?.() !== 0) {
    console.error('Chromium is missing. Install it with: sudo apt-get install chromium')
    process.exit(1)
  }
  const install = 'apt-get update -qq && apt-get install -y -qq --no-install-recommends chromium'
  return [{ name: 'Chromium', command: 'sh', args: ['-c', install], env: { DEBIAN_FRONTEND: 'noninteractive' } }]
}

function packages() {
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lockfile()) return []
  console.log('Installing packages; the database is compiled here, which takes a minute or two …')
  // better-sqlite3 is built from source: no binary is fetched from anywhere but the registry
  const env = { npm_config_build_from_source: 'true', npm_config_jobs: 'max' }
  return [{ name: 'Packages', command: 'npm', args: ['ci', '--no-audit', '--no-fund'], env }]
}

/** @param drive - also what drives the interface */
export async function install({ drive = false } = {}) {
  const missing = packages()
  await runBeside([...missing, ...(drive ? browser() : [])])
  if (missing.length > 0) writeFileSync(stamp, lockfile())
}
