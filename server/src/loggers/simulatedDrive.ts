import type { LiveLogger, LiveSample, LoggerCommand, SimulatedLogger } from '@ochote/contracts'
import { invalidInput, notFound } from '../http/appError'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { Solver } from '../solutions/solver'
import { HZ, type DrivenSample } from './drivenSamples'
import type { LoggerHub } from './loggerHub'
import { solveTaskOf } from './solvedStint'

/** Samples are passed on this often, ms, like a logger's own packets. */
const PACKET_MS = 80

export interface SimulatedDrive {
  command: (command: LoggerCommand) => void
}

/**
 * Starts a simulated logger in a stint's car, on the stint's plan. It keeps what it could not send and sends it when its link is
 * back, as a real one does.
 * @throws AppError where the stint is not stored, or its plan has no stored solution
 */
export async function startSimulated(
  all: Repositories,
  pool: ComputePool,
  solver: Pick<Solver, 'stored'>,
  hub: LoggerHub,
  id: string,
  asked: SimulatedLogger,
): Promise<SimulatedDrive> {
  const view = await all.stints.find(asked.stintId)
  if (!view) throw notFound(`Stint ${asked.stintId}`)
  const task = await solveTaskOf(all, solver, view.stint)
  if (!task.ok) throw invalidInput(task.problem)
  const driven = await pool.run('drivenSamples', { plan: task.value, asked, seed: seedOf(id) })
  if (!driven.ok) throw invalidInput(driven.problem)
  const person = await all.people.find(view.stint.studentId)
  return new Drive(hub, id, `Simulated: ${person?.name ?? 'a student'}`, asked, driven.value)
}

class Drive implements SimulatedDrive {
  private readonly hub: LoggerHub
  private readonly id: string
  private readonly name: string
  private readonly asked: SimulatedLogger
  private readonly driven: readonly DrivenSample[]
  private timer: NodeJS.Timeout | null = null
  private linked = true
  /** number of the next sample */
  private seq = 0
  private timeMs = Date.now()
  private lastTickMs = Date.now()
  private kept: LiveSample[] = []

  constructor(hub: LoggerHub, id: string, name: string, asked: SimulatedLogger, driven: readonly DrivenSample[]) {
    this.hub = hub
    this.id = id
    this.name = name
    this.asked = asked
    this.driven = driven
    this.send('driving')
    this.command('drive')
  }

  command(command: LoggerCommand): void {
    if (command === 'drop link') this.linked = false
    if (command === 'link back') this.linked = true
    if (command === 'pause' || command === 'remove') this.stop()
    if (command === 'drive' && !this.timer && !this.isOver()) {
      this.lastTickMs = Date.now()
      this.timer = setInterval(() => this.tick(), PACKET_MS)
      this.timer.unref()
    }
    if (command !== 'remove') this.send(this.state())
  }

  private readonly isOver = (): boolean => this.seq >= this.driven.length

  private state(): LiveLogger['simulated'] {
    if (this.isOver()) return 'finished'
    if (!this.timer) return 'paused'
    return this.linked ? 'driving' : 'link dropped'
  }

  private stop(): void {
    if (this.timer) clearInterval(this.timer)
    this.timer = null
    this.timeMs = Date.now()
  }

  private tick(): void {
    const now = Date.now()
    const steps = Math.floor(((now - this.lastTickMs) / 1000) * this.asked.rate * HZ)
    this.lastTickMs += (steps * 1000) / (this.asked.rate * HZ)
    for (let k = 0; k < steps && !this.isOver(); k++) this.step()
    if (this.isOver()) this.stop()
    this.send(this.state())
  }

  /** Moves on by one sample. */
  private step(): void {
    this.timeMs += 1000 / HZ
    this.kept.push({ ...this.driven[this.seq]!, seq: this.seq++, timeMs: Math.round(this.timeMs) })
  }

  private send(state: LiveLogger['simulated']): void {
    const next = this.linked ? this.hub.add(this.id, { name: this.name, stintId: this.asked.stintId, samples: this.kept }, state) : null
    if (next === null) this.hub.tell(this.id, state)
    else this.kept = this.kept.filter((s) => s.seq >= next)
  }
}

/** A seed of its own for each logger's name, so that one started again drives the same. */
const seedOf = (id: string): number => [...id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003, 7)
