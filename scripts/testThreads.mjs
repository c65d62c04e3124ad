// Builds the thread that computes once for a run of tests: from its source, every thread of every test would compile it again.
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { build } from './buildServer.mjs'
import { root } from './run.mjs'

export default async function setup({ provide }) {
  const cache = join(root, 'node_modules/.cache') // from here the thread finds the installed packages
  mkdirSync(cache, { recursive: true })
  const folder = mkdtempSync(join(cache, 'threads-'))
  await build(folder, ['computeWorker'])
  provide('computeThread', join(folder, 'computeWorker.mjs'))
  return () => rmSync(folder, { recursive: true })
}
