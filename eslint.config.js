import js from '@eslint/js'
import tseslint from 'typescript-eslint'

// What needs types, or follows the state of components, is checked by oxlint (.oxlintrc.json), in a fifth of the time.

/** One direction of imports: what a folder may not import, each with the reason. */
const ban = (patterns) => ({ '@typescript-eslint/no-restricted-imports': ['error', { patterns }] })
const not = (group, message, allowTypeImports = false) => ({ group, message, allowTypeImports })

const node = not(['node:*'], 'No I/O here.')
const interfaceCode = not(
  ['react', 'react-dom', 'react-dom/*', 'react-router', '@mui/*', '@tanstack/*', 'echarts', 'echarts/*', 'd3-*'],
  'No interface code here.',
)
const serverCode = not(
  ['express', 'knex', 'libsql', 'helmet', 'pino', 'pino-http', 'compression', '@ochote/server'],
  'No server code here.',
)
const simulator = not(
  ['@ochote/core/simulator', '**/simulator/**'],
  'Only tests, the demonstration and the simulated logger import the simulated driver.',
)
const contractsAtRunTime = not(['@ochote/contracts'], 'Only the file readers use the schemas at run time; import types elsewhere.', true)

/** Folders of the core, each with those it may import: one way, from what is measured to what is made of it. */
const below = ['outcome', 'geometry', 'vehicle', 'speed', 'line', 'corners']
const upTo = (folder) => below.slice(0, below.indexOf(folder) + 1)
const planned = [...below, 'cones', 'runOff', 'whatIf', 'plan']
const coreImports = {
  outcome: [],
  random: [],
  spacing: ['outcome', 'random'],
  timetable: ['random'],
  geometry: ['outcome'],
  circuitChecks: ['outcome', 'geometry'],
  circuitFromDrives: ['outcome', 'geometry'],
  vehicle: ['outcome'],
  speed: upTo('vehicle'),
  line: upTo('speed'),
  corners: upTo('line'),
  cones: below,
  runOff: below,
  road: [...below, 'runOff'],
  whatIf: below,
  plan: planned,
  faults: ['outcome'],
  stintLog: ['outcome', 'faults'],
  calls: planned,
  brief: [...planned, 'calls', 'faults'],
  telemetry: [...planned, 'faults', 'stintLog'],
  session: [...planned, 'calls', 'faults', 'stintLog'],
  recording: below,
  review: [...planned, 'faults', 'recording'],
  debrief: [...planned, 'faults', 'stintLog', 'recording', 'review'],
  progress: [...planned, 'faults', 'stintLog', 'recording', 'review'],
  schoolRecord: ['faults', 'stintLog', 'progress'],
}
const coreFolders = [...Object.keys(coreImports), 'files', 'simulator']
const serverBans = [interfaceCode, not(['@ochote/web'], 'Web and server meet only over HTTP.')]
// app.ts and repositories.ts hand the open database on
const usesDatabase = [
  ...['server/src/db/**', 'server/src/**/*Repository.ts', 'server/src/events/eventTables.ts', 'server/src/testing/**'],
  ...['server/src/app.ts', 'server/src/repositories.ts'],
]
const simulatedDrives = ['server/src/demo/**', 'server/src/loggers/drivenSamples.ts']

const coreBans = [
  node,
  interfaceCode,
  serverCode,
  contractsAtRunTime,
  not(['zod'], 'Schemas live in contracts.'),
  not(['@ochote/core', '@ochote/web'], 'Inside the core, import the file.'),
]

const webBans = [serverCode, node, simulator]
const webStages = ['today', 'timetable', 'plan', 'brief', 'run', 'debrief', 'group', 'review', 'progress', 'library', 'circuit', 'vehicle']
/** Folders that the stages share. Each may import those before it. */
const webShared = [
  ...[
    'theme',
    'format',
    'caution',
    'undo',
    'forms',
    'charts',
    'cones',
    'api',
    'problem',
    'autosave',
    'records',
    'school',
    'device',
    'telemetry',
    'stintLog',
  ],
  ...['workers', 'shell', 'recordings', 'homework', 'takeHome', 'ribbon', 'trackMap', 'sessionForm', 'stint', 'reading', 'pdf'],
]
const inFolders = (folders) => folders.map((name) => `**/${name}/**`)

const database = not(['knex', 'libsql'], 'Only repositories and the database folder speak to the database.')

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', 'data/**', 'test-results/**'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      // a field is left out by naming it beside the rest
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/consistent-type-imports': 'error',
    },
  },
  { files: ['**/*.mjs', '*.js'], languageOptions: { globals: { console: 'readonly', process: 'readonly' } } },
  {
    files: ['contracts/src/**/*.ts'],
    rules: ban([node, interfaceCode, serverCode, not(['@ochote/*'], 'Contracts import nothing of ours.')]),
  },
  { files: ['core/src/**/*.ts'], ignores: ['**/*.test.ts'], rules: ban([...coreBans, simulator]) },
  { files: ['core/src/files/**/*.ts'], ignores: ['**/*.test.ts'], rules: ban([node, interfaceCode, serverCode, simulator]) },
  { files: ['core/src/simulator/**/*.ts'], rules: ban(coreBans) },
  ...Object.entries(coreImports).map(([folder, allowed]) => ({
    files: [`core/src/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: ban([
      ...coreBans,
      not(
        coreFolders.filter((name) => name !== folder && !allowed.includes(name)).map((name) => `**/${name}/**`),
        `In the core, ${folder} comes before this.`,
      ),
    ]),
  })),
  { files: ['solver/src/**/*.ts'], rules: ban([interfaceCode, serverCode, node, simulator]) },
  { files: ['cli/src/**/*.ts'], rules: ban([interfaceCode, serverCode, simulator]) },
  {
    files: ['server/src/**/*.ts'],
    ignores: ['**/*.test.ts', ...simulatedDrives],
    rules: ban([...serverBans, simulator]),
  },
  {
    files: ['server/src/**/*.ts'],
    ignores: ['**/*.test.ts', ...usesDatabase, ...simulatedDrives],
    rules: ban([...serverBans, simulator, database]),
  },
  { files: simulatedDrives, ignores: ['**/*.test.ts'], rules: ban([...serverBans, database]) },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    rules: ban(webBans),
  },
  ...webShared.map((folder, at) => ({
    files: [`web/src/${folder}/**/*.{ts,tsx}`],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: ban([
      ...webBans,
      not(inFolders(webStages), 'Stages are made of shared folders, never the other way.'),
      ...(at < webShared.length - 1
        ? [not(inFolders(webShared.slice(at + 1)), `Among the shared folders, ${folder} comes before this.`)]
        : []),
    ]),
  })),
  ...webStages.map((stage) => ({
    files: [`web/src/${stage}/**/*.{ts,tsx}`],
    rules: ban([...webBans, not(inFolders(webStages.filter((other) => other !== stage)), 'Stages never import each other.')]),
  })),
)
