import { useTheme } from '@mui/material'
import { stationAtTime, type PlanSolution, type StintRecord } from '@ochote/core'
import type { LiveSource } from '../telemetry/liveSource'
import { useLive } from '../telemetry/useLiveSource'
import { lanes, type RibbonScales } from '../ribbon/ribbonScales'
import { useNow } from './useNow'
import { whereNow } from './whereNow'

interface RibbonCarProps {
  solution: PlanSolution
  record: StintRecord
  source: LiveSource
  scales: RibbonScales
}

/** By the clock the car moves this often, ms; by its logger, with every packet. */
const EVERY_MS = 500

/** The car on the ribbon: filled where its logger says it is, hollow where the clock only estimates it. */
export function RibbonCar({ solution, record, source, scales: { x, y } }: RibbonCarProps) {
  const { tokens } = useTheme()
  const heardAtMs = useLive(source, (car) => car?.heardAtMs ?? null)
  const now = useNow(EVERY_MS, record.phase === 'running')
  const where = whereNow(solution, record, source.car(), now)
  if (!where) return null
  const stationM = where.stationM ?? stationAtTime(solution.track, solution.trace, where.plannedS)
  const offsetM = heardAtMs !== null && where.by === 'logger' ? (source.car()?.place?.offsetM ?? 0) : 0
  const at = x(stationM)
  if (at < lanes.left) return null
  return (
    <g transform={`translate(${at},${y(offsetM)})`} pointerEvents="none">
      <title>{`The car, ${where.words}`}</title>
      <path
        d="M-7,-7 L10,0 L-7,7 Z"
        fill={where.by === 'logger' ? tokens.ink : tokens.raised}
        stroke={where.by === 'logger' ? tokens.raised : tokens.ink}
        strokeWidth={1.6}
      />
    </g>
  )
}
