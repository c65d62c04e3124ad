// The server and its commands as plain JavaScript, which runs with the packages in `dependencies` alone.
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build as bundle } from 'esbuild'
import { root } from './run.mjs'

const entries = {
  main: 'server/src/main.ts',
  backup: 'server/src/backupMain.ts',
  seed: 'server/src/demo/seedMain.ts',
  ochote: 'cli/src/main.ts',
  computeWorker: 'server/src/solutions/computeTasks.ts',
  solveTask: 'server/src/timetables/solveTask.ts',
}

/** Packages that are not ours: they are found where they are installed. */
const external = ['server', 'core', 'contracts', 'solver', 'cli'].flatMap((name) => {
  const { dependencies = {} } = JSON.parse(readFileSync(join(root, name, 'package.json'), 'utf8'))
  return Object.keys(dependencies).filter((dependency) => !dependency.startsWith('@ochote/'))
})

/** Builds the server and its commands, or some of them, into a folder that is emptied first. */
export async function build(outdir = join(root, 'server/dist'), names = Object.keys(entries)) {
  rmSync(outdir, { recursive: true, force: true })
  await bundle({
    absWorkingDir: root,
    entryPoints: names.map((out) => ({ in: join(root, entries[out]), out })),
    outdir,
    external: external.flatMap((name) => [name, `${name}/*`]),
    ...{ bundle: true, splitting: true, format: 'esm', platform: 'node', target: 'node20', sourcemap: true },
    outExtension: { '.js': '.mjs' },
    logLevel: 'warning',
  })
}
