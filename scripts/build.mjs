// Builds the server and the interface where their sources have changed since; by itself, both in any case.
import { createHash } from 'node:crypto'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { root, run } from './run.mjs'

const shared = ['contracts/src', 'core/src', 'package-lock.json']
const builds = {
  server: {
    from: [...shared, 'solver/src', 'server/src', 'cli/src', 'scripts/buildServer.mjs'],
    stamp: 'server/dist/.built',
    make: buildServer,
  },
  interface: {
    from: [...shared, 'web/src', 'web/public', 'web/index.html', 'web/vite.config.ts'],
    stamp: 'web/dist/.built',
    make: () => run('npm', ['run', '-s', 'build', '-w', 'web'], { stdio: ['ignore', 2, 2] }),
  },
}

async function buildServer() {
  const { build } = await import('./buildServer.mjs') // which needs packages that may not be installed yet
  await build()
}

function files(path) {
  if (!statSync(path).isDirectory()) return [path]
  const inside = readdirSync(path, { recursive: true, withFileTypes: true })
  return inside.filter((entry) => entry.isFile()).map((entry) => join(entry.parentPath, entry.name))
}

/** A hash of everything a build is made of; null where only what is built is there. */
function sourcesOf({ from }) {
  const paths = from.map((path) => join(root, path))
  if (!paths.every(existsSync)) return null
  const hash = createHash('sha256')
  for (const file of paths.flatMap(files).sort()) hash.update(file.slice(root.length)).update(readFileSync(file))
  return hash.digest('hex')
}

/** Whether a build is there and its sources have not changed since. */
export function isBuilt(name) {
  const stamp = join(root, builds[name].stamp)
  if (!existsSync(stamp)) return false
  const sources = sourcesOf(builds[name])
  return sources === null || sources === readFileSync(stamp, 'utf8')
}

/** Builds what is not built; what is said on the way goes to standard error. */
export async function build(names = Object.keys(builds), always = false) {
  for (const name of names) {
    if (!always && isBuilt(name)) continue
    await builds[name].make()
    writeFileSync(join(root, builds[name].stamp), sourcesOf(builds[name]))
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await build(undefined, true)
