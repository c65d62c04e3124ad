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

/** The jobs that install packages, where they are not as the lockfile says. Packages run nothing of theirs. */
export function packages() {
  // those that only development needs may have been taken away since
  const isWhole = existsSync(join(root, 'node_modules/vitest'))
  if (isWhole && existsSync(stamp) && readFileSync(stamp, 'utf8') === lockfile()) return []
  return [{ name: 'packages', command: 'npm', args: ['ci', '--ignore-scripts', '--no-audit', '--no-fund'] }]
}

/** Records what is installed, once all of it is. */
export const installed = () => writeFileSync(stamp, lockfile())

export async function install() {
  if (packages().length > 0) console.log('Installing packages …')
  await runBeside(packages())
  installed()
}
