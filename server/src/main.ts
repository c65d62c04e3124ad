import { readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { createServer as createSecureServer } from 'node:https'
import { join } from 'node:path'
import { pino } from 'pino'
import { createApp } from './app'
import { openDatabase } from './db/openDatabase'

const port = Number(process.env.OCHOTE_PORT ?? 4600)
const host = process.env.OCHOTE_HOST ?? '127.0.0.1'
const dataDir = process.env.OCHOTE_DATA ?? 'data'
const log = pino({ level: process.env.OCHOTE_LOG ?? 'warn' })

if (!Number.isInteger(port) || port < 0 || port > 65535) {
  process.stderr.write(`OCHOTE_PORT: found ${process.env.OCHOTE_PORT}, expected a whole number from 0 to 65535\n`)
  process.exit(2)
}

const certFile = process.env.OCHOTE_TLS_CERT
const keyFile = process.env.OCHOTE_TLS_KEY
if ((certFile === undefined) !== (keyFile === undefined)) {
  process.stderr.write('OCHOTE_TLS_CERT and OCHOTE_TLS_KEY: found one, expected both or none\n')
  process.exit(2)
}

const db = await openDatabase(join(dataDir, 'ochote.sqlite'))
const app = createApp({ db, log, webDir: join(import.meta.dirname, '../../web/dist') })
// browsers keep a page on a device, and its screen awake, only over https or on the machine itself
const server =
  certFile !== undefined && keyFile !== undefined
    ? createSecureServer({ cert: readFileSync(certFile), key: readFileSync(keyFile) }, app)
    : createServer(app)
server.on('error', (error) => {
  process.stderr.write(`Ochote could not listen on ${host}:${port}: ${error.message}\n`)
  process.exit(1)
})
server.listen(port, host, () => {
  const address = server.address()
  const at = typeof address === 'object' && address ? address.port : port
  process.stdout.write(`Ochote is at ${certFile ? 'https' : 'http'}://${host === '0.0.0.0' ? 'localhost' : host}:${at}\n`)
})

/** When the server is stopped, writes under way have this long to finish, ms. */
const STREAMS_END_MS = 1_500
let stopping = false
/** Stops taking requests, lets those under way finish what they write, then closes the database. */
function stop(): void {
  if (stopping) return
  stopping = true
  server.close(() => {
    void db.destroy().then(() => process.exit(0))
  })
  server.closeIdleConnections()
  // streams never end by themselves
  setTimeout(() => server.closeAllConnections(), STREAMS_END_MS).unref()
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
