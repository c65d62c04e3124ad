import { useEffect } from 'react'
import { isForField } from '../shell/stages'

/** Arrow keys go mark by mark; space plays and pauses. */
export function useTalkKeys(step: (by: 1 | -1) => void, playOrPause: () => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isForField(event) || (event.target as HTMLElement).closest('button')) return
      if (event.key === 'ArrowRight') step(1)
      else if (event.key === 'ArrowLeft') step(-1)
      else if (event.key === ' ') playOrPause()
      else return
      event.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [step, playOrPause])
}
