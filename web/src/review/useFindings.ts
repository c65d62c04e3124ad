import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef } from 'react'
import { v4 as uuid } from 'uuid'
import type { Decision, ReviewDraft } from '@ochote/contracts'
import { effectiveEntries, severityOf, stintRecord, unsafeFaults, type Finding, type Severity } from '@ochote/core'
import { neverQuery } from '../api/queries'
import type { Autosave } from '../autosave/useAutosave'
import type { OpenStint } from '../stint/openStint'
import { useStintLog } from '../stintLog/useStintLogs'
import type { Reviewed } from '../workers/review.worker'
import { acceptedEntries, decided, decisionOn, logLapOf, seenFindings } from '../recordings/decisions'
import type { FindingActions } from './FindingRow'

const measured = ['be', 'bl', 'bh', 'am', 'pl', 'xp', 'xn'] as const
function severityOfFinding({ fault, size }: Pick<Finding, 'fault' | 'size'>): Severity {
  const code = measured.find((one) => one === fault)
  return (code && severityOf(code, size)) ?? (unsafeFaults.includes(fault) ? 3 : 2)
}

/** The findings of a drive that are to be seen, and what an instructor can do with each. One that is accepted goes into the stint's log. */
export function useFindings({ stint, student, plan }: OpenStint, reviewed: Reviewed, review: Autosave<ReviewDraft>) {
  const { analysis } = reviewed
  const never = useQuery(neverQuery(student.id, plan.circuitId))
  const { draft, change } = review
  const { seen, away } = useMemo(() => seenFindings(analysis.findings, draft, never.data ?? []), [analysis.findings, draft, never.data])
  useLogged(stint.id, reviewed, draft)
  const actions: FindingActions = {
    accept: (finding, words) =>
      change(decided(draft, finding, { verdict: 'accepted', words, entryId: decisionOn(draft, finding)?.entryId ?? uuid() })),
    reject: (finding, verdict) => change(decided(draft, finding, { verdict, words: '', entryId: null })),
    takeBack: (finding) => change(decided(draft, finding, null)),
  }
  return { seen, away, actions }
}

/**
 * Keeps the stint's log with what is accepted: a finding that is accepted becomes an entry, and one that no longer is, also by Undo, is
 * undone there; nothing that was stored is taken out.
 */
function useLogged(stintId: string, { analysis: { laps, findings }, zeroAtMs }: Reviewed, draft: ReviewDraft): void {
  const { entries, add } = useStintLog(stintId)
  const log = useRef({ entries, add })
  useEffect(() => {
    log.current = { entries, add }
  })
  const before = useRef(draft)
  useEffect(() => {
    const [were, are] = [acceptedEntries(before.current), acceptedEntries(draft)]
    before.current = draft
    const own = log.current
    const inForce = new Set(effectiveEntries(own.entries).map(({ id }) => id))
    const isStored = (id: string) => own.entries.some((entry) => entry.id === id)
    const entryOf = ({ lap, corner, fault }: Decision) => {
      const finding = findings.find((one) => one.lap === lap && one.corner === corner && one.fault === fault)
      const severity = finding ? severityOfFinding(finding) : 2
      return { kind: 'fault' as const, lap: logLapOf(stintRecord(own.entries), laps, lap), corner, code: fault, severity }
    }
    // what a logger measured has the logger’s time
    const atMsOf = ({ lap }: Decision) =>
      zeroAtMs === null ? Date.now() : zeroAtMs + 1000 * (laps.find((one) => one.lap === lap)?.startS ?? 0)
    for (const [id, decision] of are) {
      if (were.has(id) || inForce.has(id)) continue
      // what was undone comes back by undoing that
      const undone = isStored(id) ? effectiveUndo(own.entries, id) : null
      if (undone) own.add({ kind: 'undo', about: undone })
      else if (!isStored(id)) own.add(entryOf(decision), { id, atMs: atMsOf(decision) })
    }
    for (const id of were.keys()) if (!are.has(id) && inForce.has(id)) own.add({ kind: 'undo', about: id })
  }, [draft, findings, laps, zeroAtMs])
}

/** The undo that holds an entry back; null where none does. */
function effectiveUndo(entries: ReturnType<typeof useStintLog>['entries'], id: string): string | null {
  const undone = new Set(entries.flatMap((entry) => (entry.kind === 'undo' ? [entry.about] : [])))
  return entries.find((entry) => entry.kind === 'undo' && entry.about === id && !undone.has(entry.id))?.id ?? null
}
