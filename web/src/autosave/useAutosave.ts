import { hashKey } from '@tanstack/react-query'
import type { z } from 'zod'
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from 'react'
import { request } from '../api/request'
import { useVersionedSave } from '../api/useVersionedSave'
import { history as historyReducer, startHistory, type History, type HistoryAction } from '../undo/history'
import { dropDraft, keepDraft, keptDraft } from './keptDraft'
import { addressOf, keepUnsent } from './unsent'

/** A draft as the server holds it. */
export interface Stored<Draft> {
  readonly draft: Draft
  readonly version: number
}

/** Sends a body to where a draft is saved, and reads the answer. */
export type Send = <S extends z.ZodType>(schema: S, body: unknown) => Promise<z.infer<S>>

interface AutosaveOptions<Draft> {
  /** the address it is saved to: what could not be stored is kept on this device under it */
  path: string
  stored: Stored<Draft>
  /** saves over a version with `send`, once, and says what is stored then */
  put: (draft: Draft, fromVersion: number, send: Send) => Promise<Stored<Draft>>
  /** loads what is stored now */
  load: () => Promise<Stored<Draft>>
  /** a draft from what was kept on this device; throws where it is none */
  read: (kept: unknown) => Draft
  /** whether it can be stored as it stands; until then it is kept on this device. One function for every render. */
  isComplete?: (draft: Draft) => boolean
  /** a change waits so long for the next one before it is saved, ms */
  waitMs?: number
}

export interface Autosave<Draft> {
  draft: Draft
  /** @param of - what is being typed in: its changes are one step to undo, until they are saved */
  change: (draft: Draft, of?: string) => void
  undo: () => void
  redo: () => void
  canUndo: boolean
  canRedo: boolean
  saving: 'saved' | 'saving' | 'incomplete' | 'failed'
  /** the version that is stored; 0 before the first save */
  version: number
  error: Error | null
  retry: () => void
  /** saves the draft as it stands, even where nothing of it was changed */
  keep: () => void
  /** another save came first; `theirs` is null while it loads */
  conflict: { version: number; theirs: Draft | null; keepMine: () => void; takeTheirs: () => Promise<void> } | null
}

/** A save that is not answered yet. */
interface UnderWay<Draft> {
  readonly draft: Draft
  readonly body: unknown
  readonly fromVersion: number
}

const SAVE_AFTER_MS = 600
const always = () => true

/** Whether two drafts hold the same, even if their fields were set in another order. */
const same = (a: unknown, b: unknown) => hashKey([a]) === hashKey([b])

interface Typing<Draft> extends History<Draft> {
  /** what is being typed in: more of it is the same step, until it is saved */
  readonly of: string | null
}
type TypingAction<Draft> = (HistoryAction<Draft> & { of?: string | undefined }) | { type: 'saved' }

function typing<Draft>(state: Typing<Draft>, action: TypingAction<Draft>): Typing<Draft> {
  if (action.type === 'saved') return { ...state, of: null }
  const of = action.type === 'change' ? (action.of ?? null) : null
  if (action.type === 'change' && of !== null && of === state.of) return { ...state, present: action.to, future: [] }
  return { ...historyReducer(state, action), of }
}

/**
 * Something that is edited: every change can be undone, and is saved by itself over the version it was made from. What is
 * not stored yet is kept on this device, so leaving, closing and a link that is down lose nothing.
 */
