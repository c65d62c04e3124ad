import { useEffect, useEffectEvent, useRef, useState } from 'react'
import { talkStationAt, talkTimeOf, talkTimes, type PlanSolution, type TalkPace, type TalkStep } from '@ochote/core'
import { useMoveCursor } from '../ribbon/trackCursor'

/** Where the talk is, and how to move it. */
export type TalkClock = ReturnType<typeof useTalkClock>

/** Plays a lap at a pace along every drawing of it, step by step or by the clock. */
export function useTalkClock(solution: PlanSolution, steps: readonly TalkStep[], pace: TalkPace, onStep: (step: TalkStep) => void) {
  const [at, setAt] = useState(0)
  const [playing, setPlaying] = useState(false)
  const moveCursor = useMoveCursor()
  const now = useRef(0)
  const times = talkTimes(solution, pace)
  const go = (k: number) => {
    const step = steps[k]
    if (!step) return
    setAt(k)
    now.current = talkTimeOf(solution, times, step.stationM)
    moveCursor(step.stationM)
    onStep(step)
  }
  /** Goes on by so many seconds. @returns whether the lap is over */
  const goOn = useEffectEvent((seconds: number): boolean => {
    now.current += seconds
    const stationM = talkStationAt(solution, times, now.current)
    moveCursor(stationM)
    const next = steps[at + 1]
    if (next && next.stationM <= stationM) {
      setAt(at + 1)
      onStep(next)
    }
    return now.current >= times[times.length - 1]!
  })
  useEffect(() => {
    if (!playing) return
    let last = performance.now()
    let frame = requestAnimationFrame(function tick(time) {
      const over = goOn((time - last) / 1000)
      last = time
      if (over) setPlaying(false)
      else frame = requestAnimationFrame(tick)
    })
    return () => cancelAnimationFrame(frame)
  }, [playing])
  return { at, playing, go, play: () => setPlaying(true), pause: () => setPlaying(false) }
}
