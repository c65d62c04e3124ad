import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useRef, useState } from 'react'
import { v7 as uuid } from 'uuid'
import { LARGEST_RECORDING, recordingTakenSchema, type RecordingTaken } from '@ochote/contracts'
import { askAgain } from '../api/askAgain'
import { refused } from '../api/inputProblem'
import { upload } from '../api/upload'
import type { RecordingsOf } from '../api/queries'

/** A file on its way. */
export interface Upload {
  readonly id: string
  readonly file: File
  readonly state:
    | { readonly is: 'waiting' }
    | { readonly is: 'sending'; readonly share: number }
    | { readonly is: 'reading' }
    | { readonly is: 'taken'; readonly taken: RecordingTaken }
    | { readonly is: 'refused'; readonly error: unknown }
    | { readonly is: 'stopped' }
}

const tooLarge = (file: File) =>
  refused('This file is too large', [
    { field: file.name, found: `${Math.round(file.size / 1e6)} MB`, expected: `at most ${LARGEST_RECORDING / 1e6} MB` },
  ])

/** Files that were dropped: they go one after the other, and each can be stopped. */
export function useUploads(of: RecordingsOf) {
  const client = useQueryClient()
  const [uploads, setUploads] = useState<readonly Upload[]>([])
  const [stops] = useState(() => new Map<string, AbortController>())
  const last = useRef(Promise.resolve())
  const set = useCallback((id: string, state: Upload['state']) => {
    setUploads((all) => all.map((one) => (one.id === id ? { ...one, state } : one)))
  }, [])
  const send = useCallback(
    async ({ id, file }: Pick<Upload, 'id' | 'file'>) => {
      const stop = stops.get(id)!
      if (stop.signal.aborted) return
      try {
        if (file.size > LARGEST_RECORDING) throw tooLarge(file)
        const query = new URLSearchParams({ id, name: file.name.slice(0, 200), modifiedMs: String(file.lastModified), ...of })
        const onSent = (share: number) => set(id, share < 1 ? { is: 'sending', share } : { is: 'reading' })
        const taken = await upload(recordingTakenSchema, `/api/recordings?${query}`, file, { signal: stop.signal, onSent })
        set(id, { is: 'taken', taken })
        await askAgain(client, ['recordings'])
      } catch (error) {
        set(id, stop.signal.aborted ? { is: 'stopped' } : { is: 'refused', error })
      }
    },
    [client, of, set, stops],
  )
  const add = useCallback(
    (files: readonly File[]) => {
      const fresh = files.map((file): Upload => ({ id: uuid(), file, state: { is: 'waiting' } }))
      for (const { id } of fresh) stops.set(id, new AbortController())
      setUploads((all) => [...all, ...fresh])
      for (const one of fresh) last.current = last.current.then(() => send(one))
    },
    [send, stops],
  )
  return {
    uploads,
    add,
    stop: (id: string) => {
      stops.get(id)?.abort()
      set(id, { is: 'stopped' })
    },
    forget: (id: string) => setUploads((all) => all.filter((one) => one.id !== id)),
  }
}
