// Everything from a fresh clone to a running demonstration.
import { install } from './install.mjs'
import { run, serve, step } from './run.mjs'

await step('Install', install)
await step('Build', () => run('npm', ['run', '-s', 'build']))
await step('Demonstration data', () => run('npm', ['run', '-s', 'seed']))
console.log('\n== Start (Ctrl+C stops)')
serve()
