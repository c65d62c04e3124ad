import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import type { StudentView } from '@ochote/contracts'
import { lapsAgainstPlan, skillEvidence, skillsOf, stintRecord, timedLaps, type LapsAgainstPlan, type SkillState } from '@ochote/core'
import { recordingsQuery } from '../../api/queries'
import { shortDay } from '../../format/format'
import type { OpenedLogs } from '../../stintLog/useStintLogs'
import type { ReadStint } from '../../reading/StintReading'
import { useReadings, type ToRead } from '../../reading/useReadings'
import { useBends } from './useBends'

/** A stint's laps beside its plan's. */
export interface StintLaps extends ReadStint {
  readonly stintId: string
  readonly date: string
  readonly startsAt: string
  readonly weather: string
  readonly against: LapsAgainstPlan
}

/** A student's skills and laps, from the logs of all days and from the recorded laps that have been read. */
export function useSkills({ person, days }: StudentView, logOf: OpenedLogs['logOf']) {
  const recordings = useQuery(recordingsQuery({ studentId: person.id }))
  const bends = useBends([...new Set(days.map(({ circuit }) => circuit.id))])
  const stints = useMemo(() => days.flatMap((day) => day.stints.map(({ stint }) => ({ day, stint }))), [days])
  const ids = useMemo(() => stints.map(({ stint }) => stint.id), [stints])
  const records = useMemo(() => new Map(ids.map((id) => [id, stintRecord(logOf(id).entries)])), [ids, logOf])
  const driven = stints.flatMap(({ day, stint }): ToRead[] => {
    const record = records.get(stint.id)!
    const own = (recordings.data ?? []).filter(({ stintId }) => stintId === stint.id)
    const says = `${shortDay(day.date)}, ${stint.startsAt}`
    const isDriven = own.length > 0 || timedLaps(record).length > 0
    return isDriven ? [{ dayId: day.id, stintId: stint.id, recordings: own, record, says }] : []
  })
  const { read, ...readings } = useReadings(recordings.isPending ? null : driven)
  const skills = useMemo((): SkillState[] => {
    const passes = stints.flatMap(({ day, stint }) =>
      skillEvidence({
        ...{ id: stint.id, date: day.date, startsAt: stint.startsAt, record: records.get(stint.id)! },
        bends: bends.get(day.circuit.id) ?? new Map(),
        recorded: read.get(stint.id)?.recorded ?? null,
      }),
    )
    return skillsOf(passes)
  }, [stints, records, bends, read])
  const laps = stints.flatMap(({ day, stint }): StintLaps[] => {
    const one = read.get(stint.id)
    const timesS = timedLaps(records.get(stint.id)!).flatMap(({ timeS }) => timeS ?? [])
    const against = one && lapsAgainstPlan(timesS, one.planLapS)
    return one && against ? [{ stintId: stint.id, date: day.date, startsAt: stint.startsAt, weather: day.weather, ...one, against }] : []
  })
  const notes = new Map([...read].map(([stintId, one]) => [stintId, one.notes] as const))
  return { ...readings, skills, laps, notes, recordings, records, bends }
}
