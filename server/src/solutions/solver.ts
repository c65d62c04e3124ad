import type { CircuitDocument, Plan, PlanVersion, SolutionKey, StoredSolution, Vehicle } from '@ochote/contracts'
import { knownFastest } from '@ochote/core'
import type { Logger } from 'pino'
import { AppError } from '../http/appError'
import { drivenTypes } from '../plans/drivenTypes'
import type { Repositories } from '../repositories'
import type { ComputePool } from './computePool'
import { inputsHash, solutionHash } from './solutionHash'

export interface Inputs {
  readonly document: CircuitDocument
  readonly vehicle: Vehicle
  readonly setup: SolutionKey['setup']
}

/** What is known of a solution: it is stored, or it is being computed, or nobody here asked for it. */
export interface Answer {
  readonly solution: StoredSolution | null
  readonly computing: boolean
}

interface Job {
  readonly found: Promise<StoredSolution | null>
  readonly stop: AbortController
  /** whether a plan version waits for it: then no newer plan ends it */
  isKept: boolean
}

/** Schools of lines whose searches find the fastest line too. */
const searchedSchools = ['fastest', 'late-apex', 'tight'] as const

/** A computation that failed is not tried again for so long, ms. */
const FAILED_FOR_MS = 10 * 60_000

/**
 * Solutions of saved plans, computed here and nowhere else: everybody gets the same one. The first that is stored stays. A plan version
 * keeps its own for good, whatever a later search would find.
 */
export class Solver {
  private readonly all: Repositories
  private readonly pool: ComputePool
  private readonly now: () => Date
  private readonly log: Logger
  private readonly underWay = new Map<string, Job>()
  private readonly failed = new Map<string, number>()
  /** by plan: what it is searched for with, and how to end that */
  private readonly searches = new Map<string, { readonly inputs: string; readonly stop: AbortController }>()

  constructor(all: Repositories, pool: ComputePool, now: () => Date, log: Logger) {
    this.all = all
    this.pool = pool
    this.now = now
    this.log = log
  }

  /** What is stored for these inputs: what a plan version keeps, whatever searched for it, before anything newer. */
  async stored(inputs: Inputs): Promise<StoredSolution | null> {
    const kept = await this.all.planVersions.anySolution(inputsHash(inputs))
    return kept ?? (await this.all.solutions.find(inputs.document, inputs)) ?? null
  }

  /** The solution of a plan version: its own, if it has one. */
  async ofVersion(version: PlanVersion, vehicle: Vehicle): Promise<Answer> {
    const inputs = { document: version.circuit, vehicle, setup: version.draft.setup }
    const own = await this.all.planVersions.solution(version.id, inputsHash(inputs))
    if (own) return { solution: own, computing: false }
    const stored = await this.stored(inputs)
    if (stored) return { solution: await this.keep(version.id, inputs, stored), computing: false }
    const computing = this.compute(inputs, { isKept: true }).then(async (found) => {
      if (found) await this.keep(version.id, inputs, found)
    })
    this.quietly(computing)
    return { solution: null, computing: !this.hasFailed(inputs) }
  }

  /** The solution for what a page shows; it is computed here only if a saved plan asks for it. */
  async find(document: CircuitDocument, key: SolutionKey): Promise<Answer> {
    const inputs = { document, vehicle: key.vehicle, setup: key.setup }
    const solution = await this.stored(inputs)
    if (solution) return { solution, computing: false }
    if (this.underWay.has(solutionHash(document, inputs))) return { solution: null, computing: true }
    if (this.hasFailed(inputs) || !(await this.isSaved(key))) return { solution: null, computing: false }
    this.quietly(this.compute(inputs))
    return { solution: null, computing: true }
  }

  /**
   * Begins to compute what a saved plan lacks, for every vehicle type that drives it. A search for other settings of the plan ends; one
   * for the same goes on, as when a cone is moved.
   */
  ensurePlan(plan: Plan): void {
    const inputs = JSON.stringify([plan.vehicleTypeId, plan.setup])
    const before = this.searches.get(plan.id)
    if (before?.inputs === inputs) return
    before?.stop.abort()
    const search = { inputs, stop: new AbortController() }
    this.searches.set(plan.id, search)
    this.quietly(
      (async () => {
        const circuit = await this.all.circuits.find(plan.circuitId)
        if (!circuit) return
        for (const type of await drivenTypes(this.all, plan)) {
          const inputs = { document: circuit.document, vehicle: type.vehicle, setup: plan.setup }
          if (search.stop.signal.aborted) return
          if (!(await this.stored(inputs))) await this.compute(inputs, { signal: search.stop.signal })
        }
      })().finally(() => {
        if (this.searches.get(plan.id) === search) this.searches.delete(plan.id)
      }),
    )
  }

