import { randomUUID } from 'node:crypto'
import {
  beforeDriving,
  fieldProblems,
  logEntrySchema,
  type ClockEpoch,
  type LogEntry,
  type PlanVersion,
  type RefusedEntry,
} from '@ochote/contracts'
import { notFound } from '../http/appError'
import { cutTexts } from '../http/cutTexts'
import { storePlanVersion } from '../plans/storePlanVersion'
import type { ByNoun, Repositories } from '../repositories'

const LONGEST_ID = 60

/** An entry that is taken, or why it is not. */
function readEntry(input: unknown, stintId: string): LogEntry | RefusedEntry {
  const named = (input as { id?: unknown } | null)?.id
  const id = typeof named === 'string' ? named.slice(0, LONGEST_ID) : ''
  const read = logEntrySchema.safeParse(input)
  if (!read.success) return { id, ...fieldProblems(read.error, input)[0]! }
  const [cut] = cutTexts(read.data)
  if (cut) return { id, ...cut }
  const entry = read.data
  if (entry.stintId !== stintId) return { id, field: 'stintId', found: entry.stintId, expected: stintId }
  // a logger's clock is not the device's: nothing puts its times right
  if (entry.kind === 'line' && entry.source === 'logger') return { ...entry, clockEpoch: undefined, clockOffsetMs: undefined }
  return entry
}

const isRefused = (read: LogEntry | RefusedEntry): read is RefusedEntry => 'expected' in read

/**
 * Ties a stint to the released version of its plan, or to the plan as it stands where none was released, with the first entry that counts as
 * driving; later changes to the plan don't touch it.
 */
async function fixPlanVersion(within: ByNoun, stintId: string, planId: string, at: string): Promise<PlanVersion> {
  const plan = await within.plans.find(planId)
  if (!plan) throw new Error(`stint ${stintId} names plan ${planId}, which is not stored`)
  const released = plan.ready && (await within.planVersions.find(plan.ready.id))
  const stored = released ?? (await within.planVersions.ofVersion(plan.id, plan.version))
  const version = stored ?? (await storePlanVersion(within, plan, { id: randomUUID(), at, by: '' }))
  await within.stints.setPlanVersion(stintId, version.id)
  return version
}

/**
 * Adds a batch to a stint's log. Each entry is taken or refused separately; those taken are stored in one transaction.
 * @param inputs - entries as they were sent
 * @returns a receipt for every entry that has an id, and the plan version that the stint is driven on from now on
 * @throws AppError where the stint is not stored
 */
export async function addToLog(
  all: Repositories,
  stintId: string,
  inputs: readonly unknown[],
  clocks: readonly ClockEpoch[],
  at: string,
): Promise<{ stored: string[]; refused: RefusedEntry[]; fixed: PlanVersion | null }> {
  const read = inputs.map((input) => readEntry(input, stintId))
  const entries = read.filter((one): one is LogEntry => !isRefused(one))
  const { clashing, fixed } = await all.transaction(async (within) => {
    const stint = await within.stints.planOf(stintId)
    if (!stint) throw notFound(`Stint ${stintId}`)
    if (entries.length === 0) return { clashing: [], fixed: null }
    const clashing = await within.logs.add(entries, at)
    if (clocks.length > 0) await within.logs.addClocks(entries[0]!.deviceId, clocks, at)
    const isDriven = entries.some((e) => !beforeDriving.includes(e.kind) && !clashing.includes(e.id))
    const fixes = stint.planVersionId === null && isDriven
    return { clashing, fixed: fixes ? await fixPlanVersion(within, stintId, stint.planId, at) : null }
  })
  const clashes = clashing.map((id) => ({ id, field: 'id', found: id, expected: 'an id that no other entry has' }))
  return {
    stored: entries.map((e) => e.id).filter((id) => !clashing.includes(id)),
    refused: [...read.filter(isRefused), ...clashes],
    fixed,
  }
}
