// Everything from a fresh clone to a running demonstration.
import { build } from './build.mjs'
import { install } from './install.mjs'
import { run, serve, step } from './run.mjs'

await step('Install', install)
await step('Build', () => build())
await step('Demonstration data', () => run(process.execPath, ['server/dist/seed.mjs']))
console.log('\n== Start (Ctrl+C stops)')
serve()
