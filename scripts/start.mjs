// Starts what is built; builds it where it is not.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { install } from './install.mjs'
import { root, run, serve } from './run.mjs'

install()
if (!existsSync(join(root, 'web/dist/index.html'))) run('npm', ['run', '-s', 'build'])
serve()
