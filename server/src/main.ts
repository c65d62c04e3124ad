import { once } from 'node:events'
import { readFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { createServer as createSecureServer } from 'node:https'
import { join } from 'node:path'
import { pino } from 'pino'
import { createApp } from './app'
import { folderSecret, Pin } from './door/pin'
import { ComputePool } from './solutions/computePool'
import { announcement } from './start/announcement'
import { lockFolder } from './db/lockFolder'
import { openData } from './db/openData'
import { readSettings, type Settings } from './start/settings'
import { startSentence } from './start/startSentence'

const KEEP_ALIVE_MS = 75_000
/** When the server is stopped, writes under way have this long to finish, ms. */
const STREAMS_END_MS = 1_500

async function start(settings: Settings): Promise<void> {
  const { port, host, dataDir, logLevel, tls } = settings
  process.umask(0o077) // people's names and reports are for this user alone
  const certificate = tls && { cert: readFileSync(tls.cert), key: readFileSync(tls.key) }
  const unlock = lockFolder(dataDir)
  const { db, remarks } = await openData(dataDir)
  const pin = settings.pin === null ? null : new Pin(settings.pin, folderSecret(dataDir))
  const webDir = join(import.meta.dirname, '../../web/dist')
  const pool = new ComputePool()
  const app = createApp({ db, pool, log: pino({ level: logLevel }), webDir, pin, names: settings.names })
  // browsers keep a page on a device, and its screen awake, only over https or on the machine itself
  const server: Server = certificate ? createSecureServer(certificate, app) : createServer(app)
  let stopping = false
  /** Stops taking requests, lets those under way finish what they write, then closes the database. */
  const stop = () => {
    if (stopping) return
    stopping = true
    server.close(() => {
      void Promise.all([db.destroy(), pool.close()]).then(() => {
        unlock()
        process.exit(0)
      })
    })
    server.closeIdleConnections()
    // streams never end by themselves
    setTimeout(() => server.closeAllConnections(), STREAMS_END_MS).unref()
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)

  // a browser's connection ends on its side first: one that ends here in the middle of a request is a request lost
  server.keepAliveTimeout = KEEP_ALIVE_MS
  server.listen(port, host)
  await once(server, 'listening')
  const address = server.address()
  const at = typeof address === 'object' && address ? address.port : port
  process.stdout.write(`${[...remarks, announcement(settings, at, pin?.loggerToken ?? null)].join('\n')}\n`)
}

let dataDir = 'data'
try {
  const settings = readSettings(process.env)
  dataDir = settings.dataDir
  await start(settings)
} catch (error) {
  const sentence = startSentence(error, dataDir)
  process.stderr.write(sentence === null ? `${(error as Error).stack}\n` : `${sentence}\n`)
  process.exit(sentence === null ? 1 : 2)
}
