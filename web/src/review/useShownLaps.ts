import { useTheme } from '@mui/material'
import { useMemo, useState } from 'react'
import { behindOf, isCompared, type LapTrace } from '@ochote/core'
import type { Reviewed } from '../workers/review.worker'
import type { ShownLap } from './DrivenLines'
import { lapInk } from './lapInks'
import type { Reference } from './useReference'

/** More laps than these can’t be told apart. */
const MOST_SHOWN = 10

/**
 * The laps that lie over each other, each with its ink and its time against the reference; at first the fastest.
 * @param wanted - the line wanted, as a lap; null where none is drawn
 */
export function useShownLaps({ analysis, traces }: Reviewed, reference: Reference, wanted: LapTrace | null) {
  const { tokens } = useTheme()
  const whole = analysis.laps.filter(isCompared)
  const bestLapS = whole.length > 0 ? Math.min(...whole.map(({ timeS }) => timeS)) : null
  const [numbers, setNumbers] = useState<readonly number[]>(() => {
    const fastest = whole.find(({ timeS }) => timeS === bestLapS) ?? analysis.laps[0]
    return fastest ? [fastest.lap] : []
  })
  const laps = useMemo(
    (): ShownLap[] =>
      numbers.flatMap((number, n) => {
        const trace = traces[analysis.laps.findIndex(({ lap }) => lap === number)]
        if (!trace) return []
        return [{ key: `lap ${number}`, says: `lap ${number}`, trace, behind: behindOf(trace, reference.trace), ink: lapInk(n, tokens) }]
      }),
    [numbers, analysis.laps, traces, reference, tokens],
  )
  const referenceLap = useMemo(
    (): ShownLap => ({
      ...{ key: 'reference', says: reference.says, trace: reference.trace, ink: { colour: tokens.inkSoft, dash: [1, 2.5] } },
      behind: behindOf(reference.trace, reference.trace),
    }),
    [reference, tokens],
  )
  const drawn = useMemo((): ShownLap[] => {
    if (!wanted) return [referenceLap, ...laps]
    const behind = behindOf(wanted, reference.trace)
    return [
      referenceLap,
      { key: 'wanted', says: 'the line wanted', trace: wanted, behind, ink: { colour: tokens.line, dash: [] } },
      ...laps,
    ]
  }, [referenceLap, laps, wanted, reference, tokens])
  const toggle = (lap: number) =>
    setNumbers((now) => (now.includes(lap) ? now.filter((one) => one !== lap) : [...now, lap].slice(-MOST_SHOWN)))
  return { numbers, toggle, laps, referenceLap, drawn, bestLapS }
}
