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

const db = await openDatabase(join(dataDir, 'ochote.sqlite'))
const app = createApp({ db, log, webDir: join(import.meta.dirname, '../../web/dist') })
const server = app.listen(port, host, (error) => {
  if (error) {
    process.stderr.write(`Ochote could not listen on ${host}:${port}: ${error.message}\n`)
    process.exit(1)
  }
  const address = server.address()
  const at = typeof address === 'object' && address ? address.port : port
  process.stdout.write(`Ochote is at http://${host === '0.0.0.0' ? 'localhost' : host}:${at}\n`)
})

let stopping = false
/** Stops taking requests, lets those under way finish what they write, then closes the database. */
function stop(): void {
  if (stopping) return
  stopping = true
  server.close(() => {
    void db.destroy().then(() => process.exit(0))
  })
  server.closeIdleConnections()
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)
