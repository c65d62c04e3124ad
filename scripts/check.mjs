// Everything that has to hold before a change lands; CI runs this too.
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { install } from './install.mjs'
import { root, run, runTogether, step } from './run.mjs'

/** Debian's Chromium drives the interface; it is installed where it is missing and we may. */
function browser() {
  if (existsSync('/usr/bin/chromium')) return
  if (process.getuid?.() !== 0) {
    console.error('Chromium is missing. Install it with: sudo apt-get install chromium')
    process.exit(1)
  }
  run('apt-get', ['update', '-qq'])
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], { env: { DEBIAN_FRONTEND: 'noninteractive' } })
}

/** Passed and failed tests of a runner's JSON report. */
function counts(file, read) {
  return read(JSON.parse(readFileSync(join(root, file), 'utf8')))
}

await step('Install', install)
await step('Browser', browser)
// each keeps one processor busy
await step('Lint and types', () =>
  runTogether([
    ['npm', 'run', '-s', 'lint'],
    ['npm', 'run', '-s', 'types'],
  ]),
)
// side by side: run together, every file of the interface would load its libraries anew
const units = ['node', 'web']
await step('Unit tests', () =>
  runTogether(
    units.map((project) => [
      'npx',
      ...['vitest', 'run', '--project', project],
      ...['--reporter=default', '--reporter=json', `--outputFile.json=test-results/unit-${project}.json`],
    ]),
  ),
)
await step('Build', () => run('npm', ['run', '-s', 'build']))
await step('Interface in Chromium', () =>
  runTogether([
    // two chains of about the same length
    ['sh', '-c', 'npm run -s e2e:day && npm run -s e2e:live'],
    ['sh', '-c', 'npm run -s e2e:shelf && npm run -s e2e:lost'],
  ]),
)

const unit = units.map((project) =>
  counts(`test-results/unit-${project}.json`, (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests })),
)
const driven = ['day', 'shelf', 'live', 'lost'].map((part) =>
  counts(`test-results/e2e-${part}.json`, (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected })),
)
const all = [...unit, ...driven].reduce((a, b) => ({ passed: a.passed + b.passed, failed: a.failed + b.failed }))
console.log(`\n${all.passed} passed, ${all.failed} failed`)