export function useAutosave<Draft>({
  path,
  stored,
  put,
  load,
  read,
  isComplete = always,
  waitMs = SAVE_AFTER_MS,
}: AutosaveOptions<Draft>): Autosave<Draft> {
  const [kept] = useState(() => keptDraft(path, read))
  const [history, dispatch] = useReducer(typing<Draft>, null, (): Typing<Draft> => {
    const start = startHistory(stored.draft)
    if (!kept || same(kept.draft, stored.draft)) return { ...start, of: null }
    return { past: [stored.draft], present: kept.draft, future: [], of: null }
  })
  const [saved, setSaved] = useState<Stored<Draft>>(() => ({ draft: stored.draft, version: kept?.fromVersion ?? stored.version }))
  const [theirs, setTheirs] = useState<Stored<Draft> | null>(null)
  const { present } = history
  const dirty = !same(present, saved.draft)
  const underWay = useRef<UnderWay<Draft> | null>(null)
  const sendFrom =
    (draft: Draft, fromVersion: number): Send =>
    (schema, body) => {
      underWay.current = { draft, body, fromVersion }
      return request(schema, addressOf(path), { method: 'PUT', body })
    }
  const { save, saving, error, reset, conflict } = useVersionedSave({
    version: saved.version,
    oneByOne: path,
    put: (draft: Draft, fromVersion) =>
      put(draft, fromVersion, sendFrom(draft, fromVersion)).catch(async (refused: unknown) => {
        setTheirs(await load().catch(() => null))
        throw refused
      }),
    onSaved: (now) => {
      setSaved(now)
      setTheirs(null)
      dispatch({ type: 'saved' })
    },
    reload: async () => {
      const now = theirs ?? (await load())
      setSaved(now)
      setTheirs(null)
      dispatch({ type: 'replace', to: now.draft })
    },
  })
  // someone else's change is shown while nothing of one's own waits, and so is a newer suggestion before the first save; what was
  // sent just before this page was opened may arrive as stored only now
  const isNewer = stored.version > saved.version || (stored.version === 0 && saved.version === 0 && !same(stored.draft, saved.draft))
  const isOwn = isNewer && same(stored.draft, present)
  if (isNewer && (isOwn || !dirty) && !saving && conflict === null) {
    setSaved(stored)
    if (!isOwn) dispatch({ type: 'replace', to: stored.draft })
  }
  const failed = error !== null || conflict !== null
  const complete = useMemo(() => isComplete(present), [isComplete, present])
  const saveNow = dirty && complete && !failed ? () => save(present) : null
  const waiting = useRef<{ save: () => void; saveOrKeep: () => void } | null>(null)
  useEffect(() => {
    const leave = (after: (first: UnderWay<Draft>) => void) => {
      const first = saving ? underWay.current : null
      if (first === null) saveNow?.()
      else if (saveNow !== null && !same(first.draft, present)) after(first)
    }
    waiting.current = {
      save: () => leave(() => save(present)),
      saveOrKeep: () =>
        leave(({ body, fromVersion }) => {
          const keep: Send = (_, next) => {
            keepUnsent(path, [body, next])
            return new Promise(() => undefined)
          }
          void put(present, fromVersion + 1, keep)
        }),
    }
  })
  useEffect(() => {
    if (dirty) keepDraft(path, { draft: present, fromVersion: saved.version })
    else dropDraft(path)
  }, [path, dirty, present, saved.version])
  useEffect(() => {
    if (!dirty || !complete || saving || failed) return
    const timer = setTimeout(() => waiting.current?.save(), waitMs)
    return () => clearTimeout(timer)
  }, [dirty, complete, saving, failed, present, saved.version, waitMs])
  // a change made just before the page is left is saved too: after the one that is under way, or at the next start
  useEffect(() => {
    const close = () => waiting.current?.saveOrKeep()
    window.addEventListener('pagehide', close)
    return () => {
      window.removeEventListener('pagehide', close)
      waiting.current?.save()
    }
  }, [])
  const hasFailed = error !== null
  const change = useCallback(
    (to: Draft, of?: string) => {
      if (hasFailed) reset() // what was refused is tried again as it is now; what is under way goes on
      dispatch({ type: 'change', to, of })
    },
    [reset, hasFailed],
  )
  return {
    draft: present,
    change,
    undo: useCallback(() => dispatch({ type: 'undo' }), []),
    redo: useCallback(() => dispatch({ type: 'redo' }), []),
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
    saving: failed ? 'failed' : !dirty && !saving ? 'saved' : complete ? 'saving' : 'incomplete',
    version: saved.version,
    error,
    retry: reset,
    keep: () => save(present),
    conflict: conflict && { ...conflict, keepMine: () => conflict.keepMine(present), theirs: theirs?.draft ?? null },
  }
}
