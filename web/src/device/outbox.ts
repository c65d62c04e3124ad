import { lackingAnswerSchema, logReceiptSchema, type FieldProblem } from '@ochote/contracts'
import { errorWords } from '../api/errorWords'
import { ProblemError, request } from '../api/request'
import { clockOf, currentEpoch, setMeasured } from './deviceClock'
import { entriesInState, forget, isOtherDatabase, setStates, storeEntry, type DeviceEntry, type SendState } from './deviceStore'
import { measureClock } from './measureClock'

type Entry = DeviceEntry['entry']

/** How the sending of this device's entries stands. */
export interface OutboxState {
  /** entries of any stint that the server does not have yet */
  readonly waiting: number
  /** entries that the server does not take, with the reason */
  readonly refused: readonly DeviceEntry[]
  /** why this device stores nothing: entries live only as long as the page; null where it does */
  readonly unstored: string | null
}

/** The most entries sent at once. */
const MOST_AT_ONCE = 100
const ANSWER_WITHIN_MS = 8_000
const RETRY_MS = 4_000
/** Ids asked about at once. */
const MOST_IDS = 1_000
const MEASURE_EVERY_MS = 5 * 60_000
/** Entries that the server stores stay on the device this long. */
const KEPT_MS = 30 * 86_400_000

/** Statuses with which the server refuses entries; any other failure is the link's, the door's or the server's, and may pass. */
const REFUSALS = new Set([400, 404, 413])
const mayPass = (error: unknown): boolean => !(error instanceof ProblemError) || !REFUSALS.has(error.problem.status)

const problemOf = ({ problem }: ProblemError): FieldProblem =>
  problem.code === 'invalid-input' && problem.fields[0]
    ? problem.fields[0]
    : { field: 'the stint', found: problem.detail, expected: 'a stint that the server stores' }

/**
 * The one place that sends this device's log entries: each is stored on the device first, then sent, stint by stint, until the server
 * gives a receipt for it. An entry that the server refuses is set aside and holds up nothing. (Transactional outbox.)
 */
export class Outbox {
  private readonly kept = new Map<string, DeviceEntry>()
  /** entries on their way to the disk */
  private readonly storing = new Set<string>()
  private readonly listeners = new Set<(stintIds: ReadonlySet<string>) => void>()
  private unstored: string | null = null
  private state: OutboxState = { waiting: 0, refused: [], unstored: null }
  private sending = false
  private again = false
  private closed = false
  private timer: ReturnType<typeof setTimeout> | null = null
  private measuredAtMs = -Infinity
  /** whether the server did not answer when it was last looked after */
  private isAway = false
  /** ends when every state so far is on disk */
  private writing: Promise<void> = Promise.resolve()

