import { faultOf, praiseName, severityNames, timedLaps, type Finding, type FollowUp, type StintRecord } from '@ochote/core'
import { csvOf } from '../format/csv'
import type { OpenStint } from '../stint/openStint'

interface CsvRow {
  date: string
  student: string
  lap: number
  lap_time_s: string
  corner: string
  kind: 'lap' | 'fault' | 'better' | 'praise' | 'recorded'
  code: string
  name: string
  severity: string
  outcome: string
  /** of a recorded finding, in its unit; laps are the recording's */
  size: string
  unit: string
  at_m: string
}

/** A stint's laps, log and recorded findings as one table: a row a lap, then a row an entry or finding, in the order of the laps. */
export function debriefCsv(
  { day, student }: OpenStint,
  record: StintRecord,
  followed: readonly FollowUp[],
  findings: readonly Finding[],
): Blob {
  const base = {
    ...{ date: day.date, student: student.name, lap_time_s: '', corner: '', code: '', name: '', severity: '', outcome: '' },
    ...{ size: '', unit: '', at_m: '' },
  }
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
    ...findings.map((f): CsvRow => ({
      ...base,
      lap: f.lap,
      corner: f.corner,
      kind: 'recorded',
      code: f.fault,
      name: faultOf(f.fault)?.name ?? '',
      size: f.size.toFixed(2),
      unit: f.unit,
      at_m: f.stationM.toFixed(0),
    })),
  ].sort((a, b) => a.lap - b.lap)
  const columns = ['date', 'student', 'lap', 'lap_time_s', 'corner', 'kind', 'code', 'name', 'severity', 'outcome', 'size', 'unit', 'at_m']
  return new Blob([csvOf(rows, columns)], { type: 'text/csv;charset=utf-8' })
}
