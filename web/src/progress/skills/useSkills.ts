import { useQuery } from '@tanstack/react-query'
import { useCallback, useMemo, useState } from 'react'
import type { StoredRecording, StudentView } from '@ochote/contracts'
import { skillEvidence, skillsOf, stintRecord, type SkillState, type StintRecord } from '@ochote/core'
import { recordingsQuery } from '../../api/queries'
import { shortDay } from '../../format/format'
import type { OpenedLogs } from '../../stintLog/useStintLogs'
import type { Recorded } from './RecordedEvidence'
import { useBends } from './useBends'

/** A stint with recorded laps that are being read, or could not be. */
export interface ToRead {
  readonly dayId: string
  readonly stintId: string
  readonly recordings: readonly StoredRecording[]
  readonly record: StintRecord
  readonly says: string
}

/** A student's skills, from the logs of all days and from the recorded laps that have been read. */
export function useSkills({ person, days }: StudentView, logOf: OpenedLogs['logOf']) {
  const recordings = useQuery(recordingsQuery({ studentId: person.id }))
  const bends = useBends([...new Set(days.map(({ circuit }) => circuit.id))])
  const stints = useMemo(() => days.flatMap((day) => day.stints.map(({ stint }) => ({ day, stint }))), [days])
  const ids = useMemo(() => stints.map(({ stint }) => stint.id), [stints])
  const [read, setRead] = useState<ReadonlyMap<string, Recorded>>(new Map())
  const onRead = useCallback((stintId: string, recorded: Recorded) => setRead((before) => new Map(before).set(stintId, recorded)), [])
  const [failed, setFailed] = useState<ReadonlySet<string>>(new Set())
  const onFailed = useCallback((stintId: string) => setFailed((before) => new Set(before).add(stintId)), [])
  const records = useMemo(() => new Map(ids.map((id) => [id, stintRecord(logOf(id).entries)])), [ids, logOf])
  const skills = useMemo((): SkillState[] => {
    const passes = stints.flatMap(({ day, stint }) =>
      skillEvidence({
        ...{ id: stint.id, date: day.date, startsAt: stint.startsAt, record: records.get(stint.id)! },
        bends: bends.get(day.circuit.id) ?? new Map(),
        recorded: read.get(stint.id) ?? null,
      }),
    )
    return skillsOf(passes)
  }, [stints, records, bends, read])
  const unread = stints.flatMap(({ day, stint }): ToRead[] => {
    const own = (recordings.data ?? []).filter(({ stintId }) => stintId === stint.id)
    const says = `${shortDay(day.date)}, ${stint.startsAt}`
    return own.length === 0 || read.has(stint.id)
      ? []
      : [{ dayId: day.id, stintId: stint.id, recordings: own, record: records.get(stint.id)!, says }]
  })
  // one after the other: each needs its plan and a thread of its own
  const next = unread.find(({ stintId }) => !failed.has(stintId))
  const toRead = unread.filter((one) => one === next || failed.has(one.stintId))
  return { skills, toRead, onRead, onFailed, recordings }
}
