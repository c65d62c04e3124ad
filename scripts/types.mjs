// Type-checks every package with its own rules.
import { run } from './run.mjs'

for (const project of ['contracts', 'core', 'cli', 'server', 'web', 'e2e', 'tsconfig.tests.json']) run('npx', ['tsc', '-p', project])
