import { useQuery } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { sampleAtStation, valueAt, type EditedLine, type PlanSolution } from '@ochote/core'
import { circuitQuery } from '../api/queries'
import type { LineHand } from '../ribbon/lineHand'
import { lineMover, type LineMover } from '../workers/lineMover'
import type { SolutionInput } from '../workers/useSolution'

/** The points of a corner at which keys can move the line. */
const GRIPS = { turnIn: 'turn-in', apex: 'apex', exit: 'exit' } as const

interface LineHandState {
  /** the solution with the line, path and speeds as they are drawn now */
  shown: PlanSolution
  /** how many seconds slower the lap is than before the line was dragged; null when it is not dragged */
  changedS: number | null
  /** null where the line is not drawn by hand */
  hand: LineHand | null
  /** begins to draw by hand from the present line */
  begin: () => void
  error: unknown
}

/** The line as last dragged, and the line it was dragged from. */
interface Drawn {
  of: PlanSolution
  line: EditedLine
  changedS: number | null
}

interface Holding {
  solution: PlanSolution
  mover: LineMover
  /** the line as last dragged: the next movement continues from there, however soon it follows */
  last: EditedLine | null
  /** while the line is held: its coefficients and lap before the movement */
  held: { from: Float64Array | null; lapS: number } | null
  /** the newest place only; older ones are skipped */
  next: { stationM: number; offsetM: number | null; done: boolean } | null
  busy: boolean
}

/** Notes where the line is held now and, when a movement begins, which line it begins from. */
function moveTo(own: Holding, place: NonNullable<Holding['next']>): void {
  own.held ??= { from: own.last?.coefficients ?? null, lapS: (own.last ?? own.solution).trace.lapTimeS }
  own.next = place
}

/** Moving a plan's line by hand: a worker recomputes speeds at every movement, and the plan takes the line on release. */
export function useLineHand(
  solution: PlanSolution,
  { circuitId, vehicle, setup }: SolutionInput,
  corner: string | null,
  onLine: (line: EditedLine['givenLine']) => void,
): LineHandState {
  const document = useQuery(circuitQuery(circuitId)).data?.document
  const [drawn, setDrawn] = useState<Drawn | null>(null)
  const [error, setError] = useState<unknown>(null)
  const holding = useRef<Holding | null>(null)
  const current = drawn?.of === solution ? drawn : null
  useEffect(
    () => () => {
      holding.current?.mover.stop()
      holding.current = null
    },
    [solution],
  )

  const drive = async (own: Holding) => {
    own.busy = true
    try {
      while (own.next && own.held) {
        const { stationM, offsetM, done } = own.next
        own.next = null
        const line = await own.mover.move({ stationM, offsetM, from: own.held.from })
        if (holding.current !== own) return
        own.last = line
        setDrawn({ of: own.solution, line, changedS: done ? null : line.trace.lapTimeS - own.held.lapS })
        setError(null)
        if (done) {
          own.held = null
          onLine(line.givenLine)
        }
      }
    } catch (problem) {
      setError(problem)
    } finally {
      own.busy = false
    }
  }
  const move = (stationM: number, offsetM: number | null, done: boolean) => {
    if (!document) return
    const own = (holding.current ??= {
      solution,
      mover: lineMover({ document, vehicle, setup, line: solution.line }),
      last: null,
      held: null,
      next: null,
      busy: false,
    })
    moveTo(own, { stationM, offsetM, done })
    if (!own.busy) void drive(own)
  }
  const shown = useMemo(
    () => (current ? { ...solution, line: current.line.line, path: current.line.path, trace: current.line.trace } : solution),
    [solution, current],
  )
  const { track, line } = shown
  const hand: LineHand | null =
    setup.lineSchool === 'given'
      ? {
          at: (stationM) => {
            const i = sampleAtStation(track, stationM)
            return {
              offsetM: valueAt(track, line.offsetM, stationM),
              lowM: vehicle.widthM / 2 - track.halfRightM[i]!,
              highM: track.halfLeftM[i]! - vehicle.widthM / 2,
            }
          },
          move,
          grips: shown.corners
            .filter((c) => c.number === corner)
            .flatMap((c) =>
              (Object.keys(GRIPS) as (keyof typeof GRIPS)[]).flatMap((key) => {
                const point = c.points[key]
                return point ? [{ name: `Line at corner ${c.number}, ${GRIPS[key]}`, stationM: point.stationM }] : []
              }),
            ),
        }
      : null
  // what begins is always the newest line, and those who may begin are not drawn again at every movement
  const latest = useRef(move)
  useEffect(() => {
    latest.current = move
  })
  const begin = useCallback(() => latest.current(0, null, true), [])
  return { shown, changedS: current?.changedS ?? null, hand, begin, error }
}
