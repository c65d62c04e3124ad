import { Router, type Request, type Response } from 'express'
import { z } from 'zod'
import { liveBatchSchema, liveReceiptSchema, loggerCommandSchema, loggerSchema, simulatedLoggerSchema } from '@ochote/contracts'
import { answer } from '../http/answer'
import { notFound } from '../http/appError'
import { parseInput } from '../http/parseInput'
import type { Repositories } from '../repositories'
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

/** Begins a stream of server-sent events that is kept alive; what it returns writes one with its id. */
function openStream(req: Request, res: Response): (id: string, data: unknown) => void {
  res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' })
  const send = (text: string) => {
    res.write(text)
    res.flush?.()
  }
  send('retry: 1000\n\n')
  const alive = setInterval(() => send(': alive\n\n'), ALIVE_EVERY_MS)
  req.on('close', () => clearInterval(alive))
  return (id, data) => send(`id: ${id}\ndata: ${JSON.stringify(data)}\n\n`)
}

/** Live loggers: bridges send samples, seats listen. The protocol is docs/live-logger.md. */
export function loggerRoutes(all: Repositories, hub: LoggerHub): Router {
  const driving = new Map<string, SimulatedDrive>()
  return Router()
    .get('/', (_req, res) => {
      answer(res, z.array(loggerSchema), hub.list())
    })
    .post('/:loggerId/samples', (req, res) => {
      const { loggerId } = parseInput(params, req.params)
      answer(res, liveReceiptSchema, { nextSeq: hub.add(loggerId, parseInput(liveBatchSchema, req.body)) })
    })
    .get('/:loggerId/stream', (req, res) => {
      const { loggerId } = parseInput(params, req.params)
      const { from } = parseInput(z.object({ from: z.coerce.number().int().min(0).default(0) }), req.query)
      // a browser that reconnects sends the last id it had
      const last = Number(req.get('last-event-id') ?? NaN)
      if (!hub.find(loggerId)) throw notFound(`Logger ${loggerId}`)
      const write = openStream(req, res)
      const stop = hub.listen(loggerId, Number.isNaN(last) ? from : last + 1, (samples) =>
        write(String(samples[samples.length - 1]!.seq), samples),
      )
      req.on('close', () => stop())
    })
    .get('/streams', (req, res) => {
      const { follow } = parseInput(z.object({ follow: followSchema }), req.query)
      const had = followSchema.safeParse(req.get('last-event-id'))
      const next = new Map([...follow, ...(had.success ? had.data : [])])
      const write = openStream(req, res)
      const stops = [...next].map(([id, from]) =>
        hub.listen(id, from, (samples) => {
          next.set(id, samples[samples.length - 1]!.seq + 1)
          write([...next].map((one) => one.join(':')).join(','), { id, samples })
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
      driving.get(id)?.command('remove')
      hub.remove(id)
      driving.set(id, await startSimulated(all, hub, id, drive))
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
