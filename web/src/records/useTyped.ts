import { hashKey } from '@tanstack/react-query'
import { useState } from 'react'
import { dropDraft, keepDraft, keptDraft } from '../autosave/keptDraft'

/** What is typed in a form. */
export interface Typed<T> {
  readonly typed: T
  readonly set: (part: Partial<T>) => void
  /** whether it differs from what is stored */
  readonly isChanged: boolean
  /** whether it was typed before the form was opened this time */
  readonly isKept: boolean
  /** the version that it changes */
  readonly fromVersion: number
  /** goes back to what is stored */
  readonly startAgain: () => void
  /** lets go of what was kept, once it is stored */
  readonly drop: () => void
}

/** Reads what was kept for a form: it has the fields of the form, each of its own kind. */
const like =
  <T extends object>(stored: T) =>
  (kept: unknown): T => {
    if (!hasShape(kept, stored)) throw new TypeError('what was kept is of another form')
    return kept as T
  }

function hasShape(kept: unknown, of: unknown): boolean {
  if (of === null || of === undefined) return true
  if (Array.isArray(of)) return Array.isArray(kept) && (of.length === 0 || kept.every((one) => hasShape(one, of[0])))
  if (typeof of !== 'object') return kept === null || typeof kept === typeof of
  return typeof kept === 'object' && kept !== null && Object.entries(of).every(([key, value]) => hasShape(Reflect.get(kept, key), value))
}

/**
 * A form's text while it is typed. It is kept on this device until it is stored, so closing the form, leaving the page and a
 * server that is away lose none of it.
 * @param path - names the form on the device
 * @param stored - what the form shows at first
 * @param version - the version of what is stored; 0 for something new
 * @param read - reads what was kept, and throws where it does not fit the form; by default it needs the fields of `stored`
 */
export function useTyped<T extends object>(path: string, stored: T, version: number, read: (kept: unknown) => T = like(stored)): Typed<T> {
  const key = `form ${path}`
  const [start] = useState(stored)
  const [kept] = useState(() => keptDraft(key, read))
  const [typed, setTyped] = useState(kept?.draft ?? start)
  const [isKept, setIsKept] = useState(kept !== null)
  const isChanged = hashKey([typed]) !== hashKey([start])
  const fromVersion = isKept ? (kept?.fromVersion ?? version) : version
  const drop = () => dropDraft(key)
  return {
    ...{ typed, isChanged, isKept: isKept && isChanged, fromVersion, drop },
    set: (part) => {
      const next = { ...typed, ...part }
      setTyped(next)
      keepDraft(key, { draft: next, fromVersion })
    },
    startAgain: () => {
      drop()
      setIsKept(false)
      setTyped(start)
    },
  }
}
