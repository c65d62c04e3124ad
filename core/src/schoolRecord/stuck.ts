import type { SchoolRecord } from '@ochote/contracts'
import { rateChange } from '../progress/faultRate'
import { countedIn, groupedBy, type RecordedStint } from './recordedStint'

/** Students who had the same fault at the same corner on their last two days at a circuit, and not fewer of it; unsafe ones first. */
export function stuckStudents(stints: readonly RecordedStint[]): SchoolRecord['stuck'] {
  return groupedBy(stints, ({ studentId, circuitId }) => `${studentId} ${circuitId}`)
    .flatMap((own) => {
      const dates = [...new Set(own.map(({ date }) => date))].sort().slice(-2)
      const [first, second] = dates
      if (first === undefined || second === undefined) return []
      const on = (date: string) => own.filter((stint) => stint.date === date)
      const faultsOn = (date: string) => on(date).flatMap(({ record }) => record.faults)
      const { studentId, circuitId } = own[0]!
      return groupedBy(faultsOn(second), ({ corner, code }) => `${corner} ${code}`).flatMap((now) => {
        const { corner, code } = now[0]!
        const then = faultsOn(first).filter((one) => one.corner === corner && one.code === code)
        const before = { date: first, faults: then.length, laps: countedIn(on(first)).laps }
        const last = { date: second, faults: now.length, laps: countedIn(on(second)).laps }
        if (then.length === 0 || before.laps === 0 || last.laps === 0) return []
        if (last.faults * before.laps < before.faults * last.laps || rateChange(before, last) === 'fewer') return []
        return [{ studentId, circuitId, corner, code, isUnsafe: now.some(({ severity }) => severity === 3), before, last }]
      })
    })
    .sort((a, b) => Number(b.isUnsafe) - Number(a.isUnsafe) || b.last.faults + b.before.faults - a.last.faults - a.before.faults)
}
