import { useCallback, useState } from 'react'
import type { StoredRecording } from '@ochote/contracts'
import type { StintRecord } from '@ochote/core'
import type { ReadStint } from './StintReading'

/** A stint that is to be read. */
export interface ToRead {
  readonly dayId: string
  readonly stintId: string
  readonly recordings: readonly StoredRecording[]
  readonly record: StintRecord
  /** when and where, such as "17 Oct, 10:20" */
  readonly says: string
}

/** Stints as they are read, one after the other: each needs its plan and a thread of its own. */
export interface Readings {
  readonly read: ReadonlyMap<string, ReadStint>
  /** the one being read, and those that could not be: a `StintReading` for each */
  readonly toRead: readonly ToRead[]
  /** whether nothing is being read any more */
  readonly isRead: boolean
  readonly onRead: (stintId: string, read: ReadStint) => void
  readonly onFailed: (stintId: string) => void
}

/** @param stints - null while it is not known which have recordings: a stint would be read without them */
export function useReadings(stints: readonly ToRead[] | null): Readings {
  const [read, setRead] = useState<ReadonlyMap<string, ReadStint>>(new Map())
  const [failed, setFailed] = useState<ReadonlySet<string>>(new Set())
  const onRead = useCallback((stintId: string, one: ReadStint) => setRead((before) => new Map(before).set(stintId, one)), [])
  const onFailed = useCallback((stintId: string) => setFailed((before) => new Set(before).add(stintId)), [])
  const unread = (stints ?? []).filter(({ stintId }) => !read.has(stintId))
  const next = unread.find(({ stintId }) => !failed.has(stintId))
  const toRead = unread.filter((one) => one === next || failed.has(one.stintId))
  return { read, toRead, isRead: stints !== null && next === undefined, onRead, onFailed }
}
