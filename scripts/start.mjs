// Starts what is built; builds it where it is not, or is not of these sources.
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { build, isBuilt } from './build.mjs'
import { install } from './install.mjs'
import { root, run, serve } from './run.mjs'

/** Whether every package is there that the built server runs with. */
const canRun = () =>
  ['server', 'core', 'contracts'].every((name) => {
    const { dependencies } = JSON.parse(readFileSync(join(root, name, 'package.json'), 'utf8'))
    return Object.keys(dependencies).every((dependency) => existsSync(join(root, 'node_modules', dependency)))
  })

if (!isBuilt('server') || !isBuilt('interface')) {
  await install()
  await build()
} else if (!canRun()) {
  console.log('Installing packages …')
  run('npm', ['ci', '--omit=dev', '--ignore-scripts', '--no-audit', '--no-fund'])
}
serve()
