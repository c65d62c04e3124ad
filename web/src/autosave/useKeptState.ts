import { useCallback, useState } from 'react'
import { dropDraft, keepDraft, keptDraft } from './keptDraft'

/**
 * What is typed before it is anywhere else, kept on this device: leaving the page loses none of it.
 * @param path - names it on the device
 * @param read - what was kept; throws where it is none
 * @returns the value, how to change it, and how to let go of it once it is stored or not wanted
 */
export function useKeptState<T>(path: string, initial: () => T, read: (kept: unknown) => T): [T, (next: T) => void, () => void] {
  const [value, setValue] = useState(() => keptDraft(path, read)?.draft ?? initial())
  const change = useCallback(
    (next: T) => {
      keepDraft(path, { draft: next, fromVersion: 0 })
      setValue(next)
    },
    [path],
  )
  const drop = useCallback(() => dropDraft(path), [path])
  return [value, change, drop]
}
