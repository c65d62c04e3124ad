import { existsSync } from 'node:fs'
import { join } from 'node:path'
import compression from 'compression'
import express, { Router, type Express } from 'express'
import helmet from 'helmet'
import { healthSchema, INTERFACE_HEADER, INTERFACE_VERSION, serverTimeSchema } from '@ochote/contracts'
import type { Knex } from 'knex'
import type { Logger } from 'pino'
import { carRoutes } from './cars/carRoutes'
import { circuitRoutes } from './circuits/circuitRoutes'
import { dayRoutes } from './days/dayRoutes'
import { WriteCheck } from './db/writeCheck'
import { behindDoor, doorRoutes } from './door/doorRoutes'
import { knownHosts } from './door/hostNames'
import type { Pin } from './door/pin'
import { sameSite } from './door/sameSite'
import { demonstrationRoutes } from './demonstration/demonstrationRoutes'
import { eventRoutes } from './events/eventRoutes'
import { answer } from './http/answer'
import { archiveRoutes } from './http/archiveRoutes'
import { unknownPath, problemHandler } from './http/problemHandler'
import { solutionRoutes } from './solutions/solutionRoutes'
import { logRoutes } from './log/logRoutes'
import { LiveRecord } from './loggers/liveRecord'
import { LoggerHub } from './loggers/loggerHub'
import { loggerRoutes } from './loggers/loggerRoutes'
import { markerSchemeRoutes } from './markerSchemes/markerSchemeRoutes'
import { personRoutes } from './people/personRoutes'
import { planRoutes } from './plans/planRoutes'
import type { ComputePool } from './solutions/computePool'
import { Solver } from './solutions/solver'
import { recordingRoutes } from './recordings/recordingRoutes'
import { StreamStore } from './recordings/streamStore'
import { repositoriesOf } from './repositories'
import { schoolRoutes } from './school/schoolRoutes'
import { stintRoutes } from './stints/stintRoutes'
import { timetableRoutes } from './timetables/timetableRoutes'
import { vehicleTypeRoutes } from './vehicleTypes/vehicleTypeRoutes'

interface AppOptions {
  db: Knex
  log: Logger
  /** threads that compute beside the server; the caller closes it */
  pool: ComputePool
  now?: () => Date
  /** folder of the built web application; without it only the API answers */
  webDir?: string
  /** what a device has to know; null lets everyone in who reaches the server */
  pin?: Pin | null
  /** names under which the server is asked for, besides the machine's own */
  names?: readonly string[]
}

/** The largest circuit file; everything else is small. */
const LARGEST_FILE = '5mb'

/** What pages may load: themselves only. Styles are made as the interface runs; PDF layout runs as WebAssembly. */
const contentPolicy = {
  useDefaults: true,
  directives: {
    'font-src': ["'self'"],
    'script-src': ["'self'", "'wasm-unsafe-eval'"],
    'style-src': ["'self'", "'unsafe-inline'"],
    'connect-src': ["'self'", 'data:', 'blob:'],
    'img-src': ["'self'", 'data:', 'blob:'],
    'media-src': ["'self'", 'blob:'],
    'frame-src': ["'self'", 'blob:'],
    'worker-src': ["'self'", 'blob:'],
    'upgrade-insecure-requests': null,
  },
}

/** The whole server as an Express application. */
export function createApp({ db, log, pool, now = () => new Date(), webDir, pin = null, names = [] }: AppOptions): Express {
  const all = repositoriesOf(db)
  const solver = new Solver(all, pool, now, log)
  const writes = new WriteCheck(db, now)
  const streams = new StreamStore(all, pool, now, log)
  const record = new LiveRecord(all, pool, solver, now, log)
  const hub = new LoggerHub(
    () => now().getTime(),
    (logger, run, samples) => {
      streams.take(logger, run, samples)
      record.take(logger, samples)
    },
  )
  const api = Router()
    .use((_req, res, next) => {
      res.setHeader(INTERFACE_HEADER, INTERFACE_VERSION)
      res.setHeader('cache-control', 'no-store')
      next()
    })
    .use(sameSite)
    .use('/door', express.json({ limit: '1kb' }), doorRoutes(pin))
    .use(behindDoor(pin))
    .get('/health', async (_req, res) => {
      const problem = await writes.problem()
      answer(res, healthSchema, { ok: problem === null, problem, unreadable: all.unreadable.list() })
    })
    .get('/time', async (_req, res) => {
      const databaseId = await all.databaseId()
      answer(res, serverTimeSchema, { nowMs: now().getTime(), databaseId })
    })
    .use('/circuits', express.json({ limit: LARGEST_FILE }), circuitRoutes(all.circuits, pool))
    .use(eventRoutes(all))
    .use('/recordings', express.json({ limit: LARGEST_FILE, type: 'application/json' }), recordingRoutes(all, pool, streams, now))
    .use(express.json({ limit: '1mb' }))
    .use('/vehicle-types', vehicleTypeRoutes(all))
    .use('/cars', carRoutes(all))
    .use('/log', logRoutes(all))
    .use('/people', personRoutes(all))
    .use('/days', dayRoutes(all))
    .use(timetableRoutes(all))
    .use('/plans', planRoutes(all, pool, solver, now))
    .use('/solutions', solutionRoutes(all, solver))
    .use('/stints', stintRoutes(all, solver, now))
    .use('/sessions', archiveRoutes('Session', all.sessions.setArchived))
    .use('/school', schoolRoutes(all))
    .use('/demonstration', demonstrationRoutes(all))
    .use('/loggers', loggerRoutes(all, pool, solver, hub, now))
    .use('/marker-schemes', markerSchemeRoutes(all.markerSchemes))
    .use(unknownPath)
  const app = express()
    .disable('x-powered-by')
    .use(helmet({ contentSecurityPolicy: contentPolicy, strictTransportSecurity: false }))
    .use(knownHosts(names))
    .use(compression())
    .use('/api', api)
  if (webDir && existsSync(webDir)) {
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }))
    app.use(express.static(webDir, { index: false }))
    app.get('/{*path}', (_req, res) => res.sendFile(join(webDir, 'index.html'))) // the page routes the paths of stages itself
  }
  return app.use(problemHandler(log))
}
