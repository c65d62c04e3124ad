import type { Logger } from 'pino'
import { v5 as uuidOf } from 'uuid'
import type { LiveLogger, LiveSample, LogEntry } from '@ochote/contracts'
import { followUps, LiveLaps, measuredAnswers, stintRecord, type LivePlace, type PlanSolution } from '@ochote/core'
import { addToLog } from '../log/addToLog'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { Solver } from '../solutions/solver'
import { solvedStint } from './solvedStint'

/** About eight minutes at 25 a second. */
const KEPT_PLACES = 12_000
/** Corrections are answered at most this often, ms. */
const ANSWER_EVERY_MS = 3_000
/** A plan that is not computed yet is asked for again after so long, ms. */
const TRY_AGAIN_MS = 20_000

interface Followed {
  readonly stintId: string
  /** null until the plan is there */
  plan: PlanSolution | null
  laps: LiveLaps | null
  waiting: LiveSample[]
  places: LivePlace[]
  logged: number
  triedAtMs: number
  answeredAtMs: number
  busy: Promise<void>
}

/**
 * Keeps the log of a stint whose car has a logger, whether or not a page is open: every crossing of the line, and what a pass showed of a
 * correction that was called. A page that listens makes the same entries under the same names, so each is stored once.
 */
export class LiveRecord {
  private readonly all: Repositories
  private readonly pool: ComputePool
  private readonly solver: Pick<Solver, 'stored' | 'ensureVersion'>
  private readonly now: () => Date
  private readonly log: Logger
  private readonly cars = new Map<string, Followed>()

  constructor(all: Repositories, pool: ComputePool, solver: Pick<Solver, 'stored' | 'ensureVersion'>, now: () => Date, log: Logger) {
    this.all = all
    this.pool = pool
    this.solver = solver
    this.now = now
    this.log = log
  }

  /** Takes samples that a logger has sent for the first time. */
  take({ id, stintId }: Pick<LiveLogger, 'id' | 'stintId'>, samples: readonly LiveSample[]): void {
    if (stintId === null) return
    let car = this.cars.get(id)
    if (car?.stintId !== stintId) {
      const empty = { plan: null, laps: null, waiting: [], places: [], logged: 0, triedAtMs: -Infinity, answeredAtMs: -Infinity }
      car = { stintId, ...empty, busy: Promise.resolve() }
      this.cars.set(id, car)
    }
    car.waiting.push(...samples)
    if (car.waiting.length > KEPT_PLACES) car.waiting.splice(0, car.waiting.length - KEPT_PLACES)
    const own = car
    car.busy = car.busy
      .then(() => this.follow(id, own))
      .catch((error: unknown) => this.log.error({ err: error }, 'a stint could not be followed by its logger'))
  }

  private async follow(loggerId: string, car: Followed): Promise<void> {
    if (car.waiting.length === 0 || !(await this.isReady(car))) return
    const laps = car.laps!
    const samples = car.waiting
    car.waiting = []
    for (const sample of samples) if (laps.add(sample) && laps.place) car.places.push(laps.place)
    if (car.places.length > KEPT_PLACES) car.places.splice(0, car.places.length - KEPT_PLACES / 2)
    const crossed = laps.laps.slice(car.logged)
    const lines = crossed.map(({ startMs }): LogEntry => {
      const id = uuidOf(`${loggerId}/line/${Math.round(startMs)}`, car.stintId)
      return { ...this.common(loggerId, car, id, startMs), kind: 'line', source: 'logger' }
    })
    if (lines.length > 0) await this.add(car, lines)
    car.logged = laps.laps.length
    await this.answer(loggerId, car)
  }

  /** Answers what can be measured by now about the corrections that were called. */
  private async answer(loggerId: string, car: Followed): Promise<void> {
    const { laps, plan } = car
    const nowMs = this.now().getTime()
    if (!laps?.place || !plan || nowMs - car.answeredAtMs < ANSWER_EVERY_MS) return
    car.answeredAtMs = nowMs
    const { entries } = await this.all.logs.page({ stintId: car.stintId }, 0)
    const record = stintRecord(entries)
    const { timeMs } = laps.place
    const answers = measuredAnswers(plan, record, { place: laps.place, laps: laps.laps, places: car.places }, followUps(record))
    const made = answers.map(({ about, ...answer }): LogEntry => {
      const id = uuidOf(`${about}/measured/${answer.lap}`, car.stintId)
      return { ...this.common(loggerId, car, id, timeMs), kind: 'followed', about, ...answer, by: 'measured' }
    })
    if (made.length > 0) await this.add(car, made)
  }

  private async isReady(car: Followed): Promise<boolean> {
    if (car.laps) return true
    const nowMs = this.now().getTime()
    if (nowMs - car.triedAtMs < TRY_AGAIN_MS) return false
    car.triedAtMs = nowMs
    const view = await this.all.stints.find(car.stintId)
    if (!view) return false
    const solved = await solvedStint(this.all, this.pool, this.solver, view.stint)
    if (!solved.ok) return false
    car.plan = solved.value
    car.laps = new LiveLaps(solved.value)
    return true
  }

  private readonly common = (loggerId: string, { stintId }: Followed, id: string, atMs: number) => ({
    ...{ id, stintId, deviceId: `logger ${loggerId}`.slice(0, 60), deviceTime: new Date(Math.round(atMs)).toISOString() },
  })

  private async add({ stintId }: Followed, entries: readonly LogEntry[]): Promise<void> {
    const { fixed } = await addToLog(this.all, stintId, entries, [], this.now().toISOString())
    if (fixed) this.solver.ensureVersion(fixed)
  }
}
