import { useTheme } from '@mui/material'
import { stationAtTime, type PlanSolution, type StintRecord } from '@ochote/core'
import { lanes, type RibbonScales } from '../../ribbon/ribbonScales'
import type { LiveSource } from '../../telemetry/liveSource'
import { whereNow } from '../whereNow'
import type { WallCar } from './CarList'

/** A car that is out, with what tells where it is. */
export interface CarOut {
  readonly car: WallCar
  readonly solution: PlanSolution
  readonly record: StintRecord
  readonly source: LiveSource
}

interface CarsOnRibbonProps {
  out: readonly CarOut[]
  selected: string | null
  now: number
  scales: RibbonScales
  onSelect: (stintId: string) => void
}

const TOKEN = { width: 104, height: 20 } as const
const ROWS = 4

/** Every car that is out, at its place on the lap, with what it needs next: filled where its logger says so, hollow by the clock. */
export function CarsOnRibbon({ out, selected, now, scales: { x }, onSelect }: CarsOnRibbonProps) {
  const { tokens } = useTheme()
  const [from, to] = x.range() as [number, number]
  const placed = out.flatMap(({ car, solution, record, source }) => {
    const where = whereNow(solution, record, source.car(), now)
    // on its out lap a car has no place by the clock yet: it stands at the start
    const { track, trace } = solution
    const stationM = where ? (where.stationM ?? stationAtTime(track, trace, Math.min(where.plannedS, trace.lapTimeS * 0.999))) : 0
    return [{ car, at: x(stationM), by: where?.by ?? null }]
  })
  const rows: number[] = []
  return (
    <g>
      {placed
        .sort((a, b) => a.at - b.at)
        .map(({ car, at, by }) => {
          const left = Math.min(to - TOKEN.width, Math.max(from, at - 12))
          const free = Array.from({ length: ROWS }, (_, row) => row).find((row) => (rows[row] ?? -Infinity) < left) ?? 0
          rows[free] = left + TOKEN.width + 4
          const y = lanes.top + 4 + free * (TOKEN.height + 3)
          const isChosen = car.stintId === selected
          const ink = car.need.isLate ? tokens.unsafe : tokens.ink
          return (
            <g
              key={car.stintId}
              role="button"
              tabIndex={-1}
              aria-label={`${car.student}: ${car.need.whole}`}
              style={{ cursor: 'pointer' }}
              onClick={() => onSelect(car.stintId)}
            >
              <path d={`M${at},${lanes.top + lanes.band} V${y + TOKEN.height}`} stroke={ink} strokeWidth={1} />
              <path
                d={`M${at - 5},${lanes.top + lanes.band + 1} l10,0 l-5,-9 Z`}
                fill={by === 'logger' ? ink : tokens.raised}
                stroke={ink}
                strokeWidth={1.4}
              />
              <rect
                x={left}
                y={y}
                width={TOKEN.width}
                height={TOKEN.height}
                rx={2}
                fill={isChosen ? tokens.action : tokens.raised}
                stroke={ink}
                strokeWidth={car.need.isLate ? 2.4 : 1.2}
              />
              <text x={left + 7} y={y + 14.5} fontSize={13} fontWeight={800} fill={isChosen ? tokens.onAction : ink}>
                {car.key}
              </text>
              <text x={left + 22} y={y + 14} fontSize={11.5} fill={isChosen ? tokens.onAction : ink}>
                {car.need.short}
              </text>
            </g>
          )
        })}
    </g>
  )
}
