// Type-checks every package with its own rules; contracts and core also without Node's or the browser's types.
import { run } from './run.mjs'

const projects = [
  'contracts',
  'contracts/tsconfig.pure.json',
  'core',
  'core/tsconfig.pure.json',
  'cli',
  'server',
  'web',
  'e2e',
  'tsconfig.json',
]
for (const project of projects) run('npx', ['tsc', '-p', project])
