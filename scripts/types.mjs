// Type-checks every package with its own rules; core, and contracts with it, also without Node's or the browser's types. What has the
// same rules is checked together: core with contracts, server with cli, scripts with e2e.
import { run } from './run.mjs'

const projects = ['core', 'core/tsconfig.pure.json', 'server', 'web', 'tsconfig.json']
// the compiler's native build, several times as fast; what lints needs the older one beside it
for (const project of projects) run('node_modules/typescript-native/bin/tsc', ['-p', project])
