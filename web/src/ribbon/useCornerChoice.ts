import type { PlanSolution } from '@ochote/core'
import { useCallback, useEffect, useLayoutEffect, useRef } from 'react'
import { useSearchParams } from 'react-router'
import { isForField } from '../shell/stages'

/** A second digit typed within this belongs to the first: "1", "1" is corner 11. */
const TYPING_MS = 700

/** The chosen corner, kept in the address; arrow keys go corner to corner, typing a number goes there, Escape shows the whole lap. */
export function useCornerChoice(solution: PlanSolution | undefined): [string | null, (number: string | null) => void] {
  const [params, setParams] = useSearchParams()
  const corner = params.get('corner')
  // keys may come faster than the page renders: each carries on from the one before
  const going = useRef<{ to: string | null } | null>(null)
  const drawn = useRef(corner)
  useLayoutEffect(() => {
    drawn.current = corner
    if (going.current?.to === corner) going.current = null
  }, [corner])
  const choose = useCallback(
    (number: string | null) => {
      going.current = { to: number }
      setParams(
        (before) => {
          const next = new URLSearchParams(before)
          if (number === null) next.delete('corner')
          else next.set('corner', number)
          return next
        },
        { replace: true },
      )
    },
    [setParams],
  )
  const typed = useRef({ digits: '', at: 0 })
  useEffect(() => {
    if (!solution) return
    const numbers = solution.corners.map((c) => c.number)
    const step = (by: 1 | -1) => {
      const from = going.current ? going.current.to : drawn.current
      const at = from === null ? (by === 1 ? -1 : 0) : numbers.indexOf(from)
      choose(numbers[(at + by + numbers.length) % numbers.length] ?? null)
    }
    const onKey = (event: KeyboardEvent) => {
      if (isForField(event) || event.defaultPrevented) return
      if (event.key === 'ArrowRight') step(1)
      else if (event.key === 'ArrowLeft') step(-1)
      else if (event.key === 'Escape') choose(null)
      else if (/^\d$/.test(event.key)) {
        const continued = event.timeStamp - typed.current.at < TYPING_MS
        const digits = continued ? typed.current.digits + event.key : event.key
        typed.current = { digits, at: event.timeStamp }
        const number = [digits, event.key].find((n) => numbers.includes(n))
        if (number) choose(number)
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [solution, choose])
  return [corner, choose]
}
