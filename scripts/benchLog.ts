import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { performance } from 'node:perf_hooks'
import { setTimeout as wait } from 'node:timers/promises'
import { Worker } from 'node:worker_threads'
import type { Day, DayView } from '@ochote/contracts'

/**
 * Prints what it takes until the server has acknowledged a log entry, as a ratio to a bare commit of one row on the same disk at the
 * same time: by the length of the stint's log, and for many devices that log once a second each.
 */
const PORT = 4790
const SECONDS = 20
const LENGTHS = [60, 300, 1_000, 3_000]
const DEVICES = [8, 16, 32]

const data = mkdtempSync(join(tmpdir(), 'ochote-bench-'))
const env = { ...process.env, OCHOTE_PORT: String(PORT), OCHOTE_DATA: data }
await once(spawn(process.execPath, ['server/dist/seed.mjs', '2026-10-17'], { env, stdio: 'ignore' }), 'exit')
const server = spawn(process.execPath, ['server/dist/main.mjs'], { env, stdio: ['ignore', 'pipe', 'inherit'] })
await once(server.stdout, 'data')
server.stdout.resume()
const base = `http://127.0.0.1:${PORT}/api`
const get = async <T>(path: string) => (await (await fetch(base + path)).json()) as T
const days = await get<Day[]>('/days')
const day = await get<DayView>(`/days/${days.at(-1)!.id}`)
const stints = day.stints.map(({ stint }) => stint.id)

const entry = (stintId: string) => {
  const deviceTime = new Date().toISOString()
  return { id: randomUUID(), stintId, deviceId: 'bench', deviceTime, kind: 'praise', lap: 1, corner: '4', code: 'smooth' }
}
async function post(stintId: string, entries: object[]): Promise<number> {
  const began = performance.now()
  const headers = { 'content-type': 'application/json' }
  const answer = await fetch(`${base}/stints/${stintId}/log`, { method: 'POST', headers, body: JSON.stringify({ entries }) })
  await answer.json()
  if (!answer.ok) throw new Error(`refused: ${answer.status}`)
  return performance.now() - began
}

/** Commits one row at a time, so often, beside what is measured; synchronous=FULL as in the server. */
const COMMITS = `
  const { parentPort, workerData } = require('node:worker_threads')
  const db = new (require('libsql'))(workerData.file)
  db.pragma('journal_mode = WAL')
  db.pragma('synchronous = FULL')
  db.exec('create table if not exists entries (id text primary key, detail text)')
  const insert = db.prepare('insert into entries values (?, ?)')
  const took = []
  const timer = setInterval(() => {
    const began = performance.now()
    insert.run(crypto.randomUUID(), 'x'.repeat(200))
    took.push(performance.now() - began)
  }, workerData.everyMs)
  parentPort.once('message', () => {
    clearInterval(timer)
    parentPort.postMessage(took)
    db.close()
  })
`
function commitsEvery(everyMs: number): () => Promise<number[]> {
  const worker = new Worker(COMMITS, { eval: true, workerData: { everyMs, file: join(data, 'bare.sqlite') } })
  return async () => {
    worker.postMessage('stop')
    const [took] = (await once(worker, 'message')) as [number[]]
    await once(worker, 'exit')
    return took
  }
}

const percentile = (values: readonly number[], share: number): number =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))]!
function row(what: string, took: readonly number[], bare: readonly number[]): string {
  const columns = [0.5, 0.95, 0.99].map((share) => {
    const [ours, theirs] = [percentile(took, share), percentile(bare, share)]
    return `${ours.toFixed(2)} / ${theirs.toFixed(2)} ms = ×${(ours / theirs).toFixed(1)}`.padEnd(30)
  })
  return `${what.padEnd(24)}${columns.join('')}`
}

console.log(`${'acknowledged / bare'.padEnd(24)}${['p50', 'p95', 'p99'].map((name) => name.padEnd(30)).join('')}`)
for (let k = 0; k < 50; k++) await post(stints[1]!, [entry(stints[1]!)])
let length = 0
for (const wanted of LENGTHS) {
  while (length < wanted) {
    const batch = Array.from({ length: Math.min(200, wanted - length) }, () => entry(stints[0]!))
    await post(stints[0]!, batch)
    length += batch.length
  }
  const stop = commitsEvery(20)
  const took: number[] = []
  for (let k = 0; k < 150; k++) {
    took.push(await post(stints[0]!, [entry(stints[0]!)]))
    await wait(10)
  }
  length += 150
  console.log(row(`one by one, ${wanted} in log`, took, await stop()))
}
for (const devices of DEVICES) {
  const stop = commitsEvery(1_000 / devices)
  const took: number[] = []
  const until = performance.now() + SECONDS * 1000
  await Promise.all(
    Array.from({ length: devices }, async (_, k) => {
      const stintId = stints[k % stints.length]!
      await wait((1000 * k) / devices)
      while (performance.now() < until) {
        const ms = await post(stintId, [entry(stintId)])
        took.push(ms)
        await wait(Math.max(0, 1000 - ms))
      }
    }),
  )
  console.log(row(`${devices} devices, one a second`, took, await stop()))
}
server.kill('SIGTERM')
await once(server, 'exit')
rmSync(data, { recursive: true, force: true })
