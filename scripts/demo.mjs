// Everything from a fresh clone to a running demonstration.
import { install } from './install.mjs'
import { run, step } from './run.mjs'

step('Install', install)
step('Build', () => run('npm', ['run', '-s', 'build']))
step('Demonstration data', () => run('npm', ['run', '-s', 'seed']))
console.log('\n== Start (Ctrl+C stops)')
run('npx', ['tsx', 'server/src/main.ts'])
