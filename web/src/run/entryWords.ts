import type { LogEntry } from '@ochote/contracts'
import { crossings, faultOf, praiseName, severityNames, effectiveEntries, timeOf } from '@ochote/core'

const lapWords = (lap: number) => (lap === 0 ? 'Out lap' : `Lap ${lap}`)
const place = (entry: { lap: number; corner: string }) => `${lapWords(entry.lap)}, corner ${entry.corner}`
export const stepNames = {
  pace: { up: 'more pace', down: 'less pace' },
  words: { up: 'more words', down: 'fewer words' },
  marks: { up: 'more marks', down: 'fewer marks' },
} as const

/** An entry in words; null for those that only correct another. */
export function entryWords(entry: LogEntry, all: readonly LogEntry[]): string | null {
  switch (entry.kind) {
    case 'line': {
      // several devices that counted one crossing all name the same lap
      const number = crossings(effectiveEntries(all)).filter((e) => timeOf(e) <= timeOf(entry) || e.id === entry.id).length
      return `${number <= 1 ? 'Lap 1 started' : `Lap ${number - 1} ended`}${entry.source === 'logger' ? ', by the logger' : ''}`
    }
    case 'in':
      return 'In'
    case 'fault': {
      const raised = effectiveEntries(all).filter((e) => e.kind === 'severity' && e.about === entry.id)
      const severity = raised.reduce((most, e) => (e.kind === 'severity' && e.severity > most ? e.severity : most), entry.severity)
      return `${place(entry)}: ${faultOf(entry.code)?.name ?? entry.code}${severity > 1 ? `, ${severityNames[severity]}` : ''}`
    }
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
    case 'release':
      return 'Released'
    case 'called':
      return `${place(entry)}: called, ${faultOf(entry.code)?.name ?? entry.code}`
    case 'followed': {
      const about = all.find((e) => e.id === entry.about)
      const what = about?.kind === 'called' ? `${faultOf(about.code)?.name ?? about.code}, ` : ''
      return `${place(entry)}: ${what}${entry.result}, ${entry.by}`
    }
    case 'pass':
      return `${place(entry)}: ${entry.way === 'passes' ? 'passed' : 'let by'} ${entry.who || 'another car'}, on the ${entry.side}`
    case 'flag':
      return `${place(entry)}: ${entry.flag} flag`
    case 'incident':
      return `${place(entry)}: ${entry.what}`
    case 'report':
      return 'Incident report written'
    case 'conditions':
      return `${place(entry)}: the track is ${entry.surface}`
    case 'told':
      return `${lapWords(entry.lap)}: told “${entry.what}”`
    case 'step':
      return `${lapWords(entry.lap)}: ${stepNames[entry.of][entry.way]}`
    case 'question':
      return `Question${entry.corner ? ` at corner ${entry.corner}` : ''}: ${entry.text}`
    case 'meeting':
      return 'Briefed on the meeting'
    case 'undo':
      return null
  }
}
