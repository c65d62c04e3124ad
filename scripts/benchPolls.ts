import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import type { AddressInfo } from 'node:net'
import { performance } from 'node:perf_hooks'
import { Worker } from 'node:worker_threads'
import type { LogEntry, Stint } from '@ochote/contracts'
import { pino } from 'pino'
import { createApp } from '../server/src/app'
import { ComputePool } from '../server/src/solutions/computePool'
import { openDatabase } from '../server/src/db/openDatabase'
import { seed } from '../server/src/demo/seed'
import { repositoriesOf } from '../server/src/repositories'

/** Prints what one poll of a wall costs the server's event loop, on a day with 30 stints of 150 entries. */
const STINTS = 30
const ENTRIES = 150
const POLLS = 300
/** A wall asks for the log this often, and for the day this often, s. */
const LOG_EVERY_S = 5
const DAY_EVERY_S = 15

const db = await openDatabase(':memory:')
const all = repositoriesOf(db)
await seed(all, '2026-10-17')
const day = (await all.days.list()).at(-1)!
const given = await all.stints.listForDay(day.id)
const pattern: Stint = given[0]!.stint
const stints = [...given.map((s) => s.stint)]
while (stints.length < STINTS) {
  const stint = { ...pattern, id: randomUUID(), planVersionId: null }
  await all.stints.add(stint)
  stints.push(stint)
}
for (const stint of stints) {
  const entries = Array.from({ length: ENTRIES }, (_, k): LogEntry => {
    const deviceTime = new Date(Date.UTC(2026, 9, 17, 9, 0, k * 5)).toISOString()
    const identity = { id: randomUUID(), stintId: stint.id, deviceId: 'bench', deviceTime }
    const fault = { kind: 'fault', lap: 1 + Math.floor(k / 15), corner: String(1 + (k % 11)), code: 'be', severity: 2 } as const
    return k % 15 === 0 ? { ...identity, kind: 'line' } : { ...identity, ...fault }
  })
  await all.logs.add(entries, new Date().toISOString())
}
const server = createApp({ db, pool: new ComputePool(), log: pino({ level: 'silent' }) }).listen(0, '127.0.0.1')
await once(server, 'listening')
const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`

/** Milliseconds of this thread's event loop for each request, asked from another thread. */
async function loopMs(path: string, polls = POLLS): Promise<number> {
  const client = new Worker(
    `const { parentPort } = require('node:worker_threads')
     const ask = async (n) => { for (let k = 0; k < n; k++) await (await fetch(${JSON.stringify(base + path)})).arrayBuffer() }
     parentPort.on('message', async (n) => { await ask(n); parentPort.postMessage('done') })`,
    { eval: true },
  )
  client.postMessage(polls)
  await once(client, 'message')
  const before = performance.eventLoopUtilization()
  client.postMessage(polls)
  await once(client, 'message')
  const { active } = performance.eventLoopUtilization(before)
  await client.terminate()
  return active / polls
}

const { last } = (await (await fetch(`${base}/api/log?dayId=${day.id}`)).json()) as { last: number }
const whole = await loopMs(`/api/log?dayId=${day.id}`, 20)
const nothingNew = await loopMs(`/api/log?dayId=${day.id}&after=${last}`)
const tenNew = await loopMs(`/api/log?dayId=${day.id}&after=${last - 10}`)
const view = await loopMs(`/api/days/${day.id}`)
const eachS = tenNew / LOG_EVERY_S + view / DAY_EVERY_S
console.log(`${STINTS} stints of ${ENTRIES} entries; event loop for each request, and as a ratio to the whole log:`)
for (const [what, ms] of [
  ['the whole log', whole],
  ['log, nothing new', nothingNew],
  ['log, ten new entries', tenNew],
  ['the day', view],
] as const)
  console.log(`${what.padEnd(22)} ${ms.toFixed(2).padStart(7)} ms  ${(ms / whole).toFixed(3)}`)
console.log(`One wall keeps the event loop busy for ${eachS.toFixed(2)} ms of each second.`)
server.closeAllConnections()
server.close()
await db.destroy()
