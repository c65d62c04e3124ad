import type { Bend, StintView, StudentView } from '@ochote/contracts'
import { timedLaps, type LastStint, type StintRecord } from '@ochote/core'
import { today } from '../../format/format'
import type { StintLaps } from '../skills/useSkills'

type Records = ReadonlyMap<string, StintRecord>
export type StudentDay = StudentView['days'][number]
/** A student's stint with its day. */
export interface DatedStint extends StintView {
  readonly day: StudentDay
}

const inOrder = (days: StudentView['days']): DatedStint[] =>
  days.flatMap((day) => [...day.stints].sort((a, b) => a.stint.startsAt.localeCompare(b.stint.startsAt)).map((one) => ({ ...one, day })))

const isDriven = (records: Records, { stint }: StintView) => timedLaps(records.get(stint.id)!).length > 0

/** The stint driven last, or null before the first. */
export const lastDriven = ({ days }: StudentView, records: Records): DatedStint | null =>
  inOrder(days)
    .filter((one) => isDriven(records, one))
    .at(-1) ?? null

/** The first stint that has not begun after the one driven last: from today on, where there is one. Null where none is planned. */
export function nextPlanned({ days }: StudentView, records: Records): DatedStint | null {
  const all = inOrder(days)
  const last = all.map((one) => isDriven(records, one)).lastIndexOf(true)
  const open = all.slice(last + 1).filter(({ stint }) => records.get(stint.id)!.phase === 'ready')
  return open.find(({ day }) => day.date >= today()) ?? open[0] ?? null
}

/** What is known of the stint driven last. */
export const lastStintOf = (
  { stint, day }: DatedStint,
  laps: readonly StintLaps[],
  bends: ReadonlyMap<string, ReadonlyMap<string, Bend>>,
): LastStint => {
  const own = laps.find(({ stintId }) => stintId === stint.id)
  return {
    ...{ stintId: stint.id, date: day.date, bends: bends.get(day.circuit.id) ?? new Map<string, Bend>() },
    ...{ against: own?.against ?? null, standing: own?.standing ?? [] },
  }
}
