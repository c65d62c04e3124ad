import { driveLap, normalFrom, randomFrom, type CornerErrors } from '@ochote/core/simulator'
import { placeAt, pointAt, sampleAtTime, stationAtTime, toLonLat, valueAt, type DrivenLine, type PlanSolution } from '@ochote/core'
import type { LiveLogger, LiveSample, LoggerCommand, SimulatedLogger } from '@ochote/contracts'
import { invalidInput, notFound } from '../http/appError'
import type { Repositories } from '../repositories'
import type { ComputePool } from '../solutions/computePool'
import type { Solver } from '../solutions/solver'
import type { LoggerHub } from './loggerHub'

const HZ = 25
/** Samples are passed on this often, ms, like a logger's own packets. */
const PACKET_MS = 80
/** The car is on its way to the line when its logger is started, m. */
const BEFORE_LINE_M = 250
const POSITION_NOISE_M = 0.15

export interface SimulatedDrive {
  command: (command: LoggerCommand) => void
}

/** A simulated student, whose laps are computed as they are needed. */
class Student {
  private readonly plan: PlanSolution
  private readonly asked: SimulatedLogger
  private readonly normal: () => number

  constructor(plan: PlanSolution, asked: SimulatedLogger, seed: number) {
    this.plan = plan
    this.asked = asked
    const random = randomFrom(seed)
    this.normal = () => normalFrom(random)
  }

  lap(): DrivenLine {
    const { skill, faults } = this.asked
    const unsteady = 1 - skill
    const given = (code: (typeof faults)[number]) => (faults.includes(code) ? 1 : 0)
    const errors = this.plan.corners.map((): CornerErrors => {
      const n = () => unsteady * this.normal()
      return {
        brakeLaterM: -16 * given('be') + 12 * given('bl') + 4 * n(),
        speedShare: Math.min(1.01, 1 - 0.06 * given('bh') - 0.03 * unsteady + 0.01 * n()),
        apexMissM: Math.max(0, 1.3 * given('am') + 0.4 * n()),
        throttleLaterM: Math.max(0, 16 * given('pl') + 4 * n()),
        exitUnusedM: Math.max(0, 1.8 * given('xn') + 0.4 * n()),
      }
    })
    return driveLap({ plan: this.plan, errors, commitment: 0.9 + 0.1 * skill })
  }

  noise(): number {
    return POSITION_NOISE_M * this.normal()
  }
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
  const plan = (await all.plans.find(view.stint.planId))!
  const car = (await all.cars.find(view.stint.carId))!
  const { vehicle } = (await all.vehicleTypes.find(car.vehicleTypeId))!
  const { document } = (await all.circuits.find(plan.circuitId))!
  const stored = await solver.stored({ document, vehicle, setup: plan.setup })
  if (!stored)
    throw invalidInput([
      {
        field: 'the plan',
        found: `not computed yet for ${vehicle.name}`,
        expected: 'a plan that the server has computed: try again in a moment',
      },
    ])
  const solved = await pool.run('whole', { document, vehicle, setup: plan.setup, stored })
  if (!solved.ok) throw invalidInput(solved.problem)
  const person = await all.people.find(view.stint.studentId)
  return new Drive(hub, id, `Simulated: ${person?.name ?? 'a student'}`, asked, solved.value)
}

class Drive implements SimulatedDrive {
  private readonly hub: LoggerHub
  private readonly id: string
  private readonly name: string
  private readonly asked: SimulatedLogger
  private readonly plan: PlanSolution
  private readonly student: Student
  private driven: DrivenLine
  private timer: NodeJS.Timeout | null = null
  private linked = true
  private seq = 0
  private lapsLeft: number
  /** time within the current lap, s; the first begins a little before the line */
  private inLapS: number
  private timeMs = Date.now()
  private lastTickMs = Date.now()
  private kept: LiveSample[] = []

  constructor(hub: LoggerHub, id: string, name: string, asked: SimulatedLogger, plan: PlanSolution) {
    this.hub = hub
    this.id = id
    this.name = name
    this.asked = asked
    this.plan = plan
    this.student = new Student(plan, asked, seedOf(id))
    this.driven = this.student.lap()
    this.lapsLeft = asked.laps + 1 // the rest of the lap it is on, then the laps
    this.inLapS = valueAt(plan.track, this.driven.trace.timeS, plan.track.lengthM - BEFORE_LINE_M)
    this.send('driving')
    this.command('drive')
  }

  command(command: LoggerCommand): void {
    if (command === 'drop link') this.linked = false
    if (command === 'link back') this.linked = true
    if (command === 'pause' || command === 'remove') this.stop()
    if (command === 'drive' && !this.timer && this.lapsLeft > 0) {
      this.lastTickMs = Date.now()
      this.timer = setInterval(() => this.tick(), PACKET_MS)
      this.timer.unref()
    }
    if (command !== 'remove') this.send(this.state())
  }

  private state(): LiveLogger['simulated'] {
    if (this.lapsLeft <= 0) return 'finished'
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
    for (let k = 0; k < steps && this.lapsLeft > 0; k++) this.step()
    if (this.lapsLeft <= 0) this.stop()
    this.send(this.state())
  }

  /** Moves on by one sample: to the next place of the lap, or to the start of the next lap. */
  private step(): void {
    this.inLapS += 1 / HZ
    this.timeMs += 1000 / HZ
    const { trace } = this.driven
    if (this.inLapS >= trace.lapTimeS) {
      this.inLapS -= trace.lapTimeS
      this.lapsLeft--
      if (this.lapsLeft <= 0) {
        this.kept.push(this.sampleAt(this.inLapS)) // across the line: the last lap is complete
        return
      }
      this.driven = this.student.lap()
    }
    this.kept.push(this.sampleAt(this.inLapS))
  }

  private sampleAt(timeS: number): LiveSample {
    const { track } = this.plan
    const { trace } = this.driven
    const i = sampleAtTime(trace.timeS, timeS)
    const stationM = Math.min(track.lengthM - 1e-6, stationAtTime(track, trace, timeS))
    const { offsetM, speedMps, gear } = pointAt(this.driven, stationM)
    const place = placeAt(track, stationM, offsetM + this.student.noise())
    const { lon, lat } = toLonLat(track.circuit.frame, place.x, place.y)
    return {
      seq: this.seq++,
      timeMs: Math.round(this.timeMs),
      lat,
      lon,
      speedKmh: Math.max(0, speedMps * 3.6),
      longG: trace.axMps2[i]! / 9.80665,
      latG: trace.ayMps2[i]! / 9.80665,
      gear,
    }
  }

  private send(state: LiveLogger['simulated']): void {
    const next = this.linked ? this.hub.add(this.id, { name: this.name, stintId: this.asked.stintId, samples: this.kept }, state) : null
    if (next === null) this.hub.tell(this.id, state)
    else this.kept = this.kept.filter((s) => s.seq >= next)
  }
}

/** A seed of its own for each logger's name, so that one started again drives the same. */
const seedOf = (id: string): number => [...id].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1_000_003, 7)
