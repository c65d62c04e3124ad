// Fails where the built interface has grown past what a phone should load first, or keeps the kits that logging never needs.
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { root } from './run.mjs'

const FIRST_LOAD_KB = 225
const PRECACHE_KB = 2400
/** Words that only the charts and the PDF kit have in them. */
const kits = { 'the charts': 'echarts_instance_', 'the PDF kit': 'FlateDecode' }

const dist = join(root, 'web/dist')
const text = (file) => readFileSync(join(dist, file), 'utf8')
const kilobytes = (files, size) => files.reduce((sum, file) => sum + size(readFileSync(join(dist, file))), 0) / 1000

const first = [...text('index.html').matchAll(/(?:src|href)="\/(assets\/[^"]+)"/g)].map((m) => m[1])
const kept = [...text('sw.js').matchAll(/url:\s*"([^"]+)"/g)].map((m) => m[1])
const firstKb = kilobytes(first, (bytes) => gzipSync(bytes, { level: 9 }).length)
const keptKb = kilobytes(kept, (bytes) => bytes.length)
console.log(`First load: ${firstKb.toFixed(1)} kB compressed in ${first.length} files (at most ${FIRST_LOAD_KB})`)
console.log(`Kept on the device: ${keptKb.toFixed(0)} kB in ${kept.length} files (at most ${PRECACHE_KB})`)

const problems = []
if (first.length === 0 || kept.length === 0) problems.push('web/dist names no files: run npm run build first')
if (firstKb > FIRST_LOAD_KB) problems.push(`The first load is ${firstKb.toFixed(1)} kB, more than ${FIRST_LOAD_KB} kB`)
if (keptKb > PRECACHE_KB) problems.push(`The device keeps ${keptKb.toFixed(1)} kB, more than ${PRECACHE_KB} kB`)
for (const [kit, mark] of Object.entries(kits)) {
  const files = readdirSync(join(dist, 'assets')).filter((f) => f.endsWith('.js') && text(`assets/${f}`).includes(mark))
  if (files.length === 0) problems.push(`${kit} cannot be found in web/dist by "${mark}"`)
  for (const file of files.map((f) => `assets/${f}`)) {
    if (first.includes(file)) problems.push(`The first load brings ${kit}: ${file}`)
    if (kept.includes(file)) problems.push(`The device keeps ${kit} before it is asked for: ${file}`)
  }
}
for (const problem of problems) console.error(problem)
process.exit(problems.length > 0 ? 1 : 0)
