// Runs one of the server's commands, built: `node scripts/built.mjs backup …`.
import { build } from './build.mjs'
import { run } from './run.mjs'

const [name, ...args] = process.argv.slice(2)
await build(['server'])
run(process.execPath, ['--enable-source-maps', `server/dist/${name}.mjs`, ...args])
