import { once } from 'node:events'
import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Knex } from 'knex'
import { pino } from 'pino'
import { createApp } from '../app'
import { openDatabase } from '../db/openDatabase'
import { repositoriesOf, type Repositories } from '../repositories'
import { testPool } from './testPool'

export interface RunningApp {
  /** its address */
  base: string
  db: Knex
  all: Repositories
  /** asks the running server */
  ask: (method: string, path: string, body?: unknown) => Promise<{ status: number; body: unknown; headers: Headers }>
  /** sends text as it is */
  sendText: (path: string, text: string) => Promise<{ status: number; body: unknown }>
  stop: () => Promise<void>
}

const noon = () => new Date('2026-10-17T12:00:00.000Z')

/** The real server on a port of its own, over an SQLite database in memory or in a file. */
export const startApp = async (file = ':memory:', now = noon): Promise<RunningApp> => startAppOver(await openDatabase(file), now)

/** The real server on a port of its own, over an open database; `stop` closes the database too. */
export async function startAppOver(db: Knex, now = noon): Promise<RunningApp> {
  const pool = testPool()
  const app = createApp({ db, pool, log: pino({ level: 'silent' }), now })
  const server: Server = app.listen(0, '127.0.0.1')
  await once(server, 'listening')
  // as in the real one: an idle connection must not end just as the next request goes out
  server.keepAliveTimeout = 75_000
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  const send = async (method: string, path: string, text: string | undefined) => {
    const response = await fetch(base + path, {
      method,
      ...(text === undefined ? {} : { body: text, headers: { 'content-type': 'application/json' } }),
    })
    const body: unknown = await response.json().catch(() => null)
    return { status: response.status, body, headers: response.headers }
  }
  return {
    base,
    db,
    all: repositoriesOf(db),
    ask: (method, path, body) => send(method, path, body === undefined ? undefined : JSON.stringify(body)),
    sendText: (path, text) => send('POST', path, text),
    stop: async () => {
      server.closeAllConnections()
      server.close()
      await pool.close()
      await db.destroy()
    },
  }
}
