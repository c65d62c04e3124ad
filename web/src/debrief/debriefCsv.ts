import { faultOf, praiseName, severityNames, timedLaps, type FollowUp, type StintRecord } from '@ochote/core'
import { csvOf } from '../format/csv'
import type { OpenStint } from '../stint/openStint'

interface CsvRow {
  date: string
  student: string
  lap: number
  lap_time_s: string
  corner: string
  kind: 'lap' | 'fault' | 'better' | 'praise'
  code: string
  name: string
  severity: string
  outcome: string
}

/** A stint's laps and log as one table: a row a lap, then a row an entry, in the order of the laps. */
export function debriefCsv({ day, student }: OpenStint, record: StintRecord, followed: readonly FollowUp[]): Blob {
  const base = { date: day.date, student: student.name, lap_time_s: '', corner: '', code: '', name: '', severity: '', outcome: '' }
  const rows: CsvRow[] = [
    ...timedLaps(record).map((lap): CsvRow => ({ ...base, lap: lap.number, lap_time_s: (lap.timeS ?? 0).toFixed(3), kind: 'lap' })),
    ...record.faults.map((f): CsvRow => ({
      ...base,
      lap: f.lap,
      corner: f.corner,
      kind: 'fault',
      code: f.code,
      name: faultOf(f.code)?.name ?? '',
      severity: severityNames[f.severity],
      outcome: followed.find((c) => c.corner === f.corner && c.code === f.code)?.verdict ?? '',
    })),
    ...record.betters.map((b): CsvRow => ({
      ...base,
      lap: b.lap,
      corner: b.corner,
      kind: 'better',
      code: b.code,
      name: faultOf(b.code)?.name ?? '',
    })),
    ...record.praises.map((p): CsvRow => ({
      ...base,
      lap: p.lap,
      corner: p.corner,
      kind: 'praise',
      code: p.code,
      name: praiseName(p.code),
    })),
  ].sort((a, b) => a.lap - b.lap)
  const columns = ['date', 'student', 'lap', 'lap_time_s', 'corner', 'kind', 'code', 'name', 'severity', 'outcome']
  return new Blob([csvOf(rows, columns)], { type: 'text/csv;charset=utf-8' })
}
