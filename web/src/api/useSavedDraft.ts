import { useRef, useState } from 'react'
import { useVersionedSave } from './useVersionedSave'

interface SavedDraftOptions<Draft, Stored> {
  /** what the server holds, and its version */
  stored: Draft
  version: number
  put: (draft: Draft, fromVersion: number) => Promise<Stored>
  versionOf: (stored: Stored) => number
  /** puts what the server now holds where the pages look for it */
  onSaved: (stored: Stored) => void
  /** loads what is stored now */
  reload: () => Promise<unknown>
}

/**
 * Something that is saved after every change, one save after the other: a change made while another is being saved waits
 * for it, so nobody is in conflict with themselves.
 */
export function useSavedDraft<Draft, Stored>({ stored, version, put, versionOf, onSaved, reload }: SavedDraftOptions<Draft, Stored>) {
  const [mine, setMine] = useState<Draft | null>(null)
  const waiting = useRef<Draft | null>(null)
  const { save, saving, error, retry, conflict } = useVersionedSave({
    version,
    put,
    onSaved: (saved) => {
      onSaved(saved)
      const next = waiting.current
      waiting.current = null
      if (next) save(next, versionOf(saved))
      else setMine(null)
    },
    reload: async () => {
      waiting.current = null
      await reload()
      setMine(null)
    },
  })
  return {
    draft: mine ?? stored,
    change: (next: Draft) => {
      setMine(next)
      waiting.current = saving ? next : null
      if (!saving) save(next)
    },
    saving,
    error,
    conflict: conflict && {
      ...conflict,
      keepMine: () => {
        waiting.current = null
        conflict.keepMine(mine ?? stored)
      },
    },
    retry: () => {
      waiting.current = null // what this page shows is the latest
      if (mine) save(mine)
      else retry()
    },
  }
}
