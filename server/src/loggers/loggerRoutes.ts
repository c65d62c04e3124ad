import { Router, type Request, type Response } from 'express'
import { z } from 'zod'
import { liveBatchSchema, liveReceiptSchema, loggerCommandSchema, loggerSchema, simulatedLoggerSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { busy, invalidInput, notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { Solver } from '../solutions/solver'
import type { LoggerHub } from './loggerHub'
import { startSimulated, type SimulatedDrive } from './simulatedDrive'

const params = z.object({ loggerId: loggerSchema.shape.id })
const rideSchema = z.object({ stintId: z.uuid() })
const startSchema = z.object({ id: loggerSchema.shape.id, drive: simulatedLoggerSchema })
/** After this many ms without samples, a stream sends a sign of life, so that a dropped link is noticed. */
const ALIVE_EVERY_MS = 10_000

/** `hatch-1:0,hatch-2:413`: loggers, each with the first number that is wanted of it. */
const followSchema = z.string().transform((text, ctx) =>
  text.split(',').map((one): [string, number] => {
    const [id = '', from = ''] = one.split(':')
    if (loggerSchema.shape.id.safeParse(id).success && /^\d{1,9}$/.test(from)) return [id, Number(from)]
    ctx.addIssue({ code: 'custom', message: 'loggers with the number wanted next, as in hatch-1:0,hatch-2:413' })
    return ['', 0]
  }),
)

/** Streams that are open at once: each costs memory and a socket. */
const MOST_STREAMS = 64
/** A logger's clock may be wrong, but not so wrong that its laps would never be seen, ms. */
const DAY_MS = 86_400_000

/** Waits until a response has room again, or at least until other requests had their turn. */
const roomIn = (res: Response): Promise<void> =>
  new Promise((resolve) => {
    if (!res.writableNeedDrain) setImmediate(resolve)
    else for (const event of ['drain', 'close']) res.once(event, resolve)
  })

/** Opens streams of server-sent events that are kept alive. */
class Streams {
  private open = 0

  /** @returns writes an event with its id, and ends when there is room for the next */
  begin(req: Request, res: Response): (id: string, data: unknown) => Promise<void> {
    if (this.open >= MOST_STREAMS) throw busy(`${MOST_STREAMS} pages follow loggers already. Close some of them.`)
    this.open++
    res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
    const send = (text: string) => {
      res.write(text)
      res.flush?.()
    }
    send('retry: 1000\n\n')
    const alive = setInterval(() => send(': alive\n\n'), ALIVE_EVERY_MS)
    req.on('close', () => {
      this.open--
      clearInterval(alive)
    })
    return (id, data) => {
      send(`id: ${id}\ndata: ${JSON.stringify(data)}\n\n`)
      return roomIn(res)
    }
  }
}

/** Live loggers: bridges send samples, seats listen. The protocol is docs/live-logger.md. */
export function loggerRoutes(all: Repositories, pool: ComputePool, solver: Solver, hub: LoggerHub, now: () => Date): Router {
  const streams = new Streams()
  const driving = new Map<string, SimulatedDrive>()
  return Router()
    .get('/', (_req, res) => {
      answer(res, z.array(loggerSchema), hub.list())
    })
    .post('/:loggerId/samples', (req, res) => {
      const { loggerId } = parseInput(params, req.params)
      const batch = parseInput(liveBatchSchema, req.body)
      const wrong = batch.samples.findIndex((s) => Math.abs(s.timeMs - now().getTime()) > DAY_MS)
      if (wrong >= 0) {
        const found = new Date(Math.min(batch.samples[wrong]!.timeMs, 8.64e15)).toISOString()
        throw invalidInput([{ field: `samples[${wrong}].timeMs`, found, expected: 'a time within a day of now: is the clock set?' }])
      }
      if (driving.has(loggerId))
        throw invalidInput([{ field: 'loggerId', found: loggerId, expected: 'an id that no simulated logger has' }])
      answer(res, liveReceiptSchema, { nextSeq: hub.add(loggerId, batch) })
    })
    .get('/:loggerId/stream', (req, res) => {
      const { loggerId } = parseInput(params, req.params)
      const { from } = parseInput(z.object({ from: z.coerce.number().int().min(0).default(0) }), req.query)
      // a browser that reconnects sends the last id it had
      const last = Number(req.get('last-event-id') ?? NaN)
      if (!hub.find(loggerId)) throw notFound(`Logger ${loggerId}`)
      const write = streams.begin(req, res)
      const stop = hub.listen(loggerId, Number.isNaN(last) ? from : last + 1, (samples) =>
        write(String(samples[samples.length - 1]!.seq), samples),
      )
      req.on('close', () => stop())
    })
    .get('/streams', (req, res) => {
      const { follow } = parseInput(z.object({ follow: followSchema }), req.query)
      const had = followSchema.safeParse(req.get('last-event-id'))
      const next = new Map([...follow, ...(had.success ? had.data : [])])
      const write = streams.begin(req, res)
      const stops = [...next].map(([id, from]) =>
        hub.listen(id, from, (samples) => {
          next.set(id, samples[samples.length - 1]!.seq + 1)
          return write([...next].map((one) => one.join(':')).join(','), { id, samples })
        }),
      )
      req.on('close', () => stops.forEach((stop) => stop()))
    })
    .put('/:loggerId/stint', async (req, res) => {
      const { loggerId } = parseInput(params, req.params)
      const { stintId } = parseInput(rideSchema, req.body)
      if (!(await all.stints.find(stintId))) throw notFound(`Stint ${stintId}`)
      if (!hub.ride(loggerId, stintId)) throw notFound(`Logger ${loggerId}`)
      answer(res, z.array(loggerSchema), hub.list())
    })
    .post('/simulated', async (req, res) => {
      const { id, drive } = parseInput(startSchema, req.body)
      if (hub.find(id)?.simulated === null) throw invalidInput([{ field: 'id', found: id, expected: 'an id that no real logger has' }])
      driving.get(id)?.command('remove')
      hub.remove(id)
      driving.set(id, await startSimulated(all, pool, solver, hub, id, drive))
      answer(res, z.array(loggerSchema), hub.list())
    })
    .post('/:loggerId/command', (req, res) => {
      const { loggerId } = parseInput(params, req.params)
      const { command } = parseInput(loggerCommandSchema, req.body)
      const drive = driving.get(loggerId)
      if (!drive) throw notFound(`Simulated logger ${loggerId}`)
      drive.command(command)
      if (command === 'remove') {
        driving.delete(loggerId)
        hub.remove(loggerId)
      }
      answer(res, z.array(loggerSchema), hub.list())
    })
}
