import { useEffect, useRef } from 'react'

interface Undoing {
  undo: () => void
  redo: () => void
}

/** What the keys work on, the last come last: an editor goes before what was done on the page before it. */
const takers: { readonly current: Undoing }[] = []

function onKey(event: KeyboardEvent): void {
  if (!(event.ctrlKey || event.metaKey) || (event.target as HTMLElement).closest('input[type="text"], textarea')) return
  const taker = takers[takers.length - 1]?.current
  const key = event.key.toLowerCase()
  if (key === 'z' && !event.shiftKey) taker?.undo()
  else if (key === 'y' || key === 'z') taker?.redo()
  else return
  event.preventDefault()
}

/**
 * Ctrl+Z undoes; Ctrl+Shift+Z and Ctrl+Y redo. In a text field they stay the field's own.
 * @param active - whether there is anything for the keys to work on
 */
export function useUndoKeys(undo: () => void, redo: () => void, active = true): void {
  const latest = useRef({ undo, redo })
  useEffect(() => {
    latest.current = { undo, redo }
  })
  useEffect(() => {
    if (!active) return
    takers.push(latest)
    if (takers.length === 1) window.addEventListener('keydown', onKey)
    return () => {
      takers.splice(takers.indexOf(latest), 1)
      if (takers.length === 0) window.removeEventListener('keydown', onKey)
    }
  }, [active])
}
