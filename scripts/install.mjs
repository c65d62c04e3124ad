// Installs what the lockfile names, once for every lockfile.
import { createHash } from 'node:crypto'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root, run } from './run.mjs'

const stamp = join(root, 'node_modules', '.installed')

export function install() {
  const wanted = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.version)
    .digest('hex')
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  console.log('Installing packages; the database is compiled here, which takes a minute or two …')
  // better-sqlite3 is built from source: no binary is fetched from anywhere but the registry
  run('npm', ['ci', '--no-audit', '--no-fund'], { env: { npm_config_build_from_source: 'true' } })
  writeFileSync(stamp, wanted)
}
