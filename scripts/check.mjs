// Everything that must pass before a change lands; CI runs this too.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { browser, installed, packages } from './install.mjs'
import { root, runBeside, step } from './run.mjs'

/** Passed and failed tests of a runner's JSON report. */
const counts = (file, read) => read(JSON.parse(readFileSync(join(root, 'test-results', file), 'utf8')))

const npm = (name) => ({ name, command: 'npm', args: ['run', '-s', name] })
// in one run, every file of the interface would load its libraries again
const units = ['core', 'server', 'web']
const unit = (project) => ({
  name: `unit tests, ${project}`,
  command: 'npx',
  args: [
    ...['vitest', 'run', '--project', project],
    ...['--reporter=default', '--reporter=json', `--outputFile.json=test-results/unit-${project}.json`],
  ],
})
const parts = ['library', 'day', 'live', 'lost', 'timetable']

await step('Install', () => runBeside([...packages(), ...browser()]))
installed()
const [core, server, web] = units.map(unit)
const served = { after: ['build'] }
// the quickest to fail come first, then the interface's parts, the longest first
await step('Lint, types, unit tests, and the interface in Chromium', () =>
  runBeside([
    ...[npm('build'), npm('types'), web, npm('lint')],
    { ...npm('budget'), ...served },
    ...[core, server],
    ...parts.map((part) => ({ ...npm(`e2e:${part}`), ...served })),
  ]),
)

const all = [
  ...units.map((project) => counts(`unit-${project}.json`, (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests }))),
  ...parts.map((part) => counts(`e2e-${part}.json`, (r) => ({ passed: r.stats.expected, failed: r.stats.unexpected }))),
].reduce((a, b) => ({ passed: a.passed + b.passed, failed: a.failed + b.failed }))
console.log(`\n${all.passed} passed, ${all.failed} failed`)
