import { useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import type { StoredRecording, StudentView } from '@ochote/contracts'
import {
  lapsAgainstPlan,
  skillEvidence,
  skillsOf,
  stintRecord,
  timedLaps,
  type LapsAgainstPlan,
  type SkillState,
  type StintRecord,
} from '@ochote/core'
import { recordingsQuery } from '../../api/queries'
import { shortDay } from '../../format/format'
import type { OpenedLogs } from '../../stintLog/useStintLogs'
import type { ReadStint } from '../../reading/StintReading'
import { useBends } from './useBends'

/** A driven stint that is being read, or could not be. */
export interface ToRead {
  readonly dayId: string
  readonly stintId: string
  readonly recordings: readonly StoredRecording[]
  readonly record: StintRecord
  readonly says: string
}

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
  const [read, setRead] = useState<ReadonlyMap<string, ReadStint>>(new Map())
  const onRead = useCallback((stintId: string, one: ReadStint) => setRead((before) => new Map(before).set(stintId, one)), [])
  const [failed, setFailed] = useState<ReadonlySet<string>>(new Set())
  const onFailed = useCallback((stintId: string) => setFailed((before) => new Set(before).add(stintId)), [])
  const records = useMemo(() => new Map(ids.map((id) => [id, stintRecord(logOf(id).entries)])), [ids, logOf])
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
  const unread = stints.flatMap(({ day, stint }): ToRead[] => {
    const record = records.get(stint.id)!
    const own = (recordings.data ?? []).filter(({ stintId }) => stintId === stint.id)
    const says = `${shortDay(day.date)}, ${stint.startsAt}`
    const isDriven = own.length > 0 || timedLaps(record).length > 0
    return isDriven && !read.has(stint.id) ? [{ dayId: day.id, stintId: stint.id, recordings: own, record, says }] : []
  })
  // one after the other: each needs its plan and a thread of its own
  const next = unread.find(({ stintId }) => !failed.has(stintId))
  // until it is known which recordings there are, a stint would be read without them
  const toRead = recordings.isPending ? [] : unread.filter((one) => one === next || failed.has(one.stintId))
  const laps = stints.flatMap(({ day, stint }): StintLaps[] => {
    const one = read.get(stint.id)
    const timesS = timedLaps(records.get(stint.id)!).flatMap(({ timeS }) => timeS ?? [])
    const against = one && lapsAgainstPlan(timesS, one.planLapS)
    return one && against ? [{ stintId: stint.id, date: day.date, startsAt: stint.startsAt, weather: day.weather, ...one, against }] : []
  })
  /** whether nothing is being read any more */
  const isRead = !recordings.isPending && next === undefined
  return { skills, laps, toRead, isRead, onRead, onFailed, recordings, records, bends }
}
