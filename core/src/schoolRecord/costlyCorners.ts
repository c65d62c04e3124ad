import type { SchoolRecord } from '@ochote/contracts'
import { timedLaps } from '../stintLog/stintRecord'
import { countedIn, groupedBy, type RecordedStint } from './recordedStint'

/** One student's fault is not everybody's. */
const LEAST_STUDENTS = 2
const MOST_CORNERS = 5

/** Corners where several of those who drove a circuit had a fault, the first five of each circuit. */
export const costlyCorners = (stints: readonly RecordedStint[]): SchoolRecord['corners'] =>
  groupedBy(
    stints.filter(({ record }) => timedLaps(record).length > 0),
    ({ circuitId }) => circuitId,
  ).flatMap((own) => {
    const drove = new Set(own.map(({ studentId }) => studentId)).size
    const { laps } = countedIn(own)
    const all = own.flatMap(({ studentId, record }) => record.faults.map((fault) => ({ ...fault, studentId })))
    return groupedBy(all, ({ corner }) => corner)
      .map((here) => {
        const had = (some: typeof here) => new Set(some.map(({ studentId }) => studentId)).size
        const codes = groupedBy(here, ({ code }) => code).sort((a, b) => had(b) - had(a) || b.length - a.length)
        return {
          ...{ circuitId: own[0]!.circuitId, corner: here[0]!.corner, drove, had: had(here), faults: here.length, laps },
          ...{ unsafe: here.filter(({ severity }) => severity === 3).length, code: codes[0]![0]!.code },
        }
      })
      .filter(({ had }) => had >= LEAST_STUDENTS)
      .sort((a, b) => b.had - a.had || b.unsafe - a.unsafe || b.faults - a.faults)
      .slice(0, MOST_CORNERS)
  })
