import { createContext, useCallback, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { useUndoKeys } from './useUndoKeys'

/** Something that was done and stored, and what takes it back. */
export interface Done {
  /** "Hatch 2 is archived." */
  readonly says: string
  readonly undo: () => Promise<unknown>
}

interface LastDone {
  /** what was done, or that it is undone; empty where nothing was done lately */
  readonly says: string
  /** why it could not be undone; null where nothing failed */
  readonly failed: { readonly error: unknown } | null
  /** null where there is nothing to undo, or it is being undone */
  readonly undo: (() => void) | null
  readonly close: () => void
}

const SHOWN_MS = 20_000
const noop = () => undefined
const nothing: LastDone = { says: '', failed: null, undo: null, close: noop }

const TellContext = createContext<(done: Done) => void>(noop)
const LastDoneContext = createContext(nothing)

/** Tells what was done, so that it can be undone. */
export const useDone = (): ((done: Done) => void) => useContext(TellContext)
/** What was done last, for as long as undoing it is offered. */
export const useLastDone = (): LastDone => useContext(LastDoneContext)

/** Keeps what was done last, so that it can be undone for a while, on whatever page. */
export function UndoProvider({ children }: { children: ReactNode }) {
  const [done, setDone] = useState<Done | null>(null)
  const [outcome, setOutcome] = useState<'undoing' | 'undone' | { error: unknown } | null>(null)
  const tell = useCallback((next: Done) => {
    setDone(next)
    setOutcome(null)
  }, [])
  const undo = useCallback(() => {
    if (!done) return
    setOutcome('undoing')
    done.undo().then(
      () => setOutcome('undone'),
      (error: unknown) => setOutcome({ error }),
    )
  }, [done])
  const canUndo = done !== null && outcome !== 'undoing' && outcome !== 'undone'
  useUndoKeys(undo, noop, canUndo)
  useEffect(() => {
    if (!done || outcome === 'undoing') return
    const timer = setTimeout(() => setDone(null), SHOWN_MS)
    return () => clearTimeout(timer)
  }, [done, outcome])
  const last = useMemo((): LastDone => {
    if (!done) return nothing
    const failed = typeof outcome === 'object' ? outcome : null
    const says = outcome === 'undone' ? `Undone: ${done.says}` : done.says
    return { says, failed, undo: canUndo ? undo : null, close: () => setDone(null) }
  }, [done, outcome, canUndo, undo])
  return (
    <TellContext value={tell}>
      <LastDoneContext value={last}>{children}</LastDoneContext>
    </TellContext>
  )
}
