import type { OfferedFault, Severity, StintRecord } from '@ochote/core'
import type { NewEntry } from '../stintLog/useStintLogs'
import { FaultTargets } from './FaultTargets'

interface SeatFaultsProps {
  record: StintRecord
  /** the instructor in the seat */
  loggedBy: string
  /** corner and lap that a tap refers to; no corner before the first one is reached */
  corner: string | null
  lap: number
  offered: readonly OfferedFault[]
  ready: boolean
  onEntry: (entry: NewEntry, unsafe?: boolean) => void
}

/** What happened at the chosen corner. Tapping a fault again makes it more severe. */
export function SeatFaults({ record, loggedBy, corner, lap, offered, ready, onEntry }: SeatFaultsProps) {
  const atCorner = record.faults.filter((f) => f.corner === corner)
  const thisLap = atCorner.filter((f) => f.lap === lap)
  const lastBefore = atCorner.filter((f) => f.lap < lap).pop()
  const tap = (code: string) => {
    if (corner === null) return
    const already = thisLap.find((f) => f.code === code)
    if (!already) onEntry({ kind: 'fault', lap, corner, code, severity: 1, loggedBy })
    else if (already.severity < 3)
      onEntry({ kind: 'severity', about: already.id, severity: (already.severity + 1) as Severity }, already.severity === 2)
  }
  return (
    <FaultTargets
      offered={offered}
      logged={thisLap}
      disabled={corner === null || !ready}
      onFault={tap}
      again={lastBefore && !thisLap.some((f) => f.code === lastBefore.code) ? () => tap(lastBefore.code) : null}
      better={lastBefore && corner !== null ? () => onEntry({ kind: 'better', lap, corner, about: lastBefore.id }) : null}
      lastCode={lastBefore?.code ?? null}
    />
  )
}
