import type { LogEntry } from '@ochote/contracts'
import { faultOf, praiseName, severityNames } from '@ochote/core'

const place = (entry: { lap: number; corner: string }) => `${entry.lap === 0 ? 'Out lap' : `Lap ${entry.lap}`}, corner ${entry.corner}`

/** An entry in words; null for those that only correct another. */
export function entryWords(entry: LogEntry, all: readonly LogEntry[]): string | null {
  switch (entry.kind) {
    case 'line': {
      const number = all.filter((e) => e.kind === 'line' && e.deviceTime <= entry.deviceTime).length
      return number === 1 ? 'Lap 1 started' : `Lap ${number - 1} ended`
    }
    case 'in':
      return 'In'
    case 'fault':
      return `${place(entry)}: ${faultOf(entry.code)?.name ?? entry.code}`
    case 'praise':
      return `${place(entry)}: ${praiseName(entry.code)}`
    case 'better': {
      const about = all.find((e) => e.id === entry.about)
      return `${place(entry)}: better${about?.kind === 'fault' ? `, ${faultOf(about.code)?.name ?? about.code}` : ''}`
    }
    case 'severity': {
      const about = all.find((e) => e.id === entry.about)
      return about?.kind === 'fault'
        ? `${place(about)}: ${faultOf(about.code)?.name ?? about.code}, now ${severityNames[entry.severity]}`
        : null
    }
    case 'undo':
      return null
  }
}