  readonly subscribe = (listener: (stintIds: ReadonlySet<string>) => void): (() => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  readonly snapshot = (): OutboxState => this.state

  /** Reads what any stint left on this device, and sends it. Entries that were refused before get another try. */
  async open(): Promise<void> {
    this.closed = false
    try {
      const left = [...(await entriesInState('waiting')), ...(await entriesInState('refused'))]
      this.keep(left.map((e): DeviceEntry => (e.state === 'refused' ? { ...e, state: 'waiting' } : e)))
      this.unstored = null
    } catch (error) {
      this.unstored = errorWords(error)
      this.publish(new Set())
    }
    void this.reconcile()
    void this.send()
  }

  /** Sends nothing more. What waits stays on the device. */
  close(): void {
    this.closed = true
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
  }

  /** Takes over entries read from the device; what is known already stays as it is. */
  keep(entries: readonly DeviceEntry[]): void {
    const fresh = entries.filter((e) => !this.kept.has(e.id))
    for (const entry of fresh) this.kept.set(entry.id, entry)
    if (fresh.length > 0) this.publish(new Set(fresh.map((e) => e.stintId)))
  }

  ofStint(stintId: string): DeviceEntry[] {
    return [...this.kept.values()].filter((e) => e.stintId === stintId)
  }

  /**
   * Shows an entry at once, so that an undo straight after it is about this one; stores it on the device, then sends it. Where the device
   * stores nothing, it is kept in memory and sent all the same.
   */
  async add(entry: Entry): Promise<void> {
    this.kept.set(entry.id, { id: entry.id, stintId: entry.stintId, entry, state: 'waiting' })
    this.storing.add(entry.id)
    this.publish(new Set([entry.stintId]))
    try {
      await storeEntry(entry)
      this.unstored = null
      // asked for once there is something to lose; a browser may refuse
      void navigator.storage?.persist?.().catch(() => false)
    } catch (error) {
      this.unstored = errorWords(error)
    }
    this.storing.delete(entry.id)
    this.publish(new Set())
    void this.send()
  }

  /** Gives refused entries another try. */
  retry(): void {
    this.setAll(new Map(this.state.refused.map((e) => [e.id, { state: 'waiting' as const }])))
    void this.send()
  }

  /** Sends whatever waits, stint by stint. */
  async send(): Promise<void> {
    if (this.sending) {
      this.again = true
      return
    }
    if (this.closed) return
    this.sending = true
    let failed = false
    try {
      do {
        this.again = false
        const stints = new Set([...this.kept.values()].filter((e) => this.canSend(e)).map((e) => e.stintId))
        if (stints.size > 0) await this.measure()
        for (const stintId of stints) if (!(await this.sendStint(stintId))) failed = true
      } while (this.again && !failed)
    } catch {
      failed = true
    }
    this.sending = false
    if (failed && !this.closed)
      this.timer ??= setTimeout(() => {
        this.timer = null
        void this.send()
      }, RETRY_MS)
  }

  /** Nothing is sent before it is on the disk. */
  private canSend({ id, state }: DeviceEntry): boolean {
    return state === 'waiting' && !this.storing.has(id)
  }

  /** @returns false where some wait still; throws where no server answers, since none would for another stint either */
  private async sendStint(stintId: string): Promise<boolean> {
    let most = MOST_AT_ONCE
    for (;;) {
      const waiting = this.ofStint(stintId).filter((e) => this.canSend(e))
      if (waiting.length === 0 || this.closed) return true
      const batch = waiting.sort((a, b) => a.entry.deviceTime.localeCompare(b.entry.deviceTime)).slice(0, most)
      try {
        await this.sendBatch(stintId, batch)
      } catch (error) {
        if (error instanceof ProblemError && error.problem.status === 413 && batch.length > 1) {
          most = Math.ceil(batch.length / 2)
          continue
        }
        if (mayPass(error)) {
          if (error instanceof ProblemError && error.problem.code === 'unreachable') throw error
          return false
        }
        const problem = problemOf(error as ProblemError)
        this.setAll(new Map(batch.map((e) => [e.id, { state: 'refused' as const, problem }])))
      }
    }
  }

  private async sendBatch(stintId: string, batch: readonly DeviceEntry[]): Promise<void> {
    const epochs = new Set(batch.flatMap((e) => e.entry.clockEpoch ?? []))
    const clocks = [...epochs].flatMap((epoch) => clockOf(epoch) ?? [])
    const body = { entries: batch.map((e) => e.entry), clocks }
    const receipt = await request(logReceiptSchema, `/api/stints/${stintId}/log`, { method: 'POST', body, withinMs: ANSWER_WITHIN_MS })
    const changes = new Map<string, { state: SendState; problem?: FieldProblem }>()
    for (const id of receipt.stored) changes.set(id, { state: 'sent' })
    for (const { id, ...problem } of receipt.refused) changes.set(id, { state: 'refused', problem })
    // a server that says nothing of an entry has not taken it, and would say nothing again
    const silent = { field: 'the receipt', found: 'nothing', expected: 'stored or refused' }
    for (const { id } of batch) if (!changes.has(id)) changes.set(id, { state: 'refused', problem: silent })
    this.setAll(changes)
    if (isOtherDatabase(receipt.databaseId)) void this.reconcile()
  }

  /** Looks after what nobody taps: a clock that was set, a server that came back or serves other data, entries that still wait. */
  async check(): Promise<void> {
    const wasAway = this.isAway
    try {
      await this.measure(true)
      this.isAway = false
      if (wasAway) await this.reconcile()
    } catch {
      this.isAway = true
    }
    await this.send()
  }

  /** Measures the running clock once for every epoch, and again from time to time. */
  private async measure(isDue = false): Promise<void> {
    const isOld = currentEpoch().offsetMs === null || performance.now() - this.measuredAtMs > MEASURE_EVERY_MS
    if (!isDue && !isOld) return
    const { id, offsetMs: before } = currentEpoch()
    const { offsetMs, databaseId } = await measureClock()
    if (offsetMs !== null) {
      this.measuredAtMs = performance.now()
      setMeasured(offsetMs)
      if (before === null) this.tellClock(id)
      this.publish(new Set([...this.kept.values()].map((e) => e.stintId)))
    }
    if (isOtherDatabase(databaseId)) void this.reconcile()
  }

  /** Sends one entry of an epoch again, which the server stores once: entries sent before their clock was measured are put right by it. */
  private tellClock(epoch: string): void {
    const sent = [...this.kept.values()].find((e) => e.state === 'sent' && e.entry.clockEpoch === epoch)
    if (sent) this.setAll(new Map([[sent.id, { state: 'waiting' as const }]]))
  }

  /**
   * Asks the server which of the entries that it once took it lacks, as after it went back to older data, and sends those again. What it
   * still has and is long past leaves the device.
   */
  async reconcile(): Promise<void> {
    try {
      await this.writing
      const sent = await entriesInState('sent')
      for (let i = 0; i < sent.length; i += MOST_IDS) {
        const asked = sent.slice(i, i + MOST_IDS)
        const body = { ids: asked.map((e) => e.id) }
        const answer = await request(lackingAnswerSchema, '/api/log/lacking', { method: 'POST', body, withinMs: ANSWER_WITHIN_MS })
        isOtherDatabase(answer.databaseId)
        const lacking = new Set(answer.lacking)
        const again = asked.filter((e) => lacking.has(e.id))
        this.keep(again)
        this.setAll(new Map(again.map((e) => [e.id, { state: 'waiting' as const }])))
        const past = asked.filter((e) => !lacking.has(e.id) && Date.parse(e.entry.deviceTime) < Date.now() - KEPT_MS)
        if (past.length > 0) await forget(past.map((e) => e.id))
      }
      if (this.state.waiting > 0) void this.send()
    } catch {
      this.isAway = true // asked again as soon as the server answers
    }
  }

  private setAll(changes: ReadonlyMap<string, Pick<DeviceEntry, 'state' | 'problem'>>): void {
    if (changes.size === 0) return
    const stints = new Set<string>()
    for (const [id, { state, problem }] of changes) {
      const entry = this.kept.get(id)
      if (!entry) continue
      const { problem: _before, ...rest } = entry
      this.kept.set(id, { ...rest, state, ...(problem ? { problem } : {}) })
      stints.add(entry.stintId)
    }
    this.publish(stints)
    // lost, it is sent once more, and stored once
    this.writing = this.writing.then(() => setStates(changes)).catch(() => undefined)
  }

  private publish(stintIds: ReadonlySet<string>): void {
    const all = [...this.kept.values()]
    this.state = {
      waiting: all.filter((e) => e.state === 'waiting').length,
      refused: all.filter((e) => e.state === 'refused'),
      unstored: this.unstored,
    }
    this.listeners.forEach((listener) => listener(stintIds))
  }
}