  /** Has a plan version keep the solutions of every vehicle type that drives it, computed first where they are not stored. */
  ensureVersion(version: PlanVersion): void {
    this.quietly(
      (async () => {
        const plan = await this.all.plans.find(version.planId)
        const others = plan ? (await drivenTypes(this.all, plan)).filter((type) => type.id !== version.vehicleType.id) : []
        for (const type of [version.vehicleType, ...others]) await this.ofVersion(version, type.vehicle)
      })(),
    )
  }

  /** Ends when nothing is computed any more. */
  async settled(): Promise<void> {
    while (this.underWay.size > 0) await Promise.allSettled([...this.underWay.values()].map((job) => job.found))
  }

  private async keep(versionId: string, inputs: Inputs, found: StoredSolution): Promise<StoredSolution> {
    await this.all.planVersions.keepSolution(versionId, inputsHash(inputs), found)
    return (await this.all.planVersions.solution(versionId, inputsHash(inputs))) ?? found
  }

  private hasFailed(inputs: Inputs): boolean {
    const until = this.failed.get(solutionHash(inputs.document, inputs)) ?? 0
    return until > this.now().getTime()
  }

  private async isSaved({ circuitId, vehicle, setup }: SolutionKey): Promise<boolean> {
    const types = await this.all.vehicleTypes.list('all')
    const physics = JSON.stringify({ ...vehicle, name: '', notes: '' })
    if (!types.some((type) => JSON.stringify({ ...type.vehicle, name: '', notes: '' }) === physics)) return false
    const wanted = JSON.stringify(setup)
    return (await this.all.plans.listOnCircuit(circuitId)).some((plan) => JSON.stringify(plan.setup) === wanted)
  }

  /** Computes and stores a solution, once however many ask for it. @returns null where none can be computed */
  private compute(
    inputs: Inputs,
    { isKept = false, signal }: { isKept?: boolean; signal?: AbortSignal } = {},
  ): Promise<StoredSolution | null> {
    const hash = solutionHash(inputs.document, inputs)
    const before = this.underWay.get(hash)
    if (before && !before.stop.signal.aborted) {
      before.isKept ||= isKept
      return before.found
    }
    if (this.hasFailed(inputs)) return Promise.resolve(null)
    const stop = new AbortController()
    const job: Job = { stop, isKept, found: this.search(inputs, hash, stop.signal) }
    this.underWay.set(hash, job)
    signal?.addEventListener('abort', () => {
      if (!job.isKept) stop.abort()
    })
    void job.found.finally(() => {
      if (this.underWay.get(hash) === job) this.underWay.delete(hash)
    })
    return job.found
  }

  private async search(inputs: Inputs, hash: string, signal: AbortSignal): Promise<StoredSolution | null> {
    try {
      const fastest = await this.fastest(inputs)
      const outcome = await this.pool.run('solution', { ...inputs, ...(fastest ? { fastest } : {}) }, signal)
      if (!outcome.ok) {
        this.fail(hash, outcome.problem)
        return null
      }
      return await this.all.solutions.store(inputs.document, inputs, outcome.value, this.now())
    } catch (error) {
      // one that is put off because others wait, or that a newer plan has ended, is asked for again
      if (!(error instanceof AppError) && !signal.aborted) this.fail(hash, error)
      return null
    }
  }

  /** The fastest line, where this search found it for another school of lines. */
  private async fastest({ document, vehicle, setup }: Inputs): Promise<readonly number[] | null> {
    const { lateApexNotAt: _, ...rest } = setup
    const setups = searchedSchools.map((lineSchool) => ({ ...rest, lineSchool }))
    const found = await Promise.all(setups.map((one) => this.all.solutions.find(document, { vehicle, setup: one })))
    return knownFastest(
      setup,
      found.map((one, k) => ({ setup: setups[k]!, line: one?.line ?? null })),
    )
  }

  private fail(hash: string, why: unknown): void {
    this.failed.set(hash, this.now().getTime() + FAILED_FOR_MS)
    this.log.warn({ why }, 'a solution could not be computed')
  }

  private quietly(task: Promise<unknown>): void {
    task.catch((error: unknown) => this.log.error({ err: error }, 'a solution could not be stored'))
  }
}
